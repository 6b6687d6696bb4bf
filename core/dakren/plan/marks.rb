# frozen_string_literal: true

module Dakren
  module Plan
    # Where each batch must reach on the piece: cuts across its length that part it into equal areas.
    #
    #   Marks.new(outline).at(4)   # => three distances from the left edge, in mm
    class Marks
      # @param outline [Object] shape of Size
      def initialize(outline)
        @outline = outline
      end

      # @param count [Integer] batches, 1 or more
      # @return [Array<Float>] count - 1 distances from the left edge, mm, rising
      def at(count)
        (1...count).map { |i| cut(i.to_f / count) }
      end

      # The same for batches that are not alike.
      # @param amounts [Array<Numeric>] what each puts on the work
      def after(amounts)
        return at(amounts.size) if amounts.uniq.size == 1

        so_far = 0
        amounts[0..-2].map { |amount| cut((so_far += amount).to_f / amounts.sum) }
      end

      private

      def cut(share)
        width = @outline.extent_mm.first
        return width * share if @outline.is_a?(Geometry::Rectangle)

        wanted = @outline.area_mm2 * share
        Solve.root(0.0, width, tolerance: width * 1e-7, at_low: -wanted, at_high: @outline.area_mm2 - wanted) { |x| left_of(x) - wanted }
      end

      # Area left of a cut, mm2.
      def left_of(x)
        case @outline
        when Geometry::Region then @outline.left_of(x)
        when Geometry::Circle then circle_left_of(x, @outline.diameter_mm)
        when Geometry::Ring
          margin = (@outline.diameter_mm - @outline.hole_mm) / 2
          circle_left_of(x, @outline.diameter_mm) - circle_left_of(x - margin, @outline.hole_mm)
        else polygon_left_of(x) * @outline.area_mm2 / polygon_left_of(@outline.extent_mm.first)
        end
      end

      def circle_left_of(x, diameter)
        r = diameter / 2
        h = (x - r).clamp(-r, r)
        (r * r * Math.acos((-h / r).clamp(-1.0, 1.0))) + (h * Math.sqrt([(r * r) - (h * h), 0].max))
      end

      # The polygon clipped at the cut; edges run along the cut twice where it is hollow, and cancel.
      def polygon_left_of(x)
        corners = @outline.corners_mm
        limit = corners.map(&:first).min + x
        kept = corners.each_with_index.flat_map do |(x0, y0), i|
          x1, y1 = corners[(i + 1) % corners.size]
          points = x0 <= limit ? [[x0, y0]] : []
          points << [limit, y0 + ((y1 - y0) * (limit - x0) / (x1 - x0))] if (x0 < limit && x1 > limit) || (x0 > limit && x1 < limit)
          points
        end
        kept.each_with_index.sum { |(x0, y0), i| (x0 * kept[(i + 1) % kept.size][1]) - (kept[(i + 1) % kept.size][0] * y0) }.abs / 2
      end
    end
  end
end
