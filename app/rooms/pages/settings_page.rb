# frozen_string_literal: true

module Dakren
  module Rooms
    # The shop's settings as their page shows them.
    class SettingsPage
      HOURS = {
        "hours" => ["Hours of a day", "Bands like 07:00-12:00, 12:30-17:00; 24 h for round the clock."],
        "days_off" => ["Days off", "Days like Sat Sun, dates like 2026-12-24."],
        "crew" => ["People", "Two or more: one mixes ahead while the others spread."],
        "zone" => ["Time zone", "Like Europe/Oslo; left empty, as this machine has it: %s. A job keeps the zone it was begun in."]
      }.freeze
      # A bank card, mm.
      CARD_MM = [85.6, 53.98].freeze
      # What one person does, by what the work is measured in; all else is laid.
      LAID = { plies: "cloth laid", length: "run", holes: "filled" }.freeze
      # What can be weighed, and the core's own unit of it.
      Weighable = Value.define(:words, :unit)
      # What the shop has weighed itself: how it is called, the mean, and what forgets the last.
      Weighed = Value.define(:words, :mean, :sort, :name)

      # @param row [Stores::Settings] @param form [Document::SettingsForm] @param devices [Devices::Connected]
      # @param weighing [Array<String>] what was to be noted, its figure, and what is wrong with it
      # @param copies [CopiesPage]
      def initialize(row, form, wording, devices, copies:, weighing: ["", "", nil])
        @copies = copies
        @row = row
        @form = form
        @wording = wording
        @devices = devices
        @what, @value, @wrong = weighing
      end

      attr_reader :copies

      # @return [Array<Array(String, String, Boolean)>] value, words, and whether it is chosen
      def units
        Document::SettingsForm::UNITS.map { |value, words| [value, words, @form.typed["units"] == value] }
      end

      # Lengths, amounts and temperatures, each by itself.
      # @return [Array<Control>]
      def apart
        Document::SettingsForm::APART.map do |name, (label, choices)|
          Control.new(name: name, label: label, choices: choices.to_a, value: @form.typed[name].to_s)
        end
      end

      # How days and hours are written.
      # @return [Control]
      def dates
        Control.new(name: "dates", label: "Dates and hours", choices: Document::SettingsForm::DATES.to_a, value: @form.typed["dates"].to_s,
          problem: @form.problems["dates"])
      end

      def units_problem
        @form.problems["units"]
      end

      def first
        Document::SettingsForm::FIRST.map { |value, words| [value, words, @form.typed["pour_first"] == value] }
      end

      def shop_temp
        text("shop_temp", "Shop temperature, °#{@wording.bare_temperature}", complaint: "Shop temperature",
          note: "What a new job starts from.")
      end

      # @return [Array<Control>]
      def hours
        HOURS.map { |name, (label, note)| text(name, label, note: format(note, Document::Zones.system_name)) }
      end

      def px_per_mm
        text("px_per_mm", "Pixels per #{per_mm == 1 ? "mm" : "inch"}", more: { "@input" => "draw" })
      end

      # Millimetres in what pixels are counted on.
      def per_mm
        Document::SettingsForm.per_mm(@wording.system)
      end

      # @return [String] for those who hear it
      def card_words
        local("A bank card, #{CARD_MM[0]} mm by #{CARD_MM[1].round} mm")
      end

      # @return [Array<String>] how wide and high a bank card is on this screen
      def card
        CARD_MM.map { |mm| (mm * @row.px_per_mm).round(1).to_s }
      end

      # @return [Array<Array(Integer, String, String, String)>] id, name, what it is, its numbers
      def tools
        Stores::Tool.order(:kind, :name).map do |tool|
          kind = Document::ToolKinds::ALL.fetch(tool.kind)
          numbers = kind.fields.map do |field|
            number = Document::ToolForm.shown(field, tool.numbers[field.name], @wording.system)
            "#{field.label.downcase} #{number} #{Words::Systems.unit_of(field.bare, @wording.system)}"
          end
          [tool.id, tool.name, kind.label.downcase, numbers.join(", ")]
        end
      end

      # @return [Array<Array(String, String)>] what may be added
      def tool_kinds
        Document::ToolKinds::ALL.values.map { |kind| [kind.name, kind.label.downcase] }
      end

      # @return [Array<Weighed>]
      def weighed
        Stores::OwnFigure.group(:sort, :name).pluck(:sort, :name, Arel.sql("avg(value)"), Arel.sql("count(*)"))
          .map do |sort, name, mean, count|
            what = SettingsPage.weighable["#{sort}:#{name}"]
            figure = what ? @wording.show(Quantity.new(value: mean, unit: what.unit)) : Check.plain(mean.round(1))
            Weighed.new(words: what ? local(what.words) : name, sort: sort, name: name,
              mean: "#{figure}, #{@wording.counted(count, :weighing)}")
          end
      end

      # @return [Array<Control>]
      def weighing
        choices = SettingsPage.weighable.map { |key, what| [key, "#{local(what.words)}, #{@wording.unit_word(what.unit)}"] }
        [Control.new(name: "what", label: "What was weighed", choices: choices, value: @what),
          Control.new(name: "value", label: "It was", value: @value, problem: @wrong, complaint: "")]
      end

      def pretends?
        @row.pretend
      end

      # @return [Array<Array(String, String)>] devices, and what they say
      def devices
        Devices::Protocol::UNITS.keys.map do |kind|
          reading = @devices.reading(kind.to_sym)
          simulated = @devices.pretended?(kind.to_sym) ? "simulated, " : ""
          [kind, "#{simulated}#{said(reading)}"]
        end
      end

      # What can be weighed: "soak:roller" => its words, and the core's unit of it.
      # @return [Hash{String=>Weighable}]
      def self.weighable
        tools = Work::Drink::TOOLS.values.reject { |tool| tool.name == "none" }.to_h do |tool|
          ["soak:#{tool.name}", Weighable.new(words: "left in a #{tool.label}", unit: :g)]
        end
        surfaces = Work::Drink::SURFACES.values.reject { |surface| surface.name == "sealed" }.to_h do |surface|
          ["drink:#{surface.name}", Weighable.new(words: "#{surface.label} soaks up", unit: :"g/m2")]
        end
        { **tools, **surfaces, **paces }
      end

      # How fast each work goes, in what it is measured in; what is drawn in is noted with its job.
      def self.paces
        Work::Kinds::ALL.values.filter_map do |kind|
          measure = kind.placing.measure
          next if measure.name == :fill

          sort = measure.name == :mass ? "rate" : "pace"
          what = LAID.fetch(measure.name, "laid")
          ["#{sort}:#{kind.name}", Weighable.new(words: "#{kind.label}: #{what} by one person", unit: measure.rate_unit)]
        end.to_h
      end

      private

      def local(words)
        @wording.local(words)
      end

      def text(name, label, **more)
        Control.new(name: name, label: label, value: @form.typed[name], problem: @form.problems[name], **more)
      end

      def said(reading)
        return "not connected" unless reading

        reading.value ? "#{Check.plain(reading.value)} #{reading.unit}" : reading.state.to_s
      end
    end

    # One tool of the shop as its page shows it.
    class ToolPage
      WEIGHED = [["strokes", "Strokes of each"], ["resin_weighed", "Resin", :g], ["hardener_weighed", "Hardener", :g]].freeze

      attr_reader :record, :weighing

      # @param record [Stores::Tool] @param form [Document::ToolForm] @param typed [Hash] of the check weighing
      # @param weighing [Array(Symbol, String), nil] what a check weighing told
      def initialize(record, form, typed, wording, fresh:, weighing: nil)
        @wording = wording
        @record = record
        @form = form
        @typed = typed
        @fresh = fresh
        @weighing = weighing
      end

      def title
        record.new_record? ? "New #{@form.kind.label.downcase}" : record.name
      end

      def address
        "/settings/tools#{"/#{record.id}" unless record.new_record?}"
      end

      def kind
        @form.kind.name
      end

      # @return [Array<Control>]
      def fields
        [control("name", "Name", css: "wide"), *@form.kind.fields.map do |field|
          control(field.name, "#{field.label}, #{Words::Systems.unit_of(field.bare, @wording.system)}", complaint: field.label,
            placeholder: field.fallback && "#{field.fallback} if left empty")
        end]
      end

      # Can its strokes be weighed?
      def weighable?
        record.persisted? && record.kind == "pump"
      end

      # @return [Array<Control>]
      def weighing_fields
        sheets = Stores::Sheet.in_order.map { |sheet| [sheet.id.to_s, sheet.name] }
        named = WEIGHED.map { |name, label, unit| [name, [label, unit && @wording.unit_word(unit)].compact.join(", ")] }
        [*named.map { |name, label| Control.new(name: name, label: label, value: @typed[name].to_s) },
          Control.new(name: "for", label: "Held against", choices: sheets, value: @typed["for"].to_s)]
      end

      private

      def control(name, label, **more)
        Control.new(name: name, label: label, value: @form.value(name), problem: @fresh ? nil : @form.problems[name], **more)
      end
    end
  end
end
