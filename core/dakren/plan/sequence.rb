# frozen_string_literal: true

require_relative "../base/errors"

module Dakren
  module Plan
    # Which task may be begun when others are done: in the order told, where they share a surface, and behind their gates.
    #
    #   Sequence.new(passes).passes           # => in an order that keeps every gate
    #   Sequence.new(passes).before(pass)     # => [passes that come first]
    class Sequence
      # Gates that close a circle. ids: of the passes in it.
      class Circle < StandardError
        attr_reader :ids

        def initialize(ids)
          @ids = ids
          super("gates in a circle: #{ids.join(", ")}")
        end
      end

      # @return [Array<PassJob>] each behind all it waits for, and else in the order told
      attr_reader :passes

      # @param passes [Array<PassJob>] in working order
      # @raise [Circle]
      def initialize(passes)
        @told = passes
        @by_id = passes.to_h { |pass| [pass.id, pass] }
        @passes = []
        passes.each { |pass| visit(pass, []) }
        @before = @passes.each_with_index.to_h do |pass, i|
          earlier = @passes.first(i).select { |one| one.places.intersect?(pass.places) || trimmed?(one, pass) }
          [pass.id, (gated(pass) + earlier).uniq(&:id)]
        end
      end

      # @return [Array<PassJob>] passes all of whose coats must be on before this one begins
      def before(pass)
        @before.fetch(pass.id)
      end

      # Does nothing ever wait for anything but the one before it?
      def chain?
        @passes.each_cons(2).all? { |one, two| before(two).any? { |other| other.id == one.id } }
      end

      private

      # Is the first trimmed while green, and the other a coat on an edge of the same part?
      def trimmed?(lower, pass)
        lower.ends.each_key.any? { |name| lower.step(name).by } &&
          pass.sides.each_value.any? { |part, side| side == :edge && lower.sides.each_value.any? { |other, _| other == part } }
      end

      def gated(pass)
        pass.gates.filter_map { |id, _| @by_id[id] }
      end

      def visit(pass, trail)
        raise Circle, trail.drop(trail.index(pass.id)) if trail.include?(pass.id)
        return if @passes.any? { |one| one.id == pass.id }

        gated(pass).each { |one| visit(one, trail + [pass.id]) }
        @passes << pass
      end
    end
  end
end
