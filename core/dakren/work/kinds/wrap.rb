# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :wrap, label: "thread wrap", on: :surface, rule: :film,
        use: Use.new(title: "Lay it on", done: "It is on", slowly: true,
          tells: "Let the drops rest a minute or two to lose their bubbles. Foot and tunnels first, thin; lift off " \
                 "what is too much. Keep a test dab.",
          why: "Turn it slowly till it stays. Bubbles: warm breath through a straw is enough."),
        load: ["foil, flat stick, fine brush or spatula, the turner running"],
        purposes: %i[coat mount], placing: Placing.by(:area, 0.1), coats: true,
        inputs: %i[film coats],
        cautions: [["In a few grams a small error ruins the mix.", "Weigh to a hundredth, or count drops; throw away what is in doubt."]]
    end
  end
end
