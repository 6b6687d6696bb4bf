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
        svg.loops(loops, **look)
        svg.to_s
      end

      private

      def loops
        all = Geometry.loops(@outline)
        x0, _, x1, y1 = Geometry::Plane.box(all.flatten(1))
        y0 = Geometry::Plane.box(all.flatten(1))[1]
        left = (WIDTH - ((x1 - x0) * @scale)) / 2
        top = (HEIGHT - ((y1 - y0) * @scale)) / 2
        all.map { |loop| loop.map { |x, y| [left + ((x - x0) * @scale), top + ((y1 - y) * @scale)] } }
      end
    end
  end
end
