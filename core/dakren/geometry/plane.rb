# frozen_string_literal: true

module Dakren
  module Geometry
    # Plane geometry on plain lists of points [x, y] in mm, y upwards.
    module Plane
      # Ours, of the computation: nearer than this is touching.
      TOUCH_MM = 1e-9

      module_function

      # Shoelace; positive when the loop runs anticlockwise.
      # @return [Float] mm2
      def signed_area(loop)
        loop.each_with_index.sum { |(x0, y0), i| (x0 * loop[i - loop.size + 1][1]) - (loop[i - loop.size + 1][0] * y0) } / 2.0
      end

      # @return [Float] of a line of corners, in the unit of the corners
      def length(loop, closed: true)
        pairs = closed ? loop.each_index.map { |i| [loop[i], loop[i - loop.size + 1]] } : loop.each_cons(2)
        pairs.sum { |(x0, y0), (x1, y1)| Math.hypot(x1 - x0, y1 - y0) }
      end

      # @return [Array(Float, Float, Float, Float)] least x, least y, most x, most y
      def box(points)
        xs, ys = points.transpose
        [xs.min, ys.min, xs.max, ys.max]
      end

      # Even-odd; a point on the edge may fall either way.
      def inside?(loops, x, y)
        loops.sum do |loop|
          loop.each_index.count do |i|
            (x0, y0), (x1, y1) = loop[i], loop[i - loop.size + 1]
            (y0 > y) != (y1 > y) && x < x0 + ((x1 - x0) * (y - y0) / (y1 - y0))
          end
        end.odd?
      end

      # Distance from a point to the nearest edge of the loops, mm.
      def edge_distance(loops, x, y)
        loops.flat_map { |loop| loop.each_index.map { |i| segment_distance(loop[i], loop[i - loop.size + 1], x, y) } }.min
      end

      # @return [Float] from a point to an edge, in the unit of the corners
      def segment_distance((x0, y0), (x1, y1), x, y)
        dx = x1 - x0
        dy = y1 - y0
        long = (dx * dx) + (dy * dy)
        t = long.zero? ? 0.0 : ((((x - x0) * dx) + ((y - y0) * dy)) / long).clamp(0.0, 1.0)
        Math.hypot(x - x0 - (t * dx), y - y0 - (t * dy))
      end

      # A convex polygon clipped by the half-plane left of the line a -> b.
      def clip(polygon, a, b)
        side = ->(p) { ((b[0] - a[0]) * (p[1] - a[1])) - ((b[1] - a[1]) * (p[0] - a[0])) }
        polygon.each_index.flat_map do |i|
          from = polygon[i - 1]
          to = polygon[i]
          s0 = side.call(from)
          s1 = side.call(to)
          met = [from[0] + ((to[0] - from[0]) * s0 / (s0 - s1)), from[1] + ((to[1] - from[1]) * s0 / (s0 - s1))] if (s0 >= 0) != (s1 >= 0)
          [met, (to if s1 >= 0)].compact
        end
      end

      # @return [Array(Float, Float, Float)] area in mm2 and the centre of a convex anticlockwise polygon
      def centre(polygon)
        area = signed_area(polygon)
        return [0.0, *polygon.first] if area.abs < TOUCH_MM * TOUCH_MM || polygon.size < 3

        ox, oy = polygon.first
        cx = cy = 0.0
        polygon.each_index do |i|
          x0 = polygon[i][0] - ox
          y0 = polygon[i][1] - oy
          x1 = polygon[i - polygon.size + 1][0] - ox
          y1 = polygon[i - polygon.size + 1][1] - oy
          cross = (x0 * y1) - (x1 * y0)
          cx += (x0 + x1) * cross
          cy += (y0 + y1) * cross
        end
        [area, ox + (cx / (6 * area)), oy + (cy / (6 * area))]
      end

      # Leaves out corners that lie within a tolerance of the line of their neighbours.
      #
      # Rule: farthest point from the chord is kept while it is off by more than the tolerance.
      # @param points [Array<Array(Float, Float)>] an open line
      # @return [Array<Array(Float, Float)>]
      def simplify(points, tolerance_mm)
        return points if points.size < 3

        keep = Array.new(points.size, false)
        keep[0] = keep[-1] = true
        rest = [[0, points.size - 1]]
        until rest.empty?
          from, to = rest.pop
          far, off = farthest(points, from, to)
          next if far.nil? || off <= tolerance_mm

          keep[far] = true
          rest.push([from, far], [far, to])
        end
        points.select.with_index { |_, i| keep[i] }
      end

      # @return [Array(Integer, Float)] which corner lies farthest off the line from one to another, and how far, in their unit
      def farthest(points, from, to)
        best = nil
        most = -1.0
        ((from + 1)...to).each do |i|
          off = segment_distance(points[from], points[to], *points[i])
          if off > most
            best = i
            most = off
          end
        end
        [best, most]
      end
      private_class_method :farthest

      # Smallest number of edges a circle is drawn with for its own area to be kept.
      ROUND_EDGES = 120
      FEW_EDGES = 24

      # A circle or ellipse as a polygon of exactly its area.
      # @return [Array<Array(Float, Float)>] anticlockwise, in the box from 0, 0
      def round(length_mm, width_mm = length_mm, edges: ROUND_EDGES)
        grow = Math.sqrt(2 * Math::PI / (edges * Math.sin(2 * Math::PI / edges)))
        Array.new(edges) do |i|
          angle = 2 * Math::PI * i / edges
          [length_mm / 2.0 * (1 + (grow * Math.cos(angle))), width_mm / 2.0 * (1 + (grow * Math.sin(angle)))]
        end
      end
    end
  end
end
