# frozen_string_literal: true

require_relative "mixed"
require_relative "tins"

module Dakren
  module Stores
    # What open jobs are still to take of the shelf, from what their plans said when they were kept, held against what there is.
    #
    #   Promised.now.of_job(3)   # => shortages of that job, Stock::Reserve::Shortage
    class Promised
      # Wants of jobs of late, by how their plans and batches stand.
      WANTS = Memo.new(1000)
      WITH_BATCHES = "LEFT JOIN batches ON batches.job_id = jobs.id AND batches.task <> ''"
      KEPT = Memo.new(4)

      class << self
        # @param rows [ShopRows, nil] where they were asked already
        # @return [Promised] as everything stands now
        def now(rows = nil)
          KEPT.recall(Database.state) { new(wants, rows ? rows.levels : Tins.levels) }
        end

        # @return [Array<Dakren::Stock::Want>] of open jobs
        def wants
          jobs = Job.where(template: false, state: Job::OPEN).where.not(first_at: nil)
          batches = Mixed::READ.map { |name| Batch.arel_table[name] }
          rows = jobs.joins(WITH_BATCHES).order(:id, "batches.id").pluck(:id, :summary_seal, Batch.arel_table[:id], *batches)
          rows.group_by { |row| row.first(2) }.flat_map do |(id, seal), of_one|
            mixed = of_one.dig(0, 2) && Mixed.new(of_one.map { |row| row.drop(3) })
            WANTS.recall([id, seal, mixed&.stamp_of_all]) { wants_of(id, Job.said_of(id, seal), mixed) }
          end
        end

        private

        def wants_of(id, said, mixed)
          (said["events"] || []).flat_map { |event| event["batches"] ? of_coat(id, event, mixed) : [] }
        end

        def of_coat(id, event, mixed)
          rows = event["batches"].each_with_index.reject do |_, i|
            mixed&.at(event["task"], event["coat"], event["section"], i + 1)&.mixed?
          end
          rows.flat_map { |row, i| of_batch(id, event, row, i + 1) }
        end

        def of_batch(id, event, (at, resin, hardener), number)
          about = { label: event["label"], number: number, of: event["cups"], unit: event["unit"], hardener: event["hardeners"][0][0] }
          parts = event["hardeners"].map { |name, share| [[event["resin"], name], hardener * share] }
          [[[event["resin"], ""], resin], *parts].map do |what, amount|
            hardener = what[1].empty? ? about[:hardener] : what[1]
            Dakren::Stock::Want.new(at: at, job: id, what: what, amount: Exact.of(amount.round(3)), about: { **about, hardener: hardener })
          end
        end
      end

      # @param wants [Array<Dakren::Stock::Want>] @param levels [Hash{Array=>Numeric}] by material
      def initialize(wants, levels)
        @wants = wants
        @levels = levels
        @reserve = Dakren::Stock::Reserve.new(wants, levels)
      end

      attr_reader :wants

      # The same where of what these jobs want and nobody keeps here there is none.
      # @param ids [Array<Integer>] of jobs
      # @return [Promised]
      def with_all_of(ids)
        nothing = @wants.select { |want| ids.include?(want.job) }.to_h { |want| [want.what, 0] }
        self.class.new(@wants, nothing.merge(@levels))
      end

      # @return [Array<Dakren::Stock::Reserve::Shortage>]
      def of_job(id)
        @of_job ||= @reserve.shortages.group_by(&:job)
        @of_job.fetch(id, [])
      end

      # What cannot be had whole.
      # @return [Array<Array(Dakren::Stock::Want, Rational)>] and what of it is lacking
      def lacks
        @reserve.lacks
      end

      # @param materials [Array<Array(String, String)>]
      # @return [Array<Dakren::Stock::Reserve::Shortage>] in working order
      def of_materials(materials)
        @reserve.shortages.select { |one| materials.include?(one.what) }
      end

      # What a job is still to take of a material.
      # @return [Float]
      def wanted(job, what)
        @wants.sum { |want| want.job == job && want.what == what ? want.amount : 0r }.to_f
      end

      # What all are still to take of a material, and what would be left.
      # @return [Array(Float, Float)]
      def all_of(what)
        [@wants.sum { |want| want.what == what ? want.amount : 0r }.to_f, @levels.key?(what) ? @reserve.left(what).to_f : 0.0]
      end
    end
  end
end
