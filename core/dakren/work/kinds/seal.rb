# frozen_string_literal: true

require_relative "../cover"
require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :seal, label: "seal coat", on: :surface, rule: :film,
        purposes: %i[coat flood floor laminate cast], ready: %i[handle], placing: Placing.by(:area, 8.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra, :thinner],
        defaults: { film: Cover.new(film_mm: 0.1), surface: "hardwood", spread: "brush" }
    end
  end
end
