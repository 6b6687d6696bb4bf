# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # One reading is off by half a step of the display and the scale's repeatability; a weighed part is the difference of two readings.
      Scale = declare("scale", Way.new(name: :scale, short: "scale", read: :weight, first: nil, bare: "scale"),
        label: "Scale", fields: [
          field("resolution_g", "Smallest step", Units::MASS, :g, 0.001..1000),
          field("repeatability_g", "Repeatability", Units::MASS, :g, 0..1000, fallback: 0),
          field("capacity_g", "Capacity", Units::MASS, :g, 1..1_000_000),
          field("auto_off_min", "Switches itself off after", Units::TIME, :min, 0.1..1440, fallback: 10, spare: true)
        ]) do
        def reading_error_g
          (resolution_g / 2.0) + repeatability_g
        end

        def errors(split)
          return if split.resin_g.nil?

          [split.resin_g, split.hardener_g].map { |grams| 2 * reading_error_g / grams.to_f }
        end

        def refusal(split, _ratio)
          return "the data sheet gives no densities, so this ratio by volume cannot be weighed" if split.resin_g.nil?

          return unless split.total_g > capacity_g

          "#{Check.plain(split.total_g.to_f.round(1))} g is more than it carries (#{Check.plain(capacity_g)} g)"
        end

        def most_g(_density_g_ml)
          capacity_g
        end
      end
    end
  end
end
