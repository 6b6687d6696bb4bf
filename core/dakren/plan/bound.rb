# frozen_string_literal: true

module Dakren
  module Plan
    # How early a plan half made can be handed over at the very best: every coat still to come goes on as soon as what lies below takes
    # it and the hours allow, as if windows never closed and everybody were free.
    #
    # Rule: in one room nothing begun later is ready earlier, so the sum of soonest steps is never above what any plan can do.
    class Bound
      # @param frame [Scheduler]
      def initialize(frame)
        @frame = frame
        @ages = frame.ages
        @ends = {}
      end

      # @param state [State]
      # @return [Float] minutes
      def of(state)
        laid = {}
        @begun = frame.from_min
        frame.sequence.tasks.map { |task| task_over(task, state, laid) }.max || state.last
      end

      # Ready at the soonest, with what ends it.
      # @param task [TaskToPlace] @param lies [Array<Laid>] its last coat, of each section
      def over(task, lies)
        @ends[[task.id, lies.map { |one| [one.from.round(1), one.unit[2]] }]] ||= task.ends.reduce(ready(task, lies)) do |at, (name, told)|
          far = far_enough(task, name, lies) or next at
          from = [far, lies.map(&:done).max].max
          minutes = task.shared_min(name, told, frame.slots.hands)
          begins = frame.slots.hands.first(from, [minutes, Slots::SCRAP_MIN].min, [], Hands::ANYONE)&.first || from
          [at, begins + minutes + task.waits.fetch(name, task.step(name).waits)].max
        end
      end

      private

      attr_reader :frame

      # A warm cure may make it ready long before the room would.
      def ready(task, lies)
        return lies.map(&:done).max if task.cured_warm?

        lies.map { |one| @ages.stage_reached(one, Sheet::READY) || one.done }.max
      end

      def far_enough(task, name, lies)
        return lies.map(&:done).max if task.cured_warm?

        lies.filter_map { |one| @ages.far_enough(one, task.step(name)) }.max
      end

      def task_over(task, state, laid)
        number = state.next.fetch(task.id)
        lies = number.zero? ? [] : last_of(task, state)
        units = frame.units.fetch(task.id)
        at = number.zero? ? [first_from(task, laid), @begun].max : state.last
        (number...units.size).each do |i|
          unit = units[i]
          at = soonest(unit, i.zero? ? at : [at, ready_for(unit, lies)].max)
          lies = lies.reject { |one| one.unit[2] == unit[2] } + [@ages.laid(unit, at, fastest(unit))]
          at = lies.last.from
          @begun = at if i.zero?
        end
        laid[task.id] = lies
        over(task, lies)
      end

      def last_of(task, state)
        state.chosen.map { |choice| choice[:laid] }.select { |one| one.task.id == task.id }
          .group_by { |one| one.unit[2] }.values.map(&:last)
      end

      # When a task may begin: behind everything it waits for, as early as that can be.
      def first_from(task, laid)
        frame.sequence.before(task).filter_map do |lower|
          laid.fetch(lower.id).map { |one| task.school == :wet || gated?(task, lower) ? one.done : @ages.opens(one) || one.done }.max
        end.max || frame.from_min
      end

      # Does it wait for no more than that the other is laid? What it waits for beyond that only makes it later.
      def gated?(task, lower)
        !lower.places.intersect?(task.places)
      end

      # When the next coat of the same task may go on.
      def ready_for(unit, lies)
        own = lies.select { |one| unit[0].sections == 1 || one.unit[2] == unit[2] }
        return frame.from_min if own.empty?

        case unit[0].school
        when :wet then own.map(&:done).max
        when :abrade then own.map { |one| @ages.hard(one) || one.done }.max
        else own.map { |one| @ages.opens(one) || one.done }.max
        end
      end

      def soonest(unit, from)
        length = @ages.quick(unit, from, fastest(unit)).done
        frame.slots.hands.first(from, length, [], unit[0].need(1))&.first || from
      end

      # As many as make it quickest.
      def fastest(unit)
        frame.slots.crews(unit[0], true).max
      end
    end
  end
end
