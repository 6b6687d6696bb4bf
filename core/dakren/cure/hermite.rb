# frozen_string_literal: true

module Dakren
  module Cure
    # Reading between two solver steps: the cubic through both ends with their slopes.
    # Slopes are per step, positions are shares of the step from 0 to 1.
    module Hermite
      # Ours, of the computation: how near a crossing is found, and after how many looks it is near enough.
      NEAR = 1.0e-13
      MOST_LOOKS = 60

      module_function

      # @return [Float] height at share s
      def at(s, y0, y1, m0, m1)
        rest = 1 - s
        (y0 * (1 + (2 * s)) * rest * rest) + (m0 * s * rest * rest) + (y1 * s * s * (3 - (2 * s))) - (m1 * s * s * rest)
      end

      # @return [Float] share of the step at which a rising quantity reaches the target, 0 to 1
      def crossing(target, y0, y1, m0, m1)
        cubed = m0 + m1 - (2 * (y1 - y0))
        squared = y1 - y0 - m0 - cubed
        low = 0.0
        high = 1.0
        share = 0.5
        MOST_LOOKS.times do
          over = y0 + (share * (m0 + (share * (squared + (share * cubed))))) - target
          over.negative? ? low = share : high = share
          rises = m0 + (share * ((2 * squared) + (share * 3 * cubed)))
          # Newton's way as long as it stays between what is known, else by halves.
          nearer = rises.positive? ? share - (over / rises) : low
          nearer = (low + high) / 2 unless nearer > low && nearer < high
          return nearer if (nearer - share).abs < NEAR

          share = nearer
        end
        share
      end

      # The maximum inside a step that starts rising and ends falling: where its slope, a parabola, first is none.
      # @return [Array(Float, Float)] share of the step, height
      def peak(y0, y1, m0, m1)
        squared = 3 * (m0 + m1 - (2 * (y1 - y0)))
        falls = (4 * m0) + (2 * m1) - (6 * (y1 - y0))
        share = (2 * m0 / (falls + Math.sqrt([(falls * falls) - (4 * squared * m0), 0.0].max))).clamp(0.0, 1.0)
        [share, at(share, y0, y1, m0, m1)]
      end
    end
  end
end
