# frozen_string_literal: true

require_relative "job"

module Dakren
  module Stores
    # The list of jobs: filtered, sorted, one page of it, from what was kept when they were planned.
    class JobList
      PAGE = 30
      SHOWN = { "open" => "to do", **Job::STATES, "all" => "all" }.freeze
      SORTS = { "latest" => "worked on last", "first" => "first batch", "name" => "name" }.freeze
      ORDERS = { "latest" => "updated_at DESC, id DESC", "first" => "first_at IS NULL, first_at, id", "name" => "name COLLATE NOCASE, id" }
        .freeze

      # What an address need not say.
      USUAL = { show: "open", sort: "latest", page: 1 }.freeze

      attr_reader :shown, :sort, :page

      # @param shown [String] of SHOWN @param sort [String] of SORTS @param page [String] from 1
      def initialize(shown, sort, page)
        @shown = SHOWN.key?(shown) ? shown : "open"
        @sort = SORTS.key?(sort) ? sort : "latest"
        @page = page.match?(/\A\d{1,6}\z/) ? page.to_i.clamp(1, pages) : 1
      end

      # @return [Array<Job>]
      def jobs
        @jobs ||= chosen.order(Arel.sql(ORDERS.fetch(sort))).offset((page - 1) * PAGE).limit(PAGE)
          .select(:id, :name, :summary, :summary_of, :state, :first_at, :updated_at).to_a
      end

      def count
        @count ||= chosen.count
      end

      # Is there no job at all?
      def none?
        counts["all"].zero?
      end

      # Ways to filter: address, words, how many, and whether it is chosen.
      # @return [Array<Array(String, String, Integer, Boolean)>]
      def shows
        SHOWN.map { |key, words| [path(show: key), words, counts[key], key == shown] }
      end

      # Ways to sort: address, words, and whether it is chosen.
      # @return [Array<Array(String, String, Boolean)>]
      def sorts
        SORTS.map { |key, words| [path(sort: key), words, key == sort] }
      end

      def shown_word
        SHOWN.fetch(shown)
      end

      def first_page?
        page == 1
      end

      def last_page?
        page == pages
      end

      # How many there are in each state.
      # @return [Hash{String=>Integer}]
      def counts
        @counts ||= begin
          by_state = Job.where(template: false).group(:state).count
          SHOWN.keys.to_h { |key| [key, by_state.slice(*states(key)).values.sum] }
        end
      end

      def pages
        [(count / PAGE.to_f).ceil, 1].max
      end

      # An address of this list with something else chosen.
      def path(**changes)
        told = { show: shown, sort: sort, page: 1 }.merge(changes).reject { |key, value| USUAL[key] == value }
        told.empty? ? "/" : "/?#{told.map { |key, value| "#{key}=#{value}" }.join("&")}"
      end

      private

      def states(key)
        case key
        when "open" then Job::OPEN
        when "all" then Job::STATES.keys
        else [key]
        end
      end

      def chosen
        Job.where(template: false, state: states(shown))
      end
    end

    # What is tacky or wet now, and what needs a hand in the next hours, across all jobs.
    class NowList
      # How far ahead the list of what needs a hand looks.
      SOON_S = 8 * 3600
      MOST = 12
      # Nobody is called late for less.
      LATE_S = 900
      # A job whose first cup lies farther off than this has nothing on now.
      FAR_S = 90 * 86_400
      FAR_FUTURE = 1 << 40

      # @param now [Time]
      def initialize(now)
        @now = now
        @at = now.to_i
      end

      # @return [Hash{Symbol=>Array<Hash>}] :tacky, :wet, :soon and :mix, what is to be mixed next of each job, the nearest first
      def found
        found = { tacky: [], wet: [], soon: [], mix: [] }
        jobs.each do |job|
          look_at(job, found, next_batch(job, found))
        end
        found.transform_values { |list| list.sort_by { |one| (one[:at] || one[:until])&.to_i || FAR_FUTURE }.first(MOST) }
      end

      private

      def jobs
        @jobs ||= near_jobs
      end

      def near_jobs
        near = Time.at(@at - FAR_S)..Time.at(@at + SOON_S)
        Job.where(template: false, state: Job::OPEN, first_at: near, over_at: [nil, Time.at(@at)..]).select(:id, :name, :summary).to_a
      end

      # @param told [Hash, nil] the coat that is told already, by its next batch
      def look_at(job, found, told)
        (job.said["cures"] || []).select { |cure| cure["on"] <= @at }.group_by { |cure| cure["places"] }.each_value do |cures|
          cured(job, cures.last, found)
        end
        (job.said["events"] || []).each do |event|
          next if event.equal?(told) || event["real"] || !event["from"].between?(@at, @at + SOON_S)

          found[:soon] << { job: job, at: time(event["from"]), words: event["label"] }
        end
      end

      # The first batch that is still to be mixed, of coats that are due in the next hours or were due before.
      # @return [Hash, nil] its coat
      def next_batch(job, found)
        mixed = standing.fetch(job.id) { Mixed.new([]) }
        coats = (job.said["events"] || []).select { |event| event["task"] && event["from"] <= @at + SOON_S }
        coat, number = coats.lazy.flat_map { |event| (1..event["cups"]).map { |i| [event, i] } }.find { |one| to_mix?(mixed, *one) }
        return unless coat

        found[:mix] << { job: job, at: time(coat["from"]), late_min: ((@at - coat["from"]) / 60 if coat["from"] < @at - LATE_S),
                         words: "#{coat["label"]}, batch #{number} of #{coat["cups"]}",
                         bench: { task: coat["task"], coat: coat["coat"], section: coat["section"], cup: number } }
        coat
      end

      # Is it still to be mixed? What is in its cup is not, nor what was begun without the bench.
      def to_mix?(mixed, coat, number)
        place = coat.values_at("task", "coat", "section")
        !mixed.at(*place, number)&.mixed? && (!coat["real"] || mixed.any?(*place))
      end

      # How batches of all these jobs stand, read at once.
      def standing
        @standing ||= Mixed.of_jobs(jobs.map(&:id))
      end

      def cured(job, cure, found)
        return if cure["hard"] && cure["hard"] < @at
        return found[:wet] << { job: job, words: cure["label"], at: time(cure["opens"]) } if cure["opens"].nil? || cure["opens"] > @at

        found[:tacky] << { job: job, words: cure["label"], until: time(cure["closes"]) }
      end

      def time(seconds)
        seconds && (@now + (seconds - @at))
      end
    end
  end
end
