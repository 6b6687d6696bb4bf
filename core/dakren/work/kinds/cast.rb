# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :cast, label: "casting", on: :void, rule: :volume,
        purposes: %i[cast], manner: :casting, placing: Placing.by(:mass, 600.0), pours: true,
        inputs: %i[lifts surface drink],
        steps: %i[bubbles],
        cautions: [["A deep pour goes on heating for hours after it looks still.",
          "Check on it; no combustibles near; watch untaped knots for leaks."]]
    end
  end
end
