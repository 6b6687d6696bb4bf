# frozen_string_literal: true

module Dakren
  module Plan
    # The edge of what was laid: how long it stays wet enough to join, and whether the next cup comes in time.
    class Edge
      # Of the working time a film's edge stays open to the next cup.
      SHARE = 0.5

      # @param batches [Array<CoatPlan::PlannedBatch>] @param working [Cure::Band] minutes of the film
      def initialize(batches, working)
        @batches = batches
        @working = working
      end

      # How long the edge of what was laid stays wet enough to join: half the working time of the film.
      # @return [Float, nil] minutes
      def wet_min
        @working.early && (@working.early * SHARE)
      end

      # Longest gap between one cup used up and the next poured out, minutes.
      def longest_gap_min
        @batches.each_cons(2).map { |one, two| two.pour_from - one.done_at }.max || 0.0
      end

      # Does the next cup come before the edge of the last has closed?
      def kept?
        wet_min.nil? || longest_gap_min <= wet_min
      end
    end
  end
end
