# frozen_string_literal: true

module Dakren
  module Drawings
    # A place of the piece seen from above, to scale, with its measures, a scale bar, soundings, the marks each
    # cup must reach, and below it its section: a void with its depth, coats drawn thicker by a factor that is stated.
    class PiecePlan
      WIDTH = 440
      BOX = [322.0, 104.0].freeze
      LEFT = 14.0
      TOP = 10.0
      BELOW = 60.0
      MOST_MARKS = 24
      # What is drawn while the measures are missing: mm that stand for nothing.
      UNTOLD = { "circle" => [1.0, 1.0], "ring" => [1.0, 1.0], "regular" => [1.0, 1.0] }.freeze
      UNTOLD_USUAL = [2.6, 1.0].freeze

      # @param outline [Object, nil] shape of Size; nil while its measures are missing
      # @param wording [Words::Wording]
      # @param plan [Plan::CoatPlan, nil] its marks are drawn
      # @param coats [Array<Plan::Entry>] all that lie on it, first one lowest
      # @param void [Geometry::Void, nil]
      # @param start [Time, nil] minute 0 of the job: which section is laid on which day
      # @param held [Array<Handles::Held>] shapes that can be taken hold of, the first one first
      # @param fields [Hash{String=>String}] measures of the first shape that can be typed on the drawing, as HTML by name
      # @param off [Array<Array(Integer, Integer)>] section and number of batches that lie there off their ratio
      # @param form [String] of the first shape, of Document::ShapeForms
      # @param each_mm [Array(Numeric, Numeric), nil] across and up of one of several that lie beside each other only to be seen
      # @param hollow [Boolean] is it a void, though its depth is not told yet? @param depth_field [String, nil] id of its depth's field
      def initialize(outline, wording, plan: nil, coats: [], void: nil, start: nil, held: [], fields: {}, form: "rectangle", hollow: false,
        depth_field: nil, face: :top, off: [], each_mm: nil)
        @off = off
        @each = each_mm
        @start = start
        @laid = coats
        @outline = outline
        @wording = wording
        @plan = plan
        @coats = coats.select { |coat| coat.plan.order.need.film_mm }
        @void = void
        @held = held
        @fields = fields
        @form = form
        lay_out
        @section = PieceSection.new(frame, @box, [LEFT, LEFT + BOX[0]], wording, coats: coats, void: void, hollow: hollow || !void.nil?,
          field: fields["depth"], sets: depth_field, face: face)
      end

      def to_s
        svg = Svg.new(WIDTH, height, label: "Plan of the piece, to scale: #{@outline ? extent_words : "its measures are missing"}",
          role: @fields.any? ? "group" : "img", css: "drawing piece-plan")
        draw_outline(svg)
        draw_soundings(svg) if @void
        if @plan && @outline
          sections > 1 ? draw_sections(svg) : draw_marks(svg)
          @off.each { |section, number| draw_off(svg, section, number) }
        end
        @held.each { |held| Handles.new(svg, frame, @wording).draw(held, fill: "transparent", stroke: "none") }
        draw_measures(svg)
        draw_scale_bar(svg) if @outline
        @section.draw(svg, section_top)
        svg.to_s
      end

      # @return [Handles::Frame]
      def frame
        @frame ||= Handles::Frame.new(left: @left - (@box[0] * @scale), base: TOP + (@box[3] * @scale), scale: @scale)
      end

      # How finely a pointer sets a measure: a round length of a few pixels.
      # @return [Float] mm
      def step_mm
        ScaleBar.round_step(2.0 / @scale, @wording)
      end

      def height
        section_top + @section.height
      end

      private

      def lay_out
        @loops = @outline ? Geometry.loops(@outline) : [untold]
        @box = Geometry::Plane.box(@loops.flatten(1))
        extent = [@box[2] - @box[0], @box[3] - @box[1]]
        @scale = extent.zip(BOX).map { |side, room| room / side }.min
        @wide, @high = extent.map { |side| side * @scale }
        @left = LEFT + ((BOX[0] - @wide) / 2)
      end

      def untold
        wide, high = UNTOLD.fetch(@form, UNTOLD_USUAL)
        return Geometry.loops(Geometry::Circle.new(diameter_mm: 1)).first if UNTOLD.key?(@form)

        @form == "triangle" ? [[0, 0], [wide, 0], [wide * 0.4, high]] : [[0, 0], [wide, 0], [wide, high], [0, high]]
      end

      def section_top
        TOP + @high + BELOW
      end

      def extent_words
        measured.map { |px| length(px / @scale) }.join(" by ")
      end

      def length(mm)
        @wording.show(Quantity.new(value: mm, unit: :mm))
      end

      def at(x, y)
        [frame.x(x), frame.y(y)]
      end

      def draw_outline(svg)
        svg.loops(@loops.map { |loop| loop.map { |x, y| at(x, y) } }, fill: @outline ? Ramp.fill(:runny) : Ramp::PAPER,
          stroke: Ramp::INK, stroke_width: 2, **(@outline ? {} : { stroke_dasharray: "6 4" }))
        return unless @outline&.told_by_corners? && @outline.corners_mm.size <= 12

        @outline.corners_mm.each_with_index { |(x, y), i| corner_number(svg, *at(x, y), i + 1) }
      end

      def round?
        @outline ? @outline.round? : UNTOLD.key?(@form)
      end

      def corner_number(svg, x, y, number)
        svg.tag(:circle, cx: x, cy: y, r: 2.5, fill: Ramp::INK)
        svg.text(x + (x > @left + (@wide / 2) ? -9 : 9), y + (y > TOP + (@high / 2) ? -7 : 15), number.to_s, class: "t-small",
          text_anchor: x > @left + (@wide / 2) ? "end" : "start")
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
          key = coat ? "#{coat.task.id}-#{coat.number}-#{coat.section}-#{number}" : number
          svg.group(class: "batch", data_batch: key) { svg.rect(from, TOP, to - from, @high, fill: "transparent") }
          svg.text((from + to) / 2, TOP + (@high / 2) + 4, to - from > 36 ? "batch #{number}" : number.to_s, text_anchor: "middle",
            class: "t-small")
        end
      end

      # Where a batch lies that went on off its ratio.
      def draw_off(svg, section, number)
        count = @plan.batches.size
        return if number > count || section > sections || @plan.order.outline.nil?

        cuts = [0.0, *Plan::Marks.new(@outline).at(count * sections), @outline.extent_mm.first]
        from, to = cuts[((section - 1) * count) + number - 1, 2].map { |mm| @left + (mm * @scale) }
        svg.rect(from + 2, TOP + 2, to - from - 4, @high - 4, fill: "none", stroke: Ramp::INK, stroke_width: 4, stroke_dasharray: "2 3")
        svg.text((from + to) / 2, TOP + (@high / 2) + 20, "off ratio", text_anchor: "middle", class: "t-label") if to - from > 60
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

      # The measures of the whole, as figures, or as fields of its first shape where those make it.
      def draw_measures(svg)
        y = TOP + @high + 13
        wide, high = measured
        measure(svg, @left, y, @left + wide, y)
        across = @fields.slice("length", "diameter").values.first
        if across then svg.foreign(@left + (wide / 2) - 75, y + 4, 150, 28, across, class: "across")
        else svg.text(@left + (wide / 2), y + 15, length(wide / @scale), text_anchor: "middle", class: "t-figure")
        end
        inner(svg)
        return if round?

        x = @left + @wide + 12
        foot = TOP + @high
        measure(svg, x, foot - high, x, foot)
        return svg.foreign(x + 5, foot - (high / 2) - 14, WIDTH - x - 5, 28, @fields["width"]) if @fields["width"]

        svg.text(x + 6, foot - (high / 2) + 4, length(high / @scale), class: "t-figure") if @outline
      end

      # Pixels across and up of what is measured: the whole, or one of those that lie side by side only to be seen.
      def measured
        @each ? @each.map { |side| side * @scale } : [@wide, @high]
      end

      # The hole of a ring, and the sides of a triangle.
      def inner(svg)
        svg.foreign(@left + (@wide / 2) - 60, TOP + (@high / 2) - 14, 120, 28, @fields["hole"], class: "across") if @fields["hole"]
        corners = @loops.first
        %w[side_a side_b side_c].each_with_index do |name, i|
          next unless @fields[name]

          x, y = at(*corners[i].zip(corners[(i + 1) % 3]).map { |one, two| (one + two) / 2.0 })
          svg.foreign(x - 60, i.zero? ? y + 17 : y - 14, 120, 28, @fields[name], class: "across")
        end
      end

      def measure(svg, x1, y1, x2, y2)
        svg.line(x1, y1, x2, y2)
        across, up = y1 == y2 ? [0, 4] : [4, 0]
        svg.line(x1 - across, y1 - up, x1 + across, y1 + up)
        svg.line(x2 - across, y2 - up, x2 + across, y2 + up)
      end

      def draw_scale_bar(svg)
        y = TOP + @high + 46
        ScaleBar.draw(svg, LEFT, y, @scale, @wording)
        size = @void ? Quantity.new(value: @void.volume_ml, unit: :ml) : Quantity.new(value: @outline.area_mm2 / 1e6, unit: :m2)
        svg.text(WIDTH - 8, y + 6, @wording.show(size), class: "t-figure", text_anchor: "end")
      end
    end
  end
end
