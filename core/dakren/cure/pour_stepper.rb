# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # One step of a conducting pour on its wall: a Rosenbrock scheme of third order, L-stable and stiffly accurate, so that
    # what is stiff dies out at once. Conversion is eliminated layer by layer, so each stage is one tridiagonal solve.
    class PourStepper
      # Cells of resin and of what it lies on, the uppermost first.
      Lying = Value.define(:temps_c, :conversions, :ages_min)
      # The surface as it now is: °C, its age, minutes of age a minute.
      Top = Struct.new(:c, :age_min, :pace)

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

      # hot: which layer of the resin is hottest; top: the surface.
      attr_reader :temps_c, :ages_min, :conversions, :warming, :first_min, :paces, :nodes, :hot, :top

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
        @state = @conversions + @temps_c
        @hot = hottest
        @top = Top.new(start_c, 0.0, reaction.pace(start_c))
        @first_min = [1.0e-3 * reaction.working_min / reaction.pace(start_c), 0.1].min
        @fresh = false
      end

      # Computes the state h minutes on, without going there.
      # @param room_c [Float] the room in the middle of the step
      # @return [Float] error against the tolerance; above 1 the step is too long
      def try(h, room_c)
        @next = nil
        linearise(room_c)
        return 10.0 unless factored?(1 / (h * GAMMA))

        over = 1 / h
        one = solve(@slopes)
        two = solve(shift(@slopes, one, C21 * over))
        third = shift(@state, one, 2.0)
        three = solve(shift2(slopes_at(third, room_c), one, over, two, -over))
        fourth = shift(third, three, 1.0)
        before = shift2(slopes_at(fourth, room_c), one, over, two, -over)
        combine(fourth, solve(shift(before, three, C43 * over)))
      end

      # Did the last try lead anywhere?
      def led?
        !@next.nil?
      end

      # Goes where the last try led, ageing each layer by the corrected trapezium of its pace.
      def accept(length)
        before = @paces
        bent_before = @pace_slopes
        @state = @next
        @conversions = @state.first(@nodes)
        @temps_c = @state.last(@count)
        @hot = hottest
        @fresh = false
        linearise(@room_c)
        half = length / 2
        twelfth = length * length / 12
        @nodes.times do |i|
          @ages_min[i] += (half * (before[i] + @paces[i])) + (twelfth * (bent_before[i] - @pace_slopes[i]))
        end
        note_top(half, twelfth * (bent_before[0] - @pace_slopes[0]))
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

      # Every layer is past the turning point of the reaction, the hottest one cools, and no other that still warms could come
      # to be hotter than what was reached, whatever heat is left in it.
      # @param peak_c [Float] hottest so far
      def spent?(peak_c)
        return false unless @warming[@hot].negative? && @conversions.all? { |a| a > @turning }

        @conversions.each_index.none? { |i| @warming[i].positive? && @temps_c[i] + (@rise * (1 - @conversions[i])) > peak_c }
      end

      # What lies there now, for the next lift to be poured on.
      # @return [Lying]
      def lying
        Lying.new(temps_c: @temps_c, conversions: @conversions, ages_min: @ages_min)
      end

      private

      def hottest
        best = 0
        i = 1
        while i < @nodes
          best = i if @temps_c[i] > @temps_c[best]
          i += 1
        end
        best
      end

      # The surface itself ages with its own temperature; how its pace changes is as of the cell beneath.
      def note_top(half, bent)
        @top.c = @slab.surface_c(@temps_c[0], @room_c)
        pace = Math.exp(@offset - (@exponent / (@top.c + ZERO_C_K)))
        @top.age_min += (half * (@top.pace + pace)) + bent
        @top.pace = pace
      end

      # Slopes and their derivatives where the step starts.
      def linearise(room_c)
        return if @fresh && room_c == @room_c

        @slopes = slopes_at(@state, room_c)
        @warming = @slopes.last(@count)
        @paces = @stage_paces
        @above = -@stage_above
        @bottom = -@stage_bottom
        @by_a = Array.new(@nodes)
        @by_c = Array.new(@nodes)
        @pace_slopes = Array.new(@nodes)
        @side = Array.new(@nodes, 0.0)
        @nodes.times do |i|
          a = @conversions[i]
          kelvin = @temps_c[i] + ZERO_C_K
          steep = @exponent / (kelvin * kelvin)
          left = 1 - a
          @by_a[i] = @rate * @paces[i] * left * (left - (2 * (@seed + a)))
          @by_c[i] = @slopes[i] * steep
          @pace_slopes[i] = @paces[i] * steep * @warming[i]
          @side[i] = -@slab.sideways(@temps_c[i], room_c, a)[1] if @narrow
        end
        @room_c = room_c
        @fresh = true
      end

      # @param state [Array<Float>] conversions, then °C
      # @return [Array<Float>] how fast each of them changes
      def slopes_at(state, room_c)
        nodes = @nodes
        last = @count - 1
        @stage_paces = Array.new(nodes)
        slopes = Array.new(nodes + @count)
        i = 0
        while i <= last
          at = nodes + i
          c = state[at]
          flow = 0.0
          flow += @up[i] * (state[at - 1] - c) if i.positive?
          flow += @down[i] * (state[at + 1] - c) if i < last
          if i < nodes
            a = state[i]
            left = 1 - a
            pace = Math.exp(@offset - (@exponent / (c + ZERO_C_K)))
            reacting = @rate * pace * (@seed + a) * left * left
            @stage_paces[i] = pace
            slopes[i] = reacting
            flow += @rise * reacting
            flow += @slab.sideways(c, room_c, a)[0] if @narrow
          end
          slopes[at] = flow
          i += 1
        end
        gains, @stage_above = @slab.top.gains(state[nodes], room_c)
        slopes[nodes] += gains
        gains, @stage_bottom = @slab.underside.gains(state[nodes + last], room_c)
        slopes[nodes + last] += gains
        slopes
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

      # @return [Array<Float>] stage values of conversions, then of °C
      def solve(right)
        nodes = @nodes
        last = @count - 1
        x = Array.new(nodes + @count)
        i = 0
        while i <= last
          rhs = right[nodes + i]
          rhs += @rise * @by_a[i] * right[i] * @sigma_a[i] if i < nodes
          rhs += @ratio[i] * x[nodes + i - 1] if i.positive?
          x[nodes + i] = rhs
          i += 1
        end
        x[nodes + last] *= @inverse[last]
        i = last - 1
        while i >= 0
          x[nodes + i] = (x[nodes + i] + (@down[i] * x[nodes + i + 1])) * @inverse[i]
          i -= 1
        end
        nodes.times { |j| x[j] = (right[j] + (@by_c[j] * x[nodes + j])) * @sigma_a[j] }
        x
      end

      # The last stage is the error of the step.
      def combine(fourth, wrong)
        worst = 0.0
        @next = shift(fourth, wrong, 1.0)
        i = 0
        while i < @count
          c = fourth[@nodes + i]
          wrong_c = wrong[@nodes + i] / (TOLERANCE_C + (TOLERANCE_SHARE * (c - @start_c).abs))
          off = wrong_c * wrong_c
          if i < @nodes
            wrong_a = wrong[i] / TOLERANCE_CONVERSION
            off += wrong_a * wrong_a
          end
          return Float::NAN if off.nan?

          worst = off if off > worst
          i += 1
        end
        Math.sqrt(worst / 2)
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
