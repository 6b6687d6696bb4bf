# frozen_string_literal: true

require_relative "../base/exact"
require_relative "../base/check"

module Dakren
  module Work
    # How thick a coat is, said either as wet film or as grams on a square metre.
    #
    # Rules: ml = area x wet film; the two are tied by the mixed density and one is unknown without it.
    class Cover
      # Ours: what can be asked.
      FILM_MM = (0.005..500)
      G_M2 = (1..600_000)

      attr_reader :film_mm, :cover_g_m2

      # @param film_mm [Numeric, nil] wet film, 0.005 to 500
      # @param cover_g_m2 [Numeric, nil] 1 to 600,000; exactly one of the two
      # @param printed [Boolean] is it the coverage a tin prints? That holds the maker's own losses already
      # @raise [InputError]
      def initialize(film_mm: nil, cover_g_m2: nil, printed: false)
        @printed = printed
        raise InputError.new(:film, "or g/m² must be given, one of them") unless film_mm.nil? ^ cover_g_m2.nil?

        @film_mm = film_mm && exact(:film, film_mm, FILM_MM, "mm")
        @cover_g_m2 = cover_g_m2 && exact(:film, cover_g_m2, G_M2, "g/m²")
        freeze
      end

      def printed?
        @printed
      end

      # @param area_mm2 [Numeric]
      # @param density_g_ml [Numeric, nil] of the mix; nil when not known
      # @return [Array(Rational, Rational)] ml and grams; nil where unknown
      def amounts(area_mm2, density_g_ml)
        area = Exact.of(area_mm2)
        density = density_g_ml && Exact.of(density_g_ml)
        if film_mm
          ml = area * film_mm / 1000
          [ml, density && (ml * density)]
        else
          grams = area * cover_g_m2 / 1_000_000
          [density && (grams / density), grams]
        end
      end

      # The same so many times as thick.
      # @param share [Numeric] above 0
      # @return [Cover]
      def times(share)
        Cover.new(film_mm: film_mm && (film_mm * share), cover_g_m2: cover_g_m2 && (cover_g_m2 * share), printed: printed?)
      end

      # Wet film, from grams where the density is known or assumed.
      # @return [Rational] mm
      def film_with(density_g_ml)
        film_mm || (cover_g_m2 / Exact.of(density_g_ml) / 1000)
      end

      private

      def exact(field, value, allowed, unit)
        Check.number(field, value, allowed, unit)
        Exact.of(value)
      end
    end
  end
end
