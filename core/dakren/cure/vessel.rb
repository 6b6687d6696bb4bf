# frozen_string_literal: true

module Dakren
  module Cure
    # What a batch stands in: how wide, how full, and how fast it gives off heat.
    #
    # Rule: UA = u (9 pi d z + 15 pi d^2/4) in W/K, with d and z in metres: the side, the bottom on a bench and the open top together.
    # Where no cup is named the mix is taken to be as deep as it is wide.
    class Vessel
      SIDE_W_M2K = 9.0
      ENDS_W_M2K = 15.0

      attr_reader :mass_g, :diameter_mm, :fill_mm

      # @param mass_g [Numeric] everything in it, 0.1 to 1,000,000 g
      # @param density_g_ml [Numeric] of the mix
      # @param diameter_mm [Numeric, nil] inside diameter, 5 to 3000 mm; nil for the default shape
      # @raise [InputError]
      def initialize(mass_g:, density_g_ml:, diameter_mm: nil)
        @mass_g = Check.number(:mass_g, mass_g, 0.1..1_000_000, "g")
        volume_mm3 = @mass_g / density_g_ml * 1000
        given = Check.optional(:cup_diameter_mm, diameter_mm, 5..3000, "mm")
        @diameter_mm = given || Math.cbrt(4 * volume_mm3 / Math::PI)
        @fill_mm = volume_mm3 / (Math::PI * @diameter_mm * @diameter_mm / 4)
        freeze
      end

      # @param loss_factor [Float] u of the reaction
      # @return [Float] W/K given off for each degree above the room
      def loss_w_k(loss_factor)
        d = diameter_mm / 1000
        loss_factor * ((SIDE_W_M2K * Math::PI * d * fill_mm / 1000) + (ENDS_W_M2K * Math::PI * d * d / 4))
      end
    end

    # A small body in a mould, slot or cell, too deep for its width to be a slab: it loses heat through its real faces, each in series
    # with its wall.
    #
    # Rule: sides 9 u, top and bottom together 15 u W/m2K; deeper than a third of its smaller width.
    class Pocket
      DEEPEST_SHARE = 1.0 / 3

      attr_reader :mass_g

      # @param volume_ml [Numeric] of one @param depth_mm [Numeric] @param perimeter_mm [Numeric] in plan @param density_g_ml [Numeric]
      # @param wall [Wall]
      def initialize(volume_ml:, depth_mm:, perimeter_mm:, density_g_ml:, wall:)
        @mass_g = volume_ml * density_g_ml
        @ends_m2 = volume_ml / depth_mm / 1000
        @side_m2 = perimeter_mm * depth_mm / 1.0e6
        @wall_m2k_w = wall.mm / 1000 / wall.w_mk
        freeze
      end

      # Is a body of this depth and width in plan no slab?
      # @return [Boolean]
      def self.pocket?(depth_mm, width_mm)
        !width_mm.nil? && depth_mm > width_mm * DEEPEST_SHARE
      end

      # @return [Float] W/K; the top is open, the bottom and the sides lie on the wall
      def loss_w_k(loss_factor)
        (@side_m2 * through(Vessel::SIDE_W_M2K * loss_factor)) + (@ends_m2 * ((Pour::TOP_W_M2K * loss_factor) +
          through(Pour::BOTTOM_W_M2K * loss_factor)))
      end

      private

      def through(w_m2k)
        1 / ((1 / w_m2k) + @wall_m2k_w)
      end
    end
  end
end
