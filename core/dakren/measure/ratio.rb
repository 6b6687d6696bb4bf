# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Measure
    # How much resin to how much hardener, by volume or by weight; the two are different numbers for
    # the same mix. Without densities the other basis is unknown and never guessed.
    #
    #   ratio = Ratio.new(by: :volume, resin: 2, hardener: 1, resin_density_g_ml: 1.15, hardener_density_g_ml: 0.98)
    #   ratio.weight_parts          # => [2.3, 0.98] as rationals
    #   ratio.split(total_g: 300)   # => grams and ml of both, adding up exactly
    #
    # Rules: weight ratio from volume ratio is rA dA : rB dB; phr = 100 mB/mA;
    # mixed density = (mA + mB) / (mA/dA + mB/dB).
    class Ratio
      BASES = %i[volume weight].freeze
      PARTS = (0.001..100_000)
      DENSITY = (0.2..5)
      # Why the other basis cannot be told.
      NO_DENSITY = "the data sheet gives no densities, and they are needed to go between volume and weight"

      # Grams and millilitres of one mix; nil where unknown. Rationals: resin and hardener add up exactly.
      Split = Value.define(:resin_g, :hardener_g, :resin_ml, :hardener_ml, :total_g, :total_ml)

      attr_reader :by, :resin, :hardener, :resin_density_g_ml, :hardener_density_g_ml

      # @param by [Symbol] :volume or :weight
      # @param resin [Numeric] parts of resin, 0.001 to 100,000
      # @param hardener [Numeric] parts of hardener, likewise
      # @param resin_density_g_ml [Numeric, nil] 0.2 to 5; nil when not known
      # @param hardener_density_g_ml [Numeric, nil] likewise
      # @raise [InputError]
      def initialize(by:, resin:, hardener:, resin_density_g_ml: nil, hardener_density_g_ml: nil)
        raise InputError.new("ratio.by", "must be volume or weight", given: by) unless BASES.include?(by)

        @by = by
        @resin = exact("ratio.resin", resin, PARTS, "parts")
        @hardener = exact("ratio.hardener", hardener, PARTS, "parts")
        @resin_density_g_ml = resin_density_g_ml && exact("resin_density_g_ml", resin_density_g_ml, DENSITY, "g/ml")
        @hardener_density_g_ml = hardener_density_g_ml && exact("hardener_density_g_ml", hardener_density_g_ml, DENSITY, "g/ml")
        freeze
      end

      # @return [Array(Rational, Rational), nil] nil when it is by volume and a density is missing
      def weight_parts
        return [resin, hardener] if by == :weight

        densities? ? [resin * resin_density_g_ml, hardener * hardener_density_g_ml] : nil
      end

      # @return [Array(Rational, Rational), nil] nil when it is by weight and a density is missing
      def volume_parts
        return [resin, hardener] if by == :volume

        densities? ? [resin / resin_density_g_ml, hardener / hardener_density_g_ml] : nil
      end

      # What is chosen by habit and cannot be done gives way to what can: a ratio by volume without densities is filled to lines, one
      # by weight is weighed.
      # @param method [Symbol] of WAYS
      # @return [Symbol]
      def able(method)
        return :graduated if method == :scale && weight_parts.nil?
        return :scale if method == :graduated && volume_parts.nil?

        method
      end

      def densities?
        !resin_density_g_ml.nil? && !hardener_density_g_ml.nil?
      end

      # @return [Rational, nil] grams of hardener per 100 g of resin
      def phr
        weights = weight_parts
        weights && (100 * weights[1] / weights[0])
      end

      # @return [Rational, nil] g/ml of the mix
      def mixed_density_g_ml
        return unless densities?

        weights = weight_parts
        weights.sum / ((weights[0] / resin_density_g_ml) + (weights[1] / hardener_density_g_ml))
      end

      # The mix from one known amount.
      #
      # @param total_g, total_ml, resin_g, hardener_g [Numeric] exactly one of them, 0 to 10,000,000
      # @return [Split] nil for what cannot be known without a density
      # @raise [InputError] when none, several, or an impossible one is given
      def split(**known)
        known = known.compact
        name, amount = known.first
        unless known.size == 1 && %i[total_g total_ml resin_g hardener_g].include?(name)
          raise InputError.new("total_g", "or total_ml, resin_g or hardener_g must be given, and only one of them")
        end

        complete(**grams_from(name, exact(name, amount, 0..10_000_000, name.end_with?("ml") ? "ml" : "g")))
      end

      def ==(other)
        other.is_a?(Ratio) && to_a == other.to_a
      end

      def to_a
        [by, resin, hardener, resin_density_g_ml, hardener_density_g_ml]
      end

      private

      def exact(field, value, allowed, unit)
        Check.number(field, value, allowed, unit)
        Exact.of(value)
      end

      # What is known at once from the one amount, in whichever of grams and ml it can be had.
      def grams_from(name, amount)
        case name
        when :total_g then weight_parts ? parts(:g, amount, weight_parts) : { total_g: amount }
        when :total_ml then volume_parts ? parts(:ml, amount, volume_parts) : { total_ml: amount }
        when :resin_g then from_part(amount, 0)
        when :hardener_g then from_part(amount, 1)
        end
      end

      def parts(unit, total, weights)
        resin_share, hardener_share = Exact.share(total, weights)
        { "resin_#{unit}": resin_share, "hardener_#{unit}": hardener_share, "total_#{unit}": total }
      end

      def from_part(grams, index)
        weights = weight_parts
        names = %i[resin_g hardener_g]
        return { names[index] => grams } unless weights

        other = grams * weights[1 - index] / weights[index]
        { names[index] => grams, names[1 - index] => other, total_g: grams + other }
      end

      # Fills in the other unit where the densities allow.
      def complete(resin_g: nil, hardener_g: nil, resin_ml: nil, hardener_ml: nil, total_g: nil, total_ml: nil)
        resin_ml ||= over(resin_g, resin_density_g_ml)
        hardener_ml ||= over(hardener_g, hardener_density_g_ml)
        resin_g ||= times(resin_ml, resin_density_g_ml)
        hardener_g ||= times(hardener_ml, hardener_density_g_ml)
        total_g ||= resin_g && hardener_g && (resin_g + hardener_g)
        total_ml ||= resin_ml && hardener_ml && (resin_ml + hardener_ml)
        Split.new(resin_g: resin_g, hardener_g: hardener_g, resin_ml: resin_ml, hardener_ml: hardener_ml,
          total_g: total_g, total_ml: total_ml)
      end

      def over(amount, density)
        amount && density && (amount / density)
      end

      def times(amount, density)
        amount && density && (amount * density)
      end
    end
  end
end
