# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :scarf, label: "scarf repair", on: :damage, rule: :scarf,
        purposes: %i[laminate], rate_g_min: 40.0,
        inputs: [:cloths, :fibre, :way, :share, :ratio, :order, :backing, *SPREADING],
        defaults: { spread: "brush" },
        steps: %i[trim sand]
    end
  end
end
