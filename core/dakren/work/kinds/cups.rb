# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :cups, label: "small moulds", on: :cavity, rule: :volume,
        purposes: %i[cast mount], manner: :casting, placing: Placing.by(:mass, 600.0), pours: true,
        inputs: %i[lifts],
        steps: %i[bubbles demould],
        cautions: [["Small cups of fast mix run hot as a deep pour does.", "Set them apart from one another on a bare board."]]
    end
  end
end
