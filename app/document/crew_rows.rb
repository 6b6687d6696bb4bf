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

      # A line for each, as the shop's settings have it: "Ada; mix, lay; 07:00-15:00".
      # @param text [String]
      # @return [Array<Array<String>>] name, what they do, hours
      def self.typed(text)
        text.lines.map(&:strip).reject(&:empty?).map { |line| line.split(";", -1).map(&:strip).values_at(0, 1, 2).map(&:to_s) }
      end

      # @return [String] what somebody goes by
      def self.called(name, index)
        name.strip.empty? ? "person #{index + 1}" : name.strip[0, NAME_LONGEST]
      end

      # @param reading [#complain, #guarded] of the job, or of the shop @param rows [Array<Array<String>>] name, what they do, hours
      # @param read [#call] from a text, or nil for the usual one, and a name to Plan::Hours
      def initialize(reading, rows, read)
        @reading = reading
        @rows = rows
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
        called = CrewRows.called(name, index)
        own = hours.empty? ? nil : hours[0, 400]
        there = @reading.guarded("crew", { "hours" => "crew", "days_off" => "crew" }) { @read.call(own, called) }
        return unless skills && there

        Plan::Hand.new(name: called, does: skills, hours: there)
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
