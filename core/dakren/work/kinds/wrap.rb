# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :wrap, label: "thread wrap", on: :surface, rule: :film,
        purposes: %i[coat mount], rate_g_min: 4.0, coats: true,
        inputs: %i[film coats]
    end
  end
end
