# frozen_string_literal: true

module Dakren
  module Drawings
    # The section below a plan: a void with its depth and its lifts, or coats on each other, drawn thicker by a factor that is stated.
    class PieceSection
      COAT_PX = 12.0
      MOST_PX = 44.0
      MOST_COATS = 8
      MOST_LIFTS = 12
      DEEPEST_PX = 84.0
      LEAST_PX = 24.0
      EMPTY_PX = 36.0
      GROUND_PX = 10.0
      STEPS = 160
      FACES = { under: "underside: ", edge: "edge: ", upright: "standing: " }.freeze

      # @param frame [Handles::Frame] of the plan above @param box [Array(Float, Float, Float, Float)] of the piece, mm
      # @param edges [Array(Float, Float)] px of its left and right end
      # @param coats [Array<Plan::Entry>] all that lie on it, first one lowest @param void [Geometry::Void, nil]
      # @param hollow [Boolean] is it a void, though its depth is not told yet? @param field [String, nil] its depth's, as HTML
      # @param face [Symbol] of Plan::Turning::SIDES: beneath an underside the coats hang, and each other face is named
      def initialize(frame, box, edges, wording, coats: [], void: nil, hollow: false, field: nil, sets: nil, face: :top)
        @face = face
        @under = face == :under
        @frame = frame
        @box = box
        @left, @right = edges
        @wording = wording
        @lifts = void ? coats.select { |coat| coat.plan.order.need.depth_mm && coat.section == 1 } : []
        # A coat laid in sections is one coat.
        @coats = coats.select { |coat| coat.plan.order.need.film_mm }.uniq { |coat| [coat.task.id, coat.number] }.first(MOST_COATS)
        @void = void
        @hollow = hollow
        @field = field
        @sets = sets
      end

      # @return [Float] px, with its caption
      def height
        return (@void ? void_px : EMPTY_PX) + 34 if @hollow

        @coats.any? ? coats_px + GROUND_PX + 22 : 0.0
      end

      # @param top [Float] px
      def draw(svg, top)
        if @void then draw_void(svg, top)
        elsif @hollow then draw_empty(svg, top)
        elsif @coats.any? then draw_coats(svg, top)
        end
      end

      private

      def wide
        @right - @left
      end

      def length(mm)
        @wording.show(Quantity.new(value: mm, unit: :mm))
      end

      def coats_px
        [@coats.size * COAT_PX, MOST_PX].min
      end

      # Coats on each other, all drawn thicker by one factor.
      def draw_coats(svg, top)
        films = @coats.map { |coat| coat.plan.film_mm.to_f }
        px = coats_px / films.sum
        svg.rect(@left, @under ? top : top + coats_px, wide, GROUND_PX, fill: Ramp::WOOD, stroke: Ramp::INK)
        films.inject(@under ? top + GROUND_PX : top + coats_px) do |y, film|
          svg.rect(@left, @under ? y : y - (film * px), wide, film * px, fill: Ramp.fill(:runny), stroke: Ramp::INK)
          @under ? y + (film * px) : y - (film * px)
        end
        factor = px / @frame.scale
        words = FACES.fetch(@face, "")
        words += films.size > 1 ? "#{films.size} coats, #{thickness(films.sum)} in all" : "coat #{thickness(films.first)}"
        words += factor >= 1.5 ? ", thickness not to scale (× #{@wording.significant(factor.round)})" : ", drawn to its own scale"
        svg.text(@left, top + coats_px + GROUND_PX + 14, words, class: "t-small")
      end

      def thickness(mm)
        @wording.show(Quantity.new(value: mm, unit: :film_mm))
      end

      # A void whose depth nobody has told yet.
      def draw_empty(svg, top)
        svg.rect(@left, top, wide, EMPTY_PX + GROUND_PX, fill: Ramp::WOOD, stroke: Ramp::INK)
        svg.rect(@left + (wide * 0.2), top, wide * 0.6, EMPTY_PX, fill: Ramp::PAPER, stroke: Ramp::INK, stroke_dasharray: "4 3")
        depth(svg, top, EMPTY_PX, nil)
        svg.text(@left, top + EMPTY_PX + 26, "section, not to scale until its depth is told", class: "t-small")
      end

      # As deep as the plan's own scale makes it, unless that could not be seen.
      def depth_scale
        @frame.scale.clamp([LEAST_PX, DEEPEST_PX].min / @void.deepest_mm, DEEPEST_PX / @void.deepest_mm)
      end

      def void_px
        @void.deepest_mm * depth_scale
      end

      # Section along the row through the deepest place.
      def draw_void(svg, top)
        row = cut_row
        svg.rect(@left, top, wide, void_px + GROUND_PX, fill: Ramp::WOOD, stroke: Ramp::INK)
        floors(row).each do |run|
          floor = run.map { |x, depth| [@frame.x(x), top + (depth * depth_scale)] }
          svg.shape([[floor.first[0], top], *floor, [floor.last[0], top]], fill: Ramp.fill(:runny), stroke: Ramp::INK, stroke_width: 1.6)
          lift_lines(svg, floor, top)
        end
        depth(svg, top, void_px, length(@void.deepest_mm))
        factor = depth_scale / @frame.scale
        words = "section #{length(row - @box[1])} from the edge" \
                "#{factor > 1.05 ? ", depth not to scale (× #{@wording.significant(factor)})" : ", to the same scale"}"
        svg.text(@left, top + void_px + 24, words + lift_words, class: "t-small")
      end

      # Runs of places along a row that have a depth.
      # @return [Array<Array(Float, Float)>] mm along and down
      def floors(row)
        points = (0..STEPS).map { |i| @box[0] + ((@box[2] - @box[0]) * i / STEPS.to_f) }.map do |x|
          [x, @void.depth_at(x.clamp(@box[0] + 1e-6, @box[2] - 1e-6), row)]
        end
        points.slice_when { |(_, one), (_, two)| one.nil? != two.nil? }.reject { |run| run.first[1].nil? || run.size < 2 }
      end

      # How high each pour comes, from the floor up.
      def lift_lines(svg, floor, top)
        return if @lifts.size < 2 || @lifts.size > MOST_LIFTS

        deepest = floor.map(&:last).max
        heights = @lifts.map { |lift| lift.plan.order.need.depth_mm.to_f * depth_scale }
        level = deepest
        heights[0..-2].each do |high|
          level -= high
          next if level <= top

          inside = floor.select { |_, y| y >= level }.map(&:first)
          svg.line(inside.min, level, inside.max, level, stroke_dasharray: "5 3") if inside.size > 1
        end
      end

      def lift_words
        @lifts.size > 1 ? "; #{@lifts.size} pours" : ""
      end

      # Its depth, told beside it: as a field that can be changed there, else as a figure.
      def depth(svg, top, high, words)
        x = @right + 12
        svg.line(x, top, x, top + high)
        [top, top + high].each { |y| svg.line(x - 4, y, x + 4, y) }
        if @field
          svg.foreign(x + 5, top + (high / 2) - 14, PiecePlan::WIDTH - x - 5, 28, @field)
          grip(svg, top, high) if @void && @sets
        elsif words
          svg.text(x + 6, top + (high / 2) + 4, words, class: "t-figure")
        end
      end

      def grip(svg, top, high)
        Handles.new(svg, @frame, @wording).drop(@left + (wide * 0.3), @left + (wide * 0.7), top + high, field: @sets,
          mm: @void.deepest_mm, px_per_mm: depth_scale)
      end

      def cut_row
        return @void.soundings.max_by(&:depth_mm).y_mm if @void.soundings.any?

        rows = (1..9).map { |i| @box[1] + ((@box[3] - @box[1]) * i / 10.0) + 1e-5 }
        rows.max_by { |y| (1..40).count { |i| @void.region.inside?(@box[0] + ((@box[2] - @box[0]) * i / 41.0), y) } }
      end
    end
  end
end
