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
        @run = run
        @reaction = cup.reaction
        @seed = @reaction.autocatalysis
        @room = cup.room_c
        @heat = cup.heat
        @more = @heat.with(@reaction.loss_factor * Math.exp(U_LOOK))
        @other = @reaction.with(autocatalysis: @seed + B_LOOK)
        @effort_end = @reaction.effort(@reaction.conversion_at_end)
        @bend_end = bend(@reaction.conversion_at_end)
        @end_slope = end_slope
        @count = unknowns.count
        @spreads = spreads(unknowns)
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
        Array.new(@count, 0.0) << ROOM_C
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

      # Standard deviations: of ln of the working time, of the heat and of the seed, and of the activation energy in K.
      def spreads(unknowns)
        { working: unknowns.spread(:working_min), heat: Unknowns::HEAT_SD[unknowns.clock.told?(:heat_j_g)],
          seed: @seed * Unknowns::SEED[1],
          energy: Unknowns::ENERGY_SD[unknowns.clock.told?(:activation_kj_mol)] * 1000 / GAS_CONSTANT_J_MOLK }
      end

      # How the effort at the end hangs on the conversion there, for one standard deviation of that.
      def end_slope
        a = @reaction.conversion_at_end
        left = 1 - a
        a * left * Unknowns::CONVERSION_SD / ((@seed + a) * left * left)
      end

      # Everything the slopes need at one place: how a swing of the temperature fades, what drives it, and what delays. Written in one
      # piece: a chart asks for tens of thousands of places.
      def looked_at(node)
        s, temp_c, a = node
        kelvin = temp_c + ZERO_C_K
        over_pace = @reaction.working_min / @reaction.pace(temp_c)
        hurry = @reaction.age_exponent / (kelvin * kelvin)
        above = temp_c - @room
        rate = @heat.feel(temp_c, a)
        lost = over_pace * rate * above
        steeper = over_pace * ((@heat.feel(temp_c + C_LOOK, a) * (above + C_LOOK)) - (@heat.feel(temp_c - C_LOOK, a) * (above - C_LOOK))) /
          (2 * C_LOOK)
        growing = over_pace * (@more.feel(temp_c, a) - rate) * above / U_LOOK
        swing = -@spreads[:energy] * ((1 / kelvin) - (1 / (@reaction.reference_temp_c + ZERO_C_K)))
        { s: s, over_pace: over_pace, hurry: hurry, fades: steeper - (lost * hurry), drives: drives(s, a, lost, growing, steeper, swing),
          delays: [0.0, 0.0, 0.0, -swing, 0.0, @spreads[:working], 0.0] }
      end

      # What drives a swing of the temperature, for each unknown.
      # @param lost [Float] K in s @param growing [Float] how that hangs on ln u @param steeper [Float] and on the temperature
      # @param swing [Float] change of ln g for one standard deviation of the activation energy
      def drives(s, a, lost, growing, steeper, swing)
        left = 1 - a
        made = @heat.rise_k * @effort_end * (@seed + a) * left * left
        # How (b + a)(1 - a)^2 grows with the conversion.
        growth = left * (left - (2 * (@seed + a)))
        of_the_end = @end_slope * ((1 / @effort_end) + (growth * s))
        of_the_seed = @spreads[:seed] * ((@bend_end / @effort_end) + (1 / (@seed + a)) + (growth * ((s * @bend_end) - bend(a))))
        [made * of_the_end, -growing * Unknowns::LOSS[1], made * @spreads[:heat], lost * swing, made * of_the_seed,
          -lost * @spreads[:working], steeper * ROOM_C]
      end

      # How the effort to a conversion hangs on b.
      def bend(a)
        (@other.effort(a) - @reaction.effort(a)) / B_LOOK
      end

      # One step of the trapezium rule, for all unknowns at once.
      def carried(before, here, swings, shifts)
        half = (here[:s] - before[:s]) / 2
        fades = 1 + (half * here[:fades])
        next_swings = swings.each_index.map do |i|
          ((swings[i] * (1 - (half * before[:fades]))) + (half * (before[:drives][i] + here[:drives][i]))) / fades
        end
        next_shifts = shifts.each_index.map do |i|
          shifts[i] + (half * ((before[:over_pace] * (before[:delays][i] - (before[:hurry] * swings[i]))) +
            (here[:over_pace] * (here[:delays][i] - (here[:hurry] * next_swings[i])))))
        end
        [next_swings, next_shifts]
      end
    end
  end
end
