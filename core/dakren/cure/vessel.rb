# frozen_string_literal: true

module Dakren
  module Cure
    # What a batch stands in: how wide, how full, and how fast it gives off heat.
    #
    # Rule: UA = 9 pi d z + (5 + 10) pi d^2/4 in W/K, with d and z in metres: the side, the bottom on a
    # bench, the open top. Where no cup is named the mix is taken to be as deep as it is wide.
    class Vessel
      SIDE_W_M2K = 9.0
      BOTTOM_W_M2K = 5.0
      TOP_W_M2K = 10.0

      attr_reader :mass_g, :diameter_mm, :fill_mm

      # @param mass_g [Numeric] mix in it, 0.1 to 100,000 g
      # @param density_g_ml [Numeric] of the mix
      # @param diameter_mm [Numeric, nil] inside diameter, 5 to 3000 mm; nil for the default shape
      # @raise [InputError]
      def initialize(mass_g:, density_g_ml:, diameter_mm: nil)
        @mass_g = Check.number(:mass_g, mass_g, 0.1..100_000, "g")
        volume_mm3 = @mass_g / density_g_ml * 1000
        given = Check.optional(:cup_diameter_mm, diameter_mm, 5..3000, "mm")
        @diameter_mm = given || Math.cbrt(4 * volume_mm3 / Math::PI)
        @fill_mm = volume_mm3 / (Math::PI * @diameter_mm * @diameter_mm / 4)
        freeze
      end

      # @return [Float] W/K given off for each degree above the room
      def loss_w_k
        d = diameter_mm / 1000
        (SIDE_W_M2K * Math::PI * d * fill_mm / 1000) + ((BOTTOM_W_M2K + TOP_W_M2K) * Math::PI * d * d / 4)
      end
    end
  end
end
