# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # A set of measuring spoons, one spoon a part and both of one size, struck level with a straight edge: for batches too small
      # for cups where no scale is at hand. Whole spoons only, so that the ratio is met by the numbers counted.
      #
      # Rule: the fewest spoons that give at least the batch and meet the ratio within 2 %; where no number up to the most does, the
      # nearest. Level spoons are off by their share, less so the more of them are counted.
      Spoons = declare("spoons", :spoons, label: "Measuring spoons, one a part", short: "measuring spoons", fields: [
        field("spoon_ml", "One spoon, level", Units::VOLUME, :ml, 0.1..250),
        field("error_pct", "A level spoon may be off by", Units::PERCENT, :%, 0..50, fallback: 5)
      ], counting: Counting.new(unit: "spoon", alternate: false, ready: "Ready", heading: "Two spoons of one size, one for each part, dry",
        how: "Strike each level with a straight edge, scrape it out. All of the resin, then all of the hardener; " \
             "never one spoon for both.")) do
        # @return [Array(Integer, Integer)] spoons of resin and of hardener
        def spoons(split)
          wanted = [split.resin_ml, split.hardener_ml].map { |ml| Exact.of(ml) / Exact.of(spoon_ml) }
          least = wanted[1].ceil.clamp(1, MOST_SPOONS)
          tries = (least..(least + MOST_SPOONS)).map { |hardener| [(wanted[0] / wanted[1] * hardener).round.clamp(1..), hardener] }
          tries.find { |pair| off(pair, wanted) <= NEAR_ENOUGH } || tries.first(MOST_SPOONS).min_by { |pair| off(pair, wanted) }
        end

        def errors(split)
          return if split.resin_ml.nil?

          resin, hardener = spoons(split)
          rounding = (resin * split.hardener_ml.to_f / (hardener * split.resin_ml.to_f)) - 1
          [(error_pct / 100.0 / Math.sqrt(resin)) + [rounding, 0.0].max, (error_pct / 100.0 / Math.sqrt(hardener)) + [-rounding, 0.0].max]
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} measured with spoons" if split.resin_ml.nil?

          "#{spoons(split).sum} spoons are more than anybody keeps count of" if spoons(split).sum > MOST_SPOONS
        end

        def count(split)
          resin, hardener = spoons(split)
          Counted.new(counting: declaration.counting, resin: resin, hardener: hardener)
        end

        def counted_g(split, ratio)
          resin, hardener = spoons(split)
          Ratio.new(by: :volume, resin: resin, hardener: hardener, resin_density_g_ml: ratio.resin_density_g_ml,
            hardener_density_g_ml: ratio.hardener_density_g_ml)
            .split(total_ml: Exact.of(spoon_ml) * (resin + hardener)).total_g
        end

        def advice(split)
          "#{spoons(split).join(" and ")} level spoons."
        end

        private

        # How far a pair is from the ratio, as a share of it.
        def off(pair, wanted)
          ((Rational(pair[0], pair[1]) * wanted[1] / wanted[0]) - 1).abs
        end
      end
      # More spoons than this nobody keeps count of.
      MOST_SPOONS = 40
      NEAR_ENOUGH = Rational(2, 100)
    end
  end
end
