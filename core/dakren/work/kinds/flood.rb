# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :flood, label: "flood coat", on: :surface, rule: :film,
        purposes: %i[flood], rate_g_min: 400.0, coats: true,
        inputs: [:film, :coats, *SPREADING, :band, :wear, :extra],
        steps: %i[bubbles]
    end
  end
end
