# frozen_string_literal: true

module Dakren
  module Drawings
    # A bar of a round length near a quarter of a drawing.
    module ScaleBar
      NEAR_PX = 90.0
      FOOT_MM = 304.8
      INCH_MM = 25.4
      YARD_MM = 914

      module_function

      # @param scale [Float] px to the mm
      def draw(svg, x, y, scale, wording)
        unit = 1.0
        unit = NEAR_PX / scale < YARD_MM ? INCH_MM : FOOT_MM if wording.us?(:length)
        round = round_near(NEAR_PX / scale / unit) * unit
        width = round * scale
        svg.rect(x, y, width / 2, 5, fill: Ramp::INK)
        svg.rect(x, y, width, 5, fill: "none", stroke: Ramp::INK)
        svg.text(x + width + 6, y + 6, wording.show(Quantity.new(value: round, unit: :mm)), class: "t-small")
      end

      # 1, 2 or 5 times a power of ten that lies nearest.
      def round_near(wanted)
        power = 10**Math.log10(wanted).floor
        [1, 2, 5, 10].map { |step| step * power }.min_by { |candidate| (Math.log(candidate) - Math.log(wanted)).abs }
      end

      # The least of 1, 2 or 5 times a power of ten, in mm or in inches, that is as long as that.
      # @return [Float] mm
      def round_step(least_mm, wording)
        unit = wording.us?(:length) ? INCH_MM : 1.0
        wanted = least_mm / unit
        power = 10.0**Math.log10(wanted).floor
        ([1, 2, 5, 10].find { |step| step * power >= wanted } * power * unit).round(4)
      end
    end
  end
end
