# frozen_string_literal: true

require_relative "handover_page"

module Dakren
  module Rooms
    # A job's story on paper: what it is, what was mixed and when, from which lots, what was checked and found, with photographs; for a
    # customer or an inspector.
    class StoryPage
      Batch = Value.define(:name, :when, :amounts, :verdict, :warm, :lots, :lasted, :by, :address)
      Told = Value.define(:when, :of, :words, :by, picture: nil)
      # Marks of its coats and steps, and what was told of its batches, at most.
      MOST = 400

      # @param record [Stores::Job] @param desk [Document::JobDesk] @param batches [Array<Stores::Batch>]
      def initialize(record, desk, wording, batches, zone)
        @record = record
        @desk = desk
        @wording = wording
        @batches = batches
        @zone = zone
        @handed = HandoverPage.new(record, desk, wording, batches)
      end

      def title
        @record.title(80)
      end

      # @return [String, nil] SVG of the piece
      def drawing
        @desk.outline && Drawings::Thumb.new(@desk.outline).to_s
      end

      def note
        @desk.whole.text("note").strip
      end

      def laid
        @handed.laid
      end

      # @return [Array<Batch>] those whose parts met
      def batches
        @batches.select(&:met_at).map { |batch| shown(batch, Stores::Walks.walk(batch)) }
      end

      # Coats, steps, checks, notes and faults, in order.
      # @return [Array<Told>]
      def told
        Stores::Entry.where(job_id: @record.id).where.not(kind: "batch").order(:at, :id).limit(MOST).map do |entry|
          event = Stores::Event.find_by(id: entry.key.delete_prefix("event-"))
          picture = Stores::Picture.there([event&.data.to_h["picture"]]).first
          Told.new(when: moment(entry.at), of: entry.batch_id ? called(entry.title) : "", words: entry.says, by: entry.who,
            picture: picture && picture_of(event, picture))
        end
      end

      def ready
        @handed.ready
      end

      private

      def picture_of(event, picture)
        event.batch_id ? "/book/batches/#{event.batch_id}/picture/#{picture}" : "/table/#{@record.id}/picture/#{picture}"
      end

      def called(name)
        name.delete_prefix("#{title}, ").sub(/\A./, &:upcase)
      end

      def shown(batch, walk)
        words = RecordPage.new(walk, @wording, @zone)
        facts = words.facts.to_h
        Batch.new(name: called(batch.name), when: moment(batch.met_at), amounts: amounts(walk), verdict: verdict(batch, walk, words),
          warm: "room #{facts["room"]}; resin #{facts["resin temperature"]}", lots: facts["lots"] || "lots not noted", by: who(batch),
          lasted: facts["poured after"] && "poured after #{facts["poured after"]}", address: "/book/batches/#{batch.id}")
      end

      def amounts(walk)
        RecordAmounts.new(walk, RecordPage.new(walk, @wording, @zone), @wording).parts
          .map { |part| "#{part.letter} #{part.number} #{part.unit}" }.join(", ")
      end

      def verdict(batch, walk, words)
        return "thrown out" if batch.outcome == "binned"

        RecordAmounts.new(walk, words, @wording).verdict
      end

      def who(batch)
        batch.events.map { |event| event.hand.to_s }.reject(&:empty?).uniq.join(", ")
      end

      def moment(seconds)
        @wording.dates.moment(@zone.at(seconds))
      end
    end
  end
end
