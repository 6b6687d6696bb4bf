# frozen_string_literal: true

require_relative "../kinds"

module Dakren
  module Size
    module Kinds
      declare :bead, label: "bead or groove", on: :joint, rule: :bead,
                     purposes: %i[bond fill], rate_g_min: 40.0,
                     inputs: [:section, :across, :wide, :deep, *STIFF]
    end
  end
end
