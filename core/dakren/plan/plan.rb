# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  # What is done when, with how much, in which cups: one function from a job and a shop to a plan.
  #
  #   plan = Plan.of(job, shop)
  #   plan.coats.first.plan.amounts.total.resin_g
  #   plan.schedule.hand_over_min
  #   plan.complaints                     # => what cannot be, with its task and field
  #
  # Plain values in, one value out: no database, no sockets, no clock and no zone of its own.
  module Plan
    # Something that cannot be planned as it was told: task_id nil where it is of the whole job; name: of its field.
    Complaint = Value.define(:name, :says, task_id: nil)

    # One task planned: coats as Entry; refusals of its sheet; held_back: a plan that waits for "I know"; untimed: plans of coats that have
    # no hour yet; after: id of the task it waits for, of which nobody knows how long it takes; column: how hot its lifts get on
    # one another, nil where there is one; lifts: how many; fewer: what fewer of them would come
    # to, where nobody told how many; unfit: the coat whose hour is too cold or too warm for its sheet.
    PlannedTask = Value.define(:task, coats: [].freeze, refusals: [].freeze, held_back: nil, untimed: [].freeze, after: nil, column: nil,
      lifts: 1, fewer: nil, unfit: nil)
    # A coat that falls into an hour its sheet does not allow: its Entry, and the next minute of the working hours whose room would suit it,
    # nil where there is none within a day.
    Unfit = Value.define(:coat, :fit_from)

    # A job planned: everything a page, a calendar or a test may ask.
    class Made
      # How often coats are placed anew because their hour is warmer or colder than was thought.
      PLACED_AGAIN = 2

      attr_reader :job, :shop, :tasks, :schedule, :complaints

      # @param job [Job] @param shop [Shop]
      def initialize(job, shop)
        @job = job
        @shop = shop
        @complaints = []
        @ageings = {}
        place
        freeze
      end

      # @return [Array<Entry>] in working order
      def coats
        schedule ? schedule.coats : []
      end

      # @param id [String] of a task
      # @return [PlannedTask, nil]
      def task(id)
        tasks.find { |planned| planned.task.id == id }
      end

      # Does the plan fail what was asked of it: a window missed, or a hand-over too late?
      def broken?
        return false if schedule.nil? || coats.empty?

        !schedule.kept? || (!job.by_min.nil? && (schedule.hand_over_min || Cure::HORIZON_MIN) > job.by_min)
      end

      private

      # A coat is judged by the hour at which it really goes on, and that is known once all are placed: so they are placed, judged,
      # and placed again without those that must wait, or where their hour changes how they are done.
      def place
        shared = {}
        planners = job.tasks.map { |task| TaskPlanner.new(job, task, shop, method(:ageing), shared) }
        (planners.size + PLACED_AGAIN).times do |round|
          ready = planners.filter_map { |planner| planner.placeable unless behind(planner, planners) }
          @complaints = planners.flat_map(&:complaints)
          @schedule = ready.empty? ? nil : scheduled(ready)
          break if @schedule.nil?

          moved = round < PLACED_AGAIN && planners.map { |planner| planner.moved?(@schedule) }.any?
          break unless moved || planners.map { |planner| planner.refused?(@schedule) }.any?
        end
        @tasks = planned_by(planners)
      end

      def planned_by(planners)
        planners.map do |planner|
          PlannedTask.new(task: planner.task, coats: coats.select { |coat| coat.task.id == planner.task.id }, refusals: planner.refusals,
            held_back: planner.held_back, untimed: planner.untimed, after: behind(planner, planners)&.task&.id,
            column: planner.column_in(schedule), lifts: planner.complaints.empty? ? planner.lifts : 1,
            fewer: planner.complaints.empty? ? planner.fewer_lifts : nil, unfit: planner.unfit)
        end
      end

      # What is not known is waited for: the task before it on the same work, or that it waits for, whose tin says nothing of time, or
      # which waits for such a one itself.
      # @return [TaskPlanner, nil]
      def behind(planner, planners)
        waiting = planners.select(&:untold?)
        return if waiting.empty?

        awaited = {}
        loop do
          more = planners.reject { |one| awaited.key?(one) }.filter_map do |one|
            found = (waiting | awaited.keys).find { |other| other != one && holds_up?(other, one, planners) }
            [one, found] if found
          end
          break if more.empty?

          awaited.merge!(more.to_h)
        end
        awaited[planner]
      end

      # Does one lie below the other, or is it waited for by name?
      def holds_up?(lower, upper, planners)
        return true if upper.task.gates.any? { |id, how_far| id == lower.task.id && how_far != :laid }

        planners.index(lower) < planners.index(upper) && lower.task.place_ids.intersect?(upper.task.place_ids)
      end

      # One sheet's films in a room, followed once for all its coats.
      def ageing(sheet, room)
        @ageings[[sheet, room]] ||= Ageing.new(sheet, room)
      end

      def scheduled(ready)
        make = lambda do |from|
          Scheduler.new(ready, hours: job.hours, goal: job.goal, put_off: job.by_min.nil?, from_min: from, hands: job.crew,
            turned: job.turned, heats: job.heats, go_on: job.by_min ? nil : job.go_on).schedule
        end
        job.by_min ? backward(make) : make.call(0.0)
      rescue Sequence::Circle => e
        e.ids.each { |id| complain("gates", "must not wait for one another in a circle", id) }
        nil
      rescue TooFast => e
        complain("hours", "lead into an hour in which a mix is too fast: #{e.message}")
      rescue InputError => e
        complain(e.field, e.allowed)
      end

      # The latest start that still hands over in time; from now where none does.
      def backward(make)
        return complain("deadline", "is before the work may begin") if job.by_min <= 0

        _, schedule = Backward.new(job.by_min, &make).latest
        schedule || make.call(0.0)
      end

      def complain(name, says, task_id = nil)
        @complaints += [Complaint.new(name: name, says: says, task_id: task_id)]
        nil
      end
    end

    # @param job [Job] @param shop [Shop]
    # @return [Made]
    def self.of(job, shop = Shop.new)
      Made.new(job, shop)
    end
  end
end
