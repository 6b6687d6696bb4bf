# frozen_string_literal: true

module Dakren
  # The cure clock: how one mix ages, heats itself and sets.
  module Cure
    # The numbers of a sheet that drive its clock, with the assumed ones filled in and named. At least one must tell of speed: a pot
    # life, a largest depth or a working time.
    #
    #   clock = Clock.new(reference_temp_c: 25, working_min: 120, pot_life_min: 50)
    #   clock.told?(:heat_j_g)   # => false
    #   clock.assumed            # => [:pot_mass_g, :heat_j_g, :activation_kj_mol, ...]
    class Clock
      # Usual values where a sheet is silent; those of a sheet with powder sold in it follow from its share.
      DEFAULTS = {
        reference_temp_c: 23.0, pot_mass_g: 100.0, depth_peak_limit_c: 60.0, heat_j_g: 340.0, activation_kj_mol: 54.0,
        heat_capacity_j_gk: 1.9, conductivity_w_mk: 0.20, mixed_density_g_ml: 1.12, inert_share: 0.0
      }.freeze

      # Limits of every number, and the unit they are said in.
      LIMITS = {
        reference_temp_c: [-40..120, "°C"], working_min: [0.1..86_000, "min"],
        pot_life_min: [0.1..86_000, "min"], pot_mass_g: [0.1..100_000, "g"], pot_peak_c: [-40..400, "°C"],
        max_depth_mm: [0.1..1000, "mm"], depth_peak_limit_c: [20..300, "°C"],
        heat_j_g: [1..2000, "J/g"], activation_kj_mol: [20..120, "kJ/mol"],
        heat_capacity_j_gk: [0.2..10, "J/g K"], conductivity_w_mk: [0.01..50, "W/m K"],
        mixed_density_g_ml: [0.2..5, "g/ml"], inert_share: [0..0.9, ""]
      }.freeze
      MOST_POT_LIVES = 12

      # What an assumed number is called where its result shows.
      WORDS = {
        reference_temp_c: "times hold at %g °C", activation_kj_mol: "activation energy %g kJ/mol", heat_j_g: "heat of reaction %g J/g",
        heat_capacity_j_gk: "heat capacity %g J/g K", mixed_density_g_ml: "density of the mix %g g/ml",
        pot_mass_g: "pot life tested with %g g", conductivity_w_mk: "conductivity %g W/m K"
      }.freeze

      # One of these, a further pot life or the time of a stage tells how fast it is.
      SPEEDS = %i[pot_life_min working_min max_depth_mm].freeze
      ONE_OF_THEM = "must be given, or a working time, a largest depth or the time of any stage: one of them tells how fast it is"

      # Of mineral powder, until its own is known: usual figures of general chemistry.
      POWDER_DENSITY_G_ML = 2.6
      POWDER_CAPACITY_J_GK = 0.8
      # Density of a mix by the share of powder sold in it: clear, pigmented, putty.
      PIGMENTED = [0.1, 1.4].freeze
      PUTTY = [0.45, 1.55].freeze

      # What it is made of.
      NAMES = [*LIMITS.keys, :more_pot_lives, :levels_or_is_shaped, :usual_working_min].freeze

      attr_reader(*NAMES, :assumed, :key)

      # @return [Array<Symbol>] parts of the value
      def self.members
        NAMES
      end

      # @param levels_or_is_shaped [Boolean] is it for what must level by itself or be shaped: floors, floods, table pours, putties?
      # @param more_pot_lives [Array<Array(Numeric, Numeric, Numeric)>] further ones: mass in g, °C, minutes
      # @param numbers [Hash{Symbol=>Numeric,nil}] members of LIMITS; nil where the sheet is silent
      # @raise [InputError] naming the field and its limits
      # @param usual_working_min [Numeric, nil] what a stage time alone makes likely, where nothing else tells of speed
      def initialize(more_pot_lives: nil, levels_or_is_shaped: false, usual_working_min: nil, **numbers)
        unknown = numbers.keys - LIMITS.keys
        raise InputError.new(unknown.first, "is not a number of a sheet") unless unknown.empty?

        @assumed = DEFAULTS.keys.select { |name| numbers[name].nil? }.freeze
        set(:inert_share, numbers[:inert_share])
        LIMITS.each_key { |name| set(name, numbers[name]) }
        @more_pot_lives = checked_pot_lives(more_pot_lives || [])
        @levels_or_is_shaped = levels_or_is_shaped == true
        @usual_working_min = Check.optional(:usual_working_min, usual_working_min, *LIMITS.fetch(:working_min))
        check_depth_limit
        @key = [*LIMITS.keys.map { |name| public_send(name) }, @more_pot_lives, @levels_or_is_shaped, @usual_working_min, @assumed].freeze
        freeze
      end

      def assumed?(name)
        assumed.include?(name)
      end

      # Does it say nothing of how fast it is?
      def silent?
        SPEEDS.none? { |name| public_send(name) } && more_pot_lives.empty? && usual_working_min.nil?
      end

      # Does the sheet say it itself?
      def told?(name)
        !public_send(name).nil? && !assumed?(name)
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

      # The numbers the sheet states itself, without the assumed ones.
      # @return [Hash{Symbol=>Object}]
      def stated
        numbers = LIMITS.keys.reject { |name| assumed?(name) }.to_h { |name| [name, public_send(name)] }
        numbers[:levels_or_is_shaped] = true if levels_or_is_shaped
        numbers[:usual_working_min] = usual_working_min if usual_working_min
        more_pot_lives.empty? ? numbers : { **numbers, more_pot_lives: more_pot_lives }
      end

      # Every pot life that is told, the own one first.
      # @return [Array<Array(Float, Float, Float)>] mass in g, °C, minutes
      def pot_lives
        [pot_life_min && [pot_mass_g, reference_temp_c, pot_life_min], *more_pot_lives].compact
      end

      def ==(other)
        other.is_a?(Clock) && key == other.key
      end
      alias eql? ==

      def hash
        key.hash
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

      def set(name, value)
        allowed, unit = LIMITS.fetch(name)
        instance_variable_set("@#{name}", Check.optional(name, value.nil? ? usual(name) : value, allowed, unit))
      end

      # Rule: powder sold in a mix scales its usual heat and heat capacity; 1.12 g/ml clear, 1.4 pigmented, 1.55 putty.
      def usual(name)
        share = inert_share || 0.0
        case name
        when :heat_j_g then DEFAULTS[name] * (1 - share)
        when :heat_capacity_j_gk then (DEFAULTS[name] * (1 - share)) + (POWDER_CAPACITY_J_GK * share)
        when :mixed_density_g_ml then [PUTTY, PIGMENTED].find { |least, _| share >= least }&.last || DEFAULTS[name]
        else DEFAULTS[name]
        end
      end

      def checked_pot_lives(rows)
        unless rows.is_a?(Array) && rows.size <= MOST_POT_LIVES
          raise InputError.new(:more_pot_lives, "must be at most #{MOST_POT_LIVES} rows of g, °C and minutes")
        end

        rows.map { |row| checked_pot_life(row) }.freeze
      end

      def checked_pot_life(row)
        unless row.is_a?(Array) && row.size == 3
          raise InputError.new(:more_pot_lives, "must hold rows of three: g, °C and minutes", given: row)
        end

        %i[pot_mass_g reference_temp_c pot_life_min].zip(row).map do |name, value|
          allowed, unit = LIMITS.fetch(name)
          Check.number(:more_pot_lives, value, allowed, unit)
        end.freeze
      end

      def check_depth_limit
        return if max_depth_mm.nil? || depth_peak_limit_c > reference_temp_c

        raise InputError.new(:depth_peak_limit_c, "must be above the reference temperature of #{Check.plain(reference_temp_c)} °C")
      end
    end
  end
end
