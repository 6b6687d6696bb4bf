# frozen_string_literal: true

require_relative "appointment"
require_relative "job"
require_relative "others"
require_relative "thing"

module Dakren
  module Stores
    # All open jobs on one wall of time, from what was kept when they were planned: nothing is planned here.
    #
    #   week = Week.new(Date.new(2026, 11, 30), 5, zone: zone, people: 1)
    #   week.jobs       # => [Line, ...] those that have something in these days, the one that is worked on first first
    #   week.together.clashes
    class Week
      DAYS = (1..14)
      # A job is looked at from so long before these days: what was laid then may still cure.
      BEFORE_S = 90 * 86_400
      # A job; coats and steps: what its plan said, seconds, as Summary has it; nights: day and lowest °C of its room.
      Line = Value.define(:job, :coats, :steps, nights: [].freeze) do
        # What somebody does for it.
        def events
          (coats + steps).sort_by { |event| [event["from"], event["to"]] }
        end

        def begun?
          coats.any? { |coat| coat["real"] }
        end
      end

      USUAL_DAYS = 5
      YEARS = (1971..2199)

      attr_reader :first, :days, :from, :to

      # The week an address asks for; what cannot be read is today, and five days.
      # @param from [String] "2026-11-30" @param days [String] @param today [Date]
      # @return [Week]
      def self.asked(from, days, today:, **shop)
        first = begin
          Date.iso8601(from).then { |day| YEARS.cover?(day.year) ? day : today }
        rescue ArgumentError, RangeError
          today
        end
        new(first, days.match?(/\A\d{1,2}\z/) ? days.to_i : USUAL_DAYS, **shop)
      end

      # @param first [Date] @param days [Integer] of DAYS @param people [Integer] pairs of hands
      def initialize(first, days, zone:, people:)
        @first = first
        @days = days.clamp(DAYS.begin, DAYS.end)
        @zone = zone
        @people = people
        @from = midnight(first)
        @to = midnight(first + @days)
      end

      # Changes when anything it shows does.
      # @return [Array]
      def stamp
        [first, days, @people, @zone.name, near.pluck(:id, :name, :revision, :summary_stamp, :summary_seal),
          Appointment.between(from, to).pluck(:id, :from_at, :to_at, :label), things]
      end

      # @return [Array<Line>]
      def jobs
        @jobs ||= near.select(:id, :name, :summary, :state, :revision).filter_map { |job| line(job) }
          .sort_by { |one| [one.events.find { |event| event["to"] > from.to_i }&.fetch("from") || Float::INFINITY, one.job.id] }
      end

      # Open jobs without a plan.
      # @return [Array<Job>]
      def unplanned
        @unplanned ||= Job.where(template: false, state: Job::OPEN, first_at: nil).where.not(name: "").order(:id).limit(20)
          .select(:id, :name, :summary).to_a
      end

      # @return [Array<Appointment>]
      def appointments
        @appointments ||= Appointment.between(from, to).to_a
      end

      # @return [Plan::Together] of everything that is done in these days
      def together
        @together ||= Plan::Together.new(works + taken, @people, things: things)
      end

      # How many there are of each thing that is shared.
      # @return [Hash{Symbol=>Integer}]
      def things
        @things ||= Thing.counts
      end

      # What is taken of things that are shared.
      # @return [Array<Plan::Together::Work>]
      def taken
        @taken ||= jobs.flat_map do |line|
          line.events.flat_map do |event|
            (event["things"] || []).map do |sort, begins, ends|
              Plan::Together::Work.new(job: line.job.id, from: begins, to: ends, count: 0, thing: sort.to_sym, about: [line, event])
            end
          end
        end
      end

      # Dust made while something of another job lies open, where no dust-free room was named.
      # @return [Array<Array(Array(Line, Hash), Array(Line, Hash))>] what makes it, and what takes it
      def dust
        return [] if things.key?(:dust_free_room)

        all = jobs.flat_map { |line| line.events.map { |event| [line, event] } }
        open = all.select { |_, event| event["open_until"] }
        all.select { |_, event| event["dusty"] && event["to"] > Now.wall }.filter_map do |line, event|
          lies = open.find do |other, coat|
            other.job.id != line.job.id && coat["to"] <= event["from"] && coat["open_until"] > event["from"]
          end
          lies && [[line, event], lies]
        end
      end

      # @return [Array<Plan::Together::Work>]
      def works
        @works ||= jobs.flat_map { |line| line.events.filter_map { |event| work(line, event) } } +
          appointments.map { |one| Plan::Together::Work.new(job: nil, from: one.from_at, to: one.to_at, count: @people, about: one) }
      end

      private

      # What was not finished long before, and begins before these days are over.
      def near
        Job.where(template: false, state: Job::OPEN, first_at: (from - BEFORE_S)..to)
      end

      def line(job)
        coats, steps = (job.said["events"] || []).partition { |event| event["lane"] }
        coats = coats.select { |coat| coat["from"] < to.to_i && ends(coat) > from.to_i }
        steps = steps.select { |step| step["from"] < to.to_i && step["to"] > from.to_i }
        return if coats.empty? && steps.empty?

        Line.new(job: job, coats: coats, steps: steps, nights: job.said["nights"] || [])
      end

      # When nothing changes any more.
      def ends(coat)
        [coat["ready"], coat["to"], *coat["lane"].map { |_, begins, _| begins }].compact.max
      end

      def work(line, event)
        return unless event["from"] < to.to_i && event["to"] > from.to_i

        # What was really begun happened: it wants nobody any more.
        return if event["real"] && event["to"] <= Now.wall

        Others.work(line.job.id, event, [line, event])
      end

      def midnight(date)
        @zone.local(date.year, date.month, date.day)
      end
    end
  end
end
