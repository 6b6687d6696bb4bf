# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :bead, label: "bead or groove", on: :joint, rule: :bead,
        purposes: %i[bond fill], rate_g_min: 40.0,
        inputs: [:section, :across, :wide, :deep, *STIFF]
    end
  end
end
