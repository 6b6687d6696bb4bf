# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :fill, label: "fill", on: :void, rule: :fill,
        purposes: %i[fill bond], rate_g_min: 60.0, coats: true,
        inputs: [:coats, :proud, *STIFF, :surface, :drink],
        defaults: { powder: "none" },
        steps: %i[shave]
    end
  end
end
