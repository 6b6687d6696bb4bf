# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :bond, label: "bond", on: :surface, rule: :glue,
        purposes: %i[bond], rate_g_min: 60.0,
        inputs: [:glue, :squeeze, *STIFF, :surface, :drink],
        steps: %i[look_30 look_60]
    end
  end
end
