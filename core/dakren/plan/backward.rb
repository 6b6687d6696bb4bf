# frozen_string_literal: true

module Dakren
  module Plan
    # The latest start from which a job is still handed over in time.
    #
    # Rule: in one room a later start never ends earlier, so the latest is found by halving; hours make steps in it, so the last
    # stretch is tried start by start.
    class Backward
      # Ours, of the search: how finely, and how far back, a beginning is looked for.
      STEP_MIN = 30.0
      FAR_MIN = 60 * 1440.0

      # @param by_min [Numeric] hand-over, from minute 0
      # @yieldparam from_min [Float] start tried @yieldreturn [Schedule]
      def initialize(by_min, earliest_min: 0.0, &plan)
        @by_min = by_min
        @earliest = earliest_min
        @plan = plan
      end

      # @return [Array(Float, Schedule), nil] nil where even the earliest start is too late
      def latest
        low = (@earliest / STEP_MIN).ceil
        high = (@by_min / STEP_MIN).floor
        return if high < low || !in_time?(low)

        while high - low > 1
          middle = (low + high) / 2
          in_time?(middle) ? low = middle : high = middle
        end
        low = high if in_time?(high)
        [low * STEP_MIN, @found[low]]
      end

      private

      def in_time?(step)
        @found ||= {}
        schedule = @found[step] ||= @plan.call(step * STEP_MIN)
        over = schedule.hand_over_min
        schedule.kept? && !over.nil? && over <= @by_min
      end
    end
  end
end
