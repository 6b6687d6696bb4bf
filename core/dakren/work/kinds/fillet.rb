# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :fillet, label: "fillet", shaped: true, on: :joint,
        use: Use.new(title: "Draw the fillet", done: "It is drawn",
          tells: "Into a bag with its tip cut off; run it along the corner, then draw it smooth with a round stick. Keep a test dab.",
          why: "Pull the tape before it gels."),
        load: ["bag with its tip to cut, round stick, tape both sides"],
        purposes: %i[bond laminate fill], placing: Placing.by(:length, 20.0),
        inputs: [:radius, :corner, *STIFF],
        defaults: { grade: "standing" },
        need: lambda { |_coat, _coats|
          along(Geometry::Sections.fillet_mm2(value(:radius), value(:corner)), "r² (cot(θ/2) − (π − θ)/2) = %{section}; × %{long} = %{ml}",
            [Working.new(says: "it reaches %{leg} up each side",
              parts: { leg: mm(Geometry::Sections.fillet_leg_mm(value(:radius), value(:corner))) })],
            wetted_mm: 2 * Geometry::Sections.fillet_leg_mm(value(:radius).to_f, value(:corner).to_f))
        },
        section: ->(_need, figures) { Geometry::Sections.fillet_view(figures[:radius].to_f, (figures[:corner] || 90).to_f) }
    end
  end
end
