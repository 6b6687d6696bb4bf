# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :coat, label: "film coat", on: :surface, rule: :film,
        purposes: %i[coat flood floor laminate], ready: %i[handle wet], placing: Placing.by(:area, 12.0), coats: true,
        inputs: [:film, :coats, :pack, :last_pack, *SPREADING, :band, :wear, :extra, :thinner, :grain]
    end
  end
end
