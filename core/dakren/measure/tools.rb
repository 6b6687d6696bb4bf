# frozen_string_literal: true

module Dakren
  module Measure
    # What a shop measures with. Each says how far a part may be off, and what it cannot do at all.
    #
    # errors(split) gives the worst share by which resin and hardener may be off; refusal(split, ratio) a
    # reason, or nil.
    module Tools
      # More drops than this nobody counts.
      MOST_DROPS = 400
      # A pack is the better choice for a batch this near to it.
      NEAR = 0.1

      # One reading is off by half a step of the display and the scale's repeatability; a weighed part is the
      # difference of two readings.
      Scale = Value.define(:name, :resolution_g, :repeatability_g, :capacity_g, auto_off_min: nil) do
        def reading_error_g
          (resolution_g / 2.0) + repeatability_g
        end

        def errors(split)
          return if split.resin_g.nil?

          [split.resin_g, split.hardener_g].map { |grams| 2 * reading_error_g / grams.to_f }
        end

        def refusal(split, _ratio)
          return "the sheet gives no densities, so this ratio by volume cannot be weighed" if split.resin_g.nil?

          "#{Check.plain(split.total_g.to_f.round(1))} g is more than it carries (#{Check.plain(capacity_g)} g)" if split.total_g > capacity_g
        end

        def finer?(other)
          other.is_a?(self.class) && reading_error_g < other.reading_error_g
        end
      end

      # Filled to a printed line: half a division for each line; the second part lies between two lines.
      Graduated = Value.define(:name, :division_ml, :volume_ml) do
        def errors(split)
          return if split.resin_ml.nil?

          # Thin part first, from the bottom: one line. Thick part: two.
          [division_ml / split.resin_ml.to_f, division_ml / 2.0 / split.hardener_ml.to_f]
        end

        def refusal(split, _ratio)
          return "the sheet gives no densities, so this ratio by weight cannot be measured by volume" if split.resin_ml.nil?

          "#{Check.plain(split.total_ml.to_f.round)} ml is more than its last line (#{Check.plain(volume_ml)} ml)" if split.total_ml > volume_ml
        end
      end

      # A syringe for each part, refilled as often as it takes.
      Syringe = Value.define(:name, :division_ml, :volume_ml) do
        def errors(split)
          return if split.resin_ml.nil?

          [split.resin_ml, split.hardener_ml].map { |ml| division_ml / 2.0 * (ml.to_f / volume_ml).ceil / ml.to_f }
        end

        def refusal(split, _ratio)
          return "the sheet gives no densities, so this ratio by weight cannot be measured by volume" if split.resin_ml.nil?

          "would have to be filled #{(split.resin_ml.to_f / volume_ml).ceil} times" if split.resin_ml > volume_ml * 6
        end
      end

      # Drops from the same bore; their scatter shrinks with the root of their number.
      Dropper = Value.define(:name, :drop_ml, :scatter_pct) do
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
          return "the sheet gives no densities, so this ratio by weight cannot be counted in drops" if split.resin_ml.nil?

          "#{drops(split).sum} drops are more than anybody counts" if drops(split).sum > MOST_DROPS
        end
      end

      # Two pumps made for one ratio; whole strokes, as many of one as of the other.
      PumpSet = Value.define(:name, :resin_ml, :hardener_ml, :error_pct) do
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
          return "the sheet gives no densities, so this ratio by weight cannot be pumped" if made.nil?
          return if made.between?(Rational(98, 100), Rational(105, 100))

          "this set gives #{Check.plain(resin_ml)} : #{Check.plain(hardener_ml)} by volume; the sheet wants " \
            "#{ratio.volume_parts.map { |part| Check.plain((part / ratio.volume_parts[1]).to_f.round(2)) }.join(" : ")}"
        end
      end

      # Both tins scraped out: right by itself, for one size.
      Pack = Value.define(:name, :resin_g, :hardener_g) do
        def errors(_split)
          [0.0, 0.0]
        end

        def refusal(split, ratio)
          return "its tins cannot be held against a ratio by volume without densities" unless ratio.weight_parts && split.total_g
          return "the tins hold #{Check.plain(resin_g + hardener_g)} g, this batch is #{Check.plain(split.total_g.to_f.round)} g" unless near?(split.total_g)

          name = Verdict.new(ratio, resin_g: resin_g, hardener_g: hardener_g).name
          "these two tins do not belong together for this sheet" unless name == :good
        end

        # Near enough that the whole pack is the better choice.
        def near?(total_g)
          ((total_g / (resin_g + hardener_g)) - 1).abs <= NEAR
        end
      end
    end
  end
end
