# frozen_string_literal: true

module Dakren
  # Checks at the core's own door. A number outside its range raises InputError; nothing is clamped.
  module Check
    # Temperatures any input of the core may have, in °C: colder and no mix flows, hotter and no sheet speaks.
    TEMP_C = (-40..120)

    module_function

    # @param field [String, Symbol] name used in the complaint
    # @param value [Numeric] the number given
    # @param allowed [Range] inclusive limits
    # @param unit [String] unit shown with the limits
    # @return [Float]
    # @raise [InputError] when it is no number, not finite or outside the limits
    def number(field, value, allowed, unit = "")
      if value.is_a?(Numeric) && value.real?
        float = value.to_f
        return float if float.finite? && allowed.cover?(float)
      end
      raise InputError.new(field, "must be a number from #{plain(allowed.begin)} to #{plain(allowed.end)} #{unit}".strip, given: value)
    end

    # The same for a number that may be left out.
    # @return [Float, nil]
    def optional(field, value, allowed, unit = "")
      value.nil? ? nil : number(field, value, allowed, unit)
    end

    # @return [Float] a temperature in °C
    def temp_c(field, value)
      number(field, value, TEMP_C, "°C")
    end

    # Limits as people write them: 60, not 60.0; 0.001, not 1.0e-03.
    def plain(number)
      return number.to_s if number.is_a?(Integer)

      format("%.10f", number).sub(/\.?0+\z/, "")
    end
  end
end
