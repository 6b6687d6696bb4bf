# frozen_string_literal: true

module Dakren
  module Stores
    # Stages seen at the bench by the test dabs of a resin system: read from what happened to its batches, and kept nowhere else.
    #
    #   Seen.of("Attic find", "its tin")   # => { recoat_opens: [118.0, 131.5] }
    module Seen
      # The latest of them are read.
      MOST_BATCHES = 40

      module_function

      # Stages of a data sheet that may be told by a dab.
      TOLD_BY_A_DAB = %w[recoat_opens recoat_closes sandable].freeze

      # Is there anything that a dab could tell of it?
      # @param record [Sheet]
      def wanted?(record)
        (TOLD_BY_A_DAB - (record.stages || {}).keys).any?
      end

      # A stage was seen: what hangs on it is worked out anew.
      # @param batch [Batch]
      def noted(batch)
        record = Sheet.find_by(resin: batch.sheet["resin"], hardener: batch.sheet["hardener"])
        record.keep_quietly(updated_at: Time.current) if record && wanted?(record)
      end

      # @return [Hash{Symbol=>Array<Float>}] ages in minutes, by Cure::STAGES
      def of(resin, hardener)
        Batch.joins(:events).where(events: { kind: %w[touched_tacky done] }, outcome: ["", "hard"])
          .where("json_extract(batches.sheet, '$.resin') = ? AND json_extract(batches.sheet, '$.hardener') = ?", resin, hardener)
          .distinct.order(id: :desc).limit(MOST_BATCHES).flat_map { |batch| ages(Walks.walk(batch)) }
          .group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
      end

      # @param walk [Bench::Walk]
      # @return [Array<Array(Symbol, Float)>] stage and age
      def ages(walk)
        return [] if walk.times.poured_at.nil? || walk.recipe.sheet.silent?

        clock = walk.clock(walk.times.poured_at)
        [[:recoat_opens, first_tacky(walk)], [walk.recipe.sheet.hard_stage, walk.times.at(:tack)]].filter_map do |stage, at|
          [stage, clock.age_of_what_lies(at)] if at && at > walk.times.poured_at
        end
      end

      def first_tacky(walk)
        walk.events.find { |event| event.kind == :touched_tacky && event.at > walk.times.poured_at }&.at
      end
      private_class_method :ages, :first_tacky
    end
  end
end
