# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :flood, label: "flood coat", on: :surface, rule: :film,
        purposes: %i[flood], ready: %i[handle load wet], placing: Placing.by(:area, 30.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra],
        steps: %i[bubbles],
        cautions: [["A flame or hot air breaks bubbles, and lights solvent and wipes.",
          "Keep it moving, 150 to 250 mm away; wipes out of the room first; extinguisher at hand."]]
    end
  end
end
