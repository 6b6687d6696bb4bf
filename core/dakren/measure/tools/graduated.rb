# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # Filled to a printed line: half a division for each line; the second part lies between two lines.
      Graduated = declare("graduated", :graduated, label: "Graduated cup", short: "graduated cup", fields: [
        field("division_ml", "One division", Units::VOLUME, :ml, 0.01..1000),
        field("volume_ml", "Last line", Units::VOLUME, :ml, 1..100_000)
      ]) do
        def errors(split)
          return if split.resin_ml.nil?

          # Thin part first, from the bottom: one line. Thick part: two.
          [division_ml / split.resin_ml.to_f, division_ml / 2.0 / split.hardener_ml.to_f]
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} measured by volume" if split.resin_ml.nil?

          return unless split.total_ml > volume_ml

          "#{Check.plain(split.total_ml.to_f.round)} ml is more than its last line (#{Check.plain(volume_ml)} ml)"
        end

        def most_g(density_g_ml)
          volume_ml * density_g_ml
        end
      end
    end
  end
end
