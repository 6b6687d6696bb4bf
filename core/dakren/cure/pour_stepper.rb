# frozen_string_literal: true

module Dakren
  module Cure
    # One step of a conducting pour: the ROS3P scheme (third order, linearly implicit, made for
    # heat with reaction). Conversion is eliminated cell by cell, so each stage is one tridiagonal solve.
    # Cells sit at equal distances from the top to the bottom face; the two outer ones are half as thick.
    class PourStepper
      # Allowed error of one step in conversion and °C.
      TOLERANCE_CONVERSION = 5.0e-5
      TOLERANCE_C = 0.01

      GAMMA = 0.5 + (Math.sqrt(3) / 6)
      A21 = 1 / GAMMA
      C21 = -1 / (GAMMA * GAMMA)
      C31 = (-1 - (1 / GAMMA * (2 - (0.5 / GAMMA)))) / GAMMA
      C32 = -(2 - (0.5 / GAMMA)) / GAMMA
      M = [2.0, 0.5773502691896258, 0.4226497308103742].freeze
      # Weights of the error: the third-order sum less the embedded second-order one.
      E = [2.0 - 2.113248654051871, 0.5773502691896258 - 1.0, 0.0].freeze

      attr_reader :temps_c, :ages_min, :warming, :first_min, :paces

      def initialize(clock, rate_per_min:, depth_m:, start_c:, top_w_m2k:, bottom_w_m2k:, nodes:)
        @clock = clock
        @exponent = clock.age_exponent
        @offset = clock.age_offset
        @rise = clock.full_rise_k
        @rate = rate_per_min
        @count = nodes
        grid(depth_m, top_w_m2k, bottom_w_m2k)
        @temps_c = Array.new(nodes, start_c)
        @conversions = Array.new(nodes, 0.0)
        @ages_min = Array.new(nodes, 0.0)
        @first_min = 0.02 * clock.working_min / clock.pace(start_c)
        @fresh = false
      end

      # Computes the state h minutes on, without going there.
      # @param room_c [Float] the room in the middle of the step
      # @return [Float] error against the tolerance; above 1 the step is too long
      def try(h, room_c)
        linearise(room_c)
        sigma = 1 / (h * GAMMA)
        return 10.0 unless factored?(sigma)

        u1, v1 = solve(@slope_a, @slope_c)
        slopes_at(shift(@conversions, u1, A21), shift(@temps_c, v1, A21), room_c)
        c = C21 / h
        u2, v2 = solve(shift(@stage_a, u1, c), shift(@stage_c, v1, c))
        c1 = C31 / h
        c2 = C32 / h
        u3, v3 = solve(shift2(@stage_a, u1, c1, u2, c2), shift2(@stage_c, v1, c1, v2, c2))
        combine(u1, u2, u3, v1, v2, v3)
      end

      # Goes where the last try led, ageing each cell by the corrected trapezium of its pace.
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
        @count.times do |i|
          @ages_min[i] += (half * (before[i] + @paces[i])) + (twelfth * (slope_before[i] - slope_after[i]))
        end
      end

      def hottest
        @temps_c.each_with_index.max_by(&:first).last
      end

      # Every cell is past the turning point of the reaction, the hottest one cools, and no other that still warms could come
      # to be hotter than what was reached, whatever heat is left in it.
      # @param peak_c [Float] hottest so far
      def spent?(peak_c)
        return false unless @warming[hottest].negative? && @conversions.all? { |a| a > TURNING_CONVERSION }

        @temps_c.each_index.none? { |i| @warming[i].positive? && @temps_c[i] + (@rise * (1 - @conversions[i])) > peak_c }
      end

      private

      def grid(depth_m, top_w_m2k, bottom_w_m2k)
        dx = depth_m / (@count - 1)
        heat_j_m3k = @clock.mixed_density_g_ml * 1.0e6 * @clock.heat_capacity_j_gk
        inner = @clock.conductivity_w_mk / (heat_j_m3k * dx * dx) * 60
        @up = Array.new(@count, inner)
        @down = Array.new(@count, inner)
        @up[0] = 0.0
        @down[0] = 2 * inner
        @up[-1] = 2 * inner
        @down[-1] = 0.0
        @top = 2 * top_w_m2k / (heat_j_m3k * dx) * 60
        @bottom = 2 * bottom_w_m2k / (heat_j_m3k * dx) * 60
      end

      # Slopes and their derivatives where the step starts.
      def linearise(room_c)
        return if @fresh && room_c == @room_c

        slopes_at(@conversions, @temps_c, room_c)
        @slope_a = @stage_a
        @slope_c = @stage_c
        @warming = @stage_c
        @paces = @stage_paces
        @by_a = Array.new(@count)
        @by_c = Array.new(@count)
        @count.times do |i|
          a = @conversions[i]
          kelvin = @temps_c[i] + ZERO_C_K
          left = 1 - a
          @by_a[i] = @rate * @paces[i] * left * (left - (2 * (SEED + a)))
          @by_c[i] = @slope_a[i] * @exponent / (kelvin * kelvin)
        end
        @room_c = room_c
        @fresh = true
      end

      def slopes_at(conversions, temps, room_c)
        last = @count - 1
        paces = Array.new(@count)
        slope_a = Array.new(@count)
        slope_c = Array.new(@count)
        i = 0
        while i < @count
          a = conversions[i]
          c = temps[i]
          left = 1 - a
          pace = Math.exp(@offset - (@exponent / (c + ZERO_C_K)))
          reacting = @rate * pace * (SEED + a) * left * left
          flow = 0.0
          flow += @up[i] * (temps[i - 1] - c) if i.positive?
          flow += @down[i] * (temps[i + 1] - c) if i < last
          paces[i] = pace
          slope_a[i] = reacting
          slope_c[i] = (@rise * reacting) + flow
          i += 1
        end
        slope_c[0] += @top * (room_c - temps[0])
        slope_c[last] += @bottom * (room_c - temps[last])
        @stage_paces = paces
        @stage_a = slope_a
        @stage_c = slope_c
      end

      # Factors the matrix of the step once for its three stages; false where the step is too long for it.
      def factored?(sigma)
        @sigma_a = Array.new(@count)
        diagonal = Array.new(@count)
        i = 0
        while i < @count
          own = sigma - @by_a[i]
          return false if own < 0.2 * sigma

          @sigma_a[i] = 1 / own
          diagonal[i] = sigma + @up[i] + @down[i] - (@rise * @by_c[i] * sigma / own)
          i += 1
        end
        diagonal[0] += @top
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
          rhs = right_c[i] + (@rise * @by_a[i] * right_a[i] * @sigma_a[i])
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
        a = Array.new(@count) { |j| (right_a[j] + (@by_c[j] * x[j])) * @sigma_a[j] }
        [a, x]
      end

      def combine(u1, u2, u3, v1, v2, v3)
        m1, m2, m3 = M
        e1, e2 = E
        worst = 0.0
        @next_a = Array.new(@count)
        @next_c = Array.new(@count)
        i = 0
        while i < @count
          @next_a[i] = @conversions[i] + (m1 * u1[i]) + (m2 * u2[i]) + (m3 * u3[i])
          @next_c[i] = @temps_c[i] + (m1 * v1[i]) + (m2 * v2[i]) + (m3 * v3[i])
          wrong_a = ((e1 * u1[i]) + (e2 * u2[i])) / TOLERANCE_CONVERSION
          wrong_c = ((e1 * v1[i]) + (e2 * v2[i])) / TOLERANCE_C
          wrong = (wrong_a * wrong_a) + (wrong_c * wrong_c)
          return Float::NAN if wrong.nan?

          worst = wrong if wrong > worst
          i += 1
        end
        Math.sqrt(worst / 2)
      end

      def pace_slopes
        Array.new(@count) do |i|
          kelvin = @temps_c[i] + ZERO_C_K
          @paces[i] * @exponent / (kelvin * kelvin) * @warming[i]
        end
      end

      def shift(base, by, factor)
        Array.new(@count) { |i| base[i] + (factor * by[i]) }
      end

      def shift2(base, one, c_one, two, c_two)
        Array.new(@count) { |i| base[i] + (c_one * one[i]) + (c_two * two[i]) }
      end
    end
  end
end
