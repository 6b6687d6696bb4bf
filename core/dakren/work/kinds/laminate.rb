# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :laminate, label: "laminate", on: :surface,
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
