# frozen_string_literal: true

require "json"
require "zlib"

module Dakren
  module Document
    # What changed from one state of a document to the next, so that a state need not be kept whole.
    #
    #   delta = Delta.between({"a" => "1"}, {"a" => "2"})
    #   Delta.onto({"a" => "1"}, delta)                     # => {"a" => "2"}
    #   Delta.onto({"a" => "1"}, Delta.unpack(Delta.pack(delta)))
    module Delta
      # From this length on only what differs of a text is kept.
      LONG = 60

      module_function

      # @param before [Hash{String=>Object}] @param after [Hash{String=>Object}] as JSON has them
      # @return [Hash{String=>Object}] "set", "cut" (start, end and what stands between of long texts), "gone"
      def between(before, after)
        set = {}
        cut = {}
        after.each do |key, value|
          next if before.key?(key) && before[key] == value

          spliced = splice(before[key], value)
          spliced ? cut[key] = spliced : set[key] = value
        end
        { "set" => set, "cut" => cut, "gone" => before.keys - after.keys }.reject { |_, found| found.empty? }
      end

      # @return [Hash{String=>Object}] the state after
      def onto(before, delta)
        after = before.except(*(delta["gone"] || [])).merge(delta["set"] || {})
        (delta["cut"] || {}).each { |key, (head, tail, middle)| after[key] = joined(before.fetch(key), head, tail, middle) }
        after
      end

      # @return [String] bytes
      def pack(delta)
        Zlib::Deflate.deflate(JSON.generate(delta), Zlib::BEST_COMPRESSION)
      end

      # @param bytes [String]
      def unpack(bytes)
        JSON.parse(Zlib::Inflate.inflate(bytes))
      end

      # How much of a long text stayed at its head and tail, and what stands between now.
      def splice(before, after)
        return unless [before, after].all? { |text| text.is_a?(String) && text.length >= LONG }

        old = before.codepoints
        new = after.codepoints
        most = [old.size, new.size].min
        head = same(most) { |i| old[i] == new[i] }
        tail = same(most - head) { |i| old[-1 - i] == new[-1 - i] }
        [head, tail, after[head, after.length - head - tail]]
      end

      def same(most)
        count = 0
        count += 1 while count < most && yield(count)
        count
      end

      def joined(before, head, tail, middle)
        "#{before[0, head]}#{middle}#{before[before.length - tail, tail]}"
      end
      private_class_method :splice, :same, :joined
    end
  end
end
