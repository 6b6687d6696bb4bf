# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :bond, label: "bond", on: :surface,
        opening: Opening.new(words: "Bond", more: "a glue line, a fillet, a bead"),
        sign: [[:wood, [[20, 12], [60, 12], [60, 68], [20, 68]]], [:thickening, [[60, 12], [66, 12], [66, 68], [60, 68]]],
          [:wood, [[66, 12], [112, 12], [112, 68], [66, 68]]]].freeze,
        use: Use.new(title: "Spread it", done: "It is all on", closed: true,
          tells: "Spread it on one face, thin and even, right to the edges. Keep a test dab.",
          why: "What is left in the cup goes outside, spread thin."),
        load: ["clamps and blocks against creeping, brush",
          "dry wipes, damp wipes; faces roughened, water no longer beads on them"],
        purposes: %i[bond], placing: Placing.by(:area, 8.0),
        inputs: [:glue, :squeeze, *STIFF, :surface, :drink],
        steps: %i[look_30 look_60],
        need: lambda { |coat, _coats|
          thick = value(:glue)
          net = Exact.of(flat_mm2) * Exact.of(thick) / 1000
          out = net * Exact.of(value(:squeeze)) / 100
          lines = stiffened(net, :work, "%{area} × %{thick} glue line = %{ml}", area: m2(flat_mm2), thick: quantity(thick, :film_mm)) +
            stiffened(out, :squeeze, "%{pct} of it, %{ml}", pct: quantity(value(:squeeze), :pct))
          primer = prime(flat_mm2 * 2)
          Need.new(lines: [*lines, primer, drink(coat)].compact, area_mm2: area_mm2, film_mm: Exact.of(thick), **in_part(lines, primer),
            remarks: primer ? [] : [Working.new(says: "prime both faces with neat mix first: from the same pot, or as a task of its own")])
        }
    end
  end
end
