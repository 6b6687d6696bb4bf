# frozen_string_literal: true

module Dakren
  module Cure
    # What no sheet tells: five numbers that vary around usual values, and the working time where it is not told. Each is moved by an
    # unknown z in standard deviations.
    #
    # Rule: a_end 0.50, 0.30 where it must level by itself or be shaped, logit +/- 0.40; u 1.2, ln +/- 0.35; H 340 J/g less its powder, ln
    # +/- 0.18, told +/- 0.04; E 54 +/- 4 kJ/mol, told +/- 1; b 0.10, ln +/- 0.40; W ln +/- 0.30 around what is told, since makers mean
    # different things by it, and ln +/- 0.45 around what meets the first statement where nothing is.
    class Unknowns
      CONVERSION_SD = 0.40
      CONVERSIONS = { false => 0.50, true => 0.30 }.freeze
      LOSS = [1.2, 0.35].freeze
      HEAT_SD = { true => 0.04, false => 0.18 }.freeze
      ENERGY_SD = { true => 1.0, false => 4.0 }.freeze
      SEED = [0.10, 0.40].freeze
      WORKING_SD = { true => 0.30, false => 0.45 }.freeze
      # A pot life of no more than this is a short fuse: its film lasts so many times as long, and that is known as well as if it were told.
      SHORT_MIN = 10.0
      # The rule's.
      SHORT_SHARE = 1.3
      # Statements the working time follows from, where it is not told.
      FIRST = %i[pot_life depth].freeze
      # What each is called, in order.
      NAMES = { conversion_at_end: "how far it has set when it cannot be spread", loss_factor: "how fast it gives off heat",
                heat_j_g: "how much heat it makes", activation_kj_mol: "how much warmth hurries it", autocatalysis: "how it feeds itself",
                working_min: "its working time as a film" }.freeze

      SPREADS = { conversion_at_end: CONVERSION_SD, loss_factor: LOSS[1], autocatalysis: SEED[1] }.freeze

      attr_reader :clock, :working_min

      # @param clock [Clock]
      # @param working_min [Float, nil] the usual one, where it is known already
      # @raise [InputError, NotSolved] where no working time meets the sheet's first statement
      def initialize(clock, working_min: nil)
        @clock = clock
        @working_min = clock.working_min || working_min || usual_working_min
      end

      def working_told?
        !clock.working_min.nil?
      end

      # Does its pot life say that it sets in minutes, and nothing else how long a film lasts?
      def short?
        !working_told? && !clock.pot_life_min.nil? && clock.pot_life_min <= SHORT_MIN
      end

      def count
        6
      end

      # Usual conversion at which it cannot be spread any more.
      def conversion
        CONVERSIONS[clock.levels_or_is_shaped]
      end

      # How far it has reacted when it cannot be spread any more, for work that must level by itself or be shaped, or for other work.
      # @param z [Float] in standard deviations from what is usual
      # @return [Float]
      def ended(shaped, z)
        usual = CONVERSIONS.fetch(shaped)
        1 / (1 + Math.exp(-(Math.log(usual / (1 - usual)) + (CONVERSION_SD * z))))
      end

      # @param z [Array<Float>] each in standard deviations from its usual value
      # @return [Reaction]
      def reaction(z)
        energy = clock.activation_kj_mol + (spread(:activation_kj_mol) * z[3])
        at(conversion_at_end: ended(clock.levels_or_is_shaped, z[0]), loss_factor: scaled(LOSS[0], LOSS[1], z[1]),
          heat_j_g: scaled(clock.heat_j_g, spread(:heat_j_g), z[2]), activation_kj_mol: energy.clamp(10.0, 150.0),
          autocatalysis: scaled(SEED[0], SEED[1], z[4]),
          working_min: scaled(working_min, spread(:working_min), z[5]))
      end

      # One standard deviation of a number before anything is known of it, as in the rule above.
      # @return [Float]
      def spread(name)
        case name
        when :heat_j_g then HEAT_SD[clock.told?(:heat_j_g)]
        when :activation_kj_mol then ENERGY_SD[clock.told?(:activation_kj_mol)]
        when :working_min then WORKING_SD[working_told? || short?]
        else SPREADS.fetch(name)
        end
      end

      private

      def scaled(usual, sd, z)
        usual * Math.exp(sd * z)
      end

      def at(**numbers)
        Reaction.new(reference_temp_c: clock.reference_temp_c, **numbers)
      end

      def usual(working_min)
        at(working_min: working_min, conversion_at_end: conversion, loss_factor: LOSS[0], heat_j_g: clock.heat_j_g,
          activation_kj_mol: clock.activation_kj_mol, autocatalysis: SEED[0])
      end

      # The working time at which a mix with usual values meets the sheet's first statement: its pot life, else its depth.
      def usual_working_min
        return clock.pot_life_min * SHORT_SHARE if short?
        return clock.usual_working_min if clock.usual_working_min

        statement = Statements.of(clock).find { |one| FIRST.include?(one.name) }
        low, high = statement.working_range
        return statement.nearest(low, high) { |minutes| usual(minutes) } if statement.bounded?

        Math.exp(Solve.root(Math.log(low), Math.log(high), tolerance: 1.0e-7) { |log| statement.squeezed(usual(Math.exp(log))) })
      rescue NotSolved
        raise InputError.new(statement.field, "cannot be met by any mix: check it, with its mass, temperature or limit")
      end
    end
  end
end
