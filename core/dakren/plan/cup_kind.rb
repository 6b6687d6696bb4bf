# frozen_string_literal: true

require_relative "../base/check"
require_relative "../base/exact"

module Dakren
  # Cutting the need into cups.
  module Plan
    # A cup as it stands in the shop: round, wider at the brim than at the bottom.
    #
    # Rule: filled to 0.7 of its brim volume at most, so that it can be stirred.
    class CupKind
      FULLEST = 0.7
      STIFF_FULLEST = 0.55

      # What stays in a vessel once it is scraped out: a film on all that was wet.
      KEPT_FILM_MM = 0.1

      attr_reader :name, :bottom_mm, :top_mm, :height_mm, :flat

      # @param name [String]
      # @param bottom_mm [Numeric] inside diameter at the bottom, 5 to 3000
      # @param top_mm [Numeric] inside diameter at the brim, likewise
      # @param height_mm [Numeric] inside height, 5 to 3000
      # @raise [InputError]
      # @param flat [Boolean] is it foil or a board, from which nearly all is taken up?
      def initialize(name:, bottom_mm:, top_mm:, height_mm:, flat: false)
        @name = name
        @bottom_mm = Check.number(:bottom_mm, bottom_mm, 5..3000, "mm")
        @top_mm = Check.number(:top_mm, top_mm, 5..3000, "mm")
        @height_mm = Check.number(:height_mm, height_mm, 1..3000, "mm")
        @flat = flat
        @brim_ml = volume_ml(@height_mm)
        freeze
      end

      # @return [Hash{Symbol=>Object}] what it takes to make it again
      def told
        { name: name, bottom_mm: bottom_mm, top_mm: top_mm, height_mm: height_mm, flat: flat }
      end

      # @return [Float] ml to the brim
      attr_reader :brim_ml

      # @param stiff [Boolean] is powder folded in? That wants more room
      # @return [Float] ml it may hold for mixing
      def most_ml(stiff: false)
        brim_ml * (stiff ? STIFF_FULLEST : FULLEST)
      end

      # @param fill_mm [Numeric] height of the mix
      # @return [Float] ml
      def volume_ml(fill_mm)
        across = width_at(fill_mm)
        Math::PI * fill_mm / 12_000 * ((bottom_mm * bottom_mm) + (bottom_mm * across) + (across * across))
      end

      # @return [Float] inside diameter at a height, mm
      def width_at(fill_mm)
        bottom_mm + ((top_mm - bottom_mm) * fill_mm / height_mm)
      end

      # Rule: a frustum of the widths d and w holds pi/12 (w^3 - d^3) times its height over w - d.
      # @param volume_ml [Numeric] 0 up to the brim
      # @return [Float] height of the mix, mm
      def fill_mm(volume_ml)
        return 0.0 if volume_ml <= 0
        return height_mm if volume_ml >= brim_ml

        widens = (top_mm - bottom_mm) / height_mm
        return volume_ml * 4000 / (Math::PI * bottom_mm * bottom_mm) if widens.abs < STRAIGHT

        (Math.cbrt((bottom_mm**3) + (12 * widens * volume_ml * 1000 / Math::PI)) - bottom_mm) / widens
      end
      # A wall that widens by less than this on its height is upright.
      STRAIGHT = 1e-6

      # What stays in it.
      #
      # Rule: a film of 0.1 mm on the bottom and on the wall as far up as it was filled; of a dab on foil a tenth of a gram.
      # @param volume_ml [Numeric] that was in it, 0 up to the brim
      # @return [Rational] ml
      def kept_ml(volume_ml)
        return FLAT_KEPT_ML if @flat

        fill = fill_mm(volume_ml)
        Exact.of(((bottom_mm * bottom_mm / 4) + ((bottom_mm + width_at(fill)) / 2 * fill)) * Math::PI * KEPT_FILM_MM / 1000).round(3)
      end
      # Ours until weighed: what stays on a foil or a board.
      FLAT_KEPT_ML = Rational(9, 100)

      # Diameter of the straight cup with the same volume at the same fill, for its heat.
      # @param volume_ml [Numeric] above 0
      # @return [Float] mm
      def even_diameter_mm(volume_ml)
        Math.sqrt(4 * volume_ml * 1000 / (Math::PI * fill_mm(volume_ml)))
      end
    end

    # For a dab: a square of foil or a board, which keeps tenths of a gram.
    FOIL = CupKind.new(name: "foil or board", bottom_mm: 60, top_mm: 60, height_mm: 3, flat: true)

    # Cups most shops have, smallest first; a tray is a cup that is wide and low.
    USUAL_CUPS = [
      ["50 ml cup", 32, 42, 49], ["150 ml cup", 44, 60, 72], ["400 ml cup", 62, 82, 100], ["900 ml cup", 84, 106, 130],
      ["1.5 litre cup", 102, 128, 146], ["2.5 litre pot", 124, 150, 172], ["5 litre pail", 160, 190, 210],
      ["10 litre pail", 210, 245, 250], ["20 litre pail", 260, 300, 330]
    ].map { |name, bottom, top, height| CupKind.new(name: name, bottom_mm: bottom, top_mm: top, height_mm: height) }.unshift(FOIL).freeze

    USUAL_TRAYS = [
      ["small tray, 200 mm", 190, 210, 40], ["wide tray, 300 mm", 290, 310, 50], ["wide tray, 450 mm", 440, 460, 60]
    ].map { |name, bottom, top, height| CupKind.new(name: name, bottom_mm: bottom, top_mm: top, height_mm: height) }.freeze

    # Names of vessels most shops have, which nobody here has given them.
    USUAL_NAMES = (USUAL_CUPS + USUAL_TRAYS).map(&:name).freeze
  end
end
