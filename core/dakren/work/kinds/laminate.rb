# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      LAID_USES = {
        above: Use.new(title: "Wet the cloth from above", done: "It is all on the cloth",
          tells: "Cloth laid dry and smooth: pour in the middle, spread outwards until it turns transparent. Keep a test dab.",
          why: "An even sheen, the weave still showing, no puddles."),
        into: Use.new(title: "Lay the cloth into the wet resin", done: "It is all on the cloth",
          tells: "Most of the resin on first; lay the cloth into it, roll until it is transparent, then the rest from above. " \
                 "Keep a test dab.",
          why: "Stipple or roll the air out: what is dry underneath stays dry."),
        tacky: Use.new(title: "Press the ply onto the tacky one", done: "It is all on the cloth",
          tells: "The ply below grabs a glove and leaves nothing on it: press the cloth on, where it lies it stays; then wet it out. " \
                 "Keep a test dab.",
          why: "Cut the next ply while this one turns tacky.")
      }.freeze

      # Rule: cloth pressed onto a tacky coat is laid ply by ply, each waiting for the last; else all of it in one go.
      declare :laminate, label: "laminate", on: :surface, leaves: :poured, noun: %w[ply plies].freeze,
        opening: Opening.new(words: "Laminate", more: "cloth by hand"),
        sign: [[:wood, [[6, 54], [126, 54], [126, 66], [6, 66]]], [:tacky, [[10, 47], [122, 47], [122, 52], [10, 52]]],
          [:thickening, [[16, 40], [116, 40], [116, 45], [16, 45]]], [:runny, [[22, 33], [110, 33], [110, 38], [22, 38]]]].freeze,
        use: Use.new(title: "Wet the cloth out", done: "It is all on the cloth",
          tells: "Wet the surface, lay the cloth in, wet it until it turns transparent; stipple or roll the air out. Keep a test dab.",
          why: "An even sheen, the weave still showing, no puddles."),
        uses: LAID_USES,
        load: ["cloth cut and numbered, roller and stippling brush, peel ply",
          "mould waxed and buffed twice; film release thin and dry, none in the corners"],
        purposes: %i[laminate], placing: Placing.by(:plies, 3.0),
        inputs: [:cloths, :fibre, :way, :share, :thickness, :wet_out, *SPREADING],
        defaults: { spread: "small_roller" },
        steps: %i[trim],
        cautions: [["Cut fibre itches and harms lungs.", "Mask when cutting, gloves that do not tear on the cloth."]],
        need: lambda { |coat, coats|
          whole = laminate
          stack = coats > 1 ? whole.ply(coat) : whole
          lines = [cloth_line(stack, flat_mm2), drink(coat), soak(coat)]
          Need.new(lines: lines.compact, area_mm2: area_mm2, film_mm: thick(stack), laminate: stack, remarks: reach(whole))
        },
        section: ->(need, _figures) { Geometry::CutView.of_plies(need.laminate) }
    end
  end
end
