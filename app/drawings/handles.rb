# frozen_string_literal: true

module Dakren
  module Drawings
    # What of a drawn shape can be taken hold of: the shape itself, its corners, the edges that make its measures. A script moves them,
    # and puts what they come to into the fields that stand for them.
    class Handles
      # Where a drawing lies: px of the point 0, 0, and px to the mm.
      Frame = Value.define(:left, :base, :scale) do
        def x(mm)
          left + (mm * scale)
        end

        def y(mm)
          base - (mm * scale)
        end
      end
      # One shape as it lies. at: key of its fields, e.g. "p1-s1-"; repeats: loops of each repeat, mm; moves: can it be moved about?
      Held = Value.define(:id, :at, :placed, :repeats, moves: false)

      MOST_CORNERS = 80
      LONG_PX = 18.0
      # Measures an edge sets: across and up; where there is but one, the shape grows evenly.
      SIDES = { "length" => :length_mm, "width" => :width_mm }.freeze
      MEASURES = { Geometry::Rectangle => SIDES, Geometry::Ellipse => SIDES, Geometry::Circle => { "diameter" => :diameter_mm },
                   Geometry::Ring => { "diameter" => :diameter_mm }, Geometry::RegularPolygon => { "diameter" => :across_mm } }.freeze

      # @param frame [Frame]
      def initialize(svg, frame, wording)
        @svg = svg
        @frame = frame
        @wording = wording
      end

      # @param held [Held]
      def draw(held, **look)
        @svg.group(class: held.moves ? "on-table" : "held", data_shape: held.id, **(held.moves ? moving(held) : {})) do
          held.repeats.each { |loops| @svg.loops(px(loops), class: "held-shape", **look) }
          yield if block_given?
        end
        grips(held)
        corners(held)
      end

      # A bar that sets one measure downwards, e.g. a depth.
      # @param px_per_mm [Float]
      def drop(x1, x2, y, field:, mm:, px_per_mm:)
        @svg.tag(:line, x1: x1, y1: y, x2: x2, y2: y, class: "grip", stroke: "transparent", stroke_width: 12, data_down: field,
          data_mm: mm.round(3).to_s, data_px: px_per_mm.round(6).to_s, data_step: ScaleBar.round_step(2.0 / px_per_mm, @wording).to_s)
      end

      private

      def px(loops)
        loops.map { |loop| loop.map { |x, y| [@frame.x(x), @frame.y(y)] } }
      end

      def moving(held)
        { data_x: held.placed.at_mm[0], data_y: held.placed.at_mm[1], tabindex: 0, role: "img",
          aria_label: "Shape #{held.placed.name}: arrow keys move it" }
      end

      def straight?(held)
        held.placed.turn_deg.zero? && held.placed.count == 1
      end

      def grips(held)
        measures = MEASURES[held.placed.shape.class]
        return if measures.nil? || !straight?(held)

        x0, y0, x1, y1 = Geometry::Plane.box(held.repeats.first.flatten(1))
        fixed = { data_of: held.id, data_fx: @frame.x(x0), data_fy: @frame.y(y0), data_wide: (x1 - x0).to_s, data_high: (y1 - y0).to_s }
        across, up = measures.zip(%w[across up]).map { |(name, mm), way| sets(held, name, mm, way) }
        bar(x1, (y0 + y1) / 2, :upright, **fixed, **across)
        return if up.nil?

        bar((x0 + x1) / 2, y1, :level, **fixed, **up)
        knob(x1, y1, **fixed, **across, **up)
      end

      # The field a grip sets, and what stands there in mm.
      def sets(held, name, mm, way)
        { "data_#{way}": "f-#{held.at}#{name}", "data_#{way}_mm": held.placed.shape.public_send(mm).to_s }
      end

      # A bar on an edge, to be dragged across it.
      def bar(x, y, way, **told)
        long = LONG_PX / 2
        dx, dy = way == :upright ? [0, long] : [long, 0]
        @svg.group(class: "grip grip-#{way}", **told) do
          @svg.tag(:line, x1: @frame.x(x) - dx, y1: @frame.y(y) - dy, x2: @frame.x(x) + dx, y2: @frame.y(y) + dy, stroke: "transparent",
            stroke_width: 16)
          @svg.tag(:line, x1: @frame.x(x) - dx, y1: @frame.y(y) - dy, x2: @frame.x(x) + dx, y2: @frame.y(y) + dy, stroke: Ramp::PRESS,
            stroke_width: 4)
        end
      end

      def knob(x, y, **told)
        @svg.tag(:rect, x: @frame.x(x) - 5, y: @frame.y(y) - 5, width: 10, height: 10, class: "grip grip-corner", fill: Ramp::PAPER,
          stroke: Ramp::PRESS, stroke_width: 2, **told)
      end

      # Corners that can be taken hold of, where they are told as corners.
      def corners(held)
        shape = held.placed.shape
        return unless shape.told_by_corners? && straight?(held) && shape.corners_mm.size <= MOST_CORNERS

        held.repeats.first.first.zip(shape.corners_mm).each_with_index do |((x, y), own), i|
          @svg.tag(:rect, x: @frame.x(x) - 5, y: @frame.y(y) - 5, width: 10, height: 10, class: "corner-handle", data_corner: i,
            data_of: held.id, fill: Ramp::PAPER, stroke: Ramp::PRESS, stroke_width: 2, data_dx: (x - own[0]).round(3),
            data_dy: (y - own[1]).round(3))
        end
      end
    end
  end
end
