# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # The planned batches of a task as its page shows them: how each stands, and the way to the bench.
    class TicketBatches < TicketFacet
      STATES_SHOWN = 12
      # Nearer to what was planned than this a coat is neither short nor too much.
      SHORT_SHARE = 0.02
      SHORT_G = 2.0

      # The next cup that is to be mixed: words and address.
      # @return [Array(String, String), nil]
      def next_cup
        place = coming or return
        which = coats.sum { |coat| coat.plan.batches.size } > 1 ? ": #{batch_words(place)}" : ""
        words = place.standing&.live? ? "Back to the bench#{which}" : "To the bench#{which}"
        ["/bench/planned?job=#{@planning.job_id}&task=#{id}", place_name(place), words]
      end

      # Where the next one is typed in from its card, once its time has come and nothing is in its cup: address, batch and words.
      # @return [Array(String, String, String), nil]
      def from_card
        place = coming
        if place.nil? || place.standing&.mixed? || (place.standing.nil? && @desk.time_at(place.coat.from_min).to_f > Stores::Now.wall)
          return
        end

        ["/bench/planned?job=#{@planning.job_id}&task=#{id}&card=1", place_name(place),
          "#{batch_words(place)} was mixed away from the bench"]
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

      # What was mixed of each coat that was begun, against what it takes: words, and where it ran short what mixes the rest: address,
      # batch and words.
      # @return [Array<Array(String, Array(String, String, String))>]
      def amounts
        coats.filter_map do |coat|
          made = mixed.made_g(id, coat.number, coat.section)
          made.positive? ? [amount_words(coat, made), more(coat, made)] : nil
        end
      end

      # Batches that went on off their ratio: address of the record, which, and what it turns into.
      # @return [Array<Array(String, String, String)>]
      def off
        mixed.off(id).map do |coat, section, number, standing|
          where = coats.find { |one| one.number == coat && one.section == section }
          words = where ? [*coat_words(where), "batch #{number}"].join(", ") : "batch #{number}"
          ["/bench/#{standing.id}", "#{words.sub(/\A./, &:upcase)} went on off its ratio", Measure::Verdict::WORDS.fetch(standing.verdict.to_sym)]
        end
      end

      # Changes when a batch of this task stands otherwise.
      def stamp
        mixed.stamp(id)
      end

      # How a batch stands, for its drawing.
      # @return [Array(String, String, Boolean), nil] address of its record, words, and whether it is used up
      def stands(coat, number)
        standing = mixed.at(id, coat.number, coat.section, number) or return
        ["/bench/#{standing.id}", Stores::Mixed::WORDS.fetch(standing.stands), standing.used?]
      end

      # Was this batch used up already?
      def used?(coat, batch)
        mixed.at(id, coat.number, coat.section, batch.number)&.used?
      end

      private

      # The next that is to be mixed of the coats that are not on yet.
      # @return [Stores::Mixed::Place, nil]
      def coming
        mixed.next(coats.select { |one| task.real.dig([one.number, one.section], :finished).nil? })
      end

      def place_name(place)
        "#{id}-#{place.coat.number}-#{place.coat.section}-#{place.number}"
      end

      # "coat 2, batch 3"
      def batch_words(place)
        [*coat_words(place.coat), "batch #{place.number}"].join(", ")
      end

      def coat_words(coat)
        [("#{task.coat_word} #{coat.number}" if coats.map(&:number).uniq.size > 1),
          ("section #{coat.section}" if coat.sections > 1)].compact
      end

      # "coat 1: 540 g of 610 g mixed, 70 g left to mix"
      def amount_words(coat, made)
        planned = coat.plan.amounts.total.total_g.to_f
        left = planned - made
        far = left.abs > enough(planned)
        rest = ", #{show(left.abs, :g)} #{left.positive? ? "left to mix" : "more than planned"}" if far
        "#{coat_words(coat).join(", ")}#{": " unless coat_words(coat).empty?}#{show(made, :g)} of #{show(planned, :g)} mixed#{rest}"
          .sub(/\A./, &:upcase)
      end

      # Nearer than this it is what was planned.
      def enough(planned)
        [planned * SHORT_SHARE, SHORT_G].max
      end

      # Once all that were planned are used and it is not enough.
      def more(coat, made)
        left = coat.plan.amounts.total.total_g.to_f - made
        last = coat.plan.batches.last.number
        return if left <= enough(coat.plan.amounts.total.total_g.to_f) || coat.plan.batches.any? { |batch| !used?(coat, batch) }

        ["/bench/planned?job=#{@planning.job_id}&task=#{id}&coat=#{coat.number}&section=#{coat.section}&cup=#{last}&again=short",
          "#{id}-#{coat.number}-#{coat.section}-#{last}", "mix #{show(left, :g)} more"]
      end

      # @return [Stores::Mixed]
      def mixed
        @planning.mixed
      end
    end
  end
end
