# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :floor, label: "floor, wall or pool coat", on: :surface, rule: :film,
        purposes: %i[floor], rate_g_min: 600.0, coats: true,
        inputs: [:film, :coats, :pack, *SPREADING, :band, :wear, :extra, :thinner, :grain],
        defaults: { surface: "concrete_primed", spread: "roller" },
        steps: %i[hand_over]
    end
  end
end
