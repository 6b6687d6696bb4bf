# frozen_string_literal: true

require_relative "others"
require_relative "planning"

module Dakren
  module Stores
    # Several jobs planned so that nobody is wanted twice: one after another, each around those before it and around all that is not moved,
    # in the order that has them ready soonest. All orders are tried where there is time; else the best that was found.
    #
    #   FitTogether.new([3, 5], settings).best.plans.map { |one| one.desk.start }
    class FitTogether
      # Ours: how long is looked, and how many jobs at most.
      SECONDS = 2.0
      MOST = 8
      # One job as it would be: was and desk: its plans before and after.
      Planned = Value.define(:job, :was, :desk) do
        # Does it move at all?
        def moved?
          was.coats.map { |coat| was.time_at(coat.from_min).to_i / 60 } != desk.coats.map { |coat| desk.time_at(coat.from_min).to_i / 60 }
        end

        # @return [Time, nil]
        def ready(plan = desk)
          plan.schedule&.hand_over_min && plan.time_at(plan.schedule.hand_over_min)
        end
      end
      # plans: in the order in which they are planned; all: was every order tried? score: missed windows, and seconds until all are ready.
      Found = Value.define(:plans, :all, :score)

      # @param ids [Array<Integer>] of open jobs @param settings [Settings]
      def initialize(ids, settings, seconds: SECONDS)
        @settings = settings
        @jobs = Job.where(id: ids.first(MOST), template: false, state: Job::OPEN).order(:first_at, :id).to_a.reject { |job| begun?(job) }
        @until_s = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
        @plannings = @jobs.to_h { |job| [job.id, Planning.new(settings, job_id: job.id)] }
        @was = @jobs.to_h { |job| [job.id, @plannings[job.id].desk_of(job.document)] }
        @jobs.select! { |job| @was[job.id].schedule && @was[job.id].coats.any? }
        @fixed = Others.works(Job.where(template: false, state: Job::OPEN).where.not(id: @jobs.map(&:id)))
      end

      attr_reader :jobs

      # @return [Found, nil] nil where there is nothing to be planned
      def best
        return if @jobs.empty?

        @best ||= begin
          @whole = true
          # One by one as they were begun to be planned: never worse than that.
          @found = order(@jobs)
          try([], @jobs)
          @found.with(all: @whole)
        end
      end

      private

      def begun?(job)
        (job.said["events"] || []).any? { |event| event["real"] }
      end

      # All of them in this order.
      def order(jobs)
        plans = jobs.each_with_object([]) { |job, made| made << planned(job, made) }
        Found.new(plans: plans, all: false, score: score(plans))
      end

      # Every order that may still be better than what is known.
      def try(made, rest)
        return keep(made) if rest.empty?

        rest.each do |job|
          return @whole = false if Process.clock_gettime(Process::CLOCK_MONOTONIC) > @until_s

          plans = [*made, planned(job, made)]
          try(plans, rest - [job]) if (bound(plans, rest - [job]) <=> @found.score).negative?
        end
      end

      def keep(plans)
        mark = score(plans)
        @found = Found.new(plans: plans, all: false, score: mark) if (mark <=> @found.score).negative?
      end

      # No order of the rest has them ready sooner than each is by itself.
      def bound(plans, rest)
        missed, seconds = score(plans)
        [missed, seconds + rest.sum { |job| alone(job) }]
      end

      def alone(job)
        @alone ||= {}
        @alone[job.id] ||= ready_s(around(job, []))
      end

      def planned(job, made)
        Planned.new(job: job, was: @was[job.id], desk: around(job, made))
      end

      # A job around what is fixed and the others that are planned already; the same others take the same hands in whatever order.
      def around(job, made)
        works = @fixed + made.flat_map { |one| works_of(one) }
        need = Others.hands(job.document, @settings.crew)
        spans = Plan::Together.new(works, @settings.crew).full(need)
        @around ||= {}
        @around[[job.id, spans]] ||= @plannings[job.id].desk_around(job.document, spans.map { |span| span.map { |at| Time.at(at) } })
      end

      def works_of(planned)
        @works ||= {}.compare_by_identity
        @works[planned.desk] ||= (Summary.of(planned.desk)["events"] || []).map { |event| Others.work(planned.job.id, event) }
      end

      def score(plans)
        [plans.sum { |one| one.desk.schedule.nil? || !one.desk.schedule.kept? ? 1 : 0 }, plans.sum { |one| ready_s(one.desk) }]
      end

      def ready_s(desk)
        minute = desk.schedule&.hand_over_min || Cure::HORIZON_MIN
        desk.time_at(minute).to_i
      end
    end
  end
end
