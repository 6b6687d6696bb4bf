# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # The practice's: how fast a film coat takes mix from the cup, where no kind of work says it.
    COAT_G_PER_MIN = 90.0
    # Ours until weighed: from the bench to the work.
    CARRYING_MIN = 1.0
    # Needed minutes may take this share of the usable ones.
    TIME_SHARE = 0.75
    MOST_BATCHES = 2000

    # One batch of a plan, and why it can be used up in time.
    # exact rationals: mass_g, on_work_g; minutes: needed_min until it is laid, held_min as long as it stands in a vessel, usable_min (at
    # the early edge of its band), work_min: within which it must be laid once it is out, nil where nothing asks that
    # whole: Measure::Tools::Whole where the tool counts.
    Portion = Value.define(:mass_g, :on_work_g, :cup, :fill_mm, :diameter_mm, :mixing_min, :needed_min, :usable_min, :held_min,
      work_min: nil, whole: nil) do
      # Minutes it takes to lay.
      def laying_min
        needed_min - mixing_min - CARRYING_MIN
      end

      # Is it the vessel, rather than the work, that it stands in for too long?
      def stands_too_long?
        held_min > TIME_SHARE * usable_min
      end

      # @return [Boolean] is it out of its vessel, and laid, in time?
      def in_time?
        !stands_too_long? && (work_min.nil? || laying_min <= work_min)
      end

      # How far it is from being too late: the logarithm of the minutes there are for each that is taken.
      # @return [Float] below 0 where it is too late
      def spare
        shares = [TIME_SHARE * usable_min / held_min, (work_min / laying_min if work_min && laying_min.positive?)].compact
        shares.min.positive? ? Math.log(shares.min) : -Float::INFINITY
      end

      # Minutes that what holds it up takes: standing in the vessel, or being laid.
      def takes_min
        stands_too_long? ? held_min : laying_min
      end

      # Minutes that it lasts there, to the last of them.
      def lasts_min
        stands_too_long? || work_min.nil? ? usable_min : work_min / TIME_SHARE
      end
    end

    # A need that no batch can serve in time.
    class TooFast < StandardError
      attr_reader :smallest

      def initialize(smallest)
        @smallest = smallest
        super("even #{smallest.mass_g.to_f.round} g needs #{smallest.needed_min.round(1)} min " \
              "and lasts #{smallest.usable_min.round(1)} min")
      end
    end
  end
end
