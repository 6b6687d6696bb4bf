# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :primer, label: "primer", on: :surface, rule: :film,
        purposes: %i[bond coat laminate floor], ready: %i[handle], placing: Placing.by(:area, 8.0),
        inputs: [:film, *SPREADING],
        defaults: { film: Cover.new(film_mm: 0.1), surface: "hardwood", spread: "brush" }
    end
  end
end
