# frozen_string_literal: true

module Dakren
  module Document
    # When a job is worked on and by whom: the shop's hours and crew, unless the job tells its own.
    class JobHours
      LONGEST = 400

      # @param reading [Reader] of the job @param shop [Crew] @param start [Time, nil] minute 0 of the job @param zone [#local]
      def initialize(reading, shop, start, zone)
        @reading = reading
        @shop = shop
        @start = start
        @zone = zone
        @rows = reading.rows("crew", optional: %w[name does hours]) || []
      end

      # How many people there are.
      def people
        told = @reading.figure("people")
        @rows.any? ? @rows.size : (told || @shop.people).to_i
      end

      # @return [Plan::Hours, nil] nil where they cannot be read
      def hours
        @hours ||= @start && @reading.guarded("hours") { read(typed("hours", @shop.hours)) }
      end

      # Each of the crew by name, where they were told.
      # @return [Plan::Hands, nil]
      def hands
        CrewRows.new(@reading, @rows, hours, method(:read)).hands if @rows.any? && hours
      end

      private

      def typed(name, usual)
        @reading.text(name).strip.then { |text| text.empty? ? usual : text[0, LONGEST] }
      end

      # Hours of that text on the days of this job.
      # @raise [InputError]
      def read(text)
        off = @reading.choice("every_day") == "yes" ? "" : typed("days_off", @shop.days_off)
        text = Crew.till_late(text) if @reading.choice("evenings") == "yes"
        Plan::Hours.read(text, days_off: off, start: @start, taken: @shop.taken_after(@start), zone: @zone)
      end
    end
  end
end
