# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Measure
    # How wrong a batch may get with a tool, held against what the sheet forgives.
    #
    #   budget = Budget.new(tool, ratio, tolerance_pct: [5, 2])
    #   budget.worst(split)       # => [1.3, 1.2] percent extra resin, percent extra hardener
    #   budget.smallest_g         # => 42.0, below which the tool is too coarse
    #
    # Rule: worst case, each part off by as much as the tool may be, one up and one down. The smallest
    # sensible batch is where the worst error meets the sheet's tighter tolerance.
    class Budget
      SMALLEST_G = 0.05
      LARGEST_G = 200_000.0

      attr_reader :tool

      # @param tool [Tools::*]
      # @param ratio [Ratio]
      # @param tolerance_pct [Array(Numeric, Numeric)] extra resin, extra hardener the sheet forgives
      def initialize(tool, ratio, tolerance_pct:)
        @tool = tool
        @ratio = ratio
        @tolerance = tolerance_pct.map(&:to_f)
      end

      # @param split [Ratio::Split]
      # @return [Array(Float, Float), nil] percent of extra resin and of extra hardener at worst; nil where unknown
      def worst(split)
        resin, hardener = @tool.errors(split)
        return if resin.nil?
        return [Float::INFINITY, Float::INFINITY] if resin >= 1 || hardener >= 1

        [(((1 + resin) / (1 - hardener)) - 1) * 100, (((1 + hardener) / (1 - resin)) - 1) * 100]
      end

      # Does the worst miss stay inside what the sheet forgives?
      def good?(split)
        found = worst(split)
        !found.nil? && found.max <= @tolerance.min
      end

      # @return [Float, nil] grams; nil where the tool cannot do this ratio at all
      def smallest_g
        at = ->(grams) { good?(split_of(grams)) }
        return unless at.call(LARGEST_G)
        return SMALLEST_G if at.call(SMALLEST_G)

        low = Math.log(SMALLEST_G)
        high = Math.log(LARGEST_G)
        40.times do
          middle = (low + high) / 2
          at.call(Math.exp(middle)) ? high = middle : low = middle
        end
        Math.exp(high)
      end

      # @param split [Ratio::Split]
      # @return [String, nil] why this tool cannot do this batch; nil when it can
      def refusal(split)
        reason = @tool.refusal(split, @ratio)
        return reason if reason
        return if good?(split)

        found = worst(split)
        return "how far it may be off is not known" unless found

        "at worst it is #{found.max.finite? ? "#{Check.plain(found.max.round(1))} %" : "wholly"} off, and the sheet forgives " \
          "#{Check.plain(@tolerance.min)} %"
      end

      private

      # A batch of this many grams; of as many millilitres where no grams can be known.
      def split_of(grams)
        @ratio.weight_parts ? @ratio.split(total_g: grams.round(4)) : @ratio.split(total_ml: grams.round(4))
      end
    end

    # The tool for a batch, or why not and what would do.
    class ToolChoice
      Offer = Value.define(:tool, :budget, :refusal)

      # @param tools [Array<Tools::*>] what the shop has
      # @param ratio [Ratio]
      # @param tolerance_pct [Array(Numeric, Numeric)]
      # @param split [Ratio::Split] the batch
      def initialize(tools, ratio, tolerance_pct:, split:)
        @split = split
        @offers = tools.map do |tool|
          budget = Budget.new(tool, ratio, tolerance_pct: tolerance_pct)
          Offer.new(tool: tool, budget: budget, refusal: budget.refusal(split))
        end
      end

      # @return [Array<Offer>]
      attr_reader :offers

      # @return [Array<Offer>] those that can, the surest first
      def able
        offers.reject(&:refusal).sort_by { |offer| offer.budget.worst(@split).max }
      end

      # What would do instead of a refused tool.
      # @param offer [Offer]
      # @return [Array<Symbol, Object>] [:other, Offer], or [:bigger, grams], or [:none]
      def nearest(offer)
        return [:other, able.first] if able.any?

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
