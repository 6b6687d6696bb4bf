# frozen_string_literal: true

require_relative "event"

module Dakren
  module Stores
    # What was noted of a job's coats and steps beside its batches: begun, last batch applied, soft, tacky, hard, done. It is typed into the
    # job's own form, under names of fields (Document::Fields::MARK, DONE), and kept as events of its history.
    #
    #   Marks.of(job.id)                                # => { "c1-began_1_1" => "2026-11-24T07:10" }
    #   Marks.note(job, { "c1-tacky_1_1" => "2026-11-24T13:00" }, by: By::NOBODY)
    module Marks
      STEP = "step"
      # Events of a job that are no marks.
      BESIDE = %w[note found].freeze

      module_function

      # @param document [Hash]
      # @return [Array(Hash, Hash)] what is wanted, and what was noted
      def parted(document)
        noted, wanted = document.partition { |key, _| mark?(key) }
        [wanted.to_h, noted.to_h]
      end

      # Is that field a mark of something that happened?
      def mark?(key)
        key.start_with?("c") && Document::Fields.of(key)&.kind == :time && !Document::Fields::NOT_BEFORE.match?(key.split("-", 2).last)
      end

      # What is noted, the later telling over the earlier, by when it was told.
      # @param upto [Integer, nil] number of the last event that counts
      # @return [Hash{String=>Object}] by field
      def of(job_id, upto: nil)
        reading(events(job_id, upto))
      end

      # @param events [Enumerable<Event>] in the order in which they were told
      def reading(events)
        events.each_with_object({}) do |event, found|
          typed = event.data["typed"]
          typed.nil? ? found.delete(key_of(event)) : found[key_of(event)] = typed
        end
      end

      # @return [Array<Event>] by when they were told
      def events(job_id, upto = nil)
        found = Event.where(job_id: job_id, batch_id: nil).where.not(kind: BESIDE)
        found = found.where(number: ..upto) if upto
        found.order(:told_at, :number).to_a
      end

      # The field a mark stands in.
      # @return [String] e.g. "c1-began_2_1", "c1-done_trim"
      def key_of(event)
        name = event.kind == STEP ? "done_#{event.data["step"]}" : Document::Fields.mark_of(event.kind, event.coat, event.section)
        "#{event.task}-#{name}"
      end

      # Writes down what is told otherwise than it was.
      # @param marks [Hash{String=>Object}] all that is to stand
      # @param before [Hash{String=>Object}] what stood
      # @param by [By]
      # @param last [Integer] number of the job's last event
      # @return [Integer] that of its last now
      def note(job, marks, before:, by:, last:)
        number = last
        zone = Document::Zones.of(job.wanted["zone"])
        (before.keys | marks.keys).each do |key|
          next if before[key] == marks[key]

          Event.create!(job_id: job.id, number: number += 1, **by.columns, **columns(key, marks[key], zone))
        end
        number
      end

      # Something written down beside the job's coats.
      # @param data [Hash] of JSON
      # @return [Event]
      def beside(job_id, kind, at:, by:, data:)
        Event.create!(job_id: job_id, number: last(job_id) + 1, kind: kind, at: at, data: data, **by.columns)
      end

      # @return [Integer] number of a job's last event, 0 where there is none
      def last(job_id)
        Event.where(job_id: job_id).maximum(:number) || 0
      end

      def columns(key, typed, zone)
        task, name = key.split("-", 2)
        match = Document::Fields::MARK.match(name)
        step = match ? nil : Document::Fields::DONE.match(name)[:step]
        { task: task, kind: match ? match[:what] : STEP, coat: match && match[:coat].to_i, section: match && match[:section].to_i,
          at: moment(typed, zone), data: { "typed" => typed, "step" => step }.compact }
      end

      # @return [Float, nil] nil where it is no day and hour
      def moment(typed, zone)
        text = Document::AsTyped.kept(typed).typed.to_s
        text.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d\z/) ? zone.parse(text)&.to_f : nil
      rescue ArgumentError
        nil
      end
      private_class_method :reading, :columns, :moment
    end
  end
end
