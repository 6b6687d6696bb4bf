# frozen_string_literal: true

module Dakren
  module Rooms
    # The shop's week as a page shows it: the wall, where more hands are wanted than there are, today in order, what is waited for.
    class WeekPage
      # A clash: when and what, in words; address: of the page that has looked for its ways out; ways: those, once they are looked for.
      Told = Value.define(:id, :title, :words, :address, ways: nil)
      # A line: hour, address and title of a job, what is done.
      Line = Value.define(:hour, :address, :title, :words)
      LENGTHS = { 1 => "1 day", 5 => "5 days", 7 => "7 days", 14 => "14 days" }.freeze
      MOST_CLASHES = 6
      MOST_LINES = 12
      MOST_DUST = 3
      PRINTED = Memo.new(40)
      # So long after hours somebody is still there, min.
      WATCHED_MIN = 60

      attr_reader :week

      # @param week [Stores::Week] @param settings [Stores::Settings] @param now [Time] @param zone [ActiveSupport::TimeZone]
      # @param looked [String] id of the clash whose ways out are wanted, "" for none
      # @param moved [Hash, nil] what was just moved: job and words
      def initialize(week, settings, wording, now:, zone:, looked: "", moved: nil)
        @week = week
        @settings = settings
        @wording = wording
        @now = now
        @zone = zone
        @looked = looked
        @moved = moved
      end

      # @return [String] "6 jobs, 1 pair of hands"
      def sub
        people = @settings.crew
        "#{week.jobs.size} #{week.jobs.size == 1 ? "job" : "jobs"}, #{people} #{people == 1 ? "pair" : "pairs"} of hands"
      end

      # @return [String] SVG
      def drawing
        PRINTED.recall([week.stamp, @now.to_i / 60, @wording.key, @settings.updated_at.to_f]) do
          Drawings::WeekWall.new(week, bands, @wording, zone: @zone, now: @now).to_s
        end
      end

      # What its lists hang on beside the shop as it stands.
      # @return [Array]
      def reads
        [week.first, week.days, @zone.name, @now.to_i / 60]
      end

      # @return [Array<Array(String, String)>] addresses and words
      def ways
        [["earlier", path(week.first - week.days)], ["today", path(@now.to_date)], ["later", path(week.first + week.days)]]
      end

      # @return [Array<Array(String, String, Boolean)>] address, words, and is it chosen?
      def lengths
        LENGTHS.map { |days, words| [path(week.first, days), words, days == week.days] }
      end

      def print_path
        "/paper/week?#{query(week.first, week.days)}"
      end

      def empty?
        week.jobs.empty?
      end

      # @return [Array<Told>]
      def clashes
        week.together.clashes.first(MOST_CLASHES).map { |clash| told(clash) }
      end

      # What is done on each day, in order.
      # @return [Array<Array(String, Array<Line>)>]
      def days
        works.group_by { |work| at(work.from).to_date }.select { |day, _| day >= week.first }
          .map { |day, all| [@wording.dates.long_day(day), all.map { |work| line(work) }] }
      end

      # What is late first, and what is still to be done.
      # @return [Array<Line>]
      def today
        works.select { |work| at(work.from).to_date == @now.to_date && (work.to > @now.to_i || late?(work)) }.first(MOST_LINES)
          .map { |work| line(work) }
      end

      # What comes first, and what decides when all are ready.
      # @return [String, nil]
      def first
        due = works.select { |one| one.job && (late?(one) || one.from >= @now.to_i) }
        work = due.min_by { |one| [shuts(one), one.from] } or return
        line, event = work.about
        shut = event["shut"] && event["shut"] > @now.to_i ? ", its window shuts #{@wording.clock(at(event["shut"]))}" : ""
        "First #{line.job.title(40)}: #{event["label"]} #{@wording.clock(at(work.from))}#{shut}.#{last_ready}"
      end

      # Windows that open from now on, or are open.
      # @return [Array<Line>]
      def waiting
        coats = week.jobs.flat_map { |one| one.coats.map { |coat| [one, coat] } }
        open = coats.select { |_, coat| coat["opens"] && !coat["real"] && coat["from"] > @now.to_i }
        open.sort_by { |_, coat| coat["opens"] }.first(MOST_LINES).map { |one, coat| waits(one, coat) }
      end

      # The coldest of tonight, and what cures through it.
      # @return [Array<String>]
      def tonight
        dusk = @zone.local(@now.year, @now.month, @now.day, Stores::Summary::NIGHT_FROM_H).to_i
        week.jobs.filter_map do |one|
          low = one.nights.to_h[dusk] or next
          through = one.coats.select { |coat| coat["to"] <= dusk + (Stores::Summary::NIGHT_MIN * 60) && (coat["ready"].nil? || coat["ready"] > dusk) }
          if through.any?
            "#{one.job.title(40)}: #{degrees(low)} tonight; #{through.map do |coat|
              coat["label"]
            end.uniq.join(", ")} cures through it"
          end
        end
      end

      # Hot pours that cure while nobody is there.
      # @return [Array<String>]
      def alone
        week.jobs.flat_map do |one|
          one.coats.select { |coat| coat["hottest"] && !coat["left"] && after_hours?(coat["hottest"][0]) }.map do |coat|
            time, hot = coat["hottest"]
            "#{one.job.title(40)}: #{coat["label"]} reaches #{degrees(hot)} about #{@wording.clock(at(time))}, after hours. Begin it so " \
              "that " \
              "somebody is there, or say on the task that it may be left alone."
          end
        end
      end

      # Sanding while something of another job lies open.
      # @return [Array<String>]
      def dust
        week.dust.first(MOST_DUST).map do |(line, event), (other, coat)|
          "#{line.job.title(40)}: #{event["label"]} #{@wording.clock(at(event["from"]))} makes dust while #{other.job.title(40)} lies " \
            "open until #{@wording.clock(at(coat["open_until"]))}. Sand it elsewhere or damp, or cover what lies."
        end
      end

      # @return [Array<Array(Integer, String, String)>] id, when and what
      def appointments
        week.appointments.map { |one| [one.id, "#{@wording.dates.moment(at(one.from_at))} to #{@wording.clock(at(one.to_at))}", one.label] }
      end

      # @return [Array<Line>] jobs without a plan
      def unplanned
        week.unplanned.map { |job| Line.new(hour: "", address: "/jobs/#{job.id}", title: job.title(60), words: job.said["waits"].to_s) }
      end

      # @return [Array(String, String), nil] the jobs that were just moved, and what that moved
      def moved
        @moved && [Array(@moved["jobs"]).join(","), @moved["words"]]
      end

      # Jobs that may be fitted together: those not begun.
      # @return [Array<Array(Integer, String, Boolean)>] id, title, and does it clash?
      def fits
        clashing = week.together.clashes.flat_map(&:jobs)
        week.jobs.reject(&:begun?).first(Stores::FitTogether::MOST).map { |one| [one.job.id, one.job.title(40), clashing.include?(one.job.id)] }
      end

      def fit?
        fits.size > 1
      end

      # What a form brings back here.
      def hidden
        { from: week.first.iso8601, days: week.days.to_s }
      end

      # What is tried for a clash.
      # @param id [String]
      # @return [Array<WeekWays::Way>, nil]
      def ways_of(id)
        clash = week.together.clashes.find { |one| id_of(one) == id }
        clash && WeekWays.new(clash, week, @settings, @wording).all
      end

      private

      def bands
        Plan::Hours.read(@settings.hours, start: week.from).bands
      end

      def works
        @works ||= week.works.sort_by(&:from)
      end

      def told(clash)
        id = id_of(clash)
        jobs = clash.works.map { |work| called(work) }.uniq
        Told.new(id: id, title: "#{@wording.clock(at(clash.from))}: #{clash.jobs.size} want #{wanted(clash)}",
          words: "#{jobs.join("; ")}. #{@wording.minutes((clash.to - clash.from) / 60.0)}.", address: "#{path(week.first)}&clash=#{id}",
          ways: (ways_of(id) if id == @looked))
      end

      # What there is too little of.
      def wanted(clash)
        if clash.thing
          thing = Plan::SharedThings::SORTS.fetch(clash.thing)
          return clash.there == 1 ? "the #{thing}" : "#{clash.there} of #{thing}"
        end

        clash.there == 1 ? "one pair of hands" : "#{clash.there} pairs of hands"
      end

      def called(work)
        work.job.nil? ? work.about.label : "#{work.about[0].job.title(40)}: #{work.about[1]["label"]}"
      end

      def id_of(clash)
        Digest::SHA256.hexdigest([clash.from, clash.to, clash.jobs.map(&:to_s)].join(" "))[0, 12]
      end

      def line(work)
        hour = @wording.dates.hour(at(work.from))
        return Line.new(hour: hour, address: nil, title: work.about.label, words: "until #{@wording.clock(at(work.to))}") if work.job.nil?

        one, event = work.about
        late = late?(work) ? ", #{@wording.minutes((@now.to_i - work.from) / 60.0)} late" : ""
        grams = event["grams"] ? ", #{@wording.show(Quantity.new(value: event["grams"], unit: :g))}" : ""
        Line.new(hour: hour, address: "/jobs/#{one.job.id}", title: one.job.title(40), words: "#{event["label"]}#{grams}#{late}")
      end

      # Was a coat to be begun by now, and nobody has said that it was?
      def late?(work)
        !work.job.nil? && work.about[1]["lane"] && !work.about[1]["real"] && work.from < @now.to_i - Stores::NowList::LATE_S
      end

      # When a late coat must be on; all else comes after those, in its order.
      def shuts(work)
        event = work.about[1]
        late?(work) && event["shut"] ? event["shut"] : Float::INFINITY
      end

      def last_ready
        ready = week.jobs.filter_map { |one| one.job.said["ready_at"]&.then { |time| [time, one.job.title(40)] } }
        ready.size > 1 ? ready.max.then { |time, title| " #{title} is ready last, #{@wording.clock(at(time))}." } : ""
      end

      def waits(one, coat)
        opens = @wording.clock(at(coat["opens"]))
        window = coat["shut"] ? "between #{opens} and #{@wording.clock(at(coat["shut"]))}" : "from #{opens} on"
        Line.new(hour: opens, address: "/jobs/#{one.job.id}", title: one.job.title(40), words: "#{coat["label"]} #{window}")
      end

      # Is the shop shut then, now or still to come?
      def after_hours?(seconds)
        minute = at(seconds).then { |time| (time.hour * 60) + time.min }
        seconds > @now.to_i && bands.none? { |from, to| minute.between?(from, to + WATCHED_MIN) }
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      def at(seconds)
        @zone.at(seconds)
      end

      def path(first, days = week.days)
        "/week?#{query(first, days)}"
      end

      def query(first, days)
        URI.encode_www_form(from: first.iso8601, days: days)
      end
    end
  end
end
