# frozen_string_literal: true

module Dakren
  module Cure
    # What a batch stands in: how wide, how full, and how fast it gives off heat.
    #
    # Rule: UA = pi d z [9 u' || 4 k N/d] + A ([10 u' || 4 k N/z] + [5 u' || 4 k N/z]) in W/K, x || y = 1/(1/x + 1/y): from the core
    # through the mix, and from its side, its open top and the bench to the room. u' = u (1 + |T - room|/150), since still air takes more
    # from a warmer surface; N = 1 + 1/(1 + exp((a - 0.60)/0.02)), since the mix turns over by itself until it gels. Cup and stick take
    # 2700 J/m2 K. Where no cup is named the mix is taken to be as deep as it is wide, and at least 38 mm wide.
    class Vessel
      # The computation's defaults of a cup in still air: its side, its open top, its bottom on a bench.
      SIDE_W_M2K = 9.0
      TOP_W_M2K = 10.0
      BOTTOM_W_M2K = 5.0
      SHELL_J_M2K = 2700.0
      # Ours: a cup narrower than this is none.
      LEAST_MM = 38.0

      attr_reader :mass_g, :diameter_mm, :fill_mm, :side_m2, :end_m2

      # @param mass_g [Numeric] everything in it, 0.1 to 1,000,000 g
      # @param density_g_ml [Numeric] of the mix
      # @param diameter_mm [Numeric, nil] inside diameter, 5 to 3000 mm; nil for the default shape
      # @raise [InputError]
      def initialize(mass_g:, density_g_ml:, diameter_mm: nil)
        @mass_g = Check.number(:mass_g, mass_g, 0.1..1_000_000, "g")
        volume_mm3 = @mass_g / density_g_ml * 1000
        given = Check.optional(:cup_diameter_mm, diameter_mm, 5..3000, "mm")
        @diameter_mm = given || [Math.cbrt(4 * volume_mm3 / Math::PI), LEAST_MM].max
        @fill_mm = volume_mm3 / (Math::PI * @diameter_mm * @diameter_mm / 4)
        @side_m2 = Math::PI * @diameter_mm * @fill_mm / 1.0e6
        @end_m2 = Math::PI * @diameter_mm * @diameter_mm / 4.0e6
        freeze
      end

      # J/K of the mix with cup and stick.
      # @param capacity_j_gk [Float] of the mix
      def capacity_j_k(capacity_j_gk)
        (mass_g * capacity_j_gk) + (SHELL_J_M2K * (side_m2 + end_m2))
      end
    end
  end
end
