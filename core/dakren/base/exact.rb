# frozen_string_literal: true

module Dakren
  # Decimal figures as exact rationals, so that parts add up to their whole to the last digit.
  module Exact
    module_function

    # @param number [Numeric] 0.1 means one tenth, not the nearest binary fraction
    # @return [Rational]
    def of(number)
      number.is_a?(Float) ? Rational(number.to_s) : number.to_r
    end

    # Shares a whole into parts by weights without losing anything.
    # @param total [Numeric]
    # @param weights [Array<Numeric>] at least one above zero
    # @return [Array<Rational>] their sum is the total exactly
    def share(total, weights)
      exact = of(total)
      exact_weights = weights.map { |weight| of(weight) }
      sum = exact_weights.sum
      parts = exact_weights[0..-2].map { |weight| exact * weight / sum }
      parts << (exact - parts.sum)
    end
  end
end
