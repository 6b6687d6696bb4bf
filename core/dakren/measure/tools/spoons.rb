# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # A set of measuring spoons, one spoon a part and both of one size, struck level with a straight edge: for batches too small
      # for cups where no scale is at hand. Whole spoons only, so that the ratio is met by the numbers counted.
      #
      # Rule: the fewest spoons that give about the batch and meet the ratio within what the sheet tolerates; where no numbers do, the
      # nearest. Level spoons are off by their share, less so the more of them are counted.
      Spoons = declare("spoons", Way.new(name: :spoons, short: "measuring spoons", read: :count, first: nil),
        label: "Measuring spoons, one a part", fields: [
          field("spoon_ml", "One spoon, level", Units::VOLUME, :ml, 0.1..250),
          field("error_pct", "A level spoon may be off by", Units::PERCENT, :%, 0..50, fallback: 5)
        ], counting: Counting.new(unit: "spoon", alternate: false, ready: "Ready",
          heading: "Two spoons of one size, one for each part, dry",
          how: "Strike each level with a straight edge, scrape it out. All of the resin, then all of the hardener; " \
               "never one spoon for both.")) do
        def one_ml
          spoon_ml
        end

        # @return [Array(Integer, Integer)] spoons of resin and of hardener
        def spoons(split, tolerance_pct = Verdict::USUAL_TOLERANCE_PCT, short_pct = SHORT_PCT)
          WholeUnits.pair(split, spoon_ml, tolerance_pct, short_pct)
        end

        def errors(split)
          return if split.resin_ml.nil?

          [split.resin_ml, split.hardener_ml].map { |ml| error_pct / 100.0 / Math.sqrt([ml.to_f / spoon_ml, 1].max) }
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} measured with spoons" if split.resin_ml.nil?

          "too many spoons to count (#{spoons(split).sum})" if spoons(split).sum > MOST_SPOONS
        end

        def whole(split, ratio, tolerance_pct, short_pct = SHORT_PCT)
          return if split.resin_ml.nil?

          resin, hardener = spoons(split, tolerance_pct, short_pct)
          Whole.new(counted: Counted.new(counting: declaration.counting, resin: resin, hardener: hardener),
            split: Tools.split_of(ratio, Exact.of(spoon_ml) * resin, Exact.of(spoon_ml) * hardener))
        end

        def advice(split)
          "#{spoons(split).join(" and ")} level spoons."
        end
      end
      # More spoons than this nobody keeps count of.
      MOST_SPOONS = 40
    end
  end
end
