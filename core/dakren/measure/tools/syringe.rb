# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # A syringe for each part, refilled as often as it takes.
      Syringe = declare("syringe", Way.new(name: :syringe, short: "syringe", read: :fillings, first: nil),
        label: "Syringes, one a part", fields: [
          field("division_ml", "One division", Units::VOLUME, :ml, 0.001..100),
          field("volume_ml", "Holds", Units::VOLUME, :ml, 0.1..1000)
        ]) do
        def errors(split)
          return if split.resin_ml.nil?

          [split.resin_ml, split.hardener_ml].map { |ml| division_ml / 2.0 * (ml.to_f / volume_ml).ceil / ml.to_f }
        end

        def refusal(split, _ratio)
          return "#{NO_DENSITIES} measured by volume" if split.resin_ml.nil?

          "would have to be filled #{(split.resin_ml.to_f / volume_ml).ceil} times" if split.resin_ml > volume_ml * 6
        end
      end
    end
  end
end
