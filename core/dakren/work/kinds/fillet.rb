# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :fillet, label: "fillet", on: :joint, rule: :fillet,
        purposes: %i[bond laminate fill], rate_g_min: 40.0,
        inputs: [:radius, :corner, *STIFF],
        defaults: { grade: "standing" }
    end
  end
end
