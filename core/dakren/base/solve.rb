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
    # @param at_low, at_high [Float, nil] the function at the ends, where it is known already
    # @yield [x] the function
    # @return [Float] x at which the function is zero within the tolerance
    # @raise [NotSolved] when the ends have the same sign, or the bound is reached
    def root(low, high, tolerance:, most: 80, at_low: nil, at_high: nil)
      b = low
      a = high
      fb = at_low || yield(b)
      fa = at_high || yield(a)
      raise NotSolved, "no crossing between #{low} and #{high}" if same_side?(fa, fb)

      share = 0.5
      most.times do
        limit = tolerance / (2 * (b - a).abs)
        return fa.abs < fb.abs ? a : b if limit > 0.5 || fa.zero? || fb.zero?

        x = a + (share.clamp(limit, 1 - limit) * (b - a))
        fx = yield(x)
        # c is the point left behind; b stays on the other side of zero from a.
        c, fc, b, fb = same_side?(fx, fa) ? [a, fa, b, fb] : [b, fb, a, fa]
        a = x
        fa = fx
        share = next_share(a, b, c, fa, fb, fc)
      end
      raise NotSolved, "no crossing found in #{most} looks"
    end

    def same_side?(one, other)
      (one.positive? && other.positive?) || (one.negative? && other.negative?)
    end

    # Where between a and b to look next: by the parabola through three points while it can be trusted.
    def next_share(a, b, c, fa, fb, fc)
      return 0.5 if fc == fb || fc == fa || fa == fb

      xi = (a - b) / (c - b)
      phi = (fa - fb) / (fc - fb)
      return 0.5 unless xi.between?(0, 1) && (1 - Math.sqrt(1 - xi)) < phi && phi < Math.sqrt(xi)

      ((fa / (fb - fa)) * (fc / (fb - fc))) + (((c - a) / (b - a)) * (fa / (fc - fa)) * (fb / (fc - fb)))
    end
    private_class_method :same_side?, :next_share
  end
end
