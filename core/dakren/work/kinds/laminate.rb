# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :laminate, label: "laminate", on: :surface,
        use: Use.new(title: "Wet the cloth out", done: "It is all on the cloth",
          tells: "Wet the surface, lay the cloth in, wet it until it turns transparent; stipple or roll the air out. Keep a test dab.",
          why: "An even sheen, the weave still showing, no puddles. Cut the next ply while this one turns tacky."),
        load: ["cloth cut and numbered, roller and stippling brush, peel ply",
          "mould waxed and buffed twice; film release thin and dry, none in the corners"],
        purposes: %i[laminate], placing: Placing.by(:plies, 3.0),
        inputs: [:cloths, :fibre, :way, :share, :thickness, *SPREADING],
        defaults: { spread: "small_roller" },
        steps: %i[trim],
        cautions: [["Cut fibre itches and harms lungs.", "Mask when cutting, gloves that do not tear on the cloth."]],
        need: lambda { |coat, _coats|
          stack = laminate
          lines = [cloth_line(stack, flat_mm2), drink(coat), soak(coat)]
          Need.new(lines: lines.compact, area_mm2: area_mm2, film_mm: thick(stack), laminate: stack, remarks: reach(stack))
        },
        section: ->(need, _figures) { Geometry::CutView.of_plies(need.laminate) }
    end
  end
end
