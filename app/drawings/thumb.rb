# frozen_string_literal: true

module Dakren
  module Drawings
    # The shape of a piece, small: all thumbs fill the same box, so only the shape speaks.
    class Thumb
      WIDTH = 96.0
      HEIGHT = 48.0

      # @param outline [Object] shape of Size
      def initialize(outline)
        @outline = outline
        @scale = [(WIDTH - 4) / outline.extent_mm[0], (HEIGHT - 4) / outline.extent_mm[1]].min
      end

      def to_s
        svg = Svg.new(WIDTH, HEIGHT, label: "Shape of the piece")
        look = { fill: Ramp.fill(:runny), stroke: Ramp::INK, stroke_width: 1.5 }
        if @outline.is_a?(Size::Circle) || @outline.is_a?(Size::Ring)
          svg.tag(:circle, cx: WIDTH / 2, cy: HEIGHT / 2, r: @outline.diameter_mm * @scale / 2, **look)
          svg.tag(:circle, cx: WIDTH / 2, cy: HEIGHT / 2, r: @outline.hole_mm * @scale / 2, **look, fill: Ramp::PAPER) if @outline.is_a?(Size::Ring)
        else
          svg.shape(corners, **look)
        end
        svg.to_s
      end

      private

      def corners
        xs, ys = @outline.corners_mm.transpose
        wide, high = @outline.extent_mm.map { |extent| extent * @scale }
        @outline.corners_mm.map { |x, y| [((WIDTH - wide) / 2) + ((x - xs.min) * @scale), ((HEIGHT - high) / 2) + ((ys.max - y) * @scale)] }
      end
    end
  end
end
