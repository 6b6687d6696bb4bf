# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # One batch at the bench: how it was to be made, and everything that happened to it.
    class Batch < Base
      include Seals::Sealed

      serialize :recipe, coder: JSON
      serialize :sheet, coder: JSON
      has_many :events, -> { order(:number) }, class_name: "Dakren::Stores::BatchEvent", inverse_of: :batch, dependent: :delete_all
      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true

      scope :running, -> { where(finished_at: nil).order(id: :desc) }
      # Those whose clock runs.
      scope :live, -> { running.where.not(stands: "opened") }
      scope :finished, -> { where.not(finished_at: nil).order(finished_at: :desc) }

      # Somebody else wrote to this batch since the page was loaded.
      class Overtaken < StandardError; end

      # How it stands, kept beside it for lists.
      # @param walk [Bench::Walk]
      def stand(walk)
        over = walk.over?
        outcome = if over
                    walk.abandoned ? "binned" : "hard"
                  else
                    ""
                  end
        stands = if over
                   outcome
                 elsif walk.times.poured_at
                   "poured"
                 else
                   (walk.times.met_at ? "mixing" : "opened")
                 end
        update!(finished_at: over ? finished_at || Time.at(Now.wall) : nil, outcome: outcome, stands: stands)
      end

      # Was this very press taken already, and only its answer lost?
      # @param press [String] its id, "" for none
      def done?(press)
        !press.empty? && events.any? { |event| event.data["press"] == press }
      end

      # @param after [Integer] number of the last event the writer knows
      # @param kind [Symbol]
      # @param at [Float] seconds
      # @raise [Overtaken] when another device was quicker; nothing is written then
      def note(after:, kind:, at:, data: {})
        raise Overtaken unless (events.where.not(kind: "touched").maximum(:number) || 0) == after

        lots = data.values_at(:lot_a, :lot_b).compact.join(" ")
        update!(lots: lots) unless lots.empty?
        events.create!(number: (events.maximum(:number) || 0) + 1, kind: kind.to_s, at: at, data: data)
      rescue ActiveRecord::RecordNotUnique
        raise Overtaken
      end
    end

    # One thing that happened to a batch. Never changed, never removed.
    class BatchEvent < Base
      include Seals::Sealed

      serialize :data, coder: JSON
      belongs_to :batch, class_name: "Dakren::Stores::Batch"
    end
  end
end
