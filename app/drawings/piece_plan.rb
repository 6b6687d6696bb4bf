# frozen_string_literal: true

module Dakren
  module Drawings
    # The piece seen from above, to scale, with its measures, a scale bar, the marks each cup must
    # reach, and below it the coat in section, drawn thicker by a factor that is stated.
    class PiecePlan
      WIDTH = 440
      BOX = [336.0, 160.0].freeze
      LEFT = 14.0
      TOP = 14.0
      MOST_MARKS = 24
      COAT_PX = 14.0

      # @param outline [Object] shape of Size
      # @param wording [Desk::Wording]
      # @param plan [Line::CoatPlan, nil] marks and coat are drawn when there is one
      def initialize(outline, wording, plan: nil)
        @outline = outline
        @wording = wording
        @plan = plan
        @scale = outline.extent_mm.zip(BOX).map { |extent, room| room / extent }.min
        @wide, @high = outline.extent_mm.map { |extent| extent * @scale }
        @left = LEFT + ((BOX[0] - @wide) / 2)
        @section_top = TOP + @high + 76
      end

      def to_s
        svg = Svg.new(WIDTH, @plan ? @section_top + 50 : @section_top - 8, label: "Plan of the piece, to scale: #{extent_words}")
        draw_outline(svg)
        draw_marks(svg) if @plan
        draw_measures(svg)
        draw_scale_bar(svg)
        draw_section(svg) if @plan
        svg.to_s
      end

      private

      def extent_words
        @outline.extent_mm.map { |mm| length(mm) }.join(" by ")
      end

      def length(mm)
        @wording.show(Quantity.new(value: mm, unit: :mm))
      end

      def draw_outline(svg)
        look = { fill: Ramp.fill(:runny), stroke: Ramp::INK, stroke_width: 2 }
        return draw_round(svg, look) if round?

        svg.shape(placed_corners, **look)
        return unless @outline.is_a?(Size::Polygon) && @outline.corners_mm.size <= 12

        placed_corners.each_with_index { |(x, y), i| corner_number(svg, x, y, i + 1) }
      end

      def round?
        @outline.is_a?(Size::Circle) || @outline.is_a?(Size::Ring)
      end

      def draw_round(svg, look)
        middle = { cx: @left + (@wide / 2), cy: TOP + (@high / 2) }
        svg.tag(:circle, **middle, r: @wide / 2, **look)
        svg.tag(:circle, **middle, r: @outline.hole_mm * @scale / 2, **look, fill: Ramp::PAPER) if @outline.is_a?(Size::Ring)
      end

      def corner_number(svg, x, y, number)
        svg.tag(:circle, cx: x, cy: y, r: 2.5, fill: Ramp::INK)
        svg.text(x + (x > @left + (@wide / 2) ? 5 : -5), y + (y > TOP + (@high / 2) ? 12 : -4), number.to_s, class: "t-small",
                                                                                                             text_anchor: x > @left + (@wide / 2) ? "start" : "end")
      end

      def placed_corners
        xs, ys = @outline.corners_mm.transpose
        @outline.corners_mm.map { |x, y| [@left + ((x - xs.min) * @scale), TOP + ((ys.max - y) * @scale)] }
      end

      def draw_marks(svg)
        count = @plan.batches.size
        return if count < 2 || count > MOST_MARKS

        edges = [0.0, *Batch::Marks.new(@outline).at(count), @outline.extent_mm.first].map { |x| @left + (x * @scale) }
        edges[1..-2].each { |x| svg.line(x, TOP - 6, x, TOP + @high + 6, stroke: Ramp::INK, stroke_dasharray: "5 4", stroke_width: 1.2) }
        return if @wide / count < 22

        edges.each_cons(2).with_index(1) do |(from, to), number|
          svg.text((from + to) / 2, TOP + (@high / 2) + 4, "cup #{number}", text_anchor: "middle", class: "t-small") if to - from > 36
          svg.text((from + to) / 2, TOP + (@high / 2) + 4, number.to_s, text_anchor: "middle", class: "t-small") if to - from <= 36
        end
      end

      def draw_measures(svg)
        across, up = @outline.extent_mm
        y = TOP + @high + 18
        measure(svg, @left, y, @left + @wide, y)
        svg.text(@left + (@wide / 2), y + 14, length(across), text_anchor: "middle", class: "t-figure")
        return if round?

        x = @left + @wide + 14
        measure(svg, x, TOP, x, TOP + @high)
        svg.text(x + 6, TOP + (@high / 2) + 4, length(up), class: "t-figure")
      end

      def measure(svg, x1, y1, x2, y2)
        svg.line(x1, y1, x2, y2)
        across, up = y1 == y2 ? [0, 4] : [4, 0]
        svg.line(x1 - across, y1 - up, x1 + across, y1 + up)
        svg.line(x2 - across, y2 - up, x2 + across, y2 + up)
      end

      # A round length near a quarter of the drawing.
      def draw_scale_bar(svg)
        unit = if @wording.system == "us" then 90 / @scale < 914 ? 25.4 : 304.8
               else 1.0
               end
        wanted = 90 / @scale / unit
        power = 10**Math.log10(wanted).floor
        round = [1, 2, 5, 10].map { |step| step * power }.min_by { |candidate| (Math.log(candidate) - Math.log(wanted)).abs } * unit
        y = TOP + @high + 50
        x = LEFT
        width = round * @scale
        svg.rect(x, y, width / 2, 5, fill: Ramp::INK)
        svg.rect(x, y, width, 5, fill: "none", stroke: Ramp::INK)
        svg.text(x + width + 6, y + 6, length(round), class: "t-small")
        svg.text(LEFT + BOX[0], y + 6, @wording.show(Quantity.new(value: @outline.area_mm2 / 1e6, unit: :m2)), class: "t-figure", text_anchor: "end")
      end

      def draw_section(svg)
        film = @plan.film_mm.to_f
        y = @section_top + COAT_PX
        svg.rect(LEFT, y, BOX[0], 16, fill: Ramp::WOOD, stroke: Ramp::INK)
        svg.rect(LEFT, y - COAT_PX, BOX[0], COAT_PX, fill: Ramp.fill(:runny), stroke: Ramp::INK)
        factor = COAT_PX / (film * @scale)
        words = "coat #{@wording.show(Quantity.new(value: film, unit: :film_mm))}"
        words += factor >= 1.5 ? ", drawn #{@wording.significant(factor.round)} × thicker than the plan" : ", drawn to its own scale"
        svg.text(LEFT, y + 32, words, class: "t-small")
      end
    end
  end
end
