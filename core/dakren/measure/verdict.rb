# frozen_string_literal: true

module Dakren
  module Measure
    # What a cup with this much of each part will turn into, and what brings it back.
    #
    #   Verdict.new(ratio, resin_g: 100, hardener_g: 60).name   # => :scratches for a 2 : 1 mix
    #
    # Rule: index = actual (resin/hardener) over the sheet's. Inside the sheet's tolerance good; then by
    # distance and side, since extra hardener harms more than extra resin.
    class Verdict
      # From the resin-poor side up: the least index that still earns the name.
      POOR = { weak: Rational(9, 10), scratches: Rational(7, 10), rubbery: Rational(4, 10), will_not_set: Rational(0) }.freeze
      RICH_LIMIT = Rational(115, 100)
      # Bands a sheet may carry of its own, each the least (or for soft the largest) index.
      BANDS = %i[weak scratches rubbery soft].freeze
      WORDS = {
        good: "good", weak: "off-sheet, weaker surface", scratches: "scratches easily, may stay tacky",
        rubbery: "rubbery", will_not_set: "will not set", soft: "soft, unreacted resin"
      }.freeze
      DEFAULT_EXTRA_RESIN_PCT = 5
      DEFAULT_EXTRA_HARDENER_PCT = 2
      USUAL_TOLERANCE_PCT = [DEFAULT_EXTRA_RESIN_PCT, DEFAULT_EXTRA_HARDENER_PCT].freeze

      attr_reader :index

      # @param ratio [Ratio] must be known by weight
      # @param resin_g [Numeric] really in the cup, 0 to 10,000,000
      # @param hardener_g [Numeric] likewise; not both 0
      # @param extra_resin_pct [Numeric] tolerance, 0 to 100 %
      # @param extra_hardener_pct [Numeric] tolerance, 0 to 100 %
      # @param bands [Hash{Symbol=>Numeric}] the sheet's own, by members of BANDS; the rest as usual
      # @raise [InputError]
      def initialize(ratio, resin_g:, hardener_g:, extra_resin_pct: DEFAULT_EXTRA_RESIN_PCT,
        extra_hardener_pct: DEFAULT_EXTRA_HARDENER_PCT, bands: {})
        own = bands.compact.transform_values { |index| Exact.of(index) }
        @poor = POOR.merge(own.slice(*POOR.keys)).freeze
        @rich_limit = own.fetch(:soft, RICH_LIMIT)
        @weights = ratio.weight_parts
        raise InputError.new(missing_density(ratio), "is needed to weigh a mix whose ratio is by volume") unless @weights

        @resin_g = grams(:resin_g, resin_g)
        @hardener_g = grams(:hardener_g, hardener_g)
        raise InputError.new(:resin_g, "and hardener_g cannot both be 0") if (@resin_g + @hardener_g).zero?

        @highest = 1 + (percent(:extra_resin_pct, extra_resin_pct) / 100)
        @lowest = 1 / (1 + (percent(:extra_hardener_pct, extra_hardener_pct) / 100))
        @index = @hardener_g.zero? ? nil : @resin_g * @weights[1] / (@hardener_g * @weights[0])
        freeze
      end

      # @return [Symbol] a key of WORDS
      def name
        return :soft if index.nil?
        return :good if index.between?(@lowest, @highest)
        return index <= @rich_limit ? :weak : :soft if index > 1

        @poor.find { |_, least| index >= least }.first
      end

      def words
        WORDS.fetch(name)
      end

      # @return [Symbol] :resin, :hardener or :nothing
      def add
        return :nothing if name == :good

        index.nil? || index > 1 ? :hardener : :resin
      end

      # @return [Rational] grams of the short part that bring the index back to 1
      def add_g
        case add
        when :nothing then Rational(0)
        when :hardener then (@resin_g * @weights[1] / @weights[0]) - @hardener_g
        when :resin then (@hardener_g * @weights[0] / @weights[1]) - @resin_g
        end
      end

      # @return [Rational] grams in the cup after adding
      def new_total_g
        @resin_g + @hardener_g + add_g
      end

      private

      def grams(field, value)
        Check.number(field, value, 0..10_000_000, "g")
        Exact.of(value)
      end

      def percent(field, value)
        Check.number(field, value, 0..100, "%")
        Exact.of(value)
      end

      def missing_density(ratio)
        ratio.resin_density_g_ml ? :hardener_density_g_ml : :resin_density_g_ml
      end
    end
  end
end
