# frozen_string_literal: true

module Dakren
  # Finding where a function crosses zero inside a bracket, in a bounded number of looks.
  module Solve
    module_function

    # Chandrupatla's method: inverse quadratic interpolation where it is safe, bisection where it is not.
    #
    # @param low [Float] one end of the bracket
    # @param high [Float] the other end; the function must have opposite signs at the two
    # @param tolerance [Float] width of the bracket at which the search ends
    # @param most [Integer] bound on the looks taken
    # @yield [x] the function
    # @return [Float] x at which the function is zero within the tolerance
    # @raise [NotSolved] when the ends have the same sign, or the bound is reached
    def root(low, high, tolerance:, most: 80, at_low: nil, at_high: nil)
      b = low
      a = high
      fb = at_low || yield(b)
      fa = at_high || yield(a)
      return b if fb.zero?
      return a if fa.zero?
      raise NotSolved, "no crossing between #{low} and #{high}" if (fa.positive? && fb.positive?) || (fa.negative? && fb.negative?)

      share = 0.5
      most.times do
        x = a + (share * (b - a))
        fx = yield(x)
        if (fx.positive? && fa.positive?) || (fx.negative? && fa.negative?)
          c = a
          fc = fa
        else
          c = b
          fc = fb
          b = a
          fb = fa
        end
        a = x
        fa = fx
        best = fa.abs < fb.abs ? a : b
        limit = tolerance / (2 * (b - a).abs)
        return best if fx.zero? || limit > 0.5

        share = next_share(a, b, c, fa, fb, fc).clamp(limit, 1 - limit)
      end
      raise NotSolved, "no crossing found in #{most} looks"
    end

    def next_share(a, b, c, fa, fb, fc)
      xi = (a - b) / (c - b)
      phi = (fa - fb) / (fc - fb)
      return 0.5 unless (1 - Math.sqrt(1 - xi)) < phi && phi < Math.sqrt(xi)

      ((fa / (fb - fa)) * (fc / (fb - fc))) + (((c - a) / (b - a)) * (fa / (fc - fa)) * (fb / (fc - fb)))
    end
    private_class_method :next_share
  end
end
