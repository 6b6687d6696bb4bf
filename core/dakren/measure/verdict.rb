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
        good: "good", weak: "outside the data sheet, weaker surface", scratches: "scratches easily, may stay tacky",
        rubbery: "rubbery", will_not_set: "will not set", soft: "soft, unreacted resin"
      }.freeze
      # The practice's: what a mix forgives of resin, and of hardener, where its sheet does not say.
      DEFAULT_EXTRA_RESIN_PCT = 5
      DEFAULT_EXTRA_HARDENER_PCT = 2
      USUAL_TOLERANCE_PCT = [DEFAULT_EXTRA_RESIN_PCT, DEFAULT_EXTRA_HARDENER_PCT].freeze

      attr_reader :index, :unit

      # @param ratio [Ratio] must be known by weight where it is weighed, by volume where it is filled
      # @param resin_g, resin_ml [Numeric] really in the cup, 0 to 10,000,000, in one of them
      # @param hardener_g, hardener_ml [Numeric] likewise, in the same; not both 0
      # @param extra_resin_pct [Numeric] tolerance, 0 to 100 %
      # @param extra_hardener_pct [Numeric] tolerance, 0 to 100 %
      # @param bands [Hash{Symbol=>Numeric}] the sheet's own, by members of BANDS; the rest as usual
      # @raise [InputError]
      def initialize(ratio, resin_g: nil, hardener_g: nil, resin_ml: nil, hardener_ml: nil, extra_resin_pct: DEFAULT_EXTRA_RESIN_PCT,
        extra_hardener_pct: DEFAULT_EXTRA_HARDENER_PCT, bands: {})
        own = bands.compact.transform_values { |index| Exact.of(index) }
        @poor = POOR.merge(own.slice(*POOR.keys)).freeze
        @rich_limit = own.fetch(:soft, RICH_LIMIT)
        @unit = resin_ml ? :ml : :g
        @parts = parts_of(ratio)
        @resin, @hardener = { resin: resin_g || resin_ml, hardener: hardener_g || hardener_ml }.map { |name, value| amount(name, value) }
        raise InputError.new("resin_#{unit}", "and hardener_#{unit} cannot both be 0") if (@resin + @hardener).zero?

        @highest = 1 + (percent(:extra_resin_pct, extra_resin_pct) / 100)
        @lowest = 1 / (1 + (percent(:extra_hardener_pct, extra_hardener_pct) / 100))
        @index = @hardener.zero? ? nil : @resin * @parts[1] / (@hardener * @parts[0])
        freeze
      end

      # How far apart the verdicts lie, from short of resin to short of hardener.
      # @return [Array<Array(Symbol, Float, Float)>] name, and from which index to which
      def zones
        poor = [*@poor.sort_by(&:last), [:good, @lowest], [:weak, @highest], [:soft, [@rich_limit, @highest].max]]
        poor.each_cons(2).map { |(name, from), (_, to)| [name, from.to_f, to.to_f] }.select { |_, from, to| to > from } <<
          [:soft, poor.last[1].to_f, Float::INFINITY]
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

      # @return [Rational] how much of the short part brings the index back to 1, in its unit
      def add_amount
        case add
        when :nothing then Rational(0)
        when :hardener then (@resin * @parts[1] / @parts[0]) - @hardener
        when :resin then (@hardener * @parts[0] / @parts[1]) - @resin
        end
      end

      # @return [Rational] in the cup after adding, in its unit
      def new_total
        @resin + @hardener + add_amount
      end

      private

      def parts_of(ratio)
        found = unit == :g ? ratio.weight_parts : ratio.volume_parts
        return found if found

        way = unit == :g ? "weigh a mix whose ratio is by volume" : "fill a mix whose ratio is by weight"
        raise InputError.new(missing_density(ratio), "is needed to #{way}")
      end

      def amount(name, value)
        Check.number("#{name}_#{unit}", value, 0..10_000_000, unit.to_s)
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
