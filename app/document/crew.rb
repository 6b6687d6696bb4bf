# frozen_string_literal: true

require_relative "crew_rows"
require_relative "zones"

module Dakren
  module Document
    # When the shop works, with how many, and what its crew is busy with.
    #
    # zone: of jobs that have none of their own; hours, days_off: as typed; rows: its people, where they were told, name, what they do and
    # hours; taken: spans of time it is at what the job keeps clear of; named: the same of single people, by name.
    Crew = Value.define(:hours, :days_off, :people, rows: [].freeze, taken: [].freeze, named: {}.freeze, zone: Zones.of(nil)) do
      # @param row [Stores::Settings] @param taken [Array<Array(Time, Time)>] @param named [Hash{String=>Array<Array(Time, Time)>}]
      def self.of(row, taken: [], named: {})
        new(hours: row.hours, days_off: row.days_off, people: row.crew, rows: CrewRows.typed(row.people), taken: taken, named: named,
          zone: Zones.of(row.zone))
      end

      # @return [Array<String>] of its people, where they were told
      def names
        rows.each_with_index.map { |row, i| CrewRows.called(row.first, i) }
      end

      # The same hours with the last band of the day gone on until late.
      # @param text [String] hours as typed
      # @return [String]
      def self.till_late(text)
        text.sub(/(?<=-)\d{1,2}:\d{2}(?!.*-)/) { |ends| ends.rjust(5, "0") < Crew::EVENING_ENDS ? Crew::EVENING_ENDS : ends }
      end

      # Bands of a day with the end of the last so much later or sooner, but never before it begins.
      # @param bands [Array<Array(Integer, Integer)>] minutes of the day
      # @return [String] as hours are typed
      def self.later_end(bands, minutes)
        bands = bands.map(&:dup)
        from, to = bands[-1]
        bands[-1] = [from, (to + minutes).clamp(from + 15, 1440)]
        bands.map { |a, b| format("%02d:%02d-%02d:%02d", *a.divmod(60), *b.divmod(60)) }.join(", ")
      end

      # @param start [Time] minute 0 of a job @param name [String, nil] of one of its people
      # @return [Array<Array(Float, Float)>] minutes
      def taken_after(start, name = nil)
        (taken + named.fetch(name, [])).map { |from, to| [(from - start) / 60, (to - start) / 60] }.select { |_, to| to.positive? }
      end
    end
    # How late an evening is.
    Crew::EVENING_ENDS = "22:00"
    # Hours of a shop that has told none.
    Crew::HOURS = "07:00-12:00, 12:30-17:00"
    Crew::ROUND_THE_CLOCK = Crew.new(hours: "24 h", days_off: "", people: 1)
  end
end
