# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/exact"
require_relative "cup_kind"

module Dakren
  module Plan
    # A coat mixed in the maker's packs, both parts of each together.
    #
    #   packs = Packs.new(pack_ml: 10_000, cups: cups, limits: sheet.limits, density_g_ml: 1.4)
    #   packs.fitted(need)   # => the need with the film that five whole packs give, where the sheet allows it
    #
    # Rule: a film a little thinner, of one pack less, is taken where the sheet's own range holds it; else one more pack is opened.
    class Packs
      # Lines of a need that grow with the film.
      FILM_LINES = %i[work texture edges drip].freeze
      # A hair more than whole packs is whole packs: what stays in a pail is rounded.
      HAIR = Rational(1, 100_000)
      # Films are told and typed in different units: a rounding is no difference.
      ROUNDED = 0.005

      # So many packs, and the wet film they give, mm.
      Offer = Value.define(:count, :film_mm)

      # @param pack_ml [Numeric] A and B together @param cups [Array<CupKind>] to mix it in, smallest first
      # @param limits [WorkLimits] of the sheet @param density_g_ml [Numeric] of the mix
      # @param short_pct [Numeric] by how much they may miss the need
      # @param printed [Boolean] does the need go by the coverage a tin prints? That holds what stays in the pail
      # @raise [InputError] when no cup holds one
      def initialize(pack_ml:, cups:, limits:, density_g_ml:, printed: false, short_pct: Measure::Tools::SHORT_PCT)
        @pack_ml = Exact.of(pack_ml)
        @limits = limits
        @least_share = 1 - (Exact.of(short_pct) / 100)
        @density = density_g_ml
        cup = cups.find { |kind| kind.most_ml >= pack_ml }
        raise InputError.new(:pack, "of #{Check.plain(pack_ml.to_f.round)} ml fits no cup here") unless cup

        @on_work_ml = printed ? @pack_ml : @pack_ml - cup.kept_ml(@pack_ml)
      end

      # How much thinner the film must be so that one pack less does, as a share of it.
      # @param need [Work::Need]
      # @return [Rational, nil] nil where whole packs are right as they are, or the sheet does not hold so thin a film
      def thinner(need)
        offer = offers(need).first or return
        return if needed(need) <= offer.count

        share_of(need, offer.count)
      end

      # Whole packs near to the need that give a film inside the sheet's range, the fewest first.
      # @param need [Work::Need]
      # @return [Array<Offer>]
      def offers(need)
        return [] unless need.film_mm && needed(need).finite?

        [needed(need).floor, needed(need).ceil].uniq.select(&:positive?).filter_map do |count|
          film = need.film_mm * share_of(need, count)
          Offer.new(count: count, film_mm: film) if allowed?(film) || enough?(film, need)
        end
      end

      # Packs that cover a need, in parts of one too.
      # @return [Rational]
      def needed(need)
        found = need.millilitres(@density) / @on_work_ml
        (found - found.round).abs < HAIR ? Rational(found.round) : found
      end

      private

      def share_of(need, count)
        film, other = need.lines.partition { |line| FILM_LINES.include?(line.name) }
        ((count * @on_work_ml) - other.sum { |line| line.millilitres(@density) }) / film.sum { |line| line.millilitres(@density) }
      end

      # The sheet must tell both ends of its range: nothing is stretched on a guess.
      def allowed?(film_mm)
        least = @limits.thinnest_film_mm
        most = @limits.thickest_film_mm
        least && most && film_mm.to_f.between?(least * (1 - ROUNDED), most * (1 + ROUNDED))
      end

      # Hardly less than what is wanted, and not more than a hair above it.
      def enough?(film_mm, need)
        film_mm.between?(need.film_mm * @least_share, need.film_mm * (1 + HAIR))
      end
    end
  end
end
