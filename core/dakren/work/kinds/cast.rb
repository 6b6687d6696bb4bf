# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :cast, label: "casting", on: :void, leaves: :poured, noun: %w[pour pours].freeze, rule: :volume,
        opening: Opening.new(words: "Cast", more: "a void or channel, in lifts"),
        sign: [[:wood, [[6, 20], [44, 20], [50, 56], [82, 56], [88, 20], [126, 20], [126, 68], [6, 68]]],
          [:runny, [[45.5, 28], [50, 56], [82, 56], [86.5, 28]]]].freeze,
        use: Use.new(title: "Pour it", done: "It is poured", slowly: true,
          tells: "In a thin stream, low, into one corner, and let it run; pocket after pocket, a little over where it " \
                 "will be planed. Keep a test dab.",
          why: "What clings to the cup is not mixed: leave it there. Watch for leaks, clay at hand."),
        load: ["levelled both ways and supported all over",
          "leaks taped from below, clay at hand, flame or hot air and extinguisher"],
        purposes: %i[cast], placing: Placing.by(:mass, 600.0), pours: true,
        inputs: %i[lifts planing surface drink covered],
        steps: %i[bubbles],
        cautions: [["A deep pour goes on heating for hours after it looks still.",
          "Check on it; no combustibles near; watch untaped knots for leaks."]]
    end
  end
end
