# frozen_string_literal: true

module Dakren
  module Drawings
    # A place of the piece seen from above, to scale, with its measures, a scale bar, soundings, the marks each
    # cup must reach, and below it its section: a void with its depth, coats drawn thicker by a factor that is stated.
    class PiecePlan
      WIDTH = 440
      BOX = [336.0, 136.0].freeze
      LEFT = 14.0
      TOP = 14.0
      MOST_MARKS = 24
      COAT_PX = 14.0
      MOST_COATS = 8
      DEEPEST_PX = 90.0

      # @param outline [Object] shape of Size
      # @param wording [Words::Wording]
      # @param plan [Plan::CoatPlan, nil] its marks are drawn
      # @param coats [Array<Plan::Entry>] all that lie on it, first one lowest
      # @param void [Geometry::Void, nil]
      # @param start [Time, nil] minute 0 of the job: which section is laid on which day
      def initialize(outline, wording, plan: nil, coats: [], void: nil, start: nil)
        @start = start
        @laid = coats
        @outline = outline
        @wording = wording
        @plan = plan
        @coats = coats.select { |coat| coat.plan.order.need.film_mm }.first(MOST_COATS)
        @void = void
        @loops = Geometry.loops(outline)
        @box = Geometry::Plane.box(@loops.flatten(1))
        extent = [@box[2] - @box[0], @box[3] - @box[1]]
        @scale = extent.zip(BOX).map { |side, room| room / side }.min
        @wide, @high = extent.map { |side| side * @scale }
        @left = LEFT + ((BOX[0] - @wide) / 2)
        @section_top = TOP + @high + 76
      end

      def to_s
        svg = Svg.new(WIDTH, height, label: "Plan of the piece, to scale: #{extent_words}")
        draw_outline(svg)
        draw_soundings(svg) if @void
        if @plan
          sections > 1 ? draw_sections(svg) : draw_marks(svg)
        end
        draw_measures(svg)
        draw_scale_bar(svg)
        if @void then draw_void(svg)
        elsif @coats.any? then draw_coats(svg)
        end
        svg.to_s
      end

      private

      def height
        return @section_top + void_px + 50 if @void

        @coats.any? ? @section_top + 36 + coats_px : @section_top - 8
      end

      def extent_words
        [@wide, @high].map { |px| length(px / @scale) }.join(" by ")
      end

      def length(mm)
        @wording.show(Quantity.new(value: mm, unit: :mm))
      end

      def at(x, y)
        [@left + ((x - @box[0]) * @scale), TOP + ((@box[3] - y) * @scale)]
      end

      def draw_outline(svg)
        svg.loops(@loops.map { |loop| loop.map { |x, y| at(x, y) } }, fill: Ramp.fill(:runny), stroke: Ramp::INK, stroke_width: 2)
        return unless @outline.is_a?(Geometry::Polygon) && @outline.corners_mm.size <= 12

        @outline.corners_mm.each_with_index { |(x, y), i| corner_number(svg, *at(x, y), i + 1) }
      end

      def round?
        @outline.is_a?(Geometry::Circle) || @outline.is_a?(Geometry::Ring)
      end

      def corner_number(svg, x, y, number)
        svg.tag(:circle, cx: x, cy: y, r: 2.5, fill: Ramp::INK)
        svg.text(x + (x > @left + (@wide / 2) ? 5 : -5), y + (y > TOP + (@high / 2) ? 12 : -4), number.to_s, class: "t-small",
          text_anchor: x > @left + (@wide / 2) ? "start" : "end")
      end

      def draw_soundings(svg)
        @void.soundings.each do |sounding|
          x, y = at(sounding.x_mm, sounding.y_mm)
          svg.line(x - 4, y, x + 4, y)
          svg.line(x, y - 4, x, y + 4)
          svg.text(x + 5, y - 4, length(sounding.depth_mm), class: "t-small") if @void.soundings.size <= 30
        end
      end

      def draw_marks(svg)
        count = @plan.batches.size
        return if count < 2 || count > MOST_MARKS || @plan.order.outline.nil?

        wide = @outline.extent_mm.first
        edges = [0.0, *Plan::Marks.new(@outline).after(@plan.portions.map(&:on_work_g)), wide].map { |x| @left + (x * @scale) }
        edges[1..-2].each { |x| svg.line(x, TOP - 6, x, TOP + @high + 6, stroke: Ramp::INK, stroke_dasharray: "5 4", stroke_width: 1.2) }
        return if @wide / count < 22

        edges.each_cons(2).with_index(1) do |(from, to), number|
          coat = @coats.first
          key = coat ? "#{coat.pass.id}-#{coat.number}-#{coat.section}-#{number}" : number
          svg.group(class: "batch", data_batch: key) { svg.rect(from, TOP, to - from, @high, fill: "transparent") }
          svg.text((from + to) / 2, TOP + (@high / 2) + 4, to - from > 36 ? "cup #{number}" : number.to_s, text_anchor: "middle",
            class: "t-small")
        end
      end

      def sections
        @coats.first.respond_to?(:sections) ? @coats.first.sections : 1
      end

      # Where each stretch of work ends: equal areas across the length.
      def draw_sections(svg)
        edges = [0.0, *Plan::Marks.new(@outline).at(sections), @outline.extent_mm.first].map { |mm| @left + (mm * @scale) }
        edges[1..-2].each { |x| svg.line(x, TOP - 6, x, TOP + @high + 6, stroke: Ramp::INK, stroke_width: 2) }
        edges.each_cons(2).with_index(1) do |(from, to), number|
          mark_batches(svg, number)
          svg.text((from + to) / 2, TOP + (@high / 2) + 4, number.to_s, text_anchor: "middle", class: "t-label") if to - from > 10
          day = day_of(number)
          svg.text((from + to) / 2, TOP + (@high / 2) + 18, day, text_anchor: "middle", class: "t-small") if day && to - from > 30
        end
      end

      # How far each batch of a section reaches.
      def mark_batches(svg, number)
        coat = first_of(number)
        count = coat ? coat.plan.batches.size : 0
        return if count < 2 || count * sections > MOST_MARKS

        cuts = Plan::Marks.new(@outline).at(count * sections).each_slice(count).to_a[number - 1] || []
        cuts.first(count - 1).each do |mm|
          x = @left + (mm * @scale)
          svg.line(x, TOP - 4, x, TOP + @high + 4, stroke: Ramp::INK, stroke_dasharray: "5 4")
        end
      end

      def first_of(number)
        @laid.find { |coat| coat.section == number && coat.number == 1 }
      end

      # The day a section is laid on first.
      def day_of(number)
        coat = @start && first_of(number)
        coat && (@start + (coat.from_min * 60)).strftime("%a %-d")
      end

      def draw_measures(svg)
        y = TOP + @high + 18
        measure(svg, @left, y, @left + @wide, y)
        svg.text(@left + (@wide / 2), y + 14, length(@wide / @scale), text_anchor: "middle", class: "t-figure")
        return if round?

        x = @left + @wide + 14
        measure(svg, x, TOP, x, TOP + @high)
        svg.text(x + 6, TOP + (@high / 2) + 4, length(@high / @scale), class: "t-figure")
      end

      def measure(svg, x1, y1, x2, y2)
        svg.line(x1, y1, x2, y2)
        across, up = y1 == y2 ? [0, 4] : [4, 0]
        svg.line(x1 - across, y1 - up, x1 + across, y1 + up)
        svg.line(x2 - across, y2 - up, x2 + across, y2 + up)
      end

      def draw_scale_bar(svg)
        y = TOP + @high + 50
        ScaleBar.draw(svg, LEFT, y, @scale, @wording)
        svg.text(LEFT + BOX[0], y + 6, @wording.show(@void ? Quantity.new(value: @void.volume_ml, unit: :ml) : Quantity
          .new(value: @outline.area_mm2 / 1e6, unit: :m2)), class: "t-figure",
          text_anchor: "end")
      end

      def coats_px
        [@coats.size * COAT_PX, 60].min
      end

      # Coats on each other, all drawn thicker by one factor.
      def draw_coats(svg)
        films = @coats.map { |coat| coat.plan.film_mm.to_f }
        px = coats_px / films.sum
        y = @section_top + coats_px
        svg.rect(LEFT, y, BOX[0], 16, fill: Ramp::WOOD, stroke: Ramp::INK)
        films.each do |film|
          svg.rect(LEFT, y - (film * px), BOX[0], film * px, fill: Ramp.fill(:runny), stroke: Ramp::INK)
          y -= film * px
        end
        factor = px / @scale
        words = films.size > 1 ? "#{films.size} coats, #{thickness(films.sum)} in all" : "coat #{thickness(films.first)}"
        words += factor >= 1.5 ? ", drawn #{@wording.significant(factor.round)} × thicker than the plan" : ", drawn to its own scale"
        svg.text(LEFT, @section_top + coats_px + 32, words, class: "t-small")
      end

      def thickness(mm)
        @wording.show(Quantity.new(value: mm, unit: :film_mm))
      end

      # As deep as the plan's own scale makes it, unless that could not be seen.
      def depth_scale
        @scale.clamp([30.0, DEEPEST_PX].min / @void.deepest_mm, DEEPEST_PX / @void.deepest_mm)
      end

      def void_px
        @void.deepest_mm * depth_scale
      end

      # Section along the row through the deepest place.
      def draw_void(svg)
        y0 = @section_top
        row = cut_row
        steps = 160
        points = (0..steps).map { |i| @box[0] + ((@box[2] - @box[0]) * i / steps.to_f) }.map do |x|
          [x, @void.depth_at(x.clamp(@box[0] + 1e-6, @box[2] - 1e-6), row)]
        end
        svg.rect(LEFT, y0, BOX[0], void_px + 12, fill: Ramp::WOOD, stroke: Ramp::INK)
        points.slice_when { |(_, one), (_, two)| one.nil? != two.nil? }.reject { |run| run.first[1].nil? || run.size < 2 }.each do |run|
          floor = run.map { |x, depth| [at(x, 0)[0], y0 + (depth * depth_scale)] }
          svg.shape([[floor.first[0], y0], *floor, [floor.last[0], y0]], fill: Ramp.fill(:runny), stroke: Ramp::INK, stroke_width: 1.6)
        end
        x = LEFT + BOX[0] + 14
        measure(svg, x, y0, x, y0 + void_px)
        svg.text(x + 6, y0 + (void_px / 2) + 4, length(@void.deepest_mm), class: "t-figure")
        factor = depth_scale / @scale
        svg.text(LEFT, y0 + void_px + 28,
          "section along #{length(row - @box[1])} up" \
          "#{factor > 1.05 ? ", depth drawn #{@wording.significant(factor)} ×" : ", to the same scale"}",
          class: "t-small")
      end

      def cut_row
        return @void.soundings.max_by(&:depth_mm).y_mm if @void.soundings.any?

        rows = (1..9).map { |i| @box[1] + ((@box[3] - @box[1]) * i / 10.0) + 1e-5 }
        rows.max_by { |y| (1..40).count { |i| @void.region.inside?(@box[0] + ((@box[2] - @box[0]) * i / 41.0), y) } }
      end
    end

    # A bar of a round length near a quarter of a drawing.
    module ScaleBar
      NEAR_PX = 90.0

      module_function

      # @param scale [Float] px to the mm
      def draw(svg, x, y, scale, wording)
        unit = if wording.us?(:length) then NEAR_PX / scale < 914 ? 25.4 : 304.8
               else 1.0
               end
        wanted = NEAR_PX / scale / unit
        power = 10**Math.log10(wanted).floor
        round = [1, 2, 5, 10].map { |step| step * power }.min_by { |candidate| (Math.log(candidate) - Math.log(wanted)).abs } * unit
        width = round * scale
        svg.rect(x, y, width / 2, 5, fill: Ramp::INK)
        svg.rect(x, y, width, 5, fill: "none", stroke: Ramp::INK)
        svg.text(x + width + 6, y + 6, wording.show(Quantity.new(value: round, unit: :mm)), class: "t-small")
      end
    end
  end
end
