# frozen_string_literal: true

require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Measure
    # How wrong a batch may get with a tool, held against what the sheet tolerates on that side.
    #
    #   budget = Budget.new(tool, ratio, tolerance_pct: [5, 2])
    #   budget.worst(split)       # => [1.3, 1.2] percent extra resin, percent extra hardener
    #   budget.smallest_g         # => 42.0, below which the tool is too coarse
    #
    # Rule: worst case, each part off by as much as the tool may be, one up and one down, and what its own ratio is off by; extra resin is
    # held against the resin's tolerance, extra hardener against the hardener's. It advises; it warns only where every number behind it is
    # measured or the maker's; it never forbids. The smallest sensible batch is where the worst meets the tolerance, and never more than the
    # tool can take.
    class Budget
      # Ours: the batches looked through for the smallest a scale is good enough for.
      SMALLEST_G = 0.05
      LARGEST_G = 200_000.0
      # To a part in a hundred thousand.
      HALVINGS = 20
      # Further off than this is no figure any more.
      FAR_OFF_PCT = 30.0
      SMALLEST = Memo.new(200)

      attr_reader :tool

      # @param tool [Tools::*]
      # @param ratio [Ratio]
      # @param tolerance_pct [Array(Numeric, Numeric)] extra resin, extra hardener the sheet tolerates
      # @param assumed [Boolean] does the sheet leave a tolerance to be assumed?
      def initialize(tool, ratio, tolerance_pct:, assumed: false)
        @tool = tool
        @ratio = ratio
        @tolerance = tolerance_pct.map(&:to_f)
        @assumed = assumed
      end

      # @param split [Ratio::Split]
      # @return [Array(Float, Float), nil] percent of extra resin and of extra hardener at worst; nil where unknown
      def worst(split)
        resin, hardener = @tool.errors(split)
        return if resin.nil?
        return [Float::INFINITY, Float::INFINITY] if resin >= 1 || hardener >= 1

        index = @tool.index(@ratio)&.to_f or return
        [((index * (1 + resin) / (1 - hardener)) - 1) * 100, (((1 + hardener) / (1 - resin) / index) - 1) * 100]
      end

      # Does the worst miss stay inside what the sheet tolerates, each on its side?
      def good?(split)
        found = worst(split)
        !found.nil? && found.zip(@tolerance).all? { |miss, forgiven| miss <= forgiven }
      end

      # Is any number behind it assumed? Then it says so quietly.
      def assumed?
        @assumed || @tool.guessed?
      end

      # @return [Float, nil] grams; nil where no batch the tool can take is sure enough
      def smallest_g
        SMALLEST.recall([@tool, @ratio.to_a, @tolerance]) { smallest_looked_for }
      end

      # @param split [Ratio::Split]
      # @return [String, nil] why this tool cannot do this batch at all; nil when it can
      def refusal(split)
        @tool.refusal(split, @ratio)
      end

      # @param split [Ratio::Split]
      # @return [String, nil] how far it may be off, where that is more than the sheet tolerates
      def doubt(split)
        return if good?(split)

        found = worst(split) or return "how far it may be off is not known"
        side = found[0] - @tolerance[0] >= found[1] - @tolerance[1] ? 0 : 1
        part = %w[resin hardener][side]
        forgives = "#{@assumed ? "usual tolerance" : "the data sheet tolerates"} #{Check.plain(@tolerance[side])} %"
        return "so little cannot be told on it: at worst it is far too rich in #{part}, and #{forgives}" if found[side] > FAR_OFF_PCT

        "at worst it is #{Check.plain(found[side].round(1))} % rich in #{part}, and #{forgives}"
      end

      private

      def smallest_looked_for
        most = [@tool.most_g(density) || LARGEST_G, LARGEST_G].min
        at = ->(grams) { good?(batch_of(grams)) }
        return unless at.call(most)
        return SMALLEST_G if at.call(SMALLEST_G)

        low = Math.log(SMALLEST_G)
        high = Math.log(most)
        HALVINGS.times do
          middle = (low + high) / 2
          at.call(Math.exp(middle)) ? high = middle : low = middle
        end
        Math.exp(high)
      end

      def density
        @ratio.mixed_density_g_ml&.to_f || 1.0
      end

      # As it would be counted or filled.
      def batch_of(grams)
        split = split_of(grams)
        @tool.whole(split, @ratio, @tolerance)&.split || split
      end

      # A batch of this many grams; of as many millilitres where no grams can be known.
      def split_of(grams)
        @ratio.weight_parts ? @ratio.split(total_g: grams.round(4)) : @ratio.split(total_ml: grams.round(4))
      end
    end

    # The tool for a batch, or why not and what would do.
    class ToolChoice
      # refusal: why it cannot at all; doubt: how it may be further off than is forgiven.
      Offer = Value.define(:tool, :budget, :refusal, :doubt) do
        def sure?
          refusal.nil? && doubt.nil?
        end
      end

      # @param tools [Array<Tools::*>] what the shop has
      # @param ratio [Ratio]
      # @param tolerance_pct [Array(Numeric, Numeric)]
      # @param split [Ratio::Split] the batch
      # @param assumed [Boolean] does the sheet leave a tolerance to be assumed?
      def initialize(tools, ratio, tolerance_pct:, split:, assumed: false)
        @split = split
        @offers = tools.map do |tool|
          budget = Budget.new(tool, ratio, tolerance_pct: tolerance_pct, assumed: assumed)
          batch = tool.whole(split, ratio, tolerance_pct)&.split || split
          Offer.new(tool: tool, budget: budget, refusal: budget.refusal(batch), doubt: budget.doubt(batch))
        end
      end

      # @return [Array<Offer>]
      attr_reader :offers

      # @return [Array<Offer>] those that can, the sure ones first, each sort by how far it may be off
      def able
        offers.reject(&:refusal).sort_by { |offer| [offer.doubt ? 1 : 0, offer.budget.worst(@split)&.max || Float::INFINITY] }
      end

      # @return [Array<Offer>] those that are sure enough
      def sure
        able.select(&:sure?)
      end

      # What would do better than an unsure tool.
      # @param offer [Offer]
      # @return [Array<Symbol, Object>] [:other, Offer], or [:bigger, grams], or [:none]
      def nearest(offer)
        return [:other, sure.first] if sure.any?

        smallest = offer.budget.smallest_g
        smallest && @split.total_g && smallest > @split.total_g ? [:bigger, smallest] : [:none]
      end
    end

    # Weighing what a pump really gives.
    #
    #   CheckWeighing.new(strokes: 10, resin_g: 246, hardener_g: 104).ratio_by_weight   # => 2.365...
    class CheckWeighing
      # @param strokes [Integer] of each pump, 1 to 1000
      # @param resin_g [Numeric] what the resin pump's strokes weigh together
      # @param hardener_g [Numeric] likewise
      # @raise [InputError]
      def initialize(strokes:, resin_g:, hardener_g:)
        @strokes = Check.number(:strokes, strokes, 1..1000).to_i
        @resin_g = Exact.of(Check.number(:resin_g, resin_g, 0.001..1_000_000, "g"))
        @hardener_g = Exact.of(Check.number(:hardener_g, hardener_g, 0.001..1_000_000, "g"))
      end

      # @return [Array(Rational, Rational)] grams of one stroke of each
      def per_stroke_g
        [@resin_g / @strokes, @hardener_g / @strokes]
      end

      # @return [Rational] grams of resin to one gram of hardener
      def ratio_by_weight
        @resin_g / @hardener_g
      end

      # @param ratio [Ratio] what the sheet wants
      # @return [Verdict]
      def verdict(ratio, **tolerance)
        Verdict.new(ratio, resin_g: @resin_g, hardener_g: @hardener_g, **tolerance)
      end
    end
  end
end
