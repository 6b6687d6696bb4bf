# frozen_string_literal: true

module Dakren
  module Drawings
    # The cup at the bench, to scale: what is in it by now, and how high it must come.
    class BenchCup
      HEIGHT = 360.0
      WIDEST = 250.0
      # Room for what is written beside the cup: lines to reach, or only the stop mark.
      LEFT_WRITTEN = 84.0
      LEFT_BARE = 22.0
      RIGHT = 50.0
      TOP = 14.0
      # Below the cup: as its name takes on a narrow page, where letters are twice as large.
      CAPTION = 34.0
      LINE = "#f4f6f4"
      DIVISIONS_ML = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000].freeze
      MOST_LINES = 20

      # @param walk [Bench::Walk]
      # @param shown_g [Float, nil] what the scale shows now
      # @param wording [Words::Wording]
      def initialize(walk, shown_g, wording)
        @walk = walk
        @shown_g = shown_g
        @wording = wording
        @cup = walk.recipe.cup
        @density = walk.recipe.sheet.clock.mixed_density_g_ml
        @scale = [HEIGHT / @cup.height_mm, WIDEST / @cup.top_mm].min
        @high = @cup.height_mm * @scale
        @wide = @cup.top_mm * @scale
        @left = walk.recipe.way.lines? ? LEFT_WRITTEN : LEFT_BARE
      end

      def to_s
        svg = Svg.new(@left + @wide + RIGHT, TOP + @high + CAPTION, label: label, css: "drawing bench-cup")
        layers.each { |name, from, to| svg.shape(corners(from, to), fill: CupRow::COLOURS.fetch(name)) }
        draw_cup(svg)
        draw_target(svg)
        draw_lines(svg) if @walk.recipe.way.lines?
        svg.text(@left + (@wide / 2), TOP + @high + CAPTION - 6,
          "#{@wording.vessel(@cup.name)}, #{@wording.show(Quantity.new(value: @cup.top_mm, unit: :mm))} across", text_anchor: "middle",
          class: "t-small")
        svg.to_s
      end

      private

      def label
        "#{@wording.vessel(@cup.name)} to scale, filled to #{fill(in_now).round} mm"
      end

      def in_now
        poured.sum(&:last)
      end

      # What has been poured, in order, in the unit it is measured in; the present part by the scale.
      def poured
        amounts = @walk.contents.amounts
        found = @walk.contents.parts.filter_map { |name| [name, amounts[name].to_f] if amounts[name]&.positive? }
        if @walk.pouring.part && @shown_g && @walk.recipe.weighed?
          more = @shown_g - @walk.contents.last_reading.to_f
          found << [@walk.pouring.part, more] if more.positive?
        end
        found
      end

      # Once mixed there is one colour; before, the parts lie on each other.
      def layers
        return [[:mix, 0.0, @cup.fill_mm(@walk.contents.mix.whole_ml(@walk.contents.mass_g))]] if @walk.finished?(:mix)

        height = 0.0
        poured.map do |name, amount|
          from = height
          height += amount
          [name, fill(from), fill(height)]
        end
      end

      # @param amount [Float] grams, or millilitres where it is measured in those
      # @return [Float] height, mm
      def fill(amount)
        @cup.fill_mm(@walk.recipe.unit == :ml ? amount : amount / @density)
      end

      def draw_cup(svg)
        bottom_left, bottom_right, top_right, top_left = corners(0, @cup.height_mm)
        svg.shape([top_left, bottom_left, bottom_right, top_right], closed: false, fill: "none", stroke: LINE, stroke_width: 3)
      end

      def draw_target(svg)
        target = @walk.pouring.target
        return unless target && @walk.recipe.weighed?

        y = level(fill(@walk.contents.amounts.values.sum.to_f + (target - @walk.contents.last_reading).to_f))
        svg.line(@left - 14, y, @left + @wide + 14, y, stroke: LINE, stroke_width: 2, stroke_dasharray: "7 5")
        svg.text(@left + @wide + 18, y + 5, "stop", class: "t-text")
      end

      # Printed lines, a number at every second one.
      def draw_lines(svg)
        division = DIVISIONS_ML.find { |step| @cup.brim_ml / step <= MOST_LINES } || DIVISIONS_ML.last
        (1..(@cup.brim_ml / division).floor).each do |i|
          height = @cup.fill_mm(i * division)
          right = corners(0, height)[2][0]
          svg.line(right - (i.even? ? 22 : 12), level(height), right, level(height), stroke: LINE)
          svg.text(right - 26, level(height) + 4, (i * division).to_s, class: "t-small", text_anchor: "end") if i.even?
        end
        draw_reaches(svg)
      end

      # Where each part must reach.
      def draw_reaches(svg)
        reaches.each do |name, ml|
          y = level(@cup.fill_mm(ml.to_f))
          svg.line(@left - 14, y, @left + @wide + 8, y, stroke: CupRow::COLOURS.fetch(name), stroke_width: 3)
          svg.text(@left - 16, y - 6, "#{name} to", class: "t-small", text_anchor: "end")
          svg.text(@left - 16, y + 14, @wording.volume(ml).join(" "), class: "t-small", text_anchor: "end")
        end
      end

      # Lines to fill to: of both parts at first, then of what is added to correct it.
      # @return [Hash{Symbol=>Numeric}] ml by part
      def reaches
        return { @walk.pouring.part => @walk.pouring.target } if @walk.step&.name == :mend
        return {} if @walk.finished?(:second)

        planned = @walk.recipe.planned
        first, second = @walk.contents.parts
        reached = @walk.contents.readings[0] || planned[first]
        { first => reached, second => @walk.contents.running.target([reached]) }
      end

      def corners(from, to)
        middle = @left + (@wide / 2)
        low = @cup.width_at(from) * @scale / 2
        high = @cup.width_at(to) * @scale / 2
        [[middle - low, level(from)], [middle + low, level(from)], [middle + high, level(to)], [middle - high, level(to)]]
      end

      def level(fill_mm)
        TOP + @high - (fill_mm * @scale)
      end
    end
  end
end
