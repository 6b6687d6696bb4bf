# frozen_string_literal: true

module Dakren
  module Geometry
    # Points joined to triangles, none with another point inside its circle.
    #
    # Rule: Delaunay, one point after another; triangles whose circle holds the new point are opened. Points
    # that lie on one circle or line leave the choice open: each is moved by a ten-millionth, always the same
    # way, for the choosing only.
    class Triangles
      MOVE = 1e-7
      FAR = 60.0
      # Triangles thinner than this, on a plan of size 1, are lines.
      LINE = 1e-9

      # @param points [Array<Array(Float, Float)>] three or more, no two the same
      def initialize(points)
        x0, y0, x1, y1 = Plane.box(points)
        size = [x1 - x0, y1 - y0, 1e-6].max
        @even = points.map { |x, y| [(x - x0).to_f / size, (y - y0).to_f / size] }
        chance = Random.new(7)
        @moved = @even.map { |x, y| [x + (MOVE * chance.rand), y + (MOVE * chance.rand)] } +
          [[-FAR, -FAR], [2 * FAR, -FAR], [-FAR, 2 * FAR]]
      end

      # @return [Array<Array(Integer, Integer, Integer)>] corners by number, anticlockwise
      def all
        n = @even.size
        found = [circled([n, n + 1, n + 2])]
        n.times { |i| found = with(found, i) }
        found.map(&:first).reject { |triangle| triangle.any? { |corner| corner >= n } || thin?(triangle) }
      end

      private

      def with(triangles, new)
        x, y = @moved[new]
        open, kept = triangles.partition { |_, cx, cy, r2| ((cx - x)**2) + ((cy - y)**2) < r2 }
        edges = open.flat_map { |(a, b, c), *| [[a, b], [b, c], [c, a]] }
        paired = edges.to_h { |edge| [edge, true] }
        kept + edges.reject { |a, b| paired[[b, a]] }.map { |a, b| circled([a, b, new]) }
      end

      # A triangle with the centre and squared radius of its circle.
      def circled(triangle)
        (ax, ay), (bx, by), (cx, cy) = triangle.map { |i| @moved[i] }
        bx -= ax
        by -= ay
        cx -= ax
        cy -= ay
        twice = 2 * ((bx * cy) - (by * cx))
        b2 = (bx * bx) + (by * by)
        c2 = (cx * cx) + (cy * cy)
        ux = ((cy * b2) - (by * c2)) / twice
        uy = ((bx * c2) - (cx * b2)) / twice
        [triangle, ax + ux, ay + uy, (ux * ux) + (uy * uy)]
      end

      def thin?(triangle)
        (ax, ay), (bx, by), (cx, cy) = triangle.map { |i| @even[i] }
        (((bx - ax) * (cy - ay)) - ((by - ay) * (cx - ax))) < LINE
      end
    end
  end
end
