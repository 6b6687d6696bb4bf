# frozen_string_literal: true

module Dakren
  module Drawings
    # The drawing table: one place of a piece with its shapes apart, over its picture, on a grid with round steps.
    class TableDrawing
      WIDTH = 860
      HEIGHT = 560
      MARGIN = 34.0
      EMPTY_MM = [1000.0, 600.0].freeze
      GRID_PX = 22.0

      attr_reader :scale, :step_mm, :left, :base

      # @param place [Document::PlaceDesk] @param wording [Words::Wording]
      # @param picture [Array(String, Float, Float), nil] address, width and height in mm
      def initialize(place, wording, picture: nil)
        @place = place
        @wording = wording
        @picture = picture
        @shapes = place.shapes.map { |id, placed| [id, placed, Geometry::Region.loops_of(placed)] }
        x0, y0, x1, y1 = extent
        @scale = [(WIDTH - (2 * MARGIN)) / (x1 - x0), (HEIGHT - (2 * MARGIN)) / (y1 - y0)].min
        @left = MARGIN - (x0 * @scale) + ((WIDTH - (2 * MARGIN) - ((x1 - x0) * @scale)) / 2)
        @base = HEIGHT - MARGIN + (y0 * @scale) - ((HEIGHT - (2 * MARGIN) - ((y1 - y0) * @scale)) / 2)
        @step_mm = ScaleBar.round_step(GRID_PX / @scale, wording)
      end

      # What a pointer may snap to: corners and middles of what lies there.
      # @return [Array<Array(Float, Float)>]
      def snaps
        corners = @shapes.flat_map do |_, _, repeats|
          repeats.flat_map { |loops| loops.select { |loop| loop.size <= Handles::MOST_CORNERS }.flatten(1) }
        end
        middles = @shapes.flat_map do |_, _, repeats|
          repeats.map { |loops| Geometry::Plane.box(loops.flatten(1)).then { |a, b, c, d| [(a + c) / 2, (b + d) / 2] } }
        end
        (corners + middles).first(400).map { |x, y| [x.round(3), y.round(3)] }
      end

      def to_s
        svg = Svg.new(WIDTH, HEIGHT, label: "Drawing table: #{@place.name}, #{@place.shapes.size} shapes", css: "drawing table-drawing")
        grid(svg)
        draw_picture(svg) if @picture
        @shapes.each { |id, placed, repeats| shape(svg, id, placed, repeats) }
        soundings(svg) if @place.place&.shape&.hollow?
        ScaleBar.draw(svg, 10, HEIGHT - 14, @scale, @wording)
        svg.to_s
      end

      private

      def frame
        @frame ||= Handles::Frame.new(left: @left, base: @base, scale: @scale)
      end

      def x(mm)
        frame.x(mm)
      end

      def y(mm)
        frame.y(mm)
      end

      def extent
        points = @shapes.flat_map { |_, _, repeats| repeats.flatten(2) }
        points += [[0.0, 0.0], @picture[1..]] if @picture
        points = [[0.0, 0.0], EMPTY_MM] if points.empty?
        Geometry::Plane.box(points)
      end

      def grid(svg)
        from = ->(low) { (low / @step_mm).ceil }
        (from.call((0 - @left) / @scale)..((WIDTH - @left) / @scale / @step_mm).floor).each do |i|
          rule(svg, x(i * @step_mm), 0, x(i * @step_mm), HEIGHT, i)
        end
        (from.call((@base - HEIGHT) / @scale)..(@base / @scale / @step_mm).floor).each do |i|
          rule(svg, 0, y(i * @step_mm), WIDTH, y(i * @step_mm), i)
        end
      end

      def rule(svg, x1, y1, x2, y2, index)
        svg.tag(:line, x1: x1, y1: y1, x2: x2, y2: y2, stroke: (index % 5).zero? ? Ramp::RULE : Ramp::GRID,
          stroke_width: index.zero? ? 1.6 : 0.8)
      end

      def draw_picture(svg)
        address, wide, high = @picture
        svg.tag(:image, href: address, x: x(0), y: y(high), width: wide * @scale, height: high * @scale, opacity: 0.72,
          preserveAspectRatio: "none")
      end

      def shape(svg, id, placed, repeats)
        adds = placed.sign.positive?
        held = Handles::Held.new(id: id, at: Document::Part.of({}, @place.id, id).prefix, placed: placed, repeats: repeats, moves: true)
        Handles.new(svg, frame, @wording).draw(held, fill: adds ? Ramp.fill(:runny) : Ramp::PAPER, fill_opacity: @picture ? 0.35 : 0.9,
          stroke: Ramp::INK, stroke_width: 2, **(adds ? {} : { stroke_dasharray: "6 3" })) { label(svg, placed, repeats.first) }
      end

      def label(svg, placed, loops)
        x0, _, _, y1 = Geometry::Plane.box(loops.flatten(1))
        sides = placed.shape.extent_mm.map { |side| @wording.show(Quantity.new(value: side, unit: :mm)) }
        svg.text(x(x0) + 3, y(y1) - 4, sides.uniq.join(" × "), class: "t-figure")
      end

      def soundings(svg)
        @place.place.shape.soundings.each do |sounding|
          px = x(sounding.x_mm)
          py = y(sounding.y_mm)
          svg.line(px - 6, py, px + 6, py, stroke_width: 2)
          svg.line(px, py - 6, px, py + 6, stroke_width: 2)
          svg.text(px + 7, py - 5, @wording.show(Quantity.new(value: sounding.depth_mm, unit: :mm)), class: "t-figure")
        end
      end
    end
  end
end
