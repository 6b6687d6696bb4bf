# frozen_string_literal: true

module Dakren
  module Measure
    # What to do about a cup in which too much of one part landed.
    #
    #   Correction.new(verdict, cup_holds: 900, need: 320, minutes_left: 25, minutes_needed: 8).bin_it?
    #
    # Rule: add the short part where the new total fits the cup, is not far above the need, and can still be
    # used up in time; otherwise the cup is thrown away, since a wasted cup is cheaper than stripping the work.
    class Correction
      # More than this above the need is waste, and heat, nobody has planned for.
      MOST_OVER_NEED = Rational(5, 4)
      # Ours: what can be asked, sixty days.
      LONGEST_MIN = 60 * 24 * 60

      attr_reader :verdict

      # @param verdict [Verdict]
      # @param cup_holds [Numeric] most this cup may be filled to, in the verdict's unit
      # @param need [Numeric] planned for this cup
      # @param minutes_left [Numeric, nil] usable minutes once the short part is in; nil where none is mixed yet
      # @param minutes_needed [Numeric] to mix and use up the corrected cup
      def initialize(verdict, cup_holds:, need:, minutes_left: nil, minutes_needed: 0)
        @verdict = verdict
        @cup_holds = Check.number(:cup_holds, cup_holds, 0.01..1_000_000, @verdict.unit.to_s)
        @need = Check.number(:need, need, 0.01..1_000_000, @verdict.unit.to_s)
        @minutes_left = Check.optional(:minutes_left, minutes_left, 0..LONGEST_MIN, "min")
        @minutes_needed = Check.number(:minutes_needed, minutes_needed, 0..LONGEST_MIN, "min")
      end

      def fits_cup?
        verdict.new_total <= @cup_holds
      end

      def fits_need?
        verdict.new_total <= @need * MOST_OVER_NEED
      end

      def in_time?
        @minutes_left.nil? || @minutes_needed <= @minutes_left
      end

      # @return [Array<Symbol>] what speaks against mending it: :cup, :need, :time
      def against
        { cup: fits_cup?, need: fits_need?, time: in_time? }.reject { |_, fits| fits }.keys
      end

      def needed?
        verdict.add != :nothing
      end

      def bin_it?
        needed? && against.intersect?(%i[cup time])
      end
    end
  end
end
