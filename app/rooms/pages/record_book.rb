# frozen_string_literal: true

module Dakren
  module Rooms
    # One batch as its record shows it: what went in, how long it lasted, what the shop learned, what went wrong, and every step.
    class RecordBook
      Told = Value.define(:when, :what, :words, :by, picture: nil)

      # Events that are shown as they were told.
      TOLD = %w[checked note].freeze

      attr_reader :words, :form

      # @param record [Stores::Batch] @param walk [Bench::Walk] @param form [Document::RemarkForm, nil] as it was typed and not taken
      # @param typed [Hash] of the address
      def initialize(record, walk, wording, zone, settings, form: nil, typed: {})
        @record = record
        @walk = walk
        @wording = wording
        @zone = zone
        @form = form
        @typed = typed
        silent = walk.recipe.sheet.silent? && !Stores::FirstTime.silent(record).nil?
        cost = walk.times.met_at && BatchCost.new(settings).words(Stores::Costs.of_batch(record, walk))
        by = record.events.map { |event| event.hand.to_s }.reject(&:empty?).uniq.join(", ")
        @words = RecordPage.new(walk, wording, zone, silent: silent, cost: cost, by: by)
      end

      # @return [String] when, and how much
      def head
        at = @walk.times.met_at
        set = @walk.events.last&.data.to_h[:set_s].to_f
        [at && @wording.dates.moment(@zone.at(at + set)),
          @walk.contents.mass_g.positive? ? @wording.weight(@walk.contents.mass_g).join(" ") : nil]
          .compact.join(", ")
      end

      def amounts
        @amounts ||= RecordAmounts.new(@walk, words, @wording)
      end

      def lasted
        @lasted ||= RecordLasted.new(@walk, @wording)
      end

      # @return [ShopClock, nil] of its resin system, while that stands on the shelf
      def shop
        return @shop if defined?(@shop)

        sheet = Stores::Sheet.where(resin: @record.sheet["resin"], hardener: @record.sheet["hardener"]).order(:retired, id: :desc).first
        @shop = sheet && ShopClock.new(sheet, @wording, @zone)
      end

      def fault
        before = @walk.events.select { |one| one.kind == :found }.map(&:data)
        @fault ||= RecordFault.new("/book/batches/#{@record.id}", @wording, seen, before) do |told|
          Stores::Facts.of(@record, @walk, at: Stores::Now.now, told: told)
        end
      end

      # @return [RecordWhatIf]
      def what_if
        @what_if ||= RecordWhatIf.new(@walk, @wording)
      end

      # Why it does not count in what the shop learned; nil where it does.
      def aside
        @record.aside.empty? ? nil : @record.aside
      end

      def teaches?
        !@record.lesson.nil?
      end

      # Checks, notes and photographs, in order.
      # @return [Array<Told>]
      def told
        events = @record.events.select { |event| TOLD.include?(event.kind) }
        there = Stores::Picture.there(events.map { |event| event.data["picture"] })
        events.map do |event|
          data = event.data
          what = event.kind == "note" ? "note" : Dakren::Bench::Checks.label(data["check"])
          Told.new(when: @wording.dates.moment(@zone.at(event.at + data["set_s"].to_f)), what: what, by: event.by.to_s,
            words: [data["value"], data["text"]].map(&:to_s).reject(&:empty?).join(": "),
            picture: there.include?(data["picture"]) ? "/book/batches/#{@record.id}/picture/#{data["picture"]}" : nil)
        end
      end

      # @return [Array<Control>] by the deed they belong to
      def fields_of(deed)
        case deed
        when :ended then [control("how", choices: Dakren::Bench::Afterwards::ENDS.map { |name, label| [name.to_s, label] }),
          control("min", placeholder: ended_hint)]
        when :peak then hottest
        when :checked then [control("check", choices: Dakren::Bench::Checks.all_words),
          control("value", placeholder: "leaves no mark, 78, tacky …"), at_field]
        when :note then [control("text", lines: 3, css: "wide"), at_field,
          Control.new(name: "picture", label: "Photograph", type: "file", problem: problem("picture"), complaint: "The photograph",
            more: { "accept" => "image/png,image/jpeg,image/webp", "data-photograph" => "1" })]
        when :corrected then [control("reading", choices: corrections.choices), control("should"), control("why")]
        else [control("why")]
        end
      end

      def corrections
        @corrections ||= @form&.corrections || Document::Corrections.new(@walk, @wording, @zone)
      end

      # Was this the deed that was not taken?
      def wrong?(deed)
        @form&.kind == deed && !@form.valid?
      end

      private

      # What is seen, as it was asked, or as it was being written down.
      def seen
        @form && @form.kind == :found ? { **@typed, "seen" => @form.value("sign") } : @typed
      end

      # Of what was poured it is asked where it was seen: the surface stays cooler than what is within.
      def hottest
        out = @walk.times.poured_at
        unit = @wording.us?(:temperature) ? "°F" : "°C"
        [control("peak", label: "Hottest #{out ? "as it cured" : "in its cup"}, #{unit}"),
          (control("where", choices: Dakren::Bench::Afterwards::SEEN.map { |name, label| [name.to_s, label] }) if out)].compact
      end

      def at_field
        control("at", placeholder: "now, or #{@wording.dates.minute_of_day(850)}")
      end

      def ended_hint
        out = @walk.times.poured_at or return "minutes"
        "as it was poured out, #{@wording.minutes((out - @walk.times.met_at) / 60)}"
      end

      def control(name, label: nil, **more)
        value = @form ? @form.value(name) : ""
        Control.new(name: name, label: label || Document::RemarkForm::NAMES.fetch(name), value: value, problem: problem(name),
          complaint: Document::RemarkForm::NAMES.fetch(name), more: { "maxlength" => Document::RemarkForm::LONGEST.to_s }, **more)
      end

      def problem(name)
        @form&.problems&.fetch(name, nil)
      end
    end
  end
end
