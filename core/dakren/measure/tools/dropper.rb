# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # More drops than this nobody counts.
      MOST_DROPS = 400

      # Drops from the same bore; their scatter shrinks with the root of their number.
      Dropper = declare("dropper", :drops, label: "Droppers, same bore", short: "dropper", fields: [
        field("drop_ml", "One drop", Units::VOLUME, :ml, 0.005..1),
        field("scatter_pct", "Drops scatter by", Units::PERCENT, :%, 0.1..50, fallback: 6)
                                                                                           ],
        counting: Counting.new(unit: "drop", alternate: false, ready: "Ready", heading: "Same bore on both bottles, at room temperature",
          how: "All of the resin, then all of the hardener. Hold the bottle upright.")) do
        def drops(split)
          [split.resin_ml, split.hardener_ml].map { |ml| (ml.to_f / drop_ml).round }
        end

        def errors(split)
          return if split.resin_ml.nil?

          # A whole number of drops can be half a drop off, beside their scatter.
          [split.resin_ml, split.hardener_ml].map do |ml|
            count = ml.to_f / drop_ml
            count < 1 ? 1.0 : (scatter_pct / 100.0 / Math.sqrt(count)) + (0.5 / count)
          end
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} counted in drops" if split.resin_ml.nil?

          "#{drops(split).sum} drops are more than anybody counts" if drops(split).sum > MOST_DROPS
        end

        def count(split)
          resin, hardener = drops(split)
          Counted.new(counting: declaration.counting, resin: resin, hardener: hardener)
        end

        def advice(split)
          "#{drops(split).join(" and ")} drops."
        end
      end
    end
  end
end
