# frozen_string_literal: true

module Dakren
  module Rooms
    # The shop's settings as their page shows them.
    class SettingsPage
      HOURS = {
        "hours" => ["Hours of a day", "Bands like 07:00-12:00, 12:30-17:00; 24 h for round the clock."],
        "days_off" => ["Days off", "Days like Sat Sun, dates like 2026-12-24."],
        "people" => ["Who works here", "A line each: Ada; mix, lay; 07:00-15:00. What they do and when may be left out. Each coat then " \
                                       "says whose hands it takes, and nobody is wanted in two places."],
        "crew" => ["People, without names", "Two or more: one mixes ahead while the others spread. Counted from " \
                                            "the names, where they are told."],
        "currency" => ["Currency", "Like EUR: what prices of tins are in."],
        "zone" => ["Time zone", "Like Europe/Oslo; left empty, as this machine has it: %s. A job keeps the zone it was begun in."]
      }.freeze

      # @param row [Stores::Settings] @param form [Document::SettingsForm] @param devices [Devices::Connected]
      # @param weighing [Array<String>] what was to be noted, its figure, and what is wrong with it
      # @param copies [CopiesPage] @param sharing [SharingPage]
      def initialize(row, form, wording, devices, copies:, sharing:, weighing: ["", "", nil])
        @copies = copies
        @sharing = sharing
        @row = row
        @form = form
        @wording = wording
        @devices = devices
        @weighings = WeighingsPage.new(wording, *weighing)
        @screen = ScreenPage.new(row, form, wording)
      end

      attr_reader :copies, :sharing, :weighings, :screen

      # @return [Array<Array(Integer, String, String)>] id, name and sort
      def things
        Stores::Thing.in_order.map { |one| [one.id, one.name, Plan::SharedThings::SORTS.fetch(one.sort.to_sym, one.sort)] }
      end

      # @param name [String] as typed @param problem [String, nil]
      # @return [Array<Control>]
      def thing_asked(name, problem)
        [Control.new(name: "sort", id: "thing-sort", label: "What it is", choices: Plan::SharedThings::SORTS.map do |sort, words|
          [sort.to_s, words]
        end),
          Control.new(name: "name", id: "thing-name", label: "What it is called", value: problem ? name : "", problem: problem,
            more: { "maxlength" => "60" })]
      end

      # What is asked of the device somebody works on.
      # @param told [Hash] what was told of it @param device [String] what it is called now @param problems [Hash{String=>String}]
      # @return [Array<Control>]
      def device_asked(told, device, problems)
        [Control.new(name: "hand", label: "Who works with it", value: told["hand"].to_s, placeholder: "a name", problem: problems["hand"],
          more: { "maxlength" => "40" }),
          Control.new(name: "device", label: "What it is called", value: told["device"].to_s, placeholder: device, problem: problems["dev" \
                                                                                                                                     "ice"],
            more: { "maxlength" => "40" })]
      end

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
        HOURS.map { |name, (label, note)| text(name, label, note: format(note, Document::Zones.system_name), **(name == "people" ? { lines: "3" } : {})) }
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
  end
end
