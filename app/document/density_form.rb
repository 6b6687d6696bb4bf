# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # Densities nobody prints: 100 ml of each part, weighed.
    class DensityForm
      include TypedForm

      VOLUME_ML = 100
      PARTS = { "a" => :resin_density_g_ml, "b" => :hardener_density_g_ml }.freeze

      # @param typed [Hash{String=>Object}] a, b: what 100 ml of each weigh; where one is known already it may be left out
      # @param record [#resin_density_g_ml, #hardener_density_g_ml]
      def initialize(typed, record, wording)
        @typed = typed
        @wording = wording
        @problems = {}
        @found = PARTS.to_h { |part, column| [column, weighed(part) || record.public_send(column)] }
        PARTS.each { |part, column| problems[part] ||= "must be given" if @found[column].nil? }
      end

      # @return [Hash{Symbol=>Float}]
      def columns
        @found
      end

      private

      # @return [Float, nil] g/ml
      def weighed(part)
        return if value(part).strip.empty?

        least, most = Measure::Ratio::DENSITY.minmax.map { |density| density * VOLUME_ML }
        grams = Measure::Typed.read(value(part), field: part, units: Measure::Units::MASS, bare: @wording.us?(:mass) ? :oz : :g,
          allowed: least..most)
        (grams / VOLUME_ML).to_f.round(4)
      rescue InputError => e
        problems[part] = e.allowed
        nil
      end
    end
  end
end
