# frozen_string_literal: true

module Dakren
  module Drawings
    # Several days along a drawing: the hours somebody works wide, nights narrow.
    class DayAxis
      # A minute of the night takes so much of one of the day.
      NIGHT_SHARE = 0.14
      # So long before and after working hours is drawn wide too, min.
      AROUND_MIN = 60
      TICKS_H = [1, 2, 4, 6, 12].freeze
      # Pixels between two ticks, at least.
      TICK_WIDE = 46

      # Time and pixel at which its scale changes, in order.
      # @return [Array<Array(Time, Float)>]
      attr_reader :points

      # @param first [Date] @param days [Integer] @param bands [Array<Array(Integer, Integer)>] working hours, minutes of a day
      # @param zone [#local] @param left [Numeric] @param right [Numeric] pixels
      def initialize(first, days, bands, zone:, left:, right:)
        @first = first
        @days = days
        @zone = zone
        @opens = [bands.first[0] - AROUND_MIN, 0].max
        @shuts = [bands.last[1] + AROUND_MIN, 1440].min
        @left = left.to_f
        @right = right.to_f
        @points = made
      end

      # @param at [Time, Numeric] seconds
      # @return [Float] never past an end
      def x(at)
        seconds = at.to_f
        return @left if seconds <= @points.first[0].to_f
        return @right if seconds >= @points.last[0].to_f

        after = @points.index { |time, _| time.to_f > seconds }
        (t0, x0), (t1, x1) = @points[after - 1], @points[after]
        x0 + ((x1 - x0) * (seconds - t0.to_f) / (t1.to_f - t0.to_f))
      end

      # Where days begin.
      # @return [Array<Array(Date, Float)>]
      def midnights
        (0..@days).map { |i| [@first + i, x(clock(@first + i, 0))] }
      end

      # Spans of the night, as they are drawn narrow.
      # @return [Array<Array(Float, Float)>] pixels
      def nights
        return [] if @opens.zero? && @shuts == 1440

        edges = (0...@days).flat_map { |i| [clock(@first + i, @opens), clock(@first + i, @shuts)] }.map { |time| x(time) }
        [@left, *edges, @right].each_slice(2).select { |from, to| to > from }
      end

      # @return [Array<Array(Time, Float)>] round hours of each working day
      def ticks
        step = TICKS_H.find { |hours| hour_wide * hours >= TICK_WIDE } || TICKS_H.last
        (0...@days).flat_map { |i| hours_of(@first + i, step) }.map { |time| [time, x(time)] }
      end

      private

      def hours_of(day, step)
        ((@opens / 60.0).ceil..(@shuts / 60)).select { |hour| (hour % step).zero? && hour < 24 }.map { |hour| clock(day, hour * 60) }
      end

      # Pixels an hour of the day takes.
      def hour_wide
        from = clock(@first, @opens)
        (x(from + 3600) - x(from)).abs
      end

      def made
        times = [clock(@first, 0), *(0...@days).flat_map { |i| [clock(@first + i, @opens), clock(@first + i, @shuts)] },
          clock(@first + @days, 0)].uniq
        shares = times.each_cons(2).map { |from, to| (to - from) * (wide?(from) ? 1 : NIGHT_SHARE) }
        px = (@right - @left) / shares.sum
        at = @left
        [[times.first, at], *times.drop(1).zip(shares).map { |time, share| [time, at += share * px] }]
      end

      def wide?(time)
        minute = (time.hour * 60) + time.min
        minute >= @opens && minute < @shuts
      end

      # The clocks change at night: an hour is that of the day itself.
      def clock(date, minute)
        return clock(date + 1, 0) if minute >= 1440

        @zone.local(date.year, date.month, date.day, minute / 60, minute % 60)
      end
    end
  end
end
