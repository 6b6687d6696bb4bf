# frozen_string_literal: true

module Dakren
  module Measure
    # The running total the scale must show, or the line it must reach, part after part, into one cup.
    #
    #   run = Running.new({ resin: 2, hardener: 1 }, total: 300, first: :resin)
    #   run.target([])          # => 200: pour resin until it shows this
    #   run.target([203.6])     # => 305.4: the hardener follows what was really poured
    #
    # Rule: after the first part really weighs x, every other part's target follows from x, not from the
    # plan. With an untared cup every target carries the cup's own reading.
    class Running
      attr_reader :parts

      # @param weights [Hash{Symbol=>Numeric}] parts in the unit it is measured in; several hardeners of a blend each by name
      # @param total [Numeric] planned mix, above 0
      # @param first [Symbol] the part that goes in first
      # @param start_reading [Numeric] what the scale shows with the empty cup on it: 0 when tared
      # @param unit [Symbol] :g or :ml
      # @raise [InputError]
      def initialize(weights, total:, first:, start_reading: 0, unit: :g)
        raise InputError.new(:first, "must be one of #{weights.keys.join(", ")}") unless weights.key?(first)

        @unit = unit
        @parts = [first, *(weights.keys - [first])]
        @weights = weights.transform_values { |weight| Exact.of(weight) }
        @total = Exact.of(Check.number(:"total_#{unit}", total, 0.0001..1_000_000, unit.to_s))
        @start = Exact.of(Check.number(:"start_reading_#{unit}", start_reading, -1_000_000..1_000_000, unit.to_s))
      end

      # @param readings [Array<Numeric>] what the scale showed after each part so far
      # @return [Rational, nil] reading at which the next part is right; nil when all are in
      # @raise [InputError] when a reading is not above the one before
      def target(readings)
        part = parts[readings.size]
        return if part.nil?

        poured = amounts(readings)
        return @start + (@total * share(part)) if poured.empty?

        last(readings) + (poured.first * @weights[part] / @weights[parts.first])
      end

      # @return [Array<Rational>] grams of each part really poured, in order
      def amounts(readings)
        [@start, *readings.map { |reading| Exact.of(reading) }].each_cons(2).map do |before, after|
          unless after > before
            raise InputError.new(:"reading_#{@unit}",
              "must be above #{Check.plain(before.to_f.round(4))} #{@unit}, what it showed before")
          end

          after - before
        end
      end

      private

      def share(part)
        @weights[part] / @weights.values.sum
      end

      def last(readings)
        readings.empty? ? @start : Exact.of(readings.last)
      end
    end
  end
end
