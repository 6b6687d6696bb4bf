# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :infusion, label: "infusion", on: :surface, rule: :infusion,
        purposes: %i[infuse], rate_g_min: 500.0,
        inputs: %i[cloths fibre way share thickness flow bore line trap distance front],
        defaults: { way: "vacuum" },
        steps: %i[look_30 look_60 demould]
    end
  end
end
