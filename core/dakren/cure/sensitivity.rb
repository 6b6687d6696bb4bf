# frozen_string_literal: true

module Dakren
  module Cure
    # How the usable minutes of a cup hang on what is not known: the slope of ln(usable) on each unknown, and on the room.
    #
    # Rule: the equations of the cup, linearised along one run of it and followed by the trapezium rule with s = age / W from 0 to 1 as
    # the running quantity: dT/ds = rise I phi(a) - W L(T, u)/g, dt/ds = W/g, I s = effort(a), L what it loses, K a minute. A second run is
    # not needed.
    class Sensitivity
      # Degrees by which room and tins may be off together.
      ROOM_C = 1.5
      B_LOOK = 1.0e-4
      C_LOOK = 0.01
      U_LOOK = 1.0e-3

      # @param cup [Cup] @param run [Cup::Run] of it, at least to where it is unusable
      # @param unknowns [Unknowns]
      def initialize(cup, run, unknowns)
        @cup = cup
        @run = run
        @reaction = cup.reaction
        @unknowns = unknowns
        @effort_end = @reaction.effort(@reaction.conversion_at_end)
      end

      # @return [Array<Float>] slope of ln(usable) on each unknown in order, for one standard deviation; the room's is last, for ROOM_C
      def slopes
        before = nil
        swings = starting
        shifts = Array.new(swings.size, 0.0)
        nodes.each do |node|
          here = looked_at(node)
          swings, shifts = carried(before, here, swings, shifts) if before
          before = here.merge(swings: swings)
        end
        shifts.map { |shift| shift / @run.usable_min }
      end

      private

      def starting
        Array.new(@unknowns.count, 0.0) << ROOM_C
      end

      # Steps of the run up to where the working time is used up, as [s, °C, conversion].
      def nodes
        working = @reaction.working_min
        inside = @run.track.take_while { |_, _, age, _| age < working }
        last = inside.last
        over = @run.track[inside.size]
        share = over ? (working - last[2]) / (over[2] - last[2]) : 1.0
        ending = over ? last[1] + ((over[1] - last[1]) * share) : last[1]
        inside.map { |_, temp_c, age, conversion| [age / working, temp_c, conversion] } << [1.0, ending, @reaction.conversion_at_end]
      end

      # Everything the slopes need at one place: how a swing of the temperature fades, what drives it, and what delays.
      def looked_at(node)
        s, temp_c, a = node
        kelvin = temp_c + ZERO_C_K
        over_pace = @reaction.working_min / @reaction.pace(temp_c)
        hurry = @reaction.age_exponent / (kelvin * kelvin)
        lost = over_pace * lost_at(temp_c, a)
        steeper = over_pace * (lost_at(temp_c + C_LOOK, a) - lost_at(temp_c - C_LOOK, a)) / (2 * C_LOOK)
        { s: s, over_pace: over_pace, hurry: hurry, fades: steeper - (lost * hurry),
          drives: drives(s, a, kelvin, lost, over_pace * of_the_loss(temp_c, a), steeper), delays: delays(kelvin) }
      end

      # K a minute it gives off.
      def lost_at(temp_c, a, loss = @cup.loss)
        loss.rate(temp_c, a) * (temp_c - @cup.room_c)
      end

      # How that grows with ln u.
      def of_the_loss(temp_c, a)
        @more ||= @cup.loss.with(@reaction.loss_factor * Math.exp(U_LOOK))
        (lost_at(temp_c, a, @more) - lost_at(temp_c, a)) / U_LOOK
      end

      # What drives a swing of the temperature, for each unknown.
      # @param lost [Float] K in s @param growing [Float] how that hangs on ln u @param steeper [Float] and on the temperature
      def drives(s, a, kelvin, lost, growing, steeper)
        made = @cup.rise_k * @effort_end * phi_of(a)
        [made * of_the_end(s, a), -growing * Unknowns::LOSS[1], made * heat_sd, lost * energy_swing(kelvin), made * of_the_seed(s, a),
          -lost * working_sd, steeper * ROOM_C]
      end

      def working_sd
        @unknowns.spread(:working_min)
      end

      # By how much of itself the heat made in this place grows with the conversion at the end.
      def of_the_end(s, a)
        ended = end_odds / phi_of(@reaction.conversion_at_end)
        (ended / @effort_end) + (growth(a) * s * ended)
      end

      # And with how strongly the reaction feeds itself.
      def of_the_seed(s, a)
        b = @reaction.autocatalysis
        @bend_end ||= bend(@reaction.conversion_at_end)
        b * Unknowns::SEED[1] * ((@bend_end / @effort_end) + (1 / (b + a)) + (growth(a) * ((s * @bend_end) - bend(a))))
      end

      # Slope of phi on the conversion.
      def growth(a)
        left = 1 - a
        left * (left - (2 * (@reaction.autocatalysis + a)))
      end

      # How the effort to a conversion hangs on b.
      def bend(a)
        @other ||= @reaction.with(autocatalysis: @reaction.autocatalysis + B_LOOK)
        (@other.effort(a) - @reaction.effort(a)) / B_LOOK
      end

      # What makes time itself longer or shorter, beside the temperature.
      def delays(kelvin)
        [0.0, 0.0, 0.0, -energy_swing(kelvin), 0.0, working_sd, 0.0]
      end

      # Change of ln g for one standard deviation of the activation energy.
      def energy_swing(kelvin)
        @energy_sd ||= Unknowns::ENERGY_SD[@unknowns.clock.told?(:activation_kj_mol)] * 1000 / GAS_CONSTANT_J_MOLK
        -@energy_sd * ((1 / kelvin) - (1 / (@reaction.reference_temp_c + ZERO_C_K)))
      end

      def heat_sd
        Unknowns::HEAT_SD[@unknowns.clock.told?(:heat_j_g)]
      end

      def end_odds
        a = @reaction.conversion_at_end
        a * (1 - a) * Unknowns::CONVERSION_SD
      end

      def phi_of(conversion)
        left = 1 - conversion
        (@reaction.autocatalysis + conversion) * left * left
      end

      # One step of the trapezium rule, for all unknowns at once.
      def carried(before, here, swings, shifts)
        half = (here[:s] - before[:s]) / 2
        next_swings = swings.each_index.map do |i|
          ((swings[i] * (1 - (half * before[:fades]))) + (half * (before[:drives][i] + here[:drives][i]))) / (1 + (half * here[:fades]))
        end
        next_shifts = shifts.each_index.map { |i| shifts[i] + (half * (delayed(before, swings, i) + delayed(here, next_swings, i))) }
        [next_swings, next_shifts]
      end

      def delayed(place, swings, i)
        place[:over_pace] * (place[:delays][i] - (place[:hurry] * swings[i]))
      end
    end
  end
end
