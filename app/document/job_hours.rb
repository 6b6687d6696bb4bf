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
        @told = reading.figure("people")
        @rows = reading.rows("crew", optional: %w[name does hours]) || []
        # Whoever works in the shop, where the job says nothing of it.
        @rows = shop.rows if @rows.empty? && @told.nil?
      end

      # How many people there are.
      def people
        @rows.any? ? @rows.size : (@told || @shop.people).to_i
      end

      # @return [Plan::Hours, nil] nil where they cannot be read
      def hours
        @hours ||= @start && @reading.guarded("hours") { read }
      end

      # Each of the crew by name, where they were told.
      # @return [Plan::Hands, nil]
      def hands
        CrewRows.new(@reading, @rows, method(:read)).hands if @rows.any? && hours
      end

      private

      def typed(name, usual)
        @reading.text(name).strip.then { |text| text.empty? ? usual : text[0, LONGEST] }
      end

      # Hours on the days of this job: of one of its people where a name is told, and of that text, else of the job.
      # @raise [InputError]
      def read(text = nil, name = nil)
        text ||= typed("hours", @shop.hours)
        off = @reading.choice("every_day") == "yes" ? "" : typed("days_off", @shop.days_off)
        text = Crew.till_late(text) if @reading.choice("evenings") == "yes"
        Plan::Hours.read(text, days_off: off, start: @start, taken: @shop.taken_after(@start, name), zone: @zone)
      end
    end
  end
end
