# frozen_string_literal: true

require_relative "shape"

module Dakren
  # How much work there is.
  module Geometry
    # Limits of one dimension of a piece, in mm: a dot to a kilometre.
    SIDE_MM = (0.5..1_000_000)
    # Limits of a plan area, in m2.
    AREA_M2 = (1e-6..200_000)

    # What shapes given by a length and a width share.
    module LengthByWidth
      include Shape

      attr_reader :length_mm, :width_mm

      # @param length_mm [Numeric] 0.5 to 1,000,000
      # @param width_mm [Numeric] likewise
      # @raise [InputError]
      def initialize(length_mm:, width_mm:)
        @length_mm = Check.number(:length, length_mm, SIDE_MM, "mm")
        @width_mm = Check.number(:width, width_mm, SIDE_MM, "mm")
        freeze
      end

      # @return [Array(Float, Float)] width and height of the box around it, mm
      def extent_mm
        [length_mm, width_mm]
      end

      private

      def side_quantities
        { length: Quantity.new(value: length_mm, unit: :mm), width: Quantity.new(value: width_mm, unit: :mm),
          area: Quantity.new(value: area_mm2 / 1e6, unit: :m2) }
      end
    end

    # A rectangle in plan.
    class Rectangle
      include LengthByWidth

      def area_mm2
        length_mm * width_mm
      end

      def edge_mm
        2 * (length_mm + width_mm)
      end

      def left_of(x)
        width_mm * x
      end

      # @return [Array<Array(Float, Float)>] corners in mm, y upwards
      def corners_mm
        [[0.0, 0.0], [length_mm, 0.0], [length_mm, width_mm], [0.0, width_mm]]
      end

      def working
        Working.new(says: "%{length} × %{width} = %{area}", parts: side_quantities)
      end
    end

    # An area as somebody tells it, without its outline: drawn as a square of that size, its edge taken from there.
    class ToldArea < Rectangle
      attr_reader :area_mm2

      # @param area_m2 [Numeric] 1e-6 to 200,000
      # @raise [InputError]
      def initialize(area_m2:)
        @area_mm2 = Exact.of(Check.number(:area, area_m2, AREA_M2, "m²")) * 1_000_000
        side = [Math.sqrt(@area_mm2), SIDE_MM.begin].max
        super(length_mm: side, width_mm: side)
      end

      def working
        Working.new(says: "as told: %{area}", parts: { area: Quantity.new(value: area_mm2 / 1e6, unit: :m2) })
      end
    end

    # A circle in plan.
    class Circle
      include Shape

      attr_reader :diameter_mm

      # @param diameter_mm [Numeric] 0.5 to 1,000,000
      # @raise [InputError]
      def initialize(diameter_mm:)
        @diameter_mm = Check.number(:diameter, diameter_mm, SIDE_MM, "mm")
        freeze
      end

      def round?
        true
      end

      def left_of(x)
        circle_left_of(x, diameter_mm)
      end

      def area_mm2
        Math::PI * diameter_mm * diameter_mm / 4
      end

      def edge_mm
        Math::PI * diameter_mm
      end

      def extent_mm
        [diameter_mm, diameter_mm]
      end

      def working
        Working.new(says: "π/4 × (%{across})² = %{area}", parts: {
          across: Quantity.new(value: diameter_mm, unit: :mm), area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end
    end

    # Any simple polygon by its corners, in order round the edge.
    #
    # Rule: shoelace. An outline that crosses or touches itself is refused, naming the edges.
    class Polygon
      include Shape

      MOST_CORNERS = 2000
      # Ours, of the computation: thinner than this is a line.
      FLAT_MM = 1e-6
      COORDINATE_MM = (-1_000_000..1_000_000)

      attr_reader :corners_mm

      # @param corners_mm [Array<Array(Numeric, Numeric)>] three or more, y upwards, either way round
      # @raise [InputError] naming corners
      def initialize(corners_mm)
        unless corners_mm.size.between?(3, MOST_CORNERS)
          raise InputError.new(:corners, "must be 3 to #{MOST_CORNERS}; #{corners_mm.size} given")
        end

        @corners_mm = corners_mm.each_with_index.map do |(x, y), i|
          [Check.number("corner #{i + 1} x", x, COORDINATE_MM, "mm"), Check.number("corner #{i + 1} y", y, COORDINATE_MM, "mm")]
        end
        refuse_repeats
        raise InputError.new(:corners, "all lie on one line: the piece has no area") if flat?

        refuse_crossings

        freeze
      end

      def told_by_corners?
        true
      end

      def area_mm2
        signed_area_mm2.abs
      end

      def edge_mm
        edges.sum { |(x0, y0), (x1, y1)| Math.hypot(x1 - x0, y1 - y0) }
      end

      def extent_mm
        xs, ys = corners_mm.transpose
        [xs.max - xs.min, ys.max - ys.min]
      end

      def working
        Working.new(says: "half the sum of x₁y₂ − x₂y₁ round %{count} = %{area}", parts: {
          count: Quantity.new(value: corners_mm.size, unit: :corner), area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end

      private

      def edges
        corners_mm.each_with_index.map { |corner, i| [corner, corners_mm[(i + 1) % corners_mm.size]] }
      end

      def signed_area_mm2
        edges.sum { |(x0, y0), (x1, y1)| (x0 * y1) - (x1 * y0) } / 2
      end

      def refuse_repeats
        edges.each_with_index do |(from, to), i|
          raise InputError.new(:corners, "#{i + 1} and #{((i + 1) % corners_mm.size) + 1} are the same point") if from == to
        end
      end

      # Edges by where they begin from the left, each compared with those that begin before it ends.
      def refuse_crossings
        all = edges
        order = all.each_index.sort_by { |i| left(all[i]) }
        order.each_with_index do |i, place|
          most = right(all[i])
          ((place + 1)...order.size).each do |later|
            j = order[later]
            break if left(all[j]) > most

            compare(all, *[i, j].minmax)
          end
        end
      end

      def compare(all, i, j)
        neighbours = j == i + 1 || (i.zero? && j == all.size - 1)
        return unless neighbours ? folded?(all[i], all[j], i, j) : meet?(*all[i], *all[j])

        raise InputError.new(:corners, "cross: edge #{edge_name(i)} meets edge #{edge_name(j)}")
      end

      def left(edge)
        [edge[0][0], edge[1][0]].min
      end

      def right(edge)
        [edge[0][0], edge[1][0]].max
      end

      # Is no corner off the line through the first one and the one farthest from it?
      def flat?
        first = corners_mm.first
        far = corners_mm.max_by { |x, y| Math.hypot(x - first[0], y - first[1]) }
        length = Math.hypot(far[0] - first[0], far[1] - first[1])
        corners_mm.all? { |corner| turn(first, far, corner).abs <= length * FLAT_MM }
      end

      def edge_name(index)
        "#{index + 1}–#{((index + 1) % corners_mm.size) + 1}"
      end

      # Neighbouring edges share a corner; they overlap only when one folds back over the other.
      def folded?(first, second, i, j)
        shared, one, two = j == i + 1 ? [first[1], first[0], second[1]] : [first[0], first[1], second[0]]
        turn(shared, one, two).zero? && dot(shared, one, two).positive?
      end

      def dot(origin, one, two)
        ((one[0] - origin[0]) * (two[0] - origin[0])) + ((one[1] - origin[1]) * (two[1] - origin[1]))
      end

      def turn(a, b, c)
        ((b[0] - a[0]) * (c[1] - a[1])) - ((b[1] - a[1]) * (c[0] - a[0]))
      end

      def meet?(a, b, c, d)
        t1 = turn(c, d, a)
        t2 = turn(c, d, b)
        t3 = turn(a, b, c)
        t4 = turn(a, b, d)
        return true if opposite?(t1, t2) && opposite?(t3, t4)

        [[t1, c, d, a], [t2, c, d, b], [t3, a, b, c], [t4, a, b, d]].any? { |t, from, to, point| t.zero? && between?(from, to, point) }
      end

      def opposite?(one, two)
        (one.positive? && two.negative?) || (one.negative? && two.positive?)
      end

      def between?(from, to, point)
        point[0].between?(*[from[0], to[0]].minmax) && point[1].between?(*[from[1], to[1]].minmax)
      end
    end
  end
end
