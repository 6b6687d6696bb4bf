# frozen_string_literal: true

require_relative "../cover"
require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :seal, label: "seal coat", on: :surface, leaves: :tray, rule: :film,
        use: Use.new(title: "Drag it thin", done: "It is on",
          tells: "Pour it down the middle and drag it thin: it is there to fill pores, not for looks. Keep a test dab.",
          why: "Heat at once where bubbles rise from the pores, always moving."),
        precedes: %i[flood floor cast coat],
        load: ["spreader, brush, tape round the edge"],
        purposes: %i[coat flood floor laminate cast], ready: %i[handle], placing: Placing.by(:area, 8.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :bare, :band, :wear, :extra, :thinner, :thinner_when],
        defaults: { film: Cover.new(film_mm: 0.1), surface: "hardwood", spread: "brush" },
        steps: %i[judge]
    end
  end
end
