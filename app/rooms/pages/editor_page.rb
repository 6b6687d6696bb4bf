# frozen_string_literal: true

module Dakren
  module Rooms
    # The sheet editor: its fields, and what the sheet means while it is typed.
    class EditorPage
      attr_reader :record

      # @param record [Stores::Sheet] @param form [Document::SheetForm]
      # @param fresh [Boolean] is nothing typed yet? @param live [Boolean] is it looked at while somebody types?
      def initialize(record, form, wording, fresh:, live:)
        @record = record
        @form = form
        @wording = wording
        @fresh = fresh
        @live = live
      end

      # A sheet as it is typed, of no record yet.
      def self.of(form, wording)
        new(Stores::Sheet.new, form, wording, fresh: false, live: true)
      end

      # Works out everything the page shows of the sheet, so that it is known when it is printed.
      # @return [Boolean]
      def worked_out?
        [sayings, known, at_odds, drawings] if sheet
        true
      end

      # Is what it means still being worked out?
      def working?
        @form.working?
      end

      def title
        record.new_record? ? "New resin system" : record.name
      end

      def address
        record.new_record? ? "/shelf/" : "/shelf/#{record.id}"
      end

      # @return [Hash] what is sent along
      def kept
        { id: record.id, lock_version: (record.lock_version unless record.new_record?) }
      end

      # @return [String, nil] what an attempt to save came to
      def complaint
        count = @form.problems.size
        return if count.zero? || @fresh || @live

        "Not saved yet: #{count == 1 ? "one field needs" : "#{count} fields need"} another look. Everything typed is kept."
      end

      # @return [Array<Array(String, Array<Control>)>] headings and fields
      def groups
        Document::SheetForm::GROUPS.map { |heading, fields| [heading, fields.map { |field| control(field) }] }
      end

      # @return [Array<Array(Symbol, String, Boolean)>] purposes, and whether it is made for them
      def purposes
        PURPOSES.map { |name, words| [name, words, Array(@form.typed["purposes"]).include?(name.to_s)] }
      end

      def notes
        Control.new(name: "notes", label: "Notes", value: @form.value("notes"), lines: "3", css: "notes", problem: wrong("notes"))
      end

      # @return [Sheet, nil]
      def sheet
        @form.sheet
      end

      # @return [Array<String>]
      def sayings
        Cure::Sayings.new(sheet).all.map { |saying| @wording.fill(saying) }
      rescue NotSolved, InputError
        []
      end

      # What is said of a tin that tells the ratio alone.
      # @return [Array(String, String), nil]
      def untold
        Words::UNTOLD if sheet.silent?
      end

      # Drawings of the sheet: heading, what it is drawn for, SVG or why there is none, and what is said below.
      # @return [Array<Array(String, Control, String, Array<String>)>]
      def drawings
        charts = Drawings::SheetCharts.new(sheet, @wording, wall: wall)
        [["Minutes in the cup", nil, drawn { charts.usable }, [charts.shaded]],
          ["States of a film", nil, drawn { charts.states }, of_states], ["Heat of one lift", ground, drawn { charts.heat }, assumed]]
      end

      # What a lift lies on in the chart.
      def ground
        Control.new(name: "drawn_ground", label: "Poured on", value: chosen_ground.to_s,
          choices: Cure::Wall::GROUNDS.map { |name, wall| [name.to_s, wall.label] })
      end

      # How well its clock is known, and what would tell more of it.
      # @return [Array<String>]
      def known
        Words::Known.new(sheet, @wording).words
      rescue NotSolved, InputError
        []
      end

      # Statements that do not go together, with what each would mean alone.
      # @return [Array<String>]
      def at_odds
        Words::Known.new(sheet, @wording).at_odds
      rescue NotSolved, InputError
        []
      end

      # @return [String, nil]
      def fitted
        return unless @form.fitted?

        energy = Quantity.new(value: sheet.clock.activation_kj_mol, unit: :"kJ/mol")
        "From the two working times: activation energy #{@wording.show(energy)}."
      end

      # Why nothing is drawn yet.
      def waits
        return "Still working: this data sheet takes longer than most. What it means is drawn as soon as it is ready." if working?

        if @form.problems.empty? || @fresh
          return "Type the ratio, and what the tin says of time: a pot life, a working time, a depth or a stage. What it means is drawn " \
                 "here " \
                 "while you type."
        end

        name, says = @form.problems.first
        "Drawn here as soon as the numbers agree. First: #{Document::SheetForm::FIELDS[name]&.label} #{says}."
      end

      private

      def chosen_ground
        Cure::Wall::GROUNDS.keys.find { |name| name.to_s == @form.value("drawn_ground") } || :wood
      end

      def wall
        Cure::Wall::GROUNDS.fetch(chosen_ground)
      end

      def control(field)
        choices = field.kind == :choice ? field.choices.to_a : nil
        Control.new(name: field.name, label: label(field), value: @form.value(field.name), choices: choices, problem: wrong(field.name),
          lines: field.kind == :pot_lives ? "2" : nil,
          complaint: @wording.local(field.label), note: @wording.local(field.hint), placeholder: stands_in(field))
      end

      # What counts where nothing is typed, in the units of the page.
      def stands_in(field)
        return if field.fallback.nil? || field.kind == :choice

        bare = @form.bare(field)
        value = bare && field.units.any? ? Measure::Units.from_core(field.fallback, bare) : field.fallback
        "#{Check.plain(value.to_f.round(2))} assumed"
      end

      def label(field)
        unit = @form.bare(field)
        words = @wording.local(field.label)
        return words if unit.nil? || field.kind == :range || field.kind == :pot_lives

        "#{words}, #{Words::Systems.word(unit)}"
      end

      # A field left empty is no complaint until somebody tried to save.
      def wrong(name)
        return if @fresh || (@live && @form.value(name).empty?)

        @form.problems[name]
      end

      # A drawing, or why there is none: odd numbers must not take the page away.
      def drawn
        yield.to_s
      rescue NotSolved, InputError => e
        %(<p class="understood">Not drawn: #{Erubi.h(e.message)}.</p>)
      end

      def of_states
        clock = sheet.clock
        pot = clock.pot_life_min && "Black line: #{@wording.show(Quantity.new(value: clock.pot_mass_g, unit: :g))} in its cup."
        silent = Cure::STAGES.reject { |stage| sheet.stages.key?(stage.name) }.map(&:label)
        [pot, ("Not on the data sheet, so not drawn: #{silent.join("; ")}." if silent.any?)].compact
      end

      def assumed
        found = sheet.clock.assumed_words
        found.any? ? ["Assumed (not on the data sheet): #{@wording.local(found.join("; "))}."] : []
      end
    end

    # One sheet as the shelf shows it.
    class SheetRow
      # Drawn once for as long as neither sheet nor shop change.
      BARS = Memo.new(500)

      attr_reader :record, :sheet

      # @param record [Stores::Sheet] @param sheet [Sheet, nil] nil where its numbers contradict each other
      def initialize(record, sheet, wording, room_c, last:)
        @record = record
        @sheet = sheet
        @wording = wording
        @room_c = room_c
        @last = last
      end

      def ratio
        "#{Check.plain(record.ratio_resin)} : #{Check.plain(record.ratio_hardener)}"
      end

      # How long a cup of it lasts, and of what that is said; or how deep it goes.
      # @return [Array(String, String)]
      def pot
        clock = sheet.clock
        return ["no time told", "time its first batch"] if sheet.silent?
        return without_pot(clock) unless clock.pot_life_min

        ["#{@wording.minutes(clock.pot_life_min)} in the cup", "#{show(clock.pot_mass_g, :g)} at #{show(clock.reference_temp_c, :c)}"]
      end

      def without_pot(clock)
        return ["lift to #{show(clock.max_depth_mm, :mm)}", "no pot life given"] if clock.max_depth_mm

        ["#{@wording.minutes(sheet.mix.working_min)} as a film", "no pot life given"]
      end

      def bar
        return "" if sheet.silent?

        BARS.recall([record.id, record.updated_at, @room_c, @wording.system, @last]) do
          Drawings::StageBar.new(sheet, @room_c, @wording, scale: @last).to_s
        end
      end

      private

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
