# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :cups, label: "small moulds", on: :cavity, leaves: :poured, noun: %w[pour pours].freeze, rule: :volume,
        opening: Opening.new(words: "Small moulds", more: "blocks, samples, jewellery in moulds"),
        sign: [[:line, [[46, 16], [54, 64], [80, 64], [88, 16]]], [:hardener, [[50.7, 44], [52, 52], [82, 52], [83.3, 44]]],
          [:resin, [[52, 52], [54, 64], [80, 64], [82, 52]]]].freeze,
        use: Use.new(title: "Fill the moulds", done: "They are filled", slowly: true,
          tells: "In a thin stream along the stick, each no higher than planned. Keep a test dab.",
          why: "Sample centred, lid on against dust. What clings to the cup is not mixed."),
        load: ["moulds released and dry, set apart on a bare board",
          "lids or a dust cover"],
        purposes: %i[cast mount], placing: Placing.by(:mass, 600.0), pours: true,
        inputs: %i[lifts covered],
        steps: %i[bubbles demould],
        cautions: [["Small cups of fast mix run hot as a deep pour does.", "Set them apart from one another on a bare board."]]
    end
  end
end
