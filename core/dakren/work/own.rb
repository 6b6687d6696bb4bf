# frozen_string_literal: true

require_relative "drink"
require_relative "../base/value"

module Dakren
  module Work
    # Figures the shop has weighed itself; they replace what tools and surfaces usually do.
    #
    #   Own.new({ [:soak, "roller"] => [54.0, 3] }).of(:soak, "roller").count   # => 3
    class Own
      # The usual value is worth so many of the shop's own.
      WORTH = 3
      # value: the mean of count; spread: their standard deviation, nil of fewer than two.
      Weighed = Value.define(:value, :count, spread: nil) do
        # The running mean, with what is usual among them.
        # @param usual [Numeric, nil] nil where nothing is
        # @return [Float]
        def beside(usual)
          usual ? ((usual.to_f * WORTH) + (value * count)) / (WORTH + count) : value.to_f
        end
      end
      # What can be weighed: label, unit and the range a weighing may have.
      SORTS = { soak: ["left in the tool", :g, 0..5000], drink: ["soaked in, first coat", :"g/m2", Drink::G_M2],
                rate: ["taken by the work, one person", :"g/min", 0.1..20_000],
                pace: ["covered by one person", :"", 0.001..20_000], step: ["took", :min, 0.1..1440],
                fold: ["times as long to fold in", :"", 0.05..20] }.freeze

      # @param means [Hash{Array(Symbol, String) => Array(Float, Integer)}] mean and count by sort and name
      def initialize(means = {})
        @means = means
      end

      # @return [Weighed, nil]
      def of(sort, name)
        mean, count, spread = @means[[sort, name.to_s]]
        mean && Weighed.new(value: mean.round(3), count: count, spread: spread)
      end
    end
  end
end
