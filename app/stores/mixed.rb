# frozen_string_literal: true

require "digest"
require "json"

module Dakren
  module Stores
    # How the planned batches of a job stand: which were mixed, which is on the go, which comes next; and what that says of its coats.
    #
    #   mixed = Mixed.of(job.id)
    #   mixed.at("c1", 1, 1, 3)         # => Standing, or nil where it was not taken to the bench
    #   mixed.next(coats)               # => Place of the first that is still to be mixed
    #   mixed.happened["c1"]            # => { [1, 1] => { began: Time, tacky: Time } }, by coat and section
    class Mixed
      # id: of its record; stands: opened, mixing, poured, hard or binned; times in seconds of the clock on the wall; made_g: what was
      # mixed; verdict: name of what that turns into, of Measure::Verdict; planned_of: of how many of its coat it was planned as one;
      # room_c, tins_c: °C as they were measured when its parts met.
      Standing = Value.define(:id, :stands, met_at: nil, poured_at: nil, soft_at: nil, tacky_at: nil, hard_at: nil, made_g: nil,
        planned_of: nil, verdict: nil, room_c: nil, tins_c: nil) do
        # Is it in its cup, or about to be?
        def live?
          %w[opened mixing].include?(stands)
        end

        # Have its parts met, and was it not thrown out?
        def mixed?
          used? || (live? && !met_at.nil?)
        end

        # Is it used up? One that was thrown out is needed again.
        def used?
          %w[poured hard].include?(stands)
        end

        # Does it lie on the work off its ratio?
        def off?
          used? && !verdict.nil? && verdict != "good"
        end

        # Does it lie on the work, or is it about to? What was thrown out does not.
        def counts?
          !met_at.nil? && stands != "binned"
        end
      end
      # What is read of a batch.
      READ = %i[task coat section cup_number id stands met_at poured_at soft_at tacky_at hard_at made_g planned_of verdict room_c
        tins_c].freeze
      # Of a coat (Plan::Entry) its batch, and how that stands.
      Place = Value.define(:coat, :number, :standing)

      WORDS = { "opened" => "at the bench", "mixing" => "in its cup", "poured" => "used", "hard" => "used, hard",
                "binned" => "thrown out" }.freeze

      # @param job_id [Integer, nil]
      # @return [Mixed]
      def self.of(job_id)
        (job_id && of_jobs([job_id])[job_id]) || new([])
      end

      # Of many jobs, read at once.
      # @param job_ids [Array<Integer>]
      # @return [Hash{Integer=>Mixed}] of those that have any
      def self.of_jobs(job_ids)
        rows = Batch.where(job_id: job_ids).where.not(task: "").order(:id).pluck(:job_id, *READ)
        rows.group_by(&:first).transform_values { |of_one| new(of_one.map { |row| row.drop(1) }) }
      end

      # @param rows [Array<Array>] of READ; of those that stand for one planned batch the later counts
      def initialize(rows)
        @all = rows.map do |row|
          [row.first(4), Standing.new(**READ.drop(4).zip(row.drop(4)).to_h)]
        end
        @known = @all.to_h
      end

      # What happened to coats, as a plan reads it: begun when the parts of their first batch met, finished when the last of all that were
      # planned was poured out; soft, tacky or hard as the test dabs say, of the last that was found so. One that was mixed again, because
      # another ran short, lies there beside that.
      # @return [Hash{String=>Hash{Array(Integer, Integer) => Hash{Symbol=>Time}}}] by task, by coat and section
      def happened
        @happened ||= @all.group_by { |place, _| place.first }.transform_values do |of_task|
          of_task.group_by { |place, _| place[1, 2] }.transform_values { |of_coat| happened_to(of_coat) }.reject { |_, times| times.empty? }
        end
      end

      # How warm it was measured when coats that lie were mixed.
      # @return [Hash{String=>Hash{Array(Integer, Integer) => Hash{Symbol=>Float}}}] °C of :room_c and :tins_c, by task, by coat and section
      def measured
        @measured ||= @all.group_by { |place, _| place.first }.transform_values do |of_task|
          of_task.group_by { |place, _| place[1, 2] }.transform_values { |of_coat| measured_of(of_coat) }.reject { |_, found| found.empty? }
        end
      end

      # Batches of a task that lie on the work off their ratio.
      # @return [Array<Array(Integer, Integer, Integer, Standing)>] coat, section, number, and how it stands
      def off(task)
        @all.filter_map { |place, standing| [*place.drop(1), standing] if place.first == task && standing.off? }
      end

      # The same of all tasks, section and number alone.
      # @return [Hash{String=>Array<Array(Integer, Integer)>}]
      def all_off
        @all.map { |place, _| place.first }.uniq.to_h { |task| [task, off(task).map { |_, section, number, _| [section, number] }.uniq] }
      end

      # @return [Integer] number of the last coat of a task of which a batch was taken to the bench, 0 where none was
      def last_coat(task)
        @all.map { |place, _| place.first == task ? place[1] : 0 }.max || 0
      end

      # Was any batch of a coat taken to the bench?
      def any?(task, coat, section)
        @all.any? { |place, _| place.first(3) == [task, coat, section] }
      end

      # What went into the cups of a coat and was not thrown out.
      # @return [Float] g of resin and hardener
      def made_g(task, coat, section)
        @all.sum { |place, standing| place.first(3) == [task, coat, section] && standing.counts? ? standing.made_g.to_f : 0.0 }
      end

      # Changes when anything a plan reads of a batch does.
      # @return [Array]
      def digest
        [happened.reject { |_, coats| coats.empty? }, measured.reject { |_, coats| coats.empty? }, all_off.reject { |_, list| list.empty? }]
      end

      # @return [Standing, nil]
      def at(task, coat, section, number)
        @known[[task, coat, section, number]]
      end

      # @param coats [Array<Plan::Entry>] of one task or several, in working order
      # @return [Array<Place>]
      def places(coats)
        coats.flat_map do |coat|
          coat.plan.batches.map do |batch|
            Place.new(coat: coat, number: batch.number, standing: at(coat.task.id, coat.number, coat.section, batch.number))
          end
        end
      end

      # The one on the go, or else the first that is still to be mixed.
      # @return [Place, nil] nil where all are used up
      def next(coats)
        found = places(coats)
        found.find { |place| place.standing&.live? } || found.find { |place| !place.standing&.used? }
      end

      # Changes when any batch of the job stands otherwise, in short.
      # @return [String]
      def stamp_of_all
        Digest::SHA256.hexdigest(JSON.generate(@all.map { |place, standing| [place, standing.to_a] }))[0, 16]
      end

      # Changes when any batch of a task stands otherwise.
      def stamp(task)
        @known.select { |key, _| key.first == task }.map { |key, standing| [key, standing.to_a] }
      end

      private

      # @param placed [Array<Array(Array, Standing)>] of one coat of one section
      def happened_to(placed)
        laid = placed.select { |_, standing| standing.counts? }
        return {} if laid.empty?

        standings = laid.map(&:last)
        of = standings.filter_map(&:planned_of).max
        all_on = !of.nil? && standings.all?(&:used?) && laid.map { |place, _| place.last }.uniq.size >= of
        { began: standings.map(&:met_at).min, finished: (latest(standings, :poured_at) if all_on),
          **(all_on ? seen(standings) : {}) }.compact.transform_values { |at| Time.at(at) }
      end

      # Of several batches the mean.
      def measured_of(placed)
        standings = placed.map(&:last).select(&:counts?)
        %i[room_c tins_c].to_h { |name| [name, standings.filter_map { |one| one.public_send(name) }] }.reject { |_, all| all.empty? }
          .transform_values { |all| (all.sum / all.size).round(1) }
      end

      def seen(standings)
        { soft: :soft_at, tacky: :tacky_at, hard: :hard_at }.transform_values { |name| latest(standings, name) }
      end

      def latest(standings, name)
        standings.filter_map { |standing| standing.public_send(name) }.max
      end
    end
  end
end
