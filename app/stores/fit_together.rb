# frozen_string_literal: true

require_relative "others"
require_relative "planning"

module Dakren
  module Stores
    # Several jobs planned so that nobody is wanted twice, and ready as soon as can be.
    #
    # For few coats by giving way: where jobs want the same hands, each of them in turn gives way to what the others do just then, the most
    # promising first; what is found so without a clash is the best there is. Else one after another, each around those before it and around
    # all that is not moved, in the order that has them ready soonest: all orders where there is time.
    #
    #   FitTogether.new([3, 5], settings).best.plans.map { |one| one.desk.start }
    class FitTogether
      # Ours: how long is looked, where what is found is the best there surely is, and how many jobs at most.
      SECONDS = 2.0
      EXACT_SECONDS = 15.0
      MOST = 8
      # So few coats and people are looked into by giving way.
      EXACT_COATS = 6
      EXACT_PEOPLE = 2
      # Plans that give way to each other settle in so many rounds, or are let go.
      ROUNDS = 12
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
      # plans: in the order in which they are planned; all: was every order tried? exact: is there surely nothing better? score: missed
      # windows and things wanted twice, and seconds until all are ready, added up; within_s: how long was looked at most.
      Found = Value.define(:plans, :score, all: false, exact: false, within_s: SECONDS) do
        # How many miss a window.
        def missed
          plans.count { |one| one.desk.schedule.nil? || !one.desk.schedule.kept? }
        end
      end

      attr_reader :jobs

      # @param ids [Array<Integer>] of open jobs @param settings [Settings]
      def initialize(ids, settings, seconds: nil)
        @settings = settings
        @jobs = Job.where(id: ids.first(MOST), template: false, state: Job::OPEN).order(:first_at, :id).to_a.reject { |job| begun?(job) }
        began_s = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        @plannings = @jobs.to_h { |job| [job.id, Planning.new(settings, job_id: job.id)] }
        @was = @jobs.to_h { |job| [job.id, @plannings[job.id].desk_of(job.document)] }
        @jobs.select! { |job| @was[job.id].schedule && @was[job.id].coats.any? }
        @fixed = Others.works(Job.where(template: false, state: Job::OPEN).where.not(id: @jobs.map(&:id)))
        @shared = Others.shared
        @within_s = seconds || (few? ? EXACT_SECONDS : SECONDS)
        @until_s = began_s + @within_s
        @around = {}
        @works = {}.compare_by_identity
      end

      # @return [Found, nil] nil where there is nothing to be planned
      def best
        return if @jobs.empty?

        @best ||= begin
          # One by one as they were begun to be planned: never worse than that.
          @found = order(@jobs)
          @found = giving_way if few?
          (@found.exact ? @found : every_order).with(within_s: @within_s)
        end
      end

      # All of them one after another in this order.
      # @return [Found]
      def order(jobs)
        plans = jobs.each_with_object([]) { |job, made| made << after(job, made) }
        Found.new(plans: plans, score: whole(plans))
      end

      private

      def begun?(job)
        (job.said["events"] || []).any? { |event| event["real"] }
      end

      def time?
        Process.clock_gettime(Process::CLOCK_MONOTONIC) < @until_s
      end

      def few?
        @settings.crew <= EXACT_PEOPLE && @jobs.sum { |job| @was[job.id].coats.size } <= EXACT_COATS
      end

      def every_order
        @whole = true
        try([], @jobs)
        @found.with(all: @whole)
      end

      # Every order that may still be better than what is known.
      def try(made, rest)
        return keep(made) if rest.empty?

        rest.each do |job|
          return @whole = false unless time?

          plans = [*made, after(job, made)]
          try(plans, rest - [job]) if (bound(plans, rest - [job]) <=> @found.score).negative?
        end
      end

      def keep(plans)
        mark = whole(plans)
        @found = Found.new(plans: plans, score: mark) if (mark <=> @found.score).negative?
      end

      # No order of the rest has them ready sooner than each is by itself.
      def bound(plans, rest)
        missed, seconds = score(plans)
        [missed, seconds + rest.sum { |job| ready_s(around(job, @fixed)) }]
      end

      # The most promising first: each by itself, and where that clashes, once more with one of them giving way. What is still wanted twice
      # is not counted: giving way may end it.
      # @return [Found]
      def giving_way
        open = [[score(plans = settled({})), {}, plans]]
        @seen = Set.new
        until open.empty?
          return @found unless time?

          open.sort_by!(&:first)
          mark, ways, plans = open.shift
          return @found.with(exact: sure?) unless (mark <=> @found.score).negative?

          clash = clash_in(plans)
          return Found.new(plans: plans, score: mark, all: true, exact: sure?) unless clash

          open.concat(branches(clash, ways))
        end
        @found.with(exact: sure?)
      end

      # Where a thing stood in the way, a job kept off it for longer than it had to.
      def sure?
        @plannings.values.none?(&:gave_way)
      end

      # One for each job that may give way to what the others do there.
      def branches(clash, ways)
        clash.works.map(&:job).uniq.filter_map do |id|
          next unless @plannings.key?(id)

          to = clash.works.reject { |work| work.job == id }.map { |work| [work.job, work.about] }
          more = ways.merge(id => (ways[id] || Set.new) | to)
          next unless @seen.add?(more)

          plans = settled(more) or next
          [score(plans), more, plans]
        end
      end

      # All of them, each giving way to what it is told to, until nothing moves any more.
      # @param ways [Hash{Integer=>Set<Array(Integer, Object)>}] job to other jobs and what of theirs
      # @return [Array<Planned>, nil] nil where they never settle
      def settled(ways)
        desks = @jobs.to_h { |job| [job.id, around(job, @fixed)] }
        ROUNDS.times do
          works = desks.to_h { |id, desk| [id, works_of(id, desk)] }
          following = @jobs.to_h { |job| [job.id, around(job, @fixed + given_way_to(ways[job.id] || [], works))] }
          return @jobs.map { |job| Planned.new(job: job, was: @was[job.id], desk: desks[job.id]) } if following == desks

          desks = following
        end
        nil
      end

      def given_way_to(told, works)
        told.filter_map { |other, key| works[other]&.find { |work| work.about == key } }
      end

      def clash_in(plans)
        clashes(plans).first
      end

      # Where they want the same hands or things, with each other or with what is not moved.
      def clashes(plans)
        works = plans.flat_map { |one| works_of(one.job.id, one.desk) }
        Plan::Together.new(@fixed + works, @settings.crew, things: @shared).clashes
          .select { |clash| clash.works.any? { |work| @plannings.key?(work.job) } }
      end

      # Of all of them: with what they want twice of the things they share.
      def whole(plans)
        missed, seconds = score(plans)
        [missed + clashes(plans).count(&:thing), seconds]
      end

      def after(job, made)
        Planned.new(job: job, was: @was[job.id], desk: around(job, @fixed + made.flat_map { |one| works_of(one.job.id, one.desk) }))
      end

      # A job around what others do; the same others take the same hands in whatever order.
      # @param works [Array<Plan::Together::Work>]
      def around(job, works)
        @around[[job.id, Set.new(works)]] ||= @plannings[job.id].desk_around(job.document, works)
      end

      # What somebody does for it, each known by its key.
      def works_of(id, desk)
        @works[desk] ||= Others.of_plan(id, Summary.of(desk), keyed: true)
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
