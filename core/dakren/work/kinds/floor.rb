# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :floor, label: "floor coat", on: :surface, rule: :film,
        purposes: %i[floor], combed: true, ready: %i[walk load_light load wet], placing: Placing.by(:area, 20.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra, :thinner, :grain],
        defaults: { surface: "concrete_primed", spread: "roller" },
        steps: %i[hand_over],
        cautions: [["Wet epoxy is slippery and sticks to shoes.",
          "Lock the room; air it; organic-vapour respirator in closed rooms."],
          ["Tanks and pools: drinking water and food need a product approved for it.", "Ask its maker; this plan gives no approval."]]
    end
  end
end
