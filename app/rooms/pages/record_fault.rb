# frozen_string_literal: true

module Dakren
  module Rooms
    # "Something wrong with it?": what is seen, and what this batch's own history says of why.
    class RecordFault
      # place: in the order; name, label of the cause; speaks_for, against: what the history says; now: what to do.
      Row = Value.define(:place, :name, :label, :speaks_for, :against, :now, :blamed, :cleared)
      SHOWN = 8
      ANSWERS = [["", "not known"], %w[yes yes], %w[no no]].freeze

      # @param address [String] of the page @param typed [Hash{String=>String}] what is seen, and what was answered
      # @param found [Array<Hash{Symbol=>Object}>] what was found before: sign, cause and text
      # @yieldparam told [Hash{Symbol=>Boolean}] @yieldreturn [Hash{Symbol=>Object}] what the history says
      def initialize(address, wording, typed, found, &facts)
        @address = address
        @wording = wording
        @typed = typed
        @before = found
        @facts = facts
        seen = typed["seen"].to_s.to_sym
        @sign = Faults::SIGNS[seen]
      end

      attr_reader :sign, :address

      # @return [Array<Array(String, String, Boolean)>] addresses, words, and is it that?
      def signs
        Faults::SIGNS.values.map { |one| ["#{address}?seen=#{one.name}#wrong", one.label, one == sign] }
      end

      # @return [Array<Row>]
      def rows
        look.causes.first(SHOWN).each_with_index.map do |one, i|
          Row.new(place: i + 1, name: one.cause.name, label: one.cause.label, speaks_for: local(one.speaks_for),
            against: local(one.speaks_against),
            now: one.cause.now && @wording.local(one.cause.now), blamed: one.blamed?, cleared: one.cleared?)
        end
      end

      # What it comes to, in a sentence.
      def says
        return "What was noted speaks for the first of these." if look.causes.any?(&:blamed?)
        return "Small faults add up: #{local(look.small_faults).join("; ")}." if look.small_faults.any?

        "Nothing that was noted explains it. What is usual stands first."
      end

      # What the next plan keeps in sight, once this is written down.
      # @return [String]
      def watch
        likely = look.causes.find(&:blamed?) || look.causes.first
        "Once it is written down, the next plan keeps in sight: #{likely.cause.watch}."
      end

      # What to do about what is seen, whatever the cause.
      def now
        [@wording.local(sign.now), sign.schools && @wording.local(sign.schools)].compact
      end

      # What only who saw it knows.
      # @return [Array<Control>]
      def questions
        look.questions.map do |name, words|
          Control.new(name: name.to_s, label: words, value: @typed[name.to_s].to_s, choices: ANSWERS)
        end
      end

      # The same answers once more, for writing down what was found.
      # @return [Hash{String=>String}]
      def answers
        told.to_h { |name, value| [name.to_s, value ? "yes" : "no"] }
      end

      # What was found before.
      # @return [Array<String>]
      def found
        @before.map do |data|
          sign = Faults::SIGNS[data[:sign].to_s.to_sym]
          cause = Faults::BY_NAME[data[:cause].to_s.to_sym]
          [sign&.says, cause ? cause.label : "cause not known", data[:text]].compact.join(": ")
        end
      end

      private

      def look
        @look ||= Faults::Look.new(sign.name, @facts.call(told))
      end

      def told
        Document::RemarkForm.told(@typed)
      end

      def local(all)
        all.map { |words| @wording.local(words) }
      end
    end
  end
end
