# frozen_string_literal: true

module Dakren
  module Rooms
    # Ways out of a clash, each tried on the real job, with what it costs.
    class WeekWays
      # job: whose, words: what is done, cost: what comes of it; change: field of the job and what is to stand there, nil where nothing is
      # to be pressed.
      Way = Value.define(:job, :words, :cost, change: nil)
      # A coat is begun on so many whole minutes.
      ROUND_S = 300
      KEPT = Memo.new(60)
      # So many stretches of one clash are looked at.
      MOST_JOBS = 3

      # @param clash [Plan::Together::Clash] @param week [Stores::Week] @param settings [Stores::Settings]
      def initialize(clash, week, settings, wording)
        @clash = clash
        @week = week
        @settings = settings
        @wording = wording
      end

      # @return [Array<Way>]
      def all
        KEPT.recall([@clash.from, @clash.to, @clash.jobs, @week.stamp, @settings.updated_at.to_f, @wording.key]) { found }
      end

      private

      def found
        of_jobs = @clash.works.select(&:job).group_by(&:job)
        moved = of_jobs.first(MOST_JOBS).flat_map do |_, works|
          out_of_the_way(works.first, @clash.works.reject do |one|
            one.job == works.first.job
          end)
        end
        moved + [helper].compact
      end

      # After what the others do, or on the next morning.
      def out_of_the_way(work, others)
        line, event = work.about
        return [] if event["real"]

        job = Stores::Job.find_by(id: line.job.id) or return []
        planning = Stores::Planning.new(@settings, job_id: job.id)
        desk = planning.desk_of(job.document)
        [after(others), morning(planning, desk, work)].compact.uniq.filter_map { |at| tried(job, planning, desk, work, at) }
      end

      def after(others)
        others.map(&:to).max&.then { |at| (at / ROUND_S.to_f).ceil * ROUND_S }
      end

      # When the shop opens next.
      def morning(_planning, desk, work)
        day = desk.zone.at(@clash.from).to_date + 1
        from = desk.zone.local(day.year, day.month, day.day).to_i
        minute = desk.hours.fit(desk.minute_of(Time.at(from)), (work.to - work.from) / 60.0)
        minute && desk.time_at(minute).to_i
      end

      # @param at [Integer] seconds at which the stretch is to begin
      # @return [Way, nil] nil where it does not help, or makes the job miss something
      def tried(job, planning, desk, work, at)
        change = change_of(desk, work, at) or return
        after = planning.desk_of(job.document.merge(change))
        return unless after.schedule&.kept? && after.coats.size == desk.coats.size && clears?(after, job.id)

        moved = after.coats.find { |coat| [coat.task.id, coat.number, coat.section] == work.about[1].values_at("task", "coat", "section") }
        words = if moved
                  "#{job.title(40)} at #{@wording.clock(after.time_at(moved.from_min))}"
                else
                  "#{job.title(40)} from " \
                    "#{@wording.clock(Time.at(at).in_time_zone(desk.zone))}"
                end
        Way.new(job: job.id, words: words, cost: cost(desk, after), change: change)
      end

      # The coat itself is held, or where it is a step of a job not begun yet, the job begins later.
      # @return [Hash, nil]
      def change_of(desk, work, at)
        line, event = work.about
        return { "#{event["task"]}-#{Document::Fields.mark_of("not_before", event["coat"], event["section"])}" => stamp(desk, at) } if
          event["task"] && !leads?(line, event)
        return if line.begun?

        { "start" => stamp(desk, desk.start.to_i + (at - work.from).round) }
      end

      # Is it what the job begins with?
      def leads?(line, event)
        !line.begun? && event.equal?(line.coats.min_by { |coat| coat["from"] })
      end

      def stamp(desk, at)
        desk.zone.at(at).strftime("%Y-%m-%dT%H:%M")
      end

      # Is it out of the way of the others then, without being in anybody else's?
      def clears?(desk, job)
        others = @week.works.reject { |work| work.job == job }
        mine = Stores::Summary.of(desk)["events"].map { |event| Stores::Others.work(job, event) }
        before = clashes_of(@week.works + @week.taken, job)
        after = clashes_of(others + mine + taken_by(desk, job), job)
        after < before
      end

      # What it takes of shared things then, and the others.
      def taken_by(desk, job)
        mine = Stores::Summary.of(desk)["events"].flat_map { |event| event["things"] || [] }
        @week.taken.reject { |work| work.job == job } + mine.map do |sort, from, to|
          Plan::Together::Work.new(job: job, from: from, to: to, count: 0, thing: sort.to_sym)
        end
      end

      def clashes_of(works, job)
        Plan::Together.new(works, @settings.crew, things: @week.things).clashes.select { |one| one.jobs.include?(job) }
          .sum { |one| one.to - one.from }
      end

      def cost(desk, after)
        was, is = [desk, after].map { |one| one.schedule.hand_over_min && one.time_at(one.schedule.hand_over_min) }
        return "nothing else moves" if was == is || (was && is && (is - was).abs < 60)
        return "ready #{Words::Because.new(after, @wording).hand_over}" if was.nil? || is.nil?

        "ready #{@wording.clock(is)}, #{@wording.minutes((is - was).abs / 60)} #{is > was ? "later" : "sooner"}"
      end

      # What one more pair of hands would do.
      def helper
        return if @clash.thing || @clash.wanted > @clash.there + 1

        from, to = [@clash.from, @clash.to].map { |at| @wording.dates.hour(Time.at(at).in_time_zone(@week.from.time_zone)) }
        Way.new(job: nil, words: "call one more pair of hands, #{from} to #{to}", cost: "nothing else moves")
      end
    end
  end
end
