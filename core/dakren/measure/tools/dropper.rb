# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # More drops than this nobody counts.
      MOST_DROPS = 120

      # Drops from the same bore; their scatter shrinks with the root of their number.
      Dropper = declare("dropper", Way.new(name: :drops, short: "dropper", read: :count, first: nil),
        label: "Matched droppers", fields: [
          field("drop_ml", "One drop", Units::VOLUME, :ml, 0.005..1),
          field("scatter_pct", "Drops scatter by", Units::PERCENT, :%, 0.1..50, fallback: 6)
        ],
        counting: Counting.new(unit: "drop", alternate: false, ready: "Ready", heading: "Matched droppers, at room temperature",
          how: "All of the resin, then all of the hardener. Hold the bottle upright.")) do
        def one_ml
          drop_ml
        end

        def drops(split, tolerance_pct = Verdict::USUAL_TOLERANCE_PCT, short_pct = SHORT_PCT)
          WholeUnits.pair(split, drop_ml, tolerance_pct, short_pct)
        end

        # Drops are counted, so only their scatter is left.
        def errors(split)
          return if split.resin_ml.nil?

          [split.resin_ml, split.hardener_ml].map { |ml| [scatter_pct / 100.0 / Math.sqrt([ml.to_f / drop_ml, 1].max), 1.0].min }
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} counted in drops" if split.resin_ml.nil?

          "too many drops to count" if drops(split).sum > MOST_DROPS
        end

        def whole(split, ratio, tolerance_pct, short_pct = SHORT_PCT)
          return if split.resin_ml.nil?

          resin, hardener = drops(split, tolerance_pct, short_pct)
          Whole.new(counted: Counted.new(counting: declaration.counting, resin: resin, hardener: hardener),
            split: Tools.split_of(ratio, Exact.of(drop_ml) * resin, Exact.of(drop_ml) * hardener))
        end

        def advice(split)
          "#{drops(split).join(" and ")} drops."
        end
      end
    end
  end
end
