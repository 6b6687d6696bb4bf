# frozen_string_literal: true

module Dakren
  module Document
    # Who is there for a job: a line for each person, with what each can do and when each is there.
    class CrewRows
      NAME_LONGEST = 40
      # Words for what somebody can do, as people type them.
      DOES = { mix: /\Amix/i, lay: /\A(?:lay|coat|pour|spread|laminat|brush)/i, roll: /\Aroll/i,
               inspect: /\A(?:inspect|look|check)/i }.freeze
      ALL = /\A(?:all|everything|anything)\z/i

      # @param reading [Reader] of the job @param rows [Array<Array<String>>] name, what they do, hours
      # @param usual [Plan::Hours] of the job @param read [#call] from a text to Plan::Hours
      def initialize(reading, rows, usual, read)
        @reading = reading
        @rows = rows
        @usual = usual
        @read = read
      end

      # @return [Plan::Hands, nil] nil where a line cannot be read
      def hands
        list = @rows.each_with_index.map { |row, i| hand(*row.map { |text| text.to_s.strip }, i) }
        list.all? ? Plan::Hands.new(list) : nil
      end

      private

      def hand(name, does, hours, index)
        skills = skills(does, index)
        there = hours.empty? ? @usual : @reading.guarded("crew", { "hours" => "crew", "days_off" => "crew" }) { @read.call(hours[0, 400]) }
        return unless skills && there

        Plan::Hand.new(name: name.empty? ? "person #{index + 1}" : name[0, NAME_LONGEST], does: skills, hours: there)
      end

      def skills(text, index)
        words = text.split(/[\s,;+&]+/) - ["and"]
        return Plan::Hands::SKILLS.keys if words.empty? || words.any?(ALL)

        found = words.map { |word| DOES.find { |_, pattern| word.match?(pattern) }&.first }
        wrong = words[found.index(nil)] if found.include?(nil)
        return found.uniq unless wrong

        @reading.complain("crew", "line #{index + 1}: say mix, lay, roll, inspect or all; #{wrong[0, 20]} is none of these")
      end
    end
  end
end
