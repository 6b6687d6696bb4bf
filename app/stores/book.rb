# frozen_string_literal: true

require_relative "entry"

module Dakren
  module Stores
    # The book of the shop: every batch, coat, check and note of its history, found by its words. Lines are written as things happen, and
    # for a shop of an earlier Dakren by whatever brings it up to date.
    module Book
      # Events of a batch with a line of their own; the rest stands in the batch's.
      OWN_LINE = { "checked" => "check", "note" => "note", "found" => "fault" }.freeze
      # Events of a job: what is no mark of a coat.
      NOTES = %w[note].freeze
      # Those of a batch in whose words it is found.
      WORDS = %w[why text value check cause lot_a lot_b].freeze

      # Up to which event the book was written, and that it is whole: since then each writes its own line.
      WRITTEN_TO = "book written to"
      ALL = "all"

      module_function

      # @param batch [Batch] @param walk [Bench::Walk] of it
      def batch(batch, walk)
        return Entry.take_out("batch-#{batch.id}") unless walk.times.met_at

        events = batch.events.to_a
        Entry.put("batch-#{batch.id}", kind: "batch", at: batch.met_at, job_id: batch.job_id, batch_id: batch.id, mix: mix(batch),
          title: batch.name, says: came_to(batch), who: who(events), fault: batch.fault,
          words: [batch.name, mix(batch), batch.lots, batch.recipe["note"], came_to(batch), who(events), *told(events),
            *fault_words(batch.fault)].join(" "))
      end

      # @param event [Event] just written
      def event(event)
        if event.batch_id
          kind = OWN_LINE[event.kind] or return
          of_batch(event, kind)
        elsif event.job_id
          of_job(event)
        end
      end

      # Lines of what happened before the book was kept, once in a shop's life.
      # @param upto [Integer] how many at once
      # @return [Integer] how many were written
      def catch_up(upto = 500)
        known = Keeping.of(WRITTEN_TO)
        return 0 if known == ALL

        events = Event.where("id > ?", known.to_i).where("job_id IS NOT NULL OR (batch_id IS NOT NULL AND kind IN (?))", OWN_LINE.keys)
          .order(:id).limit(upto).to_a
        Database.writing do
          Entry.transaction do
            events.each { |one| event(one) }
            Keeping.keep(WRITTEN_TO, events.size < upto ? ALL : events.last.id)
          end
        end
        events.size
      end

      def of_batch(event, kind)
        batch = event.batch
        says = said(event)
        Entry.put("event-#{event.id}", kind: kind, at: event.at + event.data["set_s"].to_f, job_id: batch.job_id, batch_id: batch.id,
          mix: mix(batch), title: batch.name, says: says, who: event.hand.to_s,
          fault: kind == "fault" ? event.data["sign"].to_s : "",
          words: [batch.name, mix(batch), says, event.hand, *fault_words(event.data["sign"])].join(" "))
      end

      def of_job(event)
        return fault_of(event) if event.kind == "found"

        note = NOTES.include?(event.kind)
        job = event.job
        says = note ? event.data["text"].to_s : of_coat(event)
        Entry.put("event-#{event.id}", kind: note ? "note" : "coat", at: event.at || event.told_at.to_f, job_id: job&.id,
          title: job&.title(80).to_s,
          says: says.empty? && event.data["picture"] ? "photograph" : says, who: event.hand.to_s, words: [job&.title(80), says,
            event.hand].join(" "))
      end

      # What was found wrong with a whole job.
      def fault_of(event)
        says = said(event)
        title = event.job&.title(80).to_s
        Entry.put("event-#{event.id}", kind: "fault", at: event.at, job_id: event.job_id, title: title, says: says, who: event.hand.to_s,
          fault: event.data["sign"].to_s, words: [title, says, event.data["text"], event.hand].join(" "))
      end

      # "tacky, coat 2, section 1"
      def of_coat(event)
        label = event.kind == Marks::STEP ? event.data["step"].to_s.tr("_", " ") : Document::Fields::MARKS.fetch(event.kind, event.kind)
        taken = event.at ? nil : "taken back"
        [label, ("coat #{event.coat}" if event.coat), ("section #{event.section}" if event.section.to_i > 1), taken].compact.join(", ")
      end

      def said(event)
        data = event.data
        case event.kind
        when "checked" then [Bench::Checks.label(data["check"]), data["value"], data["text"]].compact.reject(&:empty?).join(": ")
        when "found" then [data["of"], *fault_words(data["sign"], data["cause"])].compact.join(": ")
        else data["text"].to_s.empty? && data["picture"] ? "photograph" : data["text"].to_s
        end
      end

      def fault_words(sign, cause = nil)
        [Faults::SIGNS[sign.to_s.to_sym]&.says, Faults::BY_NAME[cause.to_s.to_sym]&.label].compact
      end

      # What became of it.
      def came_to(batch)
        return "thrown out" if batch.outcome == "binned"

        verdict = batch.verdict && batch.verdict != "good" ? Measure::Verdict::WORDS[batch.verdict.to_sym] : nil
        [verdict, batch.aside.empty? ? nil : "set aside: #{batch.aside}"].compact.join("; ")
      end

      def told(events)
        events.flat_map { |event| event.data.values_at(*WORDS).compact }
      end

      def who(events)
        events.map { |event| event.hand.to_s }.reject(&:empty?).uniq.join(", ")
      end

      def mix(batch)
        batch.sheet.values_at("resin", "hardener").join(" + ")
      end
      private_class_method :of_batch, :of_job, :fault_of, :of_coat, :said, :came_to, :told, :who, :mix
    end
  end
end
