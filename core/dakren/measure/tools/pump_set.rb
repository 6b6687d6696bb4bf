# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # Two pumps made for one ratio; whole strokes, as many of one as of the other.
      PumpSet = declare("pump", :pump, label: "Pump set", short: "pump set", fields: [
        field("resin_ml", "Resin, a stroke", Units::VOLUME, :ml, 0.05..2000),
        field("hardener_ml", "Hardener, a stroke", Units::VOLUME, :ml, 0.05..2000),
        field("error_pct", "A stroke may be off by", Units::PERCENT, :%, 0..50, fallback: 3)
                                                                             ],
        counting: Counting.new(unit: "stroke", alternate: true, ready: "Prime", heading: "Prime both pumps, and discard what comes",
          how: "Full strokes, one for one, changing pump each stroke so that a miscount shows.")) do
        # @return [Integer] strokes of each pump that give at least this much
        def strokes(total_ml)
          (Exact.of(total_ml) / (Exact.of(resin_ml) + Exact.of(hardener_ml))).ceil
        end

        # The mix whole strokes really give.
        def split(ratio, count)
          pumped = Ratio.new(by: :volume, resin: resin_ml, hardener: hardener_ml, resin_density_g_ml: ratio.resin_density_g_ml,
            hardener_density_g_ml: ratio.hardener_density_g_ml)
          pumped.split(total_ml: Exact.of(count) * (Exact.of(resin_ml) + Exact.of(hardener_ml)))
        end

        # Ratio this set gives over the sheet's: 1 when it is made for it.
        def index(ratio)
          parts = ratio.volume_parts
          parts && (Exact.of(resin_ml) * parts[1] / (Exact.of(hardener_ml) * parts[0]))
        end

        def errors(split)
          return if split.total_ml.nil?

          off = error_pct / 100.0 / Math.sqrt(strokes(split.total_ml))
          [off, off]
        end

        def refusal(_split, ratio)
          made = index(ratio)
          return "#{NO_DENSITIES} pumped" if made.nil?
          return if made.between?(Rational(98, 100), Rational(105, 100))

          "this set gives #{Check.plain(resin_ml)} : #{Check.plain(hardener_ml)} by volume; the sheet wants " \
            "#{ratio.volume_parts.map { |part| Check.plain((part / ratio.volume_parts[1]).to_f.round(2)) }.join(" : ")}"
        end

        def count(split)
          Counted.new(counting: declaration.counting, resin: strokes(split.total_ml), hardener: strokes(split.total_ml))
        end

        # Whole strokes give a little more than was asked for.
        def counted_g(split, ratio)
          self.split(ratio, strokes(split.total_ml)).total_g
        end

        def advice(split)
          "#{strokes(split.total_ml)} strokes of each pump."
        end
      end
    end
  end
end
