# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :floor, label: "floor coat", shaped: true, on: :surface, leaves: :poured, rule: :film,
        opening: Opening.new(words: "Floor", more: "a floor, wall, tank or pool"),
        sign: [[:stone, [[4, 40], [128, 40], [128, 70], [4, 70]]], [:firm, [[4, 33], [128, 33], [128, 40], [4, 40]]],
          [:runny, [[4, 28], [70, 28], [78, 33], [4, 33]]]].freeze,
        use: Use.new(title: "Pour it in a ribbon", done: "It is all laid",
          tells: "Edges first. Pour a ribbon along the wet edge, an arm's reach at a time: one way, at right angles, " \
                 "then laid off lightly one way. Keep a test dab.",
          why: "Never stand the pail upside down on the floor: what clings to its wall is not mixed. Spiked roller " \
               "where it levels by itself."),
        uses: { upright: Use.new(title: "Roll it on", done: "It is all on",
          tells: "Edges and corners first. From the tray, an arm's reach at a time: up and down, then across, laid off upwards. " \
                 "Keep a test dab.",
          why: "What hangs too thick runs: look back after ten minutes and roll runs out. What clings to the pail is not mixed.") }.freeze,
        load: ["roller without lint (tape over it), spreader, comb, spiked shoes",
          "areas marked for each pack; who mixes, pours, spreads, back-rolls"],
        purposes: %i[floor], combed: true, ready: %i[walk load_light load wet], placing: Placing.by(:area, 20.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra, :thinner, :thinner_when, :grain],
        defaults: { surface: "concrete_primed", spread: "roller" },
        steps: %i[hand_over],
        cautions: [["Wet epoxy is slippery and sticks to shoes.",
          "Lock the room; air it; organic-vapour respirator in closed rooms."],
          ["Tanks and pools: drinking water and food need a product approved for it.", "Ask its maker; this plan gives no approval."]]
    end
  end
end
