# frozen_string_literal: true

module Dakren
  module Stores
    # Everything a batch's history says of what may have gone wrong: its own events, what its plan knew, the coat below it, its tins.
    module Facts
      # Ours: a window that closed is told by how far it was passed.
      MOST_SHARE = 9999

      module_function

      # @param batch [Batch] @param walk [Bench::Walk] of it @param at [Float] seconds: when it was seen
      # @param told [Hash{Symbol=>Boolean}] what only an eye knows, as somebody answered it
      # @return [Hash{Symbol=>Object}]
      def of(batch, walk, at:, told: {})
        { **(batch.circumstances || {}).transform_keys(&:to_sym).slice(*Faults::Clues::NUMBERS, *Faults::Clues::YES_NO),
          **Faults::Witnessed.facts(walk, at), **recoat(batch, walk), **tins(batch), **told }
      end

      # How far into its window the coat below was recoated: above 1 is past it.
      def recoat(batch, walk)
        met = walk.times.met_at
        below = below(batch) if met
        return {} unless below

        lies = Walks.walk(below)
        closes = lies.recipe.sheet.silent? || lies.times.poured_at.nil? ? nil : lies.recipe.sheet.ages(:recoat_closes)
        closes ? { recoat_share: (lies.clock(met).age_of_what_lies(met) / closes[0]).round(2).clamp(0, MOST_SHARE) } : {}
      end

      # The last batch of the coat under it.
      def below(batch)
        return if batch.job_id.nil? || batch.coat.to_i < 2

        Batch.where(job_id: batch.job_id, task: batch.task, coat: batch.coat - 1, section: batch.section).where.not(poured_at: nil)
          .where.not(outcome: "binned").order(:poured_at).last
      end

      # Was any of its tins past its date?
      def tins(batch)
        dates = Tin.joins("JOIN draws ON draws.tin_id = tins.id").where(draws: { batch_id: batch.id }).pluck(:use_by).reject(&:empty?)
        return {} if dates.empty?

        { tin_old: dates.min < Time.at(batch.met_at || batch.created_at.to_f).strftime("%Y-%m-%d") }
      end
      private_class_method :recoat, :below, :tins
    end
  end
end
