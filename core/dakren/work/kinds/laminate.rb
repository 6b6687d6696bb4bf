# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :laminate, label: "laminate", on: :surface, rule: :cloth,
        purposes: %i[laminate], rate_g_min: 70.0,
        inputs: [:cloths, :fibre, :way, :share, :thickness, *SPREADING],
        defaults: { spread: "small_roller" },
        steps: %i[trim]
    end
  end
end
