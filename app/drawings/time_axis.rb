# frozen_string_literal: true

module Dakren
  module Drawings
    # Clock time along a drawing: where a minute stands, and where ticks are worth drawing.
    class TimeAxis
      STEPS_MIN = [5, 10, 15, 30, 60, 120, 180, 360, 720, 1440, 2880, 10_080].freeze
      WIDEST_TICKS = 13

      attr_reader :start, :until_min, :left, :right

      # @param start [Time] at minute 0
      # @param until_min [Float] last minute shown
      # @param left [Numeric] pixel of minute 0
      # @param right [Numeric] pixel of the last minute
      # @param zone [#local] of its midnights
      def initialize(start, until_min, left:, right:, zone: Time)
        @start = start
        @until_min = until_min
        @left = left.to_f
        @right = right.to_f
        @zone = zone
      end

      # @return [Float] pixel, never past the right end
      def x(minute)
        left + ((right - left) * (minute.clamp(0, until_min) / until_min))
      end

      # Minutes from one tick to the next.
      def step
        STEPS_MIN.find { |candidate| until_min / candidate <= WIDEST_TICKS } || (until_min / WIDEST_TICKS).ceil
      end

      # Does every tick stand at a midnight?
      def by_days?
        (step % 1440).zero?
      end

      # @return [Array<Array(Float, Time)>] minute and clock time of each tick, on round clock times
      def ticks
        midnight = @zone.local(start.year, start.month, start.day)
        first = ((start - midnight) / 60 / step).ceil * step
        (0..).lazy.map { |i| midnight + ((first + (i * step)) * 60) }.map { |time| [(time - start) / 60, time] }
          .take_while { |minute, _| minute <= until_min }.to_a
      end

      # @return [Array<Array(Float, Time)>] minutes at which a day begins
      def midnights
        day = Date.new(start.year, start.month, start.day)
        (1..).lazy.map { |i| (day + i).then { |d| @zone.local(d.year, d.month, d.day) } }.map { |time| [(time - start) / 60, time] }
          .take_while { |minute, _| minute <= until_min }.to_a
      end
    end
  end
end
