# frozen_string_literal: true

module Dakren
  module Measure
    # A wet-film comb: teeth at set heights, the film read as the last that is wet and the next that is dry.
    module Comb
      # As combs have them, micron.
      TEETH = [25, 50, 75, 90, 100, 125, 150, 200, 250, 300, 350, 400, 450, 500, 600, 700, 800, 900, 1000, 1200, 1400, 1600, 1800, 2000,
        2500, 3000].freeze

      # The same on combs marked in mil.
      MIL_TEETH = [*1..6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30, 35, 40, 45, 50, 60, 70, 80, 100, 120].freeze
      MICRON_TO_MIL = 25.4
      # A tooth so little above the film is still the one for it.
      NEAR = 1.03

      module_function

      # @param film_mm [Numeric] the wet film wanted, above 0
      # @param mil [Boolean] is the comb marked in mil?
      # @return [Array(Integer, Integer)] the tooth that is to be wet and the next, which is to be dry, micron or mil; the second nil beyond
      #   the last tooth, the first the lowest there is
      def teeth(film_mm, mil: false)
        marks = mil ? MIL_TEETH : TEETH
        film = (film_mm * 1000).to_f / (mil ? MICRON_TO_MIL : 1)
        wet = marks.rindex { |tooth| tooth <= film * NEAR } || 0
        [marks[wet], marks[wet + 1]]
      end
    end
  end
end
