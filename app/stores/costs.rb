# frozen_string_literal: true

require_relative "mixed"
require_relative "tins"

module Dakren
  module Stores
    # What batches and jobs cost: what was drawn at the price of the tin it came from, the rest at the newest price of its material.
    module Costs
      # amount: nil where no price is known of some of it; from: :ledger where all came from tins with a price, :newest where none did,
      # else :both.
      Cost = Value.define(:amount, :from) do
        # @return [Cost] both together
        def +(other)
          with(amount: amount && other.amount && (amount + other.amount), from: from == other.from ? from : :both)
        end
      end
      # A coat of a job: its batches that were mixed, and those to come, each with what it costs; m2: what it covers, nil where nothing.
      Coat = Value.define(:label, :done, :to_come, :m2)
      WORDS = { ledger: "from the tins it was mixed from", newest: "at the newest price",
                both: "from its tins, the rest at the newest price" }.freeze

      module_function

      # @param batch [Batch] @param walk [Bench::Walk]
      # @return [Cost]
      def of_batch(batch, walk)
        drawn = Draw.where(batch_id: batch.id).includes(:tin).to_a.to_h { |draw| [draw.tin.material, draw] }
        parts = Tins.materials(walk.recipe.sheet, walk.recipe.hardeners).filter_map do |material, part, share|
          grams = (walk.contents.grams.fetch(part) * share).to_f
          next if grams.zero?

          draw = drawn[material]
          draw&.tin&.price ? drawn_at(draw) : new_at(material, grams)
        end
        sum(parts) || Cost.new(amount: 0.0, from: :ledger)
      end

      # @param costs [Array<Cost, nil>]
      # @return [Cost, nil] nil where there is none
      def sum(costs)
        first, *others = costs.compact
        others.sum(first) if first
      end

      # @param job [Job] with what its plan said
      # @return [Array<Coat>]
      def of_job(job)
        mixed = Mixed.of(job.id)
        (job.said["events"] || []).select { |event| event["batches"] }.map do |event|
          left = event["batches"].each_with_index.reject do |_, i|
            mixed.at(event["task"], event["coat"], event["section"], i + 1)&.mixed?
          end
          Coat.new(label: event["label"], done: done_of(job, event), to_come: to_come(event, left.map(&:first)), m2: event["m2"])
        end
      end

      # @return [Cost, nil] nil where none was mixed yet
      def done_of(job, event)
        batches = Batch.where(job_id: job.id, task: event["task"], coat: event["coat"], section: event["section"]).where.not(met_at: nil)
        sum(batches.includes(:events).map { |batch| of_batch(batch, Walks.walk(batch)) })
      end

      # @return [Cost, nil] nil where none is to come
      def to_come(event, rows)
        return if rows.empty?

        a, b = [1, 2].map { |i| rows.sum { |row| row[i] } }
        parts = event["hardeners"].map { |name, share| [[event["resin"], name], b * share] }
        sum([[[event["resin"], ""], a], *parts].map { |material, amount| new_at(material, amount, event["unit"]) })
      end

      def drawn_at(draw)
        Cost.new(amount: draw.amount * draw.tin.price / draw.tin.size, from: :ledger)
      end

      def new_at(material, amount, unit = "g")
        tin = Tin.where(resin: material[0], hardener: material[1], unit: unit).where.not(price: nil).order(id: :desc).first
        Cost.new(amount: tin && (amount * tin.price / tin.size), from: :newest)
      end
      private_class_method :done_of, :to_come, :drawn_at, :new_at
    end
  end
end
