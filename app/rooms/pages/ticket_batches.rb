# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # The planned batches of a task as its page shows them: how each stands, and the way to the bench.
    class TicketBatches < TicketFacet
      STATES_SHOWN = 12

      # The next cup that is to be mixed: words and address.
      # @return [Array(String, String), nil]
      def next_cup
        place = mixed.next(coats.select { |one| task.real.dig([one.number, one.section], :finished).nil? }) or return
        which = coats.sum { |coat| coat.plan.batches.size } > 1 ? ": #{batch_words(place)}" : ""
        words = place.standing&.live? ? "Back to the bench#{which}" : "To the bench#{which}"
        ["/bench/planned?job=#{@planning.job_id}&task=#{id}", "#{id}-#{place.coat.number}-#{place.coat.section}-#{place.number}", words]
      end

      # Batches that were taken to the bench, and which comes next: words, how it stands, and where that is.
      # @return [Array<Array(String, String, String)>]
      def states
        coming = mixed.next(coats)
        taken = mixed.places(coats).select { |place| place.standing || place == coming }
        taken.last(STATES_SHOWN).map do |place|
          stands = place.standing ? Stores::Mixed::WORDS.fetch(place.standing.stands) : "next"
          [batch_words(place), stands, place.standing && "/bench/#{place.standing.id}"]
        end
      end

      # Changes when a batch of this task stands otherwise.
      def stamp
        mixed.stamp(id)
      end

      # Was this batch used up already?
      def used?(coat, batch)
        mixed.at(id, coat.number, coat.section, batch.number)&.used?
      end

      private

      # "coat 2, batch 3"
      def batch_words(place)
        parts = []
        parts << "#{task.coat_word} #{place.coat.number}" if coats.map(&:number).uniq.size > 1
        parts << "section #{place.coat.section}" if place.coat.sections > 1
        [*parts, "batch #{place.number}"].join(", ")
      end

      # @return [Stores::Mixed]
      def mixed
        @planning.mixed
      end
    end
  end
end
