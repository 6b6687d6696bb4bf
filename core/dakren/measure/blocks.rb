# frozen_string_literal: true

module Dakren
  module Measure
    # Stiff paste measured by eye: a block of each part of the same section, side by side, cut to length.
    #
    #   Blocks.new(split, forgives_resin_pct: 5).resin_mm   # => length of the resin's block
    #
    # Rule: squat, no longer than twice its side, as people cut it true; the hardener's block is cut
    # short by half of what the sheet tolerates in extra resin, so that a miss falls on the resin's side.
    class Blocks
      # Ours: the strands a paste is cut from.
      SECTIONS_MM = [4, 6, 8, 10, 12, 15, 20, 30, 40, 50, 60].freeze
      LONGEST_SIDES = 2.0

      attr_reader :section_mm, :resin_mm, :hardener_mm

      # @param split [Ratio::Split] with millilitres of both parts
      # @param forgives_resin_pct [Numeric] extra resin the sheet tolerates
      # @raise [InputError] when the parts have no volume, or are too much to be cut by eye
      def initialize(split, forgives_resin_pct:)
        raise InputError.new(:resin_density_g_ml, "is needed to cut a ratio by weight by eye") unless split.resin_ml && split.hardener_ml

        longest = [split.resin_ml, split.hardener_ml].max.to_f
        @section_mm = SECTIONS_MM.find { |side| length(longest, side) <= side * LONGEST_SIDES }
        raise InputError.new(:grams, "is too much to be cut by eye") unless @section_mm

        @resin_mm = length(split.resin_ml.to_f, @section_mm)
        @hardener_mm = length(split.hardener_ml.to_f, @section_mm) * (1 - (forgives_resin_pct.to_f / 200))
      end

      private

      def length(volume_ml, side_mm)
        volume_ml * 1000 / (side_mm * side_mm)
      end
    end
  end
end
