# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      ON_A_LINE = 0.2
      BETWEEN_LINES = 0.5
      # Filling up to whole lines may take so many times as much.
      LINES_WORTH = Rational(11, 10)

      # Filled to printed lines, or between them.
      Graduated = declare("graduated",
        Way.new(name: :graduated, short: "graduated cup", read: :lines, first: :hardener, bare: "graduated cup"),
        label: "Graduated cup", fields: [
          field("division_ml", "One division", Units::VOLUME, :ml, 0.01..1000),
          field("volume_ml", "Last line", Units::VOLUME, :ml, 1..100_000)
        ]) do
        # On a printed line a fifth of a division, between two lines half of one. Thin part first, from the bottom: one line. Thick
        # part: two.
        def errors(split)
          return if split.resin_ml.nil?

          first = division_ml * reading(split.hardener_ml)
          [(first + (division_ml * reading(split.total_ml))) / split.resin_ml.to_f, first / split.hardener_ml.to_f]
        end

        # Divisions a line can be misread by.
        def reading(ml)
          (Exact.of(ml) / Exact.of(division_ml)).denominator == 1 ? ON_A_LINE : BETWEEN_LINES
        end

        # Whole lines, where they give hardly more than is wanted and meet the ratio.
        def whole(split, ratio, tolerance_pct, short_pct = SHORT_PCT)
          return if split.resin_ml.nil?

          wanted = [split.resin_ml, split.hardener_ml].map { |ml| Exact.of(ml) / Exact.of(division_ml) }
          resin, hardener = WholeUnits.pair(split, division_ml, tolerance_pct, short_pct)
          unit = Exact.of(division_ml)
          return if (resin + hardener) * unit > [Exact.of(volume_ml), Exact.of(split.total_ml) * LINES_WORTH].min ||
            !WholeUnits.forgiven?([resin, hardener], wanted, tolerance_pct)

          Whole.new(counted: nil, split: Tools.split_of(ratio, unit * resin, unit * hardener))
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} measured by volume" if split.resin_ml.nil?

          return unless split.total_ml > volume_ml

          "#{Check.plain(split.total_ml.to_f.round)} ml won't fit: its last line is #{Check.plain(volume_ml)} ml"
        end

        def most_g(density_g_ml)
          volume_ml * density_g_ml
        end
      end
    end
  end
end
