# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # Two pumps made for one ratio; whole strokes, as many of one as of the other.
      PumpSet = declare("pump", Way.new(name: :pump, short: "pump set", read: :count, first: nil),
        label: "Pump set", fields: [
          field("resin_ml", "Resin per stroke", Units::VOLUME, :ml, 0.05..2000),
          field("hardener_ml", "Hardener per stroke", Units::VOLUME, :ml, 0.05..2000),
          field("error_pct", "Strokes vary by", Units::PERCENT, :%, 0..50, fallback: 2)
        ],
        counting: Counting.new(unit: "stroke", alternate: true, ready: "Prime", heading: "Prime both pumps, and discard what comes",
          how: "Full strokes, one for one, changing pump each stroke so that a miscount shows.")) do
        # One stroke of each.
        def both_ml
          Exact.of(resin_ml) + Exact.of(hardener_ml)
        end

        # The mix whole strokes really give.
        def split(ratio, count)
          Tools.split_of(ratio, Exact.of(resin_ml) * count, Exact.of(hardener_ml) * count)
        end

        # Ratio this set gives over the sheet's: 1 when it is made for it.
        def index(ratio)
          parts = ratio.volume_parts
          parts && (Exact.of(resin_ml) * parts[1] / (Exact.of(hardener_ml) * parts[0]))
        end

        # Equal strokes of a set made for the ratio are right at any count but for their scatter; what the set's own ratio is off by counts
        # fully, see index.
        def errors(split)
          return if split.total_ml.nil?

          off = error_pct / 100.0 / Math.sqrt(strokes(split.total_ml))
          [off, off]
        end

        def refusal(_split, ratio)
          made = index(ratio)
          return "#{NO_DENSITIES} pumped" if made.nil?
          return if made.between?(Rational(98, 100), Rational(105, 100))

          "this set gives #{Check.plain(resin_ml)} : #{Check.plain(hardener_ml)} by volume; the data sheet wants " \
            "#{ratio.volume_parts.map { |part| Check.plain((part / ratio.volume_parts[1]).to_f.round(2)) }.join(" : ")}"
        end

        def whole(split, ratio, _tolerance_pct, short_pct = SHORT_PCT)
          return if split.total_ml.nil?

          count = strokes(split.total_ml, short_pct)
          Whole.new(counted: Counted.new(counting: declaration.counting, resin: count, hardener: count), split: self.split(ratio, count))
        end

        def advice(split)
          "#{declaration.counting.told(strokes(split.total_ml))} of each pump."
        end
      end
    end
  end
end
