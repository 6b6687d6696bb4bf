# frozen_string_literal: true

require_relative "zones"

module Dakren
  module Document
    # When the shop works, with how many, and what its crew is busy with.
    #
    # zone: of jobs that have none of their own; hours, days_off: as typed; taken: spans of time it is at what the job keeps clear of.
    Crew = Value.define(:hours, :days_off, :people, taken: [].freeze, zone: Zones.of(nil)) do
      # @param row [Stores::Settings] @param taken [Array<Array(Time, Time)>]
      def self.of(row, taken: [])
        new(hours: row.hours, days_off: row.days_off, people: row.crew, taken: taken, zone: Zones.of(row.zone))
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

      # @param start [Time] minute 0 of a job
      # @return [Array<Array(Float, Float)>] minutes
      def taken_after(start)
        taken.map { |from, to| [(from - start) / 60, (to - start) / 60] }.select { |_, to| to.positive? }
      end
    end
    # How late an evening is.
    Crew::EVENING_ENDS = "22:00"
    # Hours of a shop that has told none.
    Crew::HOURS = "07:00-12:00, 12:30-17:00"
    Crew::ROUND_THE_CLOCK = Crew.new(hours: "24 h", days_off: "", people: 1)
  end
end
