# frozen_string_literal: true

module Dakren
  module Rooms
    # What the week says in lines: each day in order, today, what is waited for, what is to be minded.
    class WeekLists
      MOST_LINES = 12
      MOST_DUST = 3
      # So long after hours somebody is still there, min.
      WATCHED_MIN = 60

      # @param week [Stores::Week] @param bands [Array<Array(Integer, Integer)>] working hours, minutes of a day
      # @param now [Time] @param zone [ActiveSupport::TimeZone]
      def initialize(week, bands, wording, now:, zone:)
        @week = week
        @bands = bands
        @wording = wording
        @now = now
        @zone = zone
      end

      # What its lists hang on beside the shop as it stands.
      # @return [Array]
      def reads
        [week.first, week.days, @zone.name, @now.to_i / 60]
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
        week.unplanned.map { |job| WeekPage::Line.new(hour: "", address: "/jobs/#{job.id}", title: job.title(60), words: job.said["waits"].to_s) }
      end

      private

      attr_reader :week, :bands

      def works
        @works ||= week.works.sort_by(&:from)
      end

      def at(seconds)
        @zone.at(seconds)
      end

      def line(work)
        hour = @wording.dates.hour(at(work.from))
        if work.job.nil?
          return WeekPage::Line.new(hour: hour, address: nil, title: work.about.label,
            words: "until #{@wording.clock(at(work.to))}")
        end

        one, event = work.about
        late = late?(work) ? ", #{@wording.minutes((@now.to_i - work.from) / 60.0)} late" : ""
        grams = event["grams"] ? ", #{@wording.show(Quantity.new(value: event["grams"], unit: :g))}" : ""
        WeekPage::Line.new(hour: hour, address: "/jobs/#{one.job.id}", title: one.job.title(40), words: "#{event["label"]}#{grams}#{late}")
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
        WeekPage::Line.new(hour: opens, address: "/jobs/#{one.job.id}", title: one.job.title(40), words: "#{coat["label"]} #{window}")
      end

      # Is the shop shut then, now or still to come?
      def after_hours?(seconds)
        minute = at(seconds).then { |time| (time.hour * 60) + time.min }
        seconds > @now.to_i && bands.none? { |from, to| minute.between?(from, to + WATCHED_MIN) }
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end
    end
  end
end
