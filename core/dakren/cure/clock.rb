# frozen_string_literal: true

module Dakren
  # The cure clock: how one mix ages, heats itself and sets.
  module Cure
    GAS_CONSTANT_J_MOLK = 8.314462618
    ZERO_C_K = 273.15

    # The numbers of a sheet that drive its clock, with the assumed ones filled in and named.
    #
    #   clock = Clock.new(reference_temp_c: 25, working_min: 120, pot_life_min: 50, heat_j_g: 420)
    #   clock.pace(35.0)   # => 2.05, minutes of age in one minute at 35 °C
    #   clock.assumed      # => [:activation_kj_mol, :heat_capacity_j_gk, ...]
    #
    # Rule: resin age, d(age)/dt = exp(-E/R (1/T - 1/Tref)).
    class Clock
      # Assumed where a sheet is silent: E near "10 °C warmer halves the time", heat of an unfilled mix.
      DEFAULTS = {
        pot_mass_g: 100.0, depth_peak_limit_c: 60.0, heat_j_g: 400.0, activation_kj_mol: 55.0,
        heat_capacity_j_gk: 1.9, conductivity_w_mk: 0.20, mixed_density_g_ml: 1.12
      }.freeze

      # Limits of every number, and the unit they are said in.
      LIMITS = {
        reference_temp_c: [-40..120, "°C"], working_min: [0.1..86_000, "min"],
        pot_life_min: [0.1..86_000, "min"], pot_mass_g: [0.1..100_000, "g"],
        max_depth_mm: [0.1..1000, "mm"], depth_peak_limit_c: [20..300, "°C"],
        heat_j_g: [1..2000, "J/g"], activation_kj_mol: [20..120, "kJ/mol"],
        heat_capacity_j_gk: [0.2..10, "J/g K"], conductivity_w_mk: [0.01..50, "W/m K"],
        mixed_density_g_ml: [0.2..5, "g/ml"]
      }.freeze

      # What an assumed number is called where its result shows.
      WORDS = {
        activation_kj_mol: "activation energy %g kJ/mol", heat_j_g: "heat of reaction %g J/g", heat_capacity_j_gk: "heat capacity %g J/g K",
        mixed_density_g_ml: "density of the mix %g g/ml", pot_mass_g: "pot life tested with %g g",
        conductivity_w_mk: "conductivity %g W/m K"
      }.freeze

      REQUIRED = %i[reference_temp_c working_min].freeze

      # Of mineral powder, until its own is known: usual figures of general chemistry.
      POWDER_DENSITY_G_ML = 2.6
      POWDER_CAPACITY_J_GK = 0.8

      attr_reader(*LIMITS.keys, :assumed, :key)

      # @param numbers [Hash{Symbol=>Numeric,nil}] members of LIMITS; nil where the sheet is silent
      # @raise [InputError] naming the field and its limits
      def initialize(**numbers)
        unknown = numbers.keys - LIMITS.keys
        raise InputError.new(unknown.first, "is not a number of a sheet") unless unknown.empty?

        @assumed = DEFAULTS.keys.select { |name| numbers[name].nil? }.freeze
        LIMITS.each { |name, (allowed, unit)| set(name, numbers[name], allowed, unit) }
        check_depth_limit
        @age_exponent = activation_kj_mol * 1000 / GAS_CONSTANT_J_MOLK
        @age_offset = @age_exponent / (reference_temp_c + ZERO_C_K)
        @key = LIMITS.keys.map { |name| public_send(name) }.freeze
        freeze
      end

      # How many times faster than at the reference temperature the mix ages.
      # @param temp_c [Float] °C
      # @return [Float] minutes of age per minute
      def pace(temp_c)
        Math.exp(@age_offset - (@age_exponent / (temp_c + ZERO_C_K)))
      end

      # Activation energy over the gas constant, in kelvin, and that over the reference temperature.
      attr_reader :age_exponent, :age_offset

      # Kelvin by which the whole heat of reaction warms the mix.
      def full_rise_k
        heat_j_g / heat_capacity_j_gk
      end

      def assumed?(name)
        assumed.include?(name)
      end

      # What is assumed, in words; a test mass is nothing to assume where there is no pot life.
      # @param names [Array<Symbol>] only these
      # @return [Array<String>]
      def assumed_words(names = WORDS.keys)
        names = names.select { |name| assumed?(name) && WORDS.key?(name) }
        names -= [:pot_mass_g] if pot_life_min.nil?
        names.map { |name| format(WORDS.fetch(name), public_send(name)) }
      end

      # The same clock with some numbers changed; what was assumed and not named stays assumed.
      # @return [Clock]
      def with(**changes)
        self.class.new(**stated, **changes)
      end

      # The same mix with powder in it, which takes heat and makes none.
      #
      # Rule: powder dilutes the heat by its share of the mass, H (1 - s), brings its own heat capacity, c (1 - s) + 0.8 s,
      # and takes its own true volume.
      # @param powder_mass_share [Numeric] 0 to 0.9 of the whole mass
      # @param density_g_ml [Numeric] true density of the powder
      # @return [Clock]
      def filled(powder_mass_share, density_g_ml = POWDER_DENSITY_G_ML)
        share = Check.number(:powder_mass_share, powder_mass_share, 0..0.9)
        with(heat_j_g: heat_j_g * (1 - share), heat_capacity_j_gk: (heat_capacity_j_gk * (1 - share)) + (POWDER_CAPACITY_J_GK * share),
          mixed_density_g_ml: 1 / (((1 - share) / mixed_density_g_ml) + (share / density_g_ml)))
      end

      # The numbers the sheet states itself, without the assumed ones.
      # @return [Hash{Symbol=>Float}]
      def stated
        LIMITS.keys.reject { |name| assumed?(name) }.to_h { |name| [name, public_send(name)] }
      end

      def ==(other)
        other.is_a?(Clock) && key == other.key && assumed == other.assumed
      end

      # Activation energy from a time stated at two temperatures: E = R ln(t1/t2) / (1/T1 - 1/T2).
      #
      # @param first [Array(Numeric, Numeric)] minutes and °C
      # @param second [Array(Numeric, Numeric)] minutes and °C at another temperature
      # @return [Float] kJ/mol
      # @raise [InputError] when the pair cannot give an energy of 20 to 120 kJ/mol
      def self.fit_activation_kj_mol(first, second)
        (t1, c1), (t2, c2) = [first, second].map do |minutes, temp|
          [Check.number("minutes", minutes, 0.1..100_000, "min"), Check.temp_c("temperature_c", temp)]
        end
        raise InputError.new("temperature_c", "must differ by at least 2 °C between the two times") if (c1 - c2).abs < 2

        inverse = (1 / (c1 + ZERO_C_K)) - (1 / (c2 + ZERO_C_K))
        energy = GAS_CONSTANT_J_MOLK * Math.log(t1 / t2) / inverse / 1000
        Check.number("activation_kj_mol", energy, LIMITS[:activation_kj_mol].first, "kJ/mol (from the two times)")
      end

      private

      def set(name, value, allowed, unit)
        value = DEFAULTS[name] if value.nil?
        checked = REQUIRED.include?(name) ? Check.number(name, value, allowed, unit) : Check.optional(name, value, allowed, unit)
        instance_variable_set("@#{name}", checked)
      end

      def check_depth_limit
        return if max_depth_mm.nil? || depth_peak_limit_c > reference_temp_c

        raise InputError.new(:depth_peak_limit_c, "must be above the reference temperature of #{Check.plain(reference_temp_c)} °C")
      end
    end
  end
end
