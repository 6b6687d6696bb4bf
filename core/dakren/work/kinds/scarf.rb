# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      OPEN = "cut %{cloth} of cloth in discs; a backing piece, %{lap} over all round, goes behind a hole that is open"
      BACKED = "cut %{cloth} of cloth in discs, and the backing piece %{lap} over all round: cured and released before it is bonded in"

      declare :scarf, label: "scarf repair", on: :damage, leaves: :poured,
        opening: Opening.new(words: "Repair", more: "a hole ground back and laid up again"),
        sign: [[:stone, [[4, 60], [40, 60], [8, 42], [4, 42]]], [:stone, [[128, 60], [92, 60], [124, 42], [128, 42]]],
          [:tacky, [[16, 42], [116, 42], [107, 47], [25, 47]]], [:thickening, [[25, 48], [107, 48], [99, 53], [33, 53]]],
          [:runny, [[34, 54], [98, 54], [90, 60], [42, 60]]]].freeze,
        use: Use.new(title: "Wet the discs out", done: "They are laid",
          tells: "Wet the bevel, lay disc after disc, wet each until it turns transparent; stipple the air out. Keep a test dab.",
          why: "Fibre the same way on every ply. An even sheen, no puddles."),
        load: ["discs cut and numbered, stippling brush, peel ply",
          "bevel ground, dusted and wiped"],
        purposes: %i[laminate], placing: Placing.by(:plies, 3.0),
        inputs: [:cloths, :fibre, :way, :share, :ratio, :order, :backing, *SPREADING],
        defaults: { spread: "brush" },
        steps: %i[trim sand],
        cautions: [["Grinding laminate throws fibre and dust into the air and the skin.",
          "Particulate mask, goggles, sleeves taped; wash before you eat."],
          ["Have load-bearing repairs assessed by a qualified person.",
            "The part's maker and a surveyor come first."]],
        need: lambda { |coat, _coats|
          stack = laminate
          scarfs = @places.map do |place|
            Scarf.new(hole_length_mm: place.shape.hole_length_mm, hole_width_mm: place.shape.hole_width_mm,
              thickness_mm: place.shape.thickness_mm, laminate: one_ply(stack),
              ratio: value(:ratio), order: value(:order).to_sym, backed: value(:backing) == "yes")
          end
          cloth = scarfs.sum(&:cloth_mm2)
          ground = scarfs.sum { |scarf| scarf.outline.area_mm2 }
          lines = [cloth_line(one_ply(stack), cloth, scarfs.flat_map(&:working)), drink(coat, ground), soak(coat)]
          Need.new(lines: lines.compact, area_mm2: ground, film_mm: Exact.of(scarfs.map(&:thickness_mm).max.round(6)),
            laminate: one_ply(stack), scarf: scarfs,
            remarks: [Working.new(says: value(:backing) == "yes" ? BACKED : OPEN, parts: { cloth: m2(cloth), lap: mm(Scarf::BACKING_MM) })])
        },
        section: ->(need, _figures) { need.scarf.first.section }
    end
  end
end
