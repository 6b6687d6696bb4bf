# frozen_string_literal: true

require_relative "seen"

module Dakren
  module Plan
    # One coat as it lies: begun, done, which it is, what is known of how it ages, and what was Seen of it.
    Laid = Struct.new(:from, :done, :unit, :quick, :seen, keyword_init: true) do
      def task
        unit[0]
      end
    end

    # How long coats take and how they age, near enough to look for their place: worked out once, however many ways are tried.
    # A unit is a task, the number of the coat, and the section.
    class Ages
      # What is known of one coat begun at a minute: minutes it takes, ages of its first and last cup, its plan, and is it a pour?
      Quick = Struct.new(:done, :ages, :plan, :pour)

      attr_reader :tried

      # Units are made once, so each is known by what it is and not by what it is called.
      def initialize
        @quick = {}.compare_by_identity
        @rooms = {}.compare_by_identity
        @reached = {}.compare_by_identity
        @tried = 0
      end

      # One coat begun at a minute: worked out once for every degree of the room.
      # @param people [Integer, nil] who lay it; nil for as many as the task has
      # @return [Quick]
      def quick(unit, at, people = nil)
        task, number, section = unit
        room = @rooms[task] ||= task.order.call(number, section, at, people).room
        (@quick[unit] ||= {})[[room.at(at).round, people]] ||= begin
          @tried += 1
          plan = task.likely_plan(number, section, at, @last_count, people)
          @last_count = plan.batches.size
          Quick.new(plan.done_at, plan.laid.ages, plan, plan.pour?)
        end
      end

      # What would lie there if it were begun then.
      # @return [Laid]
      def laid(unit, at, people = nil)
        quick = quick(unit, at, people)
        Laid.new(from: at, done: at + quick.done, unit: unit, quick: quick)
      end

      # When it surely takes the next coat while tacky.
      # @return [Float, nil] nil where the sheet tells of no stage at which it would
      def opens(laid)
        [stage_reached(laid, [:recoat_opens]), cools(laid)].compact.max
      end

      # When a lift has cooled so far that the next may be poured on it.
      # @return [Float, nil] nil where it need not
      def cools(laid)
        laid.task.cool_min.positive? ? laid.from + laid.quick.plan.batches.first.pour_from + laid.task.cool_min : nil
      end

      # When it may have closed. nil where it never does.
      def closes(laid)
        reached(laid, :recoat_closes, 0)
      end

      # When it is surely hard enough to be sanded.
      def hard(laid)
        [stage_reached(laid, [laid.quick.plan.sheet.hard_stage]), cools(laid)].compact.max
      end

      # When it may begin to thicken: what goes on wet must have begun to go on by then.
      # @return [Float, nil] nil where it never does
      def thickens(laid)
        plan = laid.quick.plan
        early = plan.laid.working.early
        early && (laid.from + plan.batches.first.pour_from + early)
      end

      # When it is surely as far as a step wants it, or at the next best its sheet tells of.
      # @param step [WorkSteps::Step]
      # @return [Float, nil] nil where the sheet tells of nothing that would do
      def far_enough(laid, step)
        stage_reached(laid, WorkSteps.stages_for(step))
      end

      # Between when and when a coat may go onto what lies below, by its school.
      # @return [Array(Float, Float)] the second nil where it never closes
      def window(school, below)
        return [below.map { |one| [one.done, cools(one)].compact.max }.max, below.filter_map { |one| thickens(one) }.min] if school == :wet

        open = below.map { |one| opens(one) || one.done }.max
        shut = below.filter_map { |one| closes(one) }.min
        return [open, shut] unless shut && shut < open && below.any? { |one| guessed?(one) }

        # What is only usual is looked for with the dab; what is too hot is waited for all the same.
        [[between(below, open, shut), *below.filter_map { |one| cools(one) }].max, nil]
      end

      # Does its window rest on what is only usual? It is looked for with the test dab then.
      def guessed?(laid)
        sheet = laid.quick.plan.sheet
        sheet.assumed_stage?(:recoat_opens) || sheet.assumed_stage?(:recoat_closes)
      end

      # Where the early closing comes before the late opening: at the root of both, from when it was laid.
      def between(below, open, shut)
        from = below.map(&:from).max
        from + Math.sqrt([open - from, 0.0].max * [shut - from, 0.0].max)
      end

      # When it is surely at a stage: the one wanted, seen, told or assumed; the next best only where nothing is known of that.
      # @return [Float, nil] nil where nothing is known of any
      def stage_reached(laid, stages)
        sheet = laid.quick.plan.sheet
        known = stages.find { |stage| laid.seen&.at(stage, sheet.hard_stage) || sheet.ages(stage) }
        known && reached(laid, known, 1)
      end

      # When a stage is surely reached (late, 1), or may be at the earliest (early, 0).
      def reached(laid, stage, side)
        plan = laid.quick.plan
        exact = laid.seen&.at(stage, plan.sheet.hard_stage) and return exact
        range = plan.sheet.ages(stage) or return
        found = (@reached[laid.unit] ||= {})[[laid.from.round(1), laid.quick.done, stage, side]] ||=
          [thin_or_thick(laid, plan, stage, range, side)]
        minute = found.first
        minute ||= Cure::HORIZON_MIN if side == 1
        laid.seen && minute ? in_the_light_of(laid, stage, side, minute) : minute
      end

      private

      # What was seen counts, and moves what comes after it.
      def in_the_light_of(laid, stage, side, minute)
        hard_stage = laid.quick.plan.sheet.hard_stage
        seen = laid.seen
        minute = seen.moved(stage, minute, laid.from, hard_stage) { |name| laid.quick.plan.stage(name)&.middle&.+(laid.from) }
        seen.soft && side == 1 ? [minute, seen.soft + ((seen.soft - laid.from) * Seen::SOFT_SHARE)].max : minute
      end

      def thin_or_thick(laid, plan, stage, range, side)
        if laid.quick.pour
          band = plan.stage(stage)
          return band && (side == 1 ? band.late : band.early)&.+(laid.from)
        end
        (first_min, first_age), (last_min, last_age) = laid.quick.ages
        if side == 1
          plan.laid.ageing.edge(laid.from + last_min, range, last_age, :late)
        else
          plan.laid.ageing.edge(laid.from + first_min, range, first_age, :early)
        end
      end
    end
  end
end
