# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :bead, label: "bead or groove", on: :joint,
        use: Use.new(title: "Run the bead", done: "It is drawn",
          tells: "Into a bag with its tip cut off; draw it in one go, tool it once. Keep a test dab.",
          why: "Pull the tape before it gels."),
        load: ["bag with its tip to cut, tooling stick, tape both sides"],
        purposes: %i[bond fill], placing: Placing.by(:length, 20.0),
        inputs: [:section, :across, :wide, :deep, *STIFF],
        need: lambda { |_coat, _coats|
          along(Geometry::Sections.area_mm2(value(:section).to_sym, across: optional(:across), wide: optional(:wide),
            deep: optional(:deep)),
            "section %{section} × %{long} = %{ml}",
            wetted_mm: Geometry::Sections.wetted_mm(value(:section).to_sym, across: optional(:across), wide: optional(:wide),
              deep: optional(:deep)))
        },
        section: ->(_need, figures) { Geometry::Sections.bead_view(figures) }
    end
  end
end
