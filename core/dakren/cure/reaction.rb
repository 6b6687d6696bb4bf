# frozen_string_literal: true

module Dakren
  module Cure
    GAS_CONSTANT_J_MOLK = 8.314462618
    # General physics.
    ZERO_C_K = 273.15
    # Nothing is followed for longer than this.
    HORIZON_MIN = 60.0 * 24 * 60

    # One reaction for cup, film and pour: how fast a mix sets at a temperature, and how far it has come when it cannot be spread any more.
    #
    #   reaction = Reaction.new(reference_temp_c: 25, working_min: 120, conversion_at_end: 0.4, loss_factor: 3.5, heat_j_g: 340,
    #                           activation_kj_mol: 54, autocatalysis: 0.1)
    #   reaction.pace(35.0)   # => 2.03, minutes of age in one minute at 35 °C
    #
    # Rule: da/dt = k g(T) (b + a)(1 - a)^2, d(age)/dt = g(T) = f exp(-E/R (1/T - 1/Tref)); at age W the conversion is a_end, so
    # k W = integral from 0 to a_end of da / ((b + a)(1 - a)^2).
    class Reaction
      NAMES = %i[reference_temp_c working_min conversion_at_end loss_factor heat_j_g activation_kj_mol autocatalysis speed].freeze

      attr_reader(*NAMES, :age_exponent, :age_offset, :rate_per_min)

      # @param working_min [Float] W, minutes of age @param conversion_at_end [Float] 0 to 1 @param loss_factor [Float] u
      # @param heat_j_g [Float] of resin and hardener @param activation_kj_mol [Float] E @param autocatalysis [Float] b
      # @param speed [Float] the shop's own factor f on age and reaction alike; above 1 is faster
      def initialize(reference_temp_c:, working_min:, conversion_at_end:, loss_factor:, heat_j_g:, activation_kj_mol:, autocatalysis:,
        speed: 1.0)
        @reference_temp_c = reference_temp_c
        @working_min = working_min
        @conversion_at_end = conversion_at_end
        @loss_factor = loss_factor
        @heat_j_g = heat_j_g
        @activation_kj_mol = activation_kj_mol
        @autocatalysis = autocatalysis
        @speed = speed
        @age_exponent = activation_kj_mol * 1000 / GAS_CONSTANT_J_MOLK
        @age_offset = (@age_exponent / (reference_temp_c + ZERO_C_K)) + Math.log(speed)
        @rate_per_min = effort(conversion_at_end) / working_min
        freeze
      end

      # How many times faster than at the reference temperature the mix ages.
      # @param temp_c [Float] °C
      # @return [Float] minutes of age per minute
      def pace(temp_c)
        Math.exp(@age_offset - (@age_exponent / (temp_c + ZERO_C_K)))
      end

      # @return [Float] k per second at the reference temperature
      def rate_at_reference_per_s
        rate_per_min / 60
      end

      # Past this conversion the reaction slows by itself: the maximum of (b + a)(1 - a)^2.
      def turning_conversion
        (1 - (2 * autocatalysis)) / 3
      end

      # Largest value of (b + a)(1 - a)^2.
      def fastest
        rest = 1 - turning_conversion
        (autocatalysis + turning_conversion) * rest * rest
      end

      # Integral from 0 to a of da / ((b + a)(1 - a)^2).
      def effort(conversion)
        c = 1 + autocatalysis
        left = 1 - conversion
        ((Math.log((autocatalysis + conversion) / autocatalysis) - Math.log(left)) / (c * c)) + (((1 / left) - 1) / c)
      end

      # The very same reaction, where another conversion is the end of it: at the age at which that is reached.
      # @param conversion [Float] 0 to 1
      # @return [Reaction]
      def ending_at(conversion)
        with(conversion_at_end: conversion, working_min: working_min * effort(conversion) / effort(conversion_at_end))
      end

      # Conversion at an age, wherever it spent it.
      # @param age_min [Float]
      # @return [Float] 0 to 1
      def conversion_at(age_min)
        wanted = age_min * rate_per_min
        return 1 - (1 / ((1 + autocatalysis) * wanted)) if wanted > 1.0e6

        Solve.root(0.0, 1 - 1.0e-7, tolerance: 1.0e-9) { |conversion| effort(conversion) - wanted }
      end

      # @return [Reaction] the same with some numbers changed
      def with(**changes)
        Reaction.new(**NAMES.to_h { |name| [name, public_send(name)] }, **changes)
      end

      def key
        NAMES.map { |name| public_send(name) }
      end
    end
  end
end
