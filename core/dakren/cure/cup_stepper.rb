# frozen_string_literal: true

require_relative "cup"

module Dakren
  module Cure
    # One step of a self-heating cup with the Dormand-Prince 5(4) pair. The state is conversion, °C and
    # age in minutes; only the first two feed back, the age is carried along.
    #
    # The stages are written out rather than looped over: a sheet's chart takes hundreds of cup runs
    # while someone types, and the loop costs eight times as much.
    class CupStepper
      # Allowed error of one step: conversion, °C, and share of the working time.
      TOLERANCE_CONVERSION = 2.0e-6
      # Ours, of the computation: the error allowed to one step.
      TOLERANCE_C = 3.0e-4
      TOLERANCE_AGE = 2.0e-6
      # Ours, of the computation: nearer the room than this nothing happens any more.
      SETTLED_C = 0.01

      # The coefficients of the pair.
      A41 = 44.0 / 45
      A42 = -56.0 / 15
      A43 = 32.0 / 9
      A51 = 19_372.0 / 6561
      A52 = -25_360.0 / 2187
      A53 = 64_448.0 / 6561
      A54 = -212.0 / 729
      A61 = 9017.0 / 3168
      A62 = -355.0 / 33
      A63 = 46_732.0 / 5247
      A64 = 49.0 / 176
      A65 = -5103.0 / 18_656
      B1 = 35.0 / 384
      B3 = 500.0 / 1113
      B4 = 125.0 / 192
      B5 = -2187.0 / 6784
      B6 = 11.0 / 84
      E1 = 71.0 / 57_600
      E3 = -71.0 / 16_695
      E4 = 71.0 / 1920
      E5 = -17_253.0 / 339_200
      E6 = 22.0 / 525
      E7 = -1.0 / 40

      attr_reader :conversion, :temp_c, :age_min, :warming, :pace,
        :next_temp_c, :next_age_min, :next_warming, :next_pace, :next_conversion

      def initialize_copy(other)
        super
        @heat = @heat.dup
      end

      # @param reaction [Reaction] @param heat [CupHeat]
      def initialize(reaction, heat, start_c:, room_c:)
        @heat = heat
        @turning = reaction.turning_conversion
        @fastest = reaction.fastest
        @rate = reaction.rate_per_min
        @room = room_c
        @age_scale = 1 / (TOLERANCE_AGE * reaction.working_min)
        @conversion = 0.0
        @temp_c = start_c
        @age_min = 0.0
        heat.feel(start_c, 0.0)
        @pace = heat.pace
        @reacting = heat.reacting
        @warming = heat.warming
        @first_min = [0.02 * reaction.working_min / @pace, 0.01 / (@reacting + 1e-12)].min
      end

      # @return [Float] minutes to try first
      attr_reader :first_min

      # Computes the state h minutes on, without going there.
      # @return [Float] error against the tolerance; above 1 (or NaN) the step is too long
      def try(h)
        heat = @heat
        k1 = @reacting
        w1 = @warming
        c2 = @temp_c + (h * 0.2 * w1)
        a2 = @conversion + (h * 0.2 * k1)
        heat.feel(c2, a2)
        k2 = heat.reacting
        w2 = heat.warming

        c3 = @temp_c + (h * ((0.075 * w1) + (0.225 * w2)))
        a3 = @conversion + (h * ((0.075 * k1) + (0.225 * k2)))
        heat.feel(c3, a3)
        p3 = heat.pace
        k3 = heat.reacting
        w3 = heat.warming

        c4 = @temp_c + (h * ((A41 * w1) + (A42 * w2) + (A43 * w3)))
        a4 = @conversion + (h * ((A41 * k1) + (A42 * k2) + (A43 * k3)))
        heat.feel(c4, a4)
        p4 = heat.pace
        k4 = heat.reacting
        w4 = heat.warming

        c5 = @temp_c + (h * ((A51 * w1) + (A52 * w2) + (A53 * w3) + (A54 * w4)))
        a5 = @conversion + (h * ((A51 * k1) + (A52 * k2) + (A53 * k3) + (A54 * k4)))
        heat.feel(c5, a5)
        p5 = heat.pace
        k5 = heat.reacting
        w5 = heat.warming

        c6 = @temp_c + (h * ((A61 * w1) + (A62 * w2) + (A63 * w3) + (A64 * w4) + (A65 * w5)))
        a6 = @conversion + (h * ((A61 * k1) + (A62 * k2) + (A63 * k3) + (A64 * k4) + (A65 * k5)))
        heat.feel(c6, a6)
        p6 = heat.pace
        k6 = heat.reacting
        w6 = heat.warming

        @next_conversion = @conversion + (h * ((B1 * k1) + (B3 * k3) + (B4 * k4) + (B5 * k5) + (B6 * k6)))
        @next_temp_c = @temp_c + (h * ((B1 * w1) + (B3 * w3) + (B4 * w4) + (B5 * w5) + (B6 * w6)))
        @next_age_min = @age_min + (h * ((B1 * @pace) + (B3 * p3) + (B4 * p4) + (B5 * p5) + (B6 * p6)))
        heat.feel(@next_temp_c, @next_conversion)
        @next_pace = heat.pace
        @next_reacting = heat.reacting
        @next_warming = heat.warming

        wrong = h * ((E1 * k1) + (E3 * k3) + (E4 * k4) + (E5 * k5) + (E6 * k6) + (E7 * @next_reacting)) / TOLERANCE_CONVERSION
        wrong_c = h * ((E1 * w1) + (E3 * w3) + (E4 * w4) + (E5 * w5) + (E6 * w6) + (E7 * @next_warming)) / TOLERANCE_C
        wrong_age = h * ((E1 * @pace) + (E3 * p3) + (E4 * p4) + (E5 * p5) + (E6 * p6) + (E7 * @next_pace)) * @age_scale
        Math.sqrt(((wrong * wrong) + (wrong_c * wrong_c) + (wrong_age * wrong_age)) / 3)
      end

      # Goes where the last try led.
      # @return [Symbol] :spent, past its hottest for good: the reaction slows by itself and it is already cooling; :settled, as warm as the
      #   room, and never again able to make enough heat to leave it by a hundredth of a degree; else :going
      def accept
        @conversion = @next_conversion
        @temp_c = @next_temp_c
        @age_min = @next_age_min
        @pace = @next_pace
        @reacting = @next_reacting
        @warming = @next_warming
        return :settled if (@temp_c - @room).abs <= SETTLED_C && calm?

        @conversion > @turning && @warming.negative? ? :spent : :going
      end

      private

      def calm?
        most = @conversion > @turning ? @reacting : @rate * @pace * @fastest
        @heat.rise_k * most < SETTLED_C * @heat.feel(@room, 1.0)
      end
    end
  end
end
