# frozen_string_literal: true

require_relative "mix"
require_relative "band"

module Dakren
  module Cure
    # A mix of which nobody knows how fast it is: its tin tells a ratio and nothing of time. It is weighed, batched and walked like any
    # other; every time that is asked of it is nil, which means not known, and never zero.
    #
    #   Untold.new(clock).usable_band(mass_g: 200, start_c: 20, room_c: 20).early   # => nil
    #
    # Rule: with the ratio alone there are amounts, batches by size, a bench walk and a record; the first batch that is timed is the
    # statement that starts its clock.
    class Untold < Mix
      NOT_KNOWN = Band.new(early: nil, middle: nil, late: nil)
      def told?
        false
      end

      # @raise [InputError] what would tell it
      def calibration
        raise InputError.new(:pot_life_min, Clock::ONE_OF_THEM)
      end

      # @return [Untold] itself: there is nothing that a cover or another grid could change
      def with(**) = self

      def covered = self

      def for_work(_shaped) = self

      def cup(start_c:, **)
        Cup::Run.new(usable_min: nil, peak_c: start_c.to_f, peak_min: 0.0, steps: 0, track: [])
      end

      def usable_band(**) = NOT_KNOWN

      def doubt(**) = Mix::Doubt.new(slopes: [], sd: 0.0, room: 0.0)

      def cup_age_min(_minute, **) = 0.0
    end
  end
end
