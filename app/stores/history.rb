# frozen_string_literal: true

require_relative "marks"
require_relative "mixed"

module Dakren
  module Stores
    # What happened to a job, of its batches and beside them, read from its events.
    #
    #   History.page(job.id)            # => [Told, ...], the latest last
    module History
      # event: Event; at: when it happened, on the wall, nil where it was taken back or could not be read; replaced_by: the one that told
      # it anew, if any.
      Told = Value.define(:event, :at, replaced_by: nil)
      PAGE = 200
      MOST_PAGES = 10_000
      # When it happened, near enough to put it in order: batches run by an even clock.
      LATEST_FIRST = "COALESCE(at, told_at) DESC, events.id DESC"

      module_function

      # Changes when anything happens to a job.
      # @param mixed [Mixed] of it @param last [Integer] the number of what happened last
      # @return [String]
      def stamp(job_id, mixed = Mixed.of(job_id), last = job_id ? Marks.last(job_id) : 0)
        "#{mixed.stamp_of_all}-#{last}"
      end

      # @param page [Integer] from the latest, 0 first
      # @return [Array<Told>] in the order in which it happened
      def page(job_id, page = 0)
        found = events(job_id).order(Arel.sql(LATEST_FIRST)).offset([page, MOST_PAGES].min * PAGE).limit(PAGE).includes(:batch).to_a
        anew = told_anew(job_id)
        found.map { |event| Told.new(event: event, at: at(event), replaced_by: anew[event.id]) }
          .sort_by { |told| [told.at || told.event.told_at.to_f, told.event.id] }
      end

      # @return [Integer]
      def count(job_id)
        events(job_id).count
      end

      def events(job_id)
        Event.where(job_id: job_id).or(Event.where(batch_id: Batch.where(job_id: job_id).select(:id)))
      end

      # Ids of photographs its notes show.
      # @return [Array<Integer>]
      def pictures(job_id)
        Event.where(job_id: job_id, kind: "note").filter_map { |event| event.data["picture"]&.to_i }
      end

      # Batches run by an even clock; by how much the wall clock was ahead of it then was noted with each event.
      def at(event)
        event.at && (event.at + (event.batch_id ? event.data["set_s"].to_f : 0))
      end

      # Marks that a later telling stands over.
      # @return [Hash{Integer=>Event}] by id of the event
      def told_anew(job_id)
        Marks.events(job_id).group_by { |event| Marks.key_of(event) }.each_value.with_object({}) do |of_one, found|
          of_one.each_cons(2) { |event, later| found[event.id] = later }
        end
      end
      private_class_method :events, :at, :told_anew
    end
  end
end
