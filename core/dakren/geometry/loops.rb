# frozen_string_literal: true

require_relative "shape"

module Dakren
  module Geometry
    # Several closed loops as one shape, e.g. an outline with holes that was traced or read from a file.
    # A loop inside another is a hole in it, one inside a hole an island.
    class Loops
      include Shape

      MOST_LOOPS = 200
      # Ours, of the computation: nearer than this is touching.
      TOUCHING_MM = 1e-6

      attr_reader :loops_mm

      # @param loops_mm [Array<Array<Array(Numeric, Numeric)>>] each three corners or more, y upwards
      # @raise [InputError] naming corners: too many, too few, crossing
      def initialize(loops_mm)
        unless loops_mm.size.between?(1, MOST_LOOPS)
          raise InputError.new(:corners, "must be 1 to #{MOST_LOOPS} closed loops; #{loops_mm.size} given")
        end

        @loops_mm = loops_mm.map.with_index { |loop, i| checked(loop, i) }.freeze
        refuse_crossings
        raise InputError.new(:corners, "enclose nothing") if area_mm2 < AREA_M2.begin * 1e6

        freeze
      end

      # Rule: a loop counts as a hole when an odd number of others lie round it.
      def area_mm2
        loops_mm.each_with_index.sum { |loop, i| (depth(i).odd? ? -1 : 1) * Plane.signed_area(loop).abs }
      end

      def edge_mm
        loops_mm.sum { |loop| Plane.length(loop) }
      end

      def extent_mm
        x0, y0, x1, y1 = Plane.box(loops_mm.flatten(1))
        [x1 - x0, y1 - y0]
      end

      def corners_mm
        loops_mm.max_by { |loop| Plane.signed_area(loop).abs }
      end

      def working
        Working.new(says: "outline of %{count} in %{loops}, holes taken away = %{area}", parts: {
          count: Quantity.new(value: loops_mm.sum(&:size), unit: :corner), loops: Quantity.new(value: loops_mm.size, unit: :loop),
          area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end

      def ==(other)
        other.is_a?(Loops) && loops_mm == other.loops_mm
      end
      alias eql? ==

      def hash
        loops_mm.hash
      end

      private

      def checked(loop, index)
        Polygon.new(loop).corners_mm
      rescue InputError => e
        raise InputError.new(:corners, "of loop #{index + 1} #{e.allowed}")
      end

      def depth(index)
        own = loops_mm[index]
        loops_mm.each_with_index.count { |loop, i| i != index && boxes_meet?(own, loop) && Plane.inside?([loop], *off_edge(own, loop)) }
      end

      # A point of a loop that does not lie on the edge of another: two that touch are not one in the other.
      def off_edge(loop, other)
        middles = loop.each_index.lazy.map { |i| [(loop[i][0] + loop[i - 1][0]) / 2.0, (loop[i][1] + loop[i - 1][1]) / 2.0] }
        [loop.lazy, middles].each do |points|
          (found = points.find { |x, y| Plane.edge_distance([other], x, y) > TOUCHING_MM }) && (return found)
        end
        loop.first
      end

      def refuse_crossings
        loops_mm.combination(2) do |one, two|
          next unless boxes_meet?(one, two) && crossing?(one, two)

          raise InputError.new(:corners, "of loops #{loops_mm.index(one) + 1} and #{loops_mm.index(two) + 1} cross each other")
        end
      end

      def boxes_meet?(one, two)
        a = Plane.box(one)
        b = Plane.box(two)
        a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3]
      end

      def crossing?(one, two)
        edges = two.each_index.map { |i| [two[i], two[i - two.size + 1]] }
        one.each_index.any? do |i|
          from = one[i]
          to = one[i - one.size + 1]
          low, high = [from[0], to[0]].minmax
          edges.any? { |a, b| !(a[0] > high && b[0] > high) && !(a[0] < low && b[0] < low) && proper?(from, to, a, b) }
        end
      end

      def proper?(a, b, c, d)
        turn = ->(p, q, r) { ((q[0] - p[0]) * (r[1] - p[1])) - ((q[1] - p[1]) * (r[0] - p[0])) }
        (turn.call(a, b, c) * turn.call(a, b, d)).negative? && (turn.call(c, d, a) * turn.call(c, d, b)).negative?
      end
    end
  end
end
