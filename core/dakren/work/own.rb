# frozen_string_literal: true

require_relative "drink"
require_relative "../base/value"

module Dakren
  module Work
    # Figures the shop has weighed itself; they replace what tools and surfaces usually do.
    #
    #   Own.new({ [:soak, "roller"] => [54.0, 3] }).of(:soak, "roller").count   # => 3
    class Own
      Weighed = Value.define(:value, :count)
      # What can be weighed: label, unit and the range a weighing may have.
      SORTS = { soak: ["left in the tool", :g, 0..5000], drink: ["soaked in, first coat", :"g/m2", Drink::G_M2],
                rate: ["taken by the work, one person", :"g/min", 0.1..20_000],
                pace: ["covered by one person", :"", 0.001..20_000] }.freeze

      # @param means [Hash{Array(Symbol, String) => Array(Float, Integer)}] mean and count by sort and name
      def initialize(means = {})
        @means = means
      end

      # @return [Weighed, nil]
      def of(sort, name)
        mean, count = @means[[sort, name.to_s]]
        mean && Weighed.new(value: mean.round(3), count: count)
      end
    end
  end
end
