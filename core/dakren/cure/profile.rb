# frozen_string_literal: true

module Dakren
  module Cure
    # Room (or surface) temperature over time: straight lines between points; the first and the last
    # value hold before and after.
    #
    #   Profile.new([[0, 22], [600, 22], [840, 14]]).at(720)   # => 18.0
    class Profile
      # Ours: what can be asked, nearly two years.
      LAST_MIN = 1_000_000
      MINUTES = (-LAST_MIN..LAST_MIN)
      MOST_POINTS = 20_000
      # How fast a heater warms a tent.
      STEEP_MIN = 20.0

      attr_reader :points

      # @param points [Array<Array(Numeric, Numeric)>] [minute, °C], minutes rising, two points at least
      # @raise [InputError] naming profile
      def initialize(points)
        unless points.is_a?(Array) && points.size.between?(2, MOST_POINTS)
          raise InputError.new(:profile, "must be 2 to #{MOST_POINTS} pairs [minute, °C]; a constant room is its value twice")
        end

        @points = points.each_with_index.map { |pair, index| checked(pair, index) }.freeze
        @points.each_cons(2) do |(before, _), (after, _)|
          unless after > before
            raise InputError.new(:profile, "must have rising minutes; #{Check.plain(after)} follows #{Check.plain(before)}")
          end
        end
        settle
      end

      # A profile made from one that was checked already.
      # @return [Profile]
      def self.of_checked(points)
        allocate.tap do |profile|
          profile.instance_variable_set(:@points, points.freeze)
          profile.send(:settle)
        end
      end
      private_class_method :of_checked

      # @return [Profile] the same temperature for ever
      def self.constant(temp_c)
        new([[0, temp_c], [1, temp_c]])
      end

      # A daily wave through whole days, by the hour.
      #
      # @param low_c [Numeric] coldest
      # @param high_c [Numeric] warmest
      # @param warmest_minute_of_day [Numeric] e.g. 900 for 15:00
      # @param start_minute_of_day [Numeric] minute of day at which the profile begins
      # @param days [Integer] how many days it is written out
      def self.daily_wave(low_c:, high_c:, warmest_minute_of_day: 900, start_minute_of_day: 0, days: 14)
        low = Check.temp_c(:low_c, low_c)
        high = Check.temp_c(:high_c, high_c)
        raise InputError.new(:low_c, "must not be above the day's highest") if low > high

        new((0..(days * 24)).map do |hour|
          phase = 2 * Math::PI * (start_minute_of_day + (hour * 60) - warmest_minute_of_day) / 1440
          [hour * 60, ((low + high) / 2) + ((high - low) / 2 * Math.cos(phase))]
        end)
      end

      # @return [Float] °C at this minute
      def at(minute)
        return @points[0][1] if @constant || minute <= @points[0][0]
        return @points[-1][1] if minute >= @points[-1][0]

        after = @points.bsearch_index { |point| point[0] > minute }
        (m0, c0), (m1, c1) = @points[after - 1], @points[after]
        c0 + ((c1 - c0) * (minute - m0) / (m1 - m0))
      end

      # @return [Float] warmest °C between two minutes
      def warmest(from_min, to_min)
        between(from_min, to_min).max
      end

      # @return [Float] coldest °C between two minutes
      def coldest(from_min, to_min)
        between(from_min, to_min).min
      end

      # Last minute anything is told of; nil for a room that stays as it is.
      def told_until
        constant? ? nil : points.last[0]
      end

      # The same room some degrees warmer or colder.
      def shifted(by_c)
        self.class.send(:of_checked, @points.map { |minute, temp| [minute, temp + by_c] })
      end

      # The same room seen from a later start.
      # @param minute [Numeric] that becomes minute 0
      def from(minute)
        return self if @constant

        rest = @points.select { |m, _| m > minute }.map { |m, c| [m - minute, c] }
        rest = [[1.0, at(minute + 1)]] if rest.empty?
        self.class.send(:of_checked, [[0.0, at(minute)], *rest])
      end

      # The same room with another temperature for a while: a tent, a heater, or what was really measured.
      #
      # Rule: from its first minute to its last it is as warm as told, so a cup mixed at its beginning is mixed in the warmth; the
      # room warms in the minutes before and cools in those after.
      # @param from_min [Numeric] @param to_min [Numeric] @param temp_c [Numeric] held between them
      # @param least [Boolean] a heater warms and never cools
      # @return [Profile]
      def held(from_min, to_min, temp_c, least: false)
        temp = Check.temp_c(:heat, temp_c)
        raise InputError.new(:heats, "must end after it begins") unless to_min > from_min

        from = from_min.to_f
        to = to_min.to_f
        spell = [[from - STEEP_MIN, at(from - STEEP_MIN)], *(least ? warmed(from, to, temp) : [[from, temp], [to, temp]]),
          [to + STEEP_MIN, at(to + STEEP_MIN)]]
        self.class.send(:of_checked, points.select { |m, _| m < from - STEEP_MIN } + spell + points.select { |m, _| m > to + STEEP_MIN })
      end

      # Pieces between the points from minute 0 on, the last one open-ended.
      # @return [Array<Array(Float, Float, Float, Float)>] start, end, °C at start, °C at end
      def pieces
        @made[:pieces] ||= between_points
      end

      def constant?
        @constant
      end

      def ==(other)
        equal?(other) || (other.is_a?(Profile) && hash == other.hash && points == other.points)
      end
      alias eql? ==

      def hash
        @made[:hash] ||= points.hash
      end

      private

      # °C at two minutes and at every point between them.
      def between(from_min, to_min)
        first = @points.bsearch_index { |minute, _| minute > from_min } || @points.size
        inside = @points[first..].take_while { |minute, _| minute < to_min }
        [at(from_min), at(to_min), *inside.map(&:last)]
      end

      def between_points
        inner = @points.each_cons(2).map { |(m0, c0), (m1, c1)| [m0, m1, c0, c1] }
        first_m, first_c = @points.first
        last_m, last_c = @points.last
        inner.unshift([0.0, first_m, first_c, first_c]) if first_m.positive?
        inner.push([last_m, Float::INFINITY, last_c, last_c])
        inner.reject { |piece| piece[1] <= 0 }.map { |m0, m1, c0, c1| m0 >= 0 ? [m0, m1, c0, c1] : [0.0, m1, at(0), c1] }
      end

      # This room between two minutes, nowhere colder than a heater keeps it.
      def warmed(from, to, temp)
        inner = [[from, at(from)], *points.select { |m, _| m > from && m < to }, [to, at(to)]]
        crossings = inner.each_cons(2).filter_map do |(m0, c0), (m1, c1)|
          [m0 + ((m1 - m0) * (temp - c0) / (c1 - c0)), temp] if (c0 < temp && c1 > temp) || (c0 > temp && c1 < temp)
        end
        (inner.map { |m, c| [m, [c, temp].max] } + crossings).sort_by(&:first).uniq(&:first)
      end

      def settle
        @constant = @points.all? { |_, temp| temp == @points[0][1] }
        @made = {}
        freeze
      end

      def checked(pair, index)
        unless pair.is_a?(Array) && pair.size == 2
          raise InputError.new(:profile, "must hold pairs [minute, °C]; entry #{index + 1} is none")
        end

        [Check.number(:minute, pair[0], MINUTES, "min"), Check.temp_c(:temperature, pair[1])]
      rescue InputError => e
        raise e if e.field == "profile"

        raise InputError.new(:profile, "#{e.field} #{index + 1} #{e.allowed}", given: pair)
      end
    end
  end
end
