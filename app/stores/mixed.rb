# frozen_string_literal: true

module Dakren
  module Stores
    # How the planned batches of a job stand: which were mixed, which is on the go, which comes next.
    #
    #   mixed = Mixed.of(job.id)
    #   mixed.at("c1", 1, 1, 3)         # => Standing, or nil where it was not taken to the bench
    #   mixed.next(coats)               # => Place of the first that is still to be mixed
    class Mixed
      # id: of its record; stands: opened, mixing, poured, hard or binned
      Standing = Value.define(:id, :stands) do
        # Is it in its cup, or about to be?
        def live?
          %w[opened mixing].include?(stands)
        end

        # Is it used up? One that was thrown out is needed again.
        def used?
          %w[poured hard].include?(stands)
        end
      end
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
        rows = Batch.where(job_id: job_ids).where.not(task: "").order(:id).pluck(:job_id, :task, :coat, :section, :cup_number, :id, :stands)
        rows.group_by(&:first).transform_values { |of_one| new(of_one.map { |row| row.drop(1) }) }
      end

      # @param rows [Array<Array>] task, coat, section, number, id, stands; later ones count
      def initialize(rows)
        @known = rows.to_h do |task, coat, section, number, id, stands|
          [[task, coat, section, number], Standing.new(id: id, stands: stands)]
        end
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

      # Changes when any batch of a task stands otherwise.
      def stamp(task)
        @known.select { |key, _| key.first == task }.map { |key, standing| [key, standing.to_a] }
      end
    end
  end
end
