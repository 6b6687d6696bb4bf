# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :cast, label: "cast void", on: :void, rule: :volume,
        purposes: %i[cast], rate_g_min: 1200.0, pours: true,
        inputs: %i[lifts surface drink],
        steps: %i[bubbles]
    end
  end
end
