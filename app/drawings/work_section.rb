# frozen_string_literal: true

module Dakren
  module Drawings
    # Work in section, where a section says more than a plan: plies, a scarfed repair, a fillet, a bead, a mould cup.
    # Everything is to scale; where thickness is drawn larger than length, the factor is stated.
    module WorkSection
      WIDTH = 300
      CLOTH = "#d9c9a3"
      OLD = "#c9cfcb"

      module_function

      # @param plan [Plan::CoatPlan] @param desk [Document::JobDesk]
      # @return [String, nil]
      def of(plan, desk, wording)
        need = plan.order.need
        pass = desk.tickets.find { |ticket| ticket.coats.any? { |coat| coat.plan.equal?(plan) } }&.pass
        return scarf(need.scarf.first, wording) if need.scarf
        return plies(need.laminate, wording) if need.laminate
        return unless pass

        case pass.kind.rule
        when :fillet then fillet(pass.figures[:radius].to_f, (pass.figures[:corner] || 90).to_f, wording)
        when :bead then bead(pass.figures, wording)
        end
      end

      def length(wording, mm, unit = :mm)
        wording.show(Quantity.new(value: mm, unit: unit))
      end

      # Every ply of the stack, the first one down at the bottom.
      def plies(stack, wording)
        layers = stack.stack.first(40)
        px = [150.0 / stack.thickness_mm, 24.0 / stack.ply_mm].min
        high = stack.thickness_mm * px
        svg = Svg.new(WIDTH, high + 44,
          label: "#{wording.counted(stack.plies, :ply)} in section, #{length(wording, stack.thickness_mm)} thick")
        layers.each_with_index do |(layer, from, to), i|
          y = 8 + high - (to * px)
          svg.rect(8, y, 170, (to - from) * px, fill: i.even? ? CLOTH : "#e9dfc4", stroke: Ramp::INK, stroke_width: 0.8)
          next if (to - from) * px < 11

          svg.text(186, y + ((to - from) * px / 2) + 4, "#{i + 1}  #{length(wording, layer.areal_g_m2, :"g/m2")} #{layer.direction}".strip,
            class: "t-small")
        end
        svg.rect(8, 8 + high, 170, 8, fill: Ramp::WOOD, stroke: Ramp::INK)
        svg.text(8, high + 32, "#{wording.counted(stack.plies, :ply)}, #{length(wording, stack.thickness_mm)}, first one down lowest",
          class: "t-small")
        svg.to_s
      end

      # The ground bevel with its discs, thickness enlarged.
      def scarf(scarf, wording)
        half = (scarf.hole_length_mm / 2) + scarf.bevel_mm
        px = 135.0 / half
        up = [70.0 / scarf.thickness_mm, px * 20].min
        middle = 150.0
        top = 26.0
        bottom = top + (scarf.thickness_mm * up)
        svg = Svg.new(WIDTH, bottom + 46, label: "Scarfed repair in section: bevel #{length(wording, scarf.bevel_mm)} each side")
        [-1, 1].each { |side| old_laminate(svg, scarf, middle, side, px, up, top, bottom) }
        discs(scarf).each_with_index do |outline, i|
          svg.shape(outline.map { |x, y| [middle + (x * px), bottom - (y * up)] }, fill: i.even? ? CLOTH : "#e9dfc4", stroke: Ramp::INK,
            stroke_width: 0.8)
        end
        svg.line(middle + (scarf.hole_length_mm / 2 * px), bottom + 10, middle + (half * px), bottom + 10)
        svg.text(middle + ((half - (scarf.bevel_mm / 2)) * px), bottom + 22, length(wording, scarf.bevel_mm), text_anchor: "middle",
          class: "t-figure")
        svg.text(middle, bottom + 22, "hole #{length(wording, scarf.hole_length_mm)}", text_anchor: "middle", class: "t-small")
        svg.text(4, bottom + 40,
          "#{wording.counted(scarf.plies, :disc)}, #{Work::Scarf::ORDERS.fetch(scarf.order)}; thickness drawn " \
          "#{wording.significant(up / px)} ×", class: "t-small")
        svg.to_s
      end

      def old_laminate(svg, scarf, middle, side, px, _up, top, bottom)
        hole = scarf.hole_length_mm / 2 * px
        outer = hole + (scarf.bevel_mm * px)
        svg.shape([[middle + (side * hole), bottom], [middle + (side * outer), top], [middle + (side * 148), top],
          [middle + (side * 148), bottom]], fill: OLD, stroke: Ramp::INK)
      end

      # Outline of each disc in the order they go in, from the middle and the inner face up: the largest first lie
      # along the bevel, the smallest first flat on one another.
      def discs(scarf)
        each = scarf.thickness_mm / scarf.plies.to_f
        hole = scarf.hole_length_mm / 2
        scarf.discs.each_with_index.map do |disc, i|
          reach = disc.length_mm / 2
          rise = scarf.order == :largest ? scarf.thickness_mm * (reach - hole) / scarf.bevel_mm : 0.0
          floor = [[-reach, rise], [-hole, 0.0], [hole, 0.0], [reach, rise]]
          floor.map { |x, y| [x, y + (each * i)] } + floor.reverse.map { |x, y| [x, y + (each * (i + 1))] }
        end
      end

      # A fillet in its corner, true in all directions.
      def fillet(radius, corner, wording)
        angle = corner * Math::PI / 180
        leg = Geometry::Sections.fillet_leg_mm(radius, corner)
        reach = leg * 1.35
        px = 130.0 / [reach, reach * Math.sin(angle)].max
        origin = [corner > 90 ? 40.0 + (reach * px * -Math.cos(angle)) : 20.0, 24.0 + (reach * px * Math.sin(angle))]
        to = ->(x, y) { [origin[0] + (x * px), origin[1] - (y * px)] }
        svg = Svg.new(WIDTH, origin[1] + 40,
          label: "Fillet in section, radius #{length(wording, radius)} in a corner of #{wording.significant(corner)}°")
        centre = [leg, radius]
        from = -Math::PI / 2
        sweep = -(Math::PI - angle)
        arc = (0..24).map { |i| from + (sweep * i / 24) }.map do |a|
          to.call(centre[0] + (radius * Math.cos(a)), centre[1] + (radius * Math.sin(a)))
        end
        svg.shape([to.call(0, 0), *arc], fill: Ramp.fill(:thickening), stroke: Ramp::INK, stroke_width: 1.6)
        svg.shape([to.call(reach, 0), to.call(0, 0), to.call(reach * Math.cos(angle), reach * Math.sin(angle))], closed: false,
          fill: "none", stroke: Ramp::INK, stroke_width: 3)
        svg.text(origin[0] + 4, origin[1] + 16, "#{length(wording, leg)} up each side", class: "t-small")
        ScaleBar.draw(svg, 4, origin[1] + 26, px, wording)
        svg.to_s
      end

      def bead(figures, wording)
        name = (figures[:section] || "round").to_sym
        wide = (figures[:across] || figures[:wide]).to_f
        deep = { round: wide, half_round: wide / 2 }.fetch(name) { figures[:deep].to_f }
        px = [120.0 / wide, 80.0 / deep].min
        svg = Svg.new(WIDTH, (deep * px) + 60,
          label: "#{Geometry::Sections::KINDS.fetch(name).label} in section, #{length(wording, wide)} wide")
        shape = { round: -> { Geometry::Plane.round(wide) },
                  half_round: -> { Geometry::Plane.round(wide).map { |x, y| [x, [y - deep, 0].max] } },
                  box: -> { [[0, 0], [wide, 0], [wide, deep], [0, deep]] }, vee: -> { [[0, deep], [wide, deep], [wide / 2, 0]] } }
          .fetch(name).call
        svg.shape(shape.map { |x, y| [20 + (x * px), 10 + ((deep - y) * px)] }, fill: Ramp.fill(:thickening), stroke: Ramp::INK,
          stroke_width: 1.6)
        svg.text(20, (deep * px) + 28, "#{length(wording, wide)} × #{length(wording, deep)}", class: "t-figure")
        ScaleBar.draw(svg, 20, (deep * px) + 40, px, wording)
        svg.to_s
      end

      # One mould cup with its fill.
      def cavity(cavity, wording)
        wide = [cavity.bottom_mm, cavity.top_mm].max
        px = [150.0 / wide, 120.0 / cavity.height_mm].min
        middle = 20 + (wide * px / 2)
        y = ->(mm) { 10 + ((cavity.height_mm - mm) * px) }
        sides = ->(mm) { [middle - (cavity.width_at(mm) * px / 2), middle + (cavity.width_at(mm) * px / 2)] }
        svg = Svg.new(WIDTH, (cavity.height_mm * px) + 50, label: "Mould cup in section, filled #{length(wording, cavity.fill_mm)}")
        svg.shape([[sides.call(0)[0], y.call(0)], [sides.call(0)[1], y.call(0)], [sides.call(cavity.fill_mm)[1], y.call(cavity.fill_mm)],
          [sides.call(cavity.fill_mm)[0], y.call(cavity.fill_mm)]],
          fill: Ramp.fill(:runny))
        svg.shape([[sides.call(cavity.height_mm)[0], y.call(cavity.height_mm)], [sides.call(0)[0], y.call(0)],
          [sides.call(0)[1], y.call(0)],
          [sides.call(cavity.height_mm)[1], y.call(cavity.height_mm)]],
          closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 2.4)
        right = sides.call(cavity.height_mm)[1] + 10
        svg.text(right, y.call(cavity.fill_mm) + 4, "filled #{length(wording, cavity.fill_mm)}", class: "t-small")
        svg.text(right, y.call(0) - 2, "#{cavity.count} × #{wording.show(Quantity.new(value: cavity.each_ml, unit: :ml))}",
          class: "t-figure")
        ScaleBar.draw(svg, 20, (cavity.height_mm * px) + 26, px, wording)
        svg.to_s
      end
    end
  end
end
