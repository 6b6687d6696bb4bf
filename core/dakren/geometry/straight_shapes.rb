# frozen_string_literal: true

require_relative "shape"

module Dakren
  module Geometry
    # A triangle by its three sides.
    class Triangle
      include Shape

      attr_reader :sides_mm

      # @param sides_mm [Array<Numeric>] three, each 0.5 to 1,000,000
      # @raise [InputError] when they do not close
      def initialize(sides_mm:)
        @sides_mm = sides_mm.zip(%i[side_a side_b side_c]).map { |side, name| Check.number(name, side, SIDE_MM, "mm") }
        longest = @sides_mm.max
        unless longest < @sides_mm.sum - longest
          raise InputError.new(:side_a, "and the other two do not meet: the longest is #{Check.plain(longest)} mm")
        end

        freeze
      end

      # Rule: Heron.
      def area_mm2
        half = sides_mm.sum / 2
        Math.sqrt(sides_mm.reduce(half) { |product, side| product * (half - side) })
      end

      def edge_mm
        sides_mm.sum
      end

      # The first side lies along the bottom.
      def corners_mm
        a, b, c = sides_mm
        x = ((a * a) + (c * c) - (b * b)) / (2 * a)
        y = 2 * area_mm2 / a
        shift = [x, 0.0].min
        [[-shift, 0.0], [a - shift, 0.0], [x - shift, y]]
      end

      def extent_mm
        xs, ys = corners_mm.transpose
        [xs.max - xs.min, ys.max]
      end

      def working
        Working.new(says: "by its sides %{a}, %{b}, %{c}: √(s(s−a)(s−b)(s−c)) = %{area}", parts: {
          **%i[a b c].zip(sides_mm).to_h { |name, side| [name, Quantity.new(value: side, unit: :mm)] },
          area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end
    end

    # A regular polygon by the distance across its flats (for an odd number of sides: twice the distance
    # from the middle to a side).
    class RegularPolygon
      include Shape

      SIDES = (3..60)

      attr_reader :sides, :across_mm

      # @param sides [Integer] 3 to 60
      # @param across_mm [Numeric] 0.5 to 1,000,000
      # @raise [InputError]
      def initialize(sides:, across_mm:)
        @sides = Check.number(:sides, sides, SIDES).to_i
        raise InputError.new(:sides, "must be a whole number from 3 to 60") unless @sides == sides

        @across_mm = Check.number(:diameter, across_mm, SIDE_MM, "mm")
        freeze
      end

      def side_mm
        across_mm * Math.tan(Math::PI / sides)
      end

      def area_mm2
        sides * side_mm * across_mm / 4
      end

      def edge_mm
        sides * side_mm
      end

      def corners_mm
        radius = across_mm / 2 / Math.cos(Math::PI / sides)
        points = Array.new(sides) do |i|
          angle = (-Math::PI / 2) + (Math::PI / sides) + (2 * Math::PI * i / sides)
          [radius * Math.cos(angle), radius * Math.sin(angle)]
        end
        left, low = points.transpose.map(&:min)
        points.map { |x, y| [x - left, y - low] }
      end

      def extent_mm
        corners_mm.transpose.map(&:max)
      end

      def working
        Working.new(says: "%{sides} sides of %{side}, %{across} across: n × a × across ÷ 4 = %{area}", parts: {
          sides: Quantity.new(value: sides, unit: :count), side: Quantity.new(value: side_mm, unit: :mm),
          across: Quantity.new(value: across_mm, unit: :mm), area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end
    end

    # A long piece by its widths measured along it.
    #
    # Rule: Simpson for an odd number of stations at equal distances, trapezium otherwise.
    class Strip
      include Shape

      MOST_STATIONS = 500
      # Ours, of the computation: stations as even as this are even.
      EQUAL_SHARE = 1e-6
      # Pieces a rounded strip is cut into along its length, at most, and between two stations.
      MOST_PIECES = 400
      FINEST_PIECES = 8

      attr_reader :stations_mm

      # @param stations_mm [Array<Array(Numeric, Numeric)>] distance along and width there, distances rising
      # @raise [InputError] naming stations
      def initialize(stations_mm)
        unless stations_mm.size.between?(2, MOST_STATIONS)
          raise InputError.new(:stations, "must be 2 to #{MOST_STATIONS}; #{stations_mm.size} given")
        end

        @stations_mm = stations_mm.each_with_index.map do |(along, width), i|
          [Check.number("station #{i + 1}", along, Polygon::COORDINATE_MM, "mm"), Check.number("width #{i + 1}", width, 0..1_000_000, "mm")]
        end
        unless @stations_mm.each_cons(2).all? { |(before, _), (after, _)| after > before }
          raise InputError.new(:stations, "must lie one behind the other: the distances must rise")
        end
        raise InputError.new(:stations, "have no width anywhere: the piece has no area") if area_mm2 < AREA_M2.begin * 1e6

        freeze
      end

      def area_mm2
        simpson? ? simpson : stations_mm.each_cons(2).sum { |(x0, w0), (x1, w1)| (x1 - x0) * (w0 + w1) / 2 }
      end

      def simpson?
        steps = stations_mm.each_cons(2).map { |(before, _), (after, _)| after - before }
        stations_mm.size.odd? && (steps.max - steps.min) <= EQUAL_SHARE * steps.max
      end

      def edge_mm
        sides = widths_mm.each_cons(2).sum { |(x0, w0), (x1, w1)| 2 * Math.hypot(x1 - x0, (w1 - w0) / 2) }
        sides + stations_mm.first[1] + stations_mm.last[1]
      end

      # Drawn even about its middle line.
      def corners_mm
        start = stations_mm.first[0]
        middle = widest_mm / 2
        low = widths_mm.map { |along, width| [along - start, middle - (width / 2)] }
        high = widths_mm.reverse.map { |along, width| [along - start, middle + (width / 2)] }
        (low + high).uniq
      end

      def extent_mm
        [stations_mm.last[0] - stations_mm.first[0], widest_mm]
      end

      # Widths along it as its rule takes them: straight from station to station, or along the parabolas of Simpson's rule, so that
      # the area is the same whether it stands alone or is combined with other shapes.
      # @return [Array<Array(Float, Float)>] distance along and width there
      def widths_mm
        simpson? ? rounded : stations_mm
      end

      def working
        says = simpson? ? "Simpson's rule over %{count} = %{area}" : "trapezium rule over %{count} = %{area}"
        Working.new(says: says,
          parts: { count: Quantity.new(value: stations_mm.size, unit: :width), area: Quantity.new(value: area_mm2 / 1e6, unit: :m2) })
      end

      private

      def widest_mm
        widths_mm.map(&:last).max
      end

      # The parabolas cut into short pieces; what the pieces leave out is spread over all that lie between the ends.
      def rounded
        cuts = (MOST_PIECES / (stations_mm.size - 1)).clamp(2, FINEST_PIECES)
        points = stations_mm.each_cons(3).each_slice(2).map(&:first).flat_map { |three| parabola(*three, 2 * cuts)[0..-2] } << stations_mm
          .last
        step = points[1][0] - points[0][0]
        missing = area_mm2 - points.each_cons(2).sum { |(x0, w0), (x1, w1)| (x1 - x0) * (w0 + w1) / 2 }
        inner = points[1..-2].map { |along, width| [along, [width + (missing / step / (points.size - 2)), 0.0].max] }
        [points.first, *inner, points.last]
      end

      def parabola(one, two, three, pieces)
        (x0, w0), (_, w1), (x2, w2) = one, two, three
        (0..pieces).map do |i|
          t = 2.0 * i / pieces
          [x0 + ((x2 - x0) * t / 2), [(w0 * (1 - t) * (2 - t) / 2) + (w1 * t * (2 - t)) + (w2 * t * (t - 1) / 2), 0.0].max]
        end
      end

      def simpson
        step = stations_mm[1][0] - stations_mm[0][0]
        weights = Array.new(stations_mm.size) { |i| i.zero? || i == stations_mm.size - 1 ? 1 : 2 + (2 * (i % 2)) }
        step / 3 * weights.zip(stations_mm).sum { |weight, (_, width)| weight * width }
      end
    end
  end
end
