# frozen_string_literal: true

module Dakren
  module Cure
    # Reading between two solver steps: the cubic through both ends with their slopes.
    # Slopes are per step, positions are shares of the step from 0 to 1.
    module Hermite
      module_function

      # @return [Float] height at share s
      def at(s, y0, y1, m0, m1)
        rest = 1 - s
        (y0 * (1 + (2 * s)) * rest * rest) + (m0 * s * rest * rest) + (y1 * s * s * (3 - (2 * s))) - (m1 * s * s * rest)
      end

      # @return [Float] share of the step at which a rising quantity reaches the target
      def crossing(target, y0, y1, m0, m1)
        low = 0.0
        high = 1.0
        45.times do
          middle = (low + high) / 2
          at(middle, y0, y1, m0, m1) < target ? low = middle : high = middle
        end
        (low + high) / 2
      end

      # The maximum inside a step that starts rising and ends falling.
      # @return [Array(Float, Float)] share of the step, height
      def peak(y0, y1, m0, m1)
        low = 0.0
        high = 1.0
        40.times do
          middle = (low + high) / 2
          slope(middle, y0, y1, m0, m1).positive? ? low = middle : high = middle
        end
        [low, at(low, y0, y1, m0, m1)]
      end

      def slope(s, y0, y1, m0, m1)
        (6 * s * (1 - s) * (y1 - y0)) + (m0 * (1 - s) * (1 - (3 * s))) + (m1 * s * ((3 * s) - 2))
      end
    end
  end
end
