# frozen_string_literal: true

module Dakren
  module Faults
    # How much a clue counts, and where what it looks at begins to matter. Ours until weighed.
    module Weights
      # Where a sheet tells no limit: what most mixes want, and most wood and colour allow.
      USUAL_LEAST_C = 15.0
      USUAL_COLOUR_PCT = 5.0
      USUAL_MOISTURE_PCT = 8.0
      # Colder than this a tin is thick.
      THICK_BELOW_C = 16.0
      NEAR_DEW_C = 3.0
      DAMP_PCT = 75.0
      COOL_C = 17.0
      THIN_FILM_MM = 1.5
      PAST_HARD = 1.0
      STRONG = 2.5
      PLAIN = 1.6
      WEAK = 0.6
      AGAINST = -2.0
      FIGURES = (-10_000..10_000)
      FORGIVEN_PCT = [2.0, 5.0].freeze
    end
  end
end
