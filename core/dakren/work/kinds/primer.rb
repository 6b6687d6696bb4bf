# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :primer, label: "primer", on: :surface, rule: :film,
        use: Use.new(title: "Brush it on", done: "It is on",
          tells: "Work it in until the surface stays wet, no puddles. Keep a test dab.",
          why: "End grain drinks: go over it again. Leave bare what is bonded tomorrow."),
        precedes: %i[coat flood floor cast laminate bond bead fillet fill],
        load: ["brush, masking tape"],
        purposes: %i[bond coat laminate floor], ready: %i[handle], placing: Placing.by(:area, 8.0),
        inputs: [:film, *SPREADING, :bare],
        defaults: { film: Cover.new(film_mm: 0.1), surface: "hardwood", spread: "brush" }
    end
  end
end
