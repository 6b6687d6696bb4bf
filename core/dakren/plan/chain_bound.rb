# frozen_string_literal: true

module Dakren
  module Plan
    # How early coats that lie one on another can be ready at the very best, windows and nights counted.
    #
    # Rule: time is cut into quarters of an hour. Backwards from the last coat, the best end is worked out for a start in each quarter:
    # the next begins in a quarter between where this may open at the earliest and close at the latest, or anywhere once it is hard. Rounded
    # to the favourable side throughout, it is never above what any plan can do.
    class ChainBound
      # Ours, of the search: how finely the day is cut.
      CELL_MIN = 15.0
      # How far beyond the plan that is known starts are looked at.
      BEYOND_MIN = 1440
      MOST_CELLS = 60 * 96
      # Quarters after which it is asked whether there is time to go on.
      ASKED_EVERY = 40

      # @param frame [Scheduler] whose tasks are a chain @param bound [Bound] for what ends the last coat
      # @param until_min [Numeric] latest start worth looking at
      # @param go_on [#call] is there time left? Where there is none, :out_of_time is thrown.
      def initialize(frame, bound, until_min, go_on)
        @go_on = go_on
        @frame = frame
        @bound = bound
        @units = frame.sequence.tasks.flat_map { |task| frame.units.fetch(task.id) }
        @cells = (((until_min + BEYOND_MIN) - frame.from_min) / CELL_MIN).ceil.clamp(1, MOST_CELLS)
        @fits = {}
        @best = Array.new(@units.size)
        (@units.size - 1).downto(0) { |i| @best[i] = row(i) }
      end

      # @param state [State]
      # @return [Float] minutes
      def of(state)
        count = state.chosen.size
        return @bound.of(state) if count == @units.size
        return after(0)[0] if count.zero?

        following(count, state.chosen.last[:laid], state.chosen.last[:laid])
      end

      private

      def minute(cell)
        @frame.from_min + (cell * CELL_MIN)
      end

      def cell(minute)
        ((minute - @frame.from_min) / CELL_MIN).floor
      end

      # The best end for a start in each quarter; infinite where it cannot begin in one.
      def row(index)
        unit = @units[index]
        people = @frame.slots.crews(unit[0], true).max
        Array.new(@cells) do |k|
          throw :out_of_time if (k % ASKED_EVERY).zero? && !@go_on.call

          at = begins(unit, people, k)
          next Float::INFINITY if at >= minute(k + 1)

          soonest = @frame.ages.laid(unit, at, people)
          next @bound.over(unit[0], [soonest]) if index == @units.size - 1

          following(index + 1, soonest, @frame.ages.laid(unit, minute(k + 1), people))
        end
      end

      # First minute in or after a quarter at which it fits into the hours.
      def begins(unit, people, cell)
        length = @frame.ages.quick(unit, minute(cell), people).done
        @fits[[cell, length]] ||= @frame.slots.hands.first(minute(cell), length, [], Hands.need(1))&.first || Float::INFINITY
      end

      # The best end where the next goes onto what was laid between two minutes.
      # @param soonest [Laid] @param latest [Laid]
      def following(index, soonest, latest)
        ages = @frame.ages
        school = @units[index][0].school
        return least(index, soonest.done, ages.thickens(latest)) if school == :wet

        hard = ages.hard(soonest) || ages.opens(soonest) || soonest.done
        sanded = school == :tack && ages.closes(soonest) ? Float::INFINITY : least(index, hard, nil)
        return sanded if school == :abrade

        [least(index, ages.opens(soonest) || soonest.done, ages.closes(latest)), sanded].min
      end

      # The best end for starts between two minutes, or from one on.
      def least(index, from, to)
        low = [cell(from), 0].max
        return Float::INFINITY if low >= @cells
        return after(index)[low] if to.nil?

        high = [cell(to), @cells - 1].min
        high < low ? Float::INFINITY : @best[index][low..high].min
      end

      def after(index)
        (@suffixes ||= {})[index] ||= suffix(@best[index])
      end

      def suffix(row)
        row.reverse.each_with_object([]) { |value, found| found << [value, found.last || Float::INFINITY].min }.reverse
      end
    end
  end
end
