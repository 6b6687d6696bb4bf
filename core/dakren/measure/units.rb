# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Measure
    # Units of measure, declared as they stand on a tin or a tape: each kind with its units, the exact
    # factor to the core's own unit, and the ways people write it.
    module Units
      Unit = Value.define(:name, :kind, :factor, :written, offset: 0)
      # What a unit reads where the core's own unit reads 0.
      OFFSETS = { F: 32 }.freeze

      def self.declare(kind, table)
        table.map do |name, (factor, *written)|
          Unit.new(name: name, kind: kind, factor: factor.to_r, written: [name.to_s, *written].map(&:downcase),
            offset: OFFSETS.fetch(name, 0))
        end
      end
      private_class_method :declare

      LENGTH = declare(:length, # core: mm
        mm: [1, "millimetre", "millimetres", "millimeter", "millimeters"],
        cm: [10, "centimetre", "centimetres", "centimeter", "centimeters"],
        m: [1000, "metre", "metres", "meter", "meters"],
        in: [Rational(254, 10), "\"", "''", "″", "”", "inch", "inches"],
        ft: [Rational(3048, 10), "'", "′", "’", "foot", "feet"],
        micron: [Rational(1, 1000), "microns", "µm", "μm", "um"],
        mil: [Rational(254, 10_000), "mils", "thou"])
      COVER = declare(:cover, # core: g/m2
        "g/m2": [1, "g/m²", "gsm", "g/sqm"],
        "oz/yd2": [Rational(28_349_523_125, 836_127_360), "oz/yd²", "oz/sqyd"])
      AREA = declare(:area, # core: m2
        m2: [1, "m²", "sqm", "sq m"], cm2: [Rational(1, 10_000), "cm²", "sq cm"],
        ft2: [Rational(9_290_304, 100_000_000), "ft²", "sqft", "sq ft", "sq. ft", "sf"])
      TEMPERATURE = declare(:temperature, # core: °C
        C: [1, "°c", "celsius", "deg c"],
        F: [Rational(5, 9), "°f", "fahrenheit", "deg f"])
      MASS = declare(:mass, # core: g
        g: [1, "gram", "grams", "gr"], kg: [1000, "kilo", "kilos"],
        oz: [Rational(28_349_523_125, 1_000_000_000), "ounce", "ounces"],
        lb: [Rational(45_359_237, 100_000), "lbs", "pound", "pounds"])
      VOLUME = declare(:volume, # core: ml
        ml: [1, "cc", "cm3", "cm³"], L: [1000, "litre", "litres", "liter", "liters"],
        "fl oz": [Rational(295_735_295_625, 10_000_000_000), "floz"],
        qt: [Rational(946_352_946, 1_000_000), "quart", "quarts"],
        gal: [Rational(3_785_411_784, 1_000_000), "gallon", "gallons"])
      TIME = declare(:time, # core: min
        min: [1, "minute", "minutes", "mins"], h: [60, "hour", "hours", "hr", "hrs"],
        d: [1440, "day", "days"])
      DENSITY = declare(:density, # core: g/ml
        "g/ml": [1, "g/cm3", "g/cm³", "g/cc", "kg/l"],
        "lb/gal": [Rational(453_592_370_000, 3_785_411_784_000), "lbs/gal", "lb/gallon"])
      HEAT = declare(:heat, "J/g": [1, "kJ/kg"], "BTU/lb": [Rational(2326, 1000)]) # core: J/g
      ENERGY = declare(:energy, "kJ/mol": [1], "kcal/mol": [Rational(4184, 1000)]) # core: kJ/mol
      HEAT_CAPACITY = declare(:heat_capacity, # core: J/g K
        "J/gK": [1, "J/g K", "J/g·K", "kJ/kgK"], "BTU/lbF": [Rational(41_868, 10_000), "BTU/lb F", "BTU/lb·F"])
      CONDUCTIVITY = declare(:conductivity, "W/mK": [1], "BTU/hftF": [Rational(1_730_735, 1_000_000)]) # core: W/m K
      WARMING = declare(:warming, # core: °C an hour
        "C/h": [1, "°C/h"], "F/h": [Rational(5, 9), "°F/h"])
      PERCENT = declare(:percent, "%": [1, "percent"])
      AREA_RATE = declare(:area_rate, # core: m2 an hour
        "m2/h": [1, "m²/h", "sqm/h"], "ft2/h": [Rational(9_290_304, 100_000_000), "ft²/h", "sqft/h", "sq ft/h"])
      LENGTH_RATE = declare(:length_rate, "m/h": [1], "ft/h": [Rational(3048, 10_000)]) # core: m an hour
      COUNT_RATE = declare(:count_rate, "/h": [1, "an hour", "per hour"])
      MASS_RATE = declare(:mass_rate, # core: g a minute
        "g/min": [1], "oz/min": [Rational(28_349_523_125, 1_000_000_000)])
      # What is counted rather than measured.
      COUNTED = declare(:counted, stroke: [1, "strokes", "pump", "pumps"], pack: [1, "packs", "kit", "kits"])
      AMOUNT = (MASS + VOLUME).freeze
      NUMBER = [].freeze

      ALL = [LENGTH, COVER, AREA, TEMPERATURE, MASS, VOLUME, TIME, DENSITY, HEAT, ENERGY, HEAT_CAPACITY, CONDUCTIVITY, WARMING, PERCENT,
        AREA_RATE, LENGTH_RATE, COUNT_RATE, MASS_RATE, COUNTED].flatten.freeze
      # The core's own unit of a kind that stands among others.
      CORE = { mass: :g, volume: :ml, length: :mm, percent: :pct }.freeze
      NAMED = ALL.to_h { |unit| [unit.name, unit] }.freeze

      module_function

      # @param name [Symbol] e.g. :mm
      # @return [Unit]
      def named(name)
        NAMED.fetch(name)
      end

      # @param text [String] as written, any case: "Feet", "µm"
      # @param among [Array<Unit>] units that make sense here
      # @return [Unit, nil]
      def written(text, among)
        wanted = text.strip.downcase
        among.find { |unit| unit.written.include?(wanted) }
      end

      # @param value [Rational] in that unit
      # @return [Rational] in the core's unit of its kind
      def to_core(value, name)
        unit = named(name)
        (value - unit.offset) * unit.factor
      end

      # @param value [Numeric] in the core's unit
      # @return [Numeric] in the named unit; rational for a rational
      def from_core(value, name)
        unit = named(name)
        (value / (value.is_a?(Float) ? unit.factor.to_f : unit.factor)) + unit.offset
      end
    end
  end
end
