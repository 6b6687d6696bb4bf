# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :wrap, label: "thread wrap", on: :surface, rule: :film,
        purposes: %i[coat mount], manner: :wrap, placing: Placing.by(:area, 0.1), coats: true,
        inputs: %i[film coats],
        cautions: [["In a few grams a small error ruins the mix.", "Weigh to a hundredth, or count drops; throw away what is in doubt."]]
    end
  end
end
