# frozen_string_literal: true

module Dakren
  module Words
    # Which units a reader has: metric or US, for lengths, amounts and temperatures each by itself.
    #
    #   Systems.us?("us", :mass)                # => true
    #   Systems.us?("us-metric-us", :mass)      # => false: a US shop that weighs in grams
    module Systems
      SYSTEMS = %w[metric us].freeze
      # What is chosen apart, in the order it is kept in, with the kinds of units that go with it.
      APART = { lengths: %i[length cover area area_rate length_rate], amounts: %i[mass volume mass_rate density],
                temperatures: %i[temperature warming heat energy heat_capacity conductivity] }
        .freeze
      ONE = /\A(?:metric|us)(?:-(?:metric|us)){2}\z/

      module_function

      # @param text [String]
      # @return [Boolean] is it the name of one?
      def known?(text)
        SYSTEMS.include?(text) || ONE.match?(text)
      end

      # @param kind [Symbol, nil] of Measure::Units
      def us?(system, kind)
        return system == "us" if SYSTEMS.include?(system)

        place = APART.values.index { |kinds| kinds.include?(kind) } || 0
        system.split("-")[place] == "us"
      end

      # What a tool's number is told in, where the core has it in millimetres, millilitres or grams.
      US_OF = { mm: :in, ml: :"fl oz", g: :oz }.freeze

      # @param unit [Symbol] of Measure::Units, as the core has it
      # @return [Symbol] as the reader has it
      def unit_of(unit, system)
        US_OF.key?(unit) && us?(system, Measure::Units.named(unit).kind) ? US_OF.fetch(unit) : unit
      end

      # Units as people read them.
      WORDS = { "g/m2" => "g/m²", "oz/yd2" => "oz/yd²", "C" => "°C", "F" => "°F", "m2" => "m²", "ft2" => "ft²", "m2/h" => "m²/h",
                "ft2/h" => "ft²/h", "J/gK" => "J/g K", "BTU/lbF" => "BTU/lb °F", "C/h" => "°C an hour", "F/h" => "°F an hour" }.freeze

      # @param unit [Symbol, nil] of Measure::Units
      # @return [String] as a label has it
      def word(unit)
        WORDS.fetch(unit.to_s, unit.to_s)
      end

      # @param chosen [Array<String>] for each of APART
      # @return [String] the shortest name of it
      def of(chosen)
        chosen.uniq.size == 1 ? chosen.first : chosen.join("-")
      end

      # @return [Array<String>] for each of APART
      def parts(system)
        SYSTEMS.include?(system) ? [system] * APART.size : system.split("-")
      end
    end
  end
end
