# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :flood, label: "flood coat", shaped: true, on: :surface, leaves: :poured, rule: :film,
        opening: Opening.new(words: "Flood", more: "a table or bar top, poured level"),
        sign: [[:wood, [[14, 40], [118, 40], [118, 66], [14, 66]]],
          [:runny, [[9, 62], [9, 34], [14, 28], [118, 28], [123, 34], [123, 62], [118, 62], [118, 40], [14, 40], [14, 62]]]].freeze,
        use: Use.new(title: "Pour it", done: "It is poured and spread",
          tells: "Clean plastic under the piece. Pour down the middle, drag it to the edges, let it run over the sides. Keep a test dab.",
          why: "Heat passes at once. Nothing dusty is moved from now on. What clings to the cup is not mixed: leave it there."),
        load: ["clean plastic under the piece, spreader, flame or hot air and extinguisher",
          "everything dusty moved out already"],
        purposes: %i[flood], ready: %i[handle load wet], placing: Placing.by(:area, 30.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra, :covered],
        steps: %i[heat bubbles],
        cautions: [["A flame or hot air breaks bubbles, and lights solvent and wipes.",
          "Keep it moving, 150 to 250 mm away; wipes out of the room first; extinguisher at hand."]]
    end
  end
end
