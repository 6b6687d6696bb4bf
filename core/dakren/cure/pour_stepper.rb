# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # One step of a conducting pour on its wall: a Rosenbrock scheme of third order, L-stable and stiffly accurate, so that
    # what is stiff dies out at once. Conversion is eliminated layer by layer, so each stage is one tridiagonal solve.
    class PourStepper
      # Cells of resin and of what it lies on, the uppermost first.
      Lying = Value.define(:temps_c, :conversions, :ages_min)
      # The surface: °C, its age, minutes of age a minute.
      Top = Value.define(:c, :age_min, :pace)

      # Allowed error of one step in conversion and °C.
      TOLERANCE_CONVERSION = 4.0e-4
      # Ours, of the computation: the error allowed to one step.
      TOLERANCE_C = 0.004
      # And of what it has warmed by.
      TOLERANCE_SHARE = 1.0e-3

      # Its numbers: the diagonal, and what the stages take of those before them.
      GAMMA = 0.5
      C21 = 4.0
      C43 = -8.0 / 3

      attr_reader :temps_c, :ages_min, :conversions, :warming, :first_min, :paces, :nodes, :top

      # @param reaction [Reaction] @param slab [Slab] @param start_c [Float] @param wall_c [Float] °C of what it lies on
      # @param room_c [Float] when it is poured
      # @param before [Lying, nil] what lay there already, beneath the uppermost lift
      def initialize(reaction, slab, start_c:, room_c:, wall_c: room_c, before: nil)
        @exponent = reaction.age_exponent
        @offset = reaction.age_offset
        @seed = reaction.autocatalysis
        @turning = reaction.turning_conversion
        @rate = reaction.rate_per_min
        @rise = slab.rise_k
        @nodes = slab.nodes
        @working_min = reaction.working_min
        @start_c = start_c
        @count = slab.count
        @up = slab.up
        @down = slab.down
        @slab = slab
        @narrow = slab.narrow?
        fresh = @nodes - (before ? before.conversions.size : 0)
        @temps_c = before ? Array.new(fresh, start_c) + before.temps_c : slab.start_temps(start_c, wall_c)
        @conversions = Array.new(fresh, 0.0) + (before ? before.conversions : [])
        @ages_min = Array.new(fresh, 0.0) + (before ? before.ages_min : [])
        @top = Top.new(c: start_c, age_min: 0.0, pace: reaction.pace(start_c))
        @first_min = [1.0e-3 * reaction.working_min / reaction.pace(start_c), 0.1].min
        @fresh = false
      end

      # Computes the state h minutes on, without going there.
      # @param room_c [Float] the room in the middle of the step
      # @return [Float] error against the tolerance; above 1 the step is too long
      def try(h, room_c)
        @next_a = @next_c = nil
        linearise(room_c)
        sigma = 1 / (h * GAMMA)
        return 10.0 unless factored?(sigma)

        u1, v1 = solve(@slope_a, @slope_c)
        over = 1 / h
        u2, v2 = solve(shift(@slope_a, u1, C21 * over), shift(@slope_c, v1, C21 * over))
        third_a = shift(@conversions, u1, 2.0)
        third_c = shift(@temps_c, v1, 2.0)
        slopes_at(third_a, third_c, room_c)
        u3, v3 = solve(shift2(@stage_a, u1, over, u2, -over), shift2(@stage_c, v1, over, v2, -over))
        fourth_a = shift(third_a, u3, 1.0)
        fourth_c = shift(third_c, v3, 1.0)
        slopes_at(fourth_a, fourth_c, room_c)
        before_a = shift2(@stage_a, u1, over, u2, -over)
        before_c = shift2(@stage_c, v1, over, v2, -over)
        combine(fourth_a, fourth_c, *solve(shift(before_a, u3, C43 * over), shift(before_c, v3, C43 * over)))
      end

      # Did the last try lead anywhere?
      def led?
        !@next_c.nil?
      end

      # Goes where the last try led, ageing each layer by the corrected trapezium of its pace.
      def accept(length)
        before = @paces
        slope_before = pace_slopes
        @conversions = @next_a
        @temps_c = @next_c
        @fresh = false
        linearise(@room_c)
        slope_after = pace_slopes
        half = length / 2
        twelfth = length * length / 12
        @nodes.times do |i|
          @ages_min[i] += (half * (before[i] + @paces[i])) + (twelfth * (slope_before[i] - slope_after[i]))
        end
        note_top(length, slope_before[0], slope_after[0])
      end

      # How fast the quickest layer ages that can still be worked.
      # @return [Float] minutes of age a minute; 0 where none can
      def quickest
        return 0.0 if @paces.nil?

        best = 0.0
        i = 0
        while i < @nodes
          best = @paces[i] if @ages_min[i] < @working_min && @paces[i] > best
          i += 1
        end
        best
      end

      # The hottest layer of the resin.
      def hottest
        best = 0
        i = 1
        while i < @nodes
          best = i if @temps_c[i] > @temps_c[best]
          i += 1
        end
        best
      end

      # Every layer is past the turning point of the reaction, the hottest one cools, and no other that still warms could come
      # to be hotter than what was reached, whatever heat is left in it.
      # @param peak_c [Float] hottest so far
      def spent?(peak_c)
        return false unless @warming[hottest].negative? && @conversions.all? { |a| a > @turning }

        @conversions.each_index.none? { |i| @warming[i].positive? && @temps_c[i] + (@rise * (1 - @conversions[i])) > peak_c }
      end

      # What lies there now, for the next lift to be poured on.
      # @return [Lying]
      def lying
        Lying.new(temps_c: @temps_c, conversions: @conversions, ages_min: @ages_min)
      end

      private

      # The surface itself ages with its own temperature; how its pace changes is as of the cell beneath.
      def note_top(length, slope_before, slope_after)
        surface_c = @slab.surface_c(@temps_c[0], @room_c)
        pace = Math.exp(@offset - (@exponent / (surface_c + ZERO_C_K)))
        @top = Top.new(c: surface_c, pace: pace,
          age_min: @top.age_min + (length / 2 * (@top.pace + pace)) + (length * length / 12 * (slope_before - slope_after)))
      end

      # Slopes and their derivatives where the step starts.
      def linearise(room_c)
        return if @fresh && room_c == @room_c

        slopes_at(@conversions, @temps_c, room_c)
        @slope_a = @stage_a
        @slope_c = @stage_c
        @warming = @stage_c
        @paces = @stage_paces
        @by_a = Array.new(@nodes)
        @by_c = Array.new(@nodes)
        @side = Array.new(@nodes, 0.0)
        @nodes.times do |i|
          a = @conversions[i]
          kelvin = @temps_c[i] + ZERO_C_K
          left = 1 - a
          @by_a[i] = @rate * @paces[i] * left * (left - (2 * (@seed + a)))
          @by_c[i] = @slope_a[i] * @exponent / (kelvin * kelvin)
          @side[i] = -@slab.sideways(@temps_c[i], room_c, a)[1] if @narrow
        end
        @above = -@slab.top(@temps_c[0], room_c)[1]
        @bottom = -@slab.underside(@temps_c[-1], room_c)[1]
        @room_c = room_c
        @fresh = true
      end

      def slopes_at(conversions, temps, room_c)
        last = @count - 1
        paces = Array.new(@nodes)
        slope_a = Array.new(@nodes)
        slope_c = Array.new(@count)
        i = 0
        while i < @count
          c = temps[i]
          flow = 0.0
          flow += @up[i] * (temps[i - 1] - c) if i.positive?
          flow += @down[i] * (temps[i + 1] - c) if i < last
          if i < @nodes
            a = conversions[i]
            left = 1 - a
            pace = Math.exp(@offset - (@exponent / (c + ZERO_C_K)))
            reacting = @rate * pace * (@seed + a) * left * left
            paces[i] = pace
            slope_a[i] = reacting
            flow += @rise * reacting
            flow += @slab.sideways(c, room_c, a)[0] if @narrow
          end
          slope_c[i] = flow
          i += 1
        end
        slope_c[0] += @slab.top(temps[0], room_c)[0]
        slope_c[last] += @slab.underside(temps[last], room_c)[0]
        @stage_paces = paces
        @stage_a = slope_a
        @stage_c = slope_c
      end

      # Factors the matrix of the step once for its three stages; false where the step is too long for it.
      def factored?(sigma)
        @sigma_a = Array.new(@nodes)
        diagonal = Array.new(@count)
        i = 0
        while i < @count
          here = sigma + @up[i] + @down[i]
          if i < @nodes
            own = sigma - @by_a[i]
            return false if own < 0.2 * sigma

            @sigma_a[i] = 1 / own
            here += @side[i] - (@rise * @by_c[i] * sigma / own)
          end
          diagonal[i] = here
          i += 1
        end
        diagonal[0] += @above
        diagonal[-1] += @bottom
        eliminated?(diagonal)
      end

      def eliminated?(diagonal)
        @inverse = Array.new(@count)
        @ratio = Array.new(@count, 0.0)
        previous = diagonal[0]
        return false unless previous.positive?

        @inverse[0] = 1 / previous
        i = 1
        while i < @count
          @ratio[i] = @up[i] * @inverse[i - 1]
          previous = diagonal[i] - (@ratio[i] * @down[i - 1])
          return false unless previous.positive?

          @inverse[i] = 1 / previous
          i += 1
        end
        true
      end

      # @return [Array(Array<Float>, Array<Float>)] stage values of conversion and °C
      def solve(right_a, right_c)
        last = @count - 1
        x = Array.new(@count)
        i = 0
        while i < @count
          rhs = right_c[i]
          rhs += @rise * @by_a[i] * right_a[i] * @sigma_a[i] if i < @nodes
          rhs += @ratio[i] * x[i - 1] if i.positive?
          x[i] = rhs
          i += 1
        end
        x[last] *= @inverse[last]
        i = last - 1
        while i >= 0
          x[i] = (x[i] + (@down[i] * x[i + 1])) * @inverse[i]
          i -= 1
        end
        a = Array.new(@nodes) { |j| (right_a[j] + (@by_c[j] * x[j])) * @sigma_a[j] }
        [a, x]
      end

      # The last stage is the error of the step.
      def combine(fourth_a, fourth_c, u4, v4)
        worst = 0.0
        @next_a = Array.new(@nodes)
        @next_c = Array.new(@count)
        i = 0
        while i < @count
          @next_c[i] = fourth_c[i] + v4[i]
          wrong_c = v4[i] / (TOLERANCE_C + (TOLERANCE_SHARE * (fourth_c[i] - @start_c).abs))
          wrong = wrong_c * wrong_c
          if i < @nodes
            @next_a[i] = fourth_a[i] + u4[i]
            wrong_a = u4[i] / TOLERANCE_CONVERSION
            wrong += wrong_a * wrong_a
          end
          return Float::NAN if wrong.nan?

          worst = wrong if wrong > worst
          i += 1
        end
        Math.sqrt(worst / 2)
      end

      def pace_slopes
        Array.new(@nodes) do |i|
          kelvin = @temps_c[i] + ZERO_C_K
          @paces[i] * @exponent / (kelvin * kelvin) * @warming[i]
        end
      end

      def shift(base, by, factor)
        Array.new(base.size) { |i| base[i] + (factor * by[i]) }
      end

      def shift2(base, one, c_one, two, c_two)
        Array.new(base.size) { |i| base[i] + (c_one * one[i]) + (c_two * two[i]) }
      end
    end
  end
end
