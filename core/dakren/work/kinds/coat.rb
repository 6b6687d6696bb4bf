# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :coat, label: "film coat", on: :surface, leaves: :tray, rule: :film,
        opening: Opening.new(words: "Coat", more: "clear or barrier coats on wood, panels, hulls"),
        sign: [[:wood, [[6, 44], [126, 44], [126, 66], [6, 66]]], [:tacky, [[6, 38], [126, 38], [126, 44], [6, 44]]]].freeze,
        use: Use.new(title: "Roll it on", done: "It is on",
          tells: "Pour it into the tray and roll it on, then tip it off with half a foam roller. Keep a test dab.",
          why: "First coat along the grain, each next one at right angles. Keep the wet edge. What clings to the cup " \
               "is not mixed: leave it there."),
        load: ["lint-free roller, foam roller cut in half, tray",
          "tack cloth run over it lightly"],
        purposes: %i[coat flood floor laminate], ready: %i[handle wet], placing: Placing.by(:area, 12.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :bare, :band, :wear, :extra, :thinner, :thinner_when, :grain, :finish,
          :covered]
    end
  end
end
