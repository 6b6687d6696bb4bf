# frozen_string_literal: true

module Dakren
  module Rooms
    # What happened to a job, day by day, as a page shows it.
    class HistoryPage
      # hour: when; of: what it happened to; address: of its page, where it has one; words, reading: what; by: who wrote it down, on what;
      # told: said of when it was written down and what was told anew; anew: does a later telling stand over it?
      Line = Value.define(:hour, :of, :address, :words, :reading, :by, told: nil, anew: false, picture: nil)
      # What is made ready before anything is poured stands in the batch's own record.
      SMALL = %w[tins gear ready tare].freeze
      # Written down later than this after it happened, that is said.
      LATER_S = 120

      # @param record [Stores::Job] @param told [Array<Stores::History::Told>]
      # @param form [Document::NoteForm, nil] as it was typed and not taken @param page [Integer] from the latest @param count [Integer]
      def initialize(record, told, wording, form: nil, page: 0, count: 0)
        @record = record
        @told = told
        @wording = wording
        @form = form
        @page = page
        @count = count
        @zone = Document::Zones.of(record.wanted["zone"])
        @walks = {}
      end

      # @return [Array<Array(String, Array<Line>)>] days in words, and what happened on them
      def days
        @told.reject { |told| small?(told.event) }.group_by { |told| time(told).to_date }
          .map { |date, all| [@wording.dates.long_day(date), all.map { |told| line(told) }] }
      end

      def empty?
        @count.zero?
      end

      # Addresses of what came before this page and after it.
      # @return [Array<Array(String, String)>]
      def ways
        earlier = ["earlier", @page + 1] if (@page + 1) * Stores::History::PAGE < @count
        later = ["later", @page - 1] if @page.positive?
        [earlier, later].compact.map { |words, page| ["/history/#{@record.id}?page=#{page}", words] }
      end

      # @return [Array<Control>]
      def fields
        [Control.new(name: "text", label: "Write down", lines: 3, css: "wide", **typed("text"),
          more: { "maxlength" => Document::NoteForm::LONGEST.to_s }),
          Control.new(name: "at", label: "When", placeholder: "now, or #{@wording.dates.minute_of_day(850)}", **typed("at")),
          Control.new(name: "picture", label: "Photograph", type: "file", more: { "accept" => "image/png,image/jpeg,image/webp",
                                                                                  "data-photograph" => "1" },
            **typed("picture").slice(:problem, :complaint))]
      end

      private

      def typed(name)
        { value: @form ? @form.value(name) : "", problem: @form&.problems&.fetch(name, nil), complaint: Document::NoteForm::NAMES[name] }
      end

      def small?(event)
        event.kind == "asked" || (event.kind == "done" && SMALL.include?(event.data["step"].to_s))
      end

      def time(told)
        @zone.at(told.at || told.event.told_at.to_f)
      end

      def line(told)
        event = told.event
        words, reading = event.batch_id ? of_batch(event) : of_job(event)
        Line.new(hour: @wording.dates.hour(time(told)), of: event.batch ? called(event.batch) : place(event),
          address: event.batch && "/bench/#{event.batch_id}", words: words, reading: reading, by: event.by.to_s, told: said(told),
          anew: !told.replaced_by.nil?, picture: picture(event))
      end

      # Where its photograph is, unless that is in the bin.
      def picture(event)
        found = Stores::Picture.there([event.data["picture"]]).first
        found && "/table/#{@record.id}/picture/#{found}"
      end

      def of_batch(event)
        page, events = @walks[event.batch_id] ||= begin
          walk = Stores::Walks.walk(event.batch)
          [RecordPage.new(walk, @wording, @zone), walk.events.to_h { |one| [one.number, one] }]
        end
        page.line(events.fetch(event.number))
      end

      def of_job(event)
        return [event.data["text"].to_s, ""] if event.kind == "note"
        return ["Found wrong", found(event.data)] if event.kind == "found"

        label = event.kind == Stores::Marks::STEP ? Document::Fields.step_mark("done_#{event.data["step"]}").label : Document::Fields::MARKS.fetch(event.kind)
        [label, event.at ? "" : unread(event)]
      end

      def found(data)
        [data["of"], Faults::SIGNS[data["sign"].to_s.to_sym]&.says].compact.join(": ")
      end

      # What stands there instead of a time.
      def unread(event)
        typed = Document::AsTyped.kept(event.data["typed"]).typed.strip
        typed.empty? ? "taken back" : "“#{typed[0, 60]}”, which is no time"
      end

      # A batch without the name of its job.
      def called(batch)
        batch.name.delete_prefix("#{@record.name}, ").sub(/\A./, &:upcase)
      end

      # The coat or the task it is of.
      def place(event)
        return "" if event.task.empty?

        name = Work::Kinds::ALL[Document::Part.of(@record.wanted, event.task).choice("kind").to_sym]&.label.to_s
        [name, ("coat #{event.coat}" if event.coat), ("section #{event.section}" if event.section.to_i > 1)].compact.join(", ")
      end

      # When it was written down, where that was later, and by whom it was told anew.
      def said(told)
        [later(told), anew(told.replaced_by)].compact.join("; ").then { |words| words.empty? ? nil : words }
      end

      def later(told)
        return if told.at.nil? || told.event.told_at.nil? || told.event.told_at - told.at < LATER_S

        "written down #{moment(told.event.told_at)}"
      end

      def anew(event)
        event && "told anew #{moment(event.told_at)}#{" by #{event.by}" unless event.by.to_s.empty?}"
      end

      def moment(seconds)
        @wording.dates.moment(@zone.at(seconds.to_f))
      end
    end
  end
end
