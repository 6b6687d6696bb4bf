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
      PRINTED = Memo.new(40)

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

      # @param paper [Boolean] is it for paper?
      # @return [String] SVG
      def drawing(paper: false)
        PRINTED.recall([week.stamp, @now.to_i / 60, @wording.key, @settings.updated_at.to_f, paper]) do
          Drawings::WeekWall.new(week, bands, @wording, zone: @zone, now: @now, paper: paper).to_s
        end
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

      # All that its jobs take.
      # @return [String]
      def takes_path
        "/stock/takes?#{week.jobs.map { |line| "jobs[]=#{line.job.id}" }.join("&")}"
      end

      def empty?
        week.jobs.empty?
      end

      # @return [Array<Told>]
      def clashes
        week.together.clashes.first(MOST_CLASHES).map { |clash| told(clash) }
      end

      # @return [WeekLists]
      def lists
        @lists ||= WeekLists.new(week, bands, @wording, now: @now, zone: @zone)
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

        people = twice(clash)
        return people.to_sentence if people.any?

        clash.there == 1 ? "one pair of hands" : "#{clash.there} pairs of hands"
      end

      # Whom several jobs ask for by name.
      # @return [Array<String>]
      def twice(clash)
        asked = clash.works.flat_map { |work| work.names.map { |name| [name, work.job] } }.uniq
        asked.map(&:first).tally.select { |_, count| count > 1 }.keys
      end

      def called(work)
        work.job.nil? ? work.about.label : "#{work.about[0].job.title(40)}: #{work.about[1]["label"]}"
      end

      def id_of(clash)
        Digest::SHA256.hexdigest([clash.from, clash.to, clash.jobs.map(&:to_s)].join(" "))[0, 12]
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
