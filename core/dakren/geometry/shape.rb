# frozen_string_literal: true

require_relative "../base/figure"

module Dakren
  module Geometry
    # What every shape answers of itself, and how most of them do: a flat one, told by its outline.
    #
    # A shape brings area_mm2, edge_mm and extent_mm, all in mm or mm2, corners_mm where it has some, and working.
    module Shape
      # Is the amount all that is told, with nothing it could be reckoned from?
      def told?
        false
      end

      # Does it hold mix in a depth?
      def hollow?
        false
      end

      # Is it bent, so that nothing lies on it as fast as on the flat?
      def curved?
        false
      end

      # Is most of it walls, on which nothing can be poured out?
      def upright?
        false
      end

      # Is a circle of it round?
      def round?
        false
      end

      # Is it told by its corners, so that each can be named and taken hold of?
      def told_by_corners?
        false
      end

      # @return [Object, nil] shape of Size that is drawn from above
      def outline
        self
      end

      # What is seen of it from above, as work on its surface goes by.
      # @return [Object, nil] shape of Size
      def from_above
        outline
      end

      # @return [Object, nil] what is seen of it cut through, for a body that says more so
      def section
        nil
      end

      # What mix lies on, mm2.
      def wetted_mm2
        area_mm2
      end

      # Bodies of it that hold mix by themselves.
      # @return [Integer]
      def hollows
        1
      end

      # Edge and area in plan of one body that is cast, mm and mm2.
      # @return [Array(Float, Float), nil] nil where none is
      def plan_of_one
        nil
      end

      # @return [Placed, nil] the one shape it is made of, however often that is there
      def placed_alone
        nil
      end

      # How big it is, as somebody would say it.
      # @return [Quantity]
      def size
        Quantity.new(value: area_mm2 / 1e6, unit: :m2)
      end

      # Area left of a cut, mm2.
      # @param x [Numeric] mm from the left edge
      def left_of(x)
        clipped_mm2(x) * area_mm2 / clipped_mm2(extent_mm.first)
      end

      private

      # The corners clipped at the cut; edges run along the cut twice where it is hollow, and cancel.
      def clipped_mm2(x)
        limit = corners_mm.map(&:first).min + x
        kept = corners_mm.each_with_index.flat_map do |(x0, y0), i|
          x1, y1 = corners_mm[(i + 1) % corners_mm.size]
          points = x0 <= limit ? [[x0, y0]] : []
          points << [limit, y0 + ((y1 - y0) * (limit - x0) / (x1 - x0))] if (x0 < limit && x1 > limit) || (x0 > limit && x1 < limit)
          points
        end
        kept.each_with_index.sum { |(x0, y0), i| (x0 * kept[(i + 1) % kept.size][1]) - (kept[(i + 1) % kept.size][0] * y0) }.abs / 2
      end

      # Area of a circle left of a cut, mm2.
      def circle_left_of(x, diameter)
        r = diameter / 2
        h = (x - r).clamp(-r, r)
        (r * r * Math.acos((-h / r).clamp(-1.0, 1.0))) + (h * Math.sqrt([(r * r) - (h * h), 0].max))
      end
    end
  end
end
