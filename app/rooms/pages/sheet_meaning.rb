# frozen_string_literal: true

module Dakren
  module Rooms
    # What a sheet means while it is typed: in sentences, in drawings, how well it is known.
    class SheetMeaning
      # @param form [Document::SheetForm] @param fresh [Boolean] is nothing typed yet?
      def initialize(form, wording, fresh: false)
        @form = form
        @wording = wording
        @fresh = fresh
      end

      # Works out everything the page shows of the sheet, so that it is known when it is printed.
      # @return [Boolean]
      def worked_out?
        [sayings, known, at_odds, drawings] if sheet
        true
      end

      # @return [Sheet, nil]
      def sheet
        @form.sheet
      end

      # @return [Array<String>]
      def sayings
        Sayings.new(sheet, Words::RoundFigures.new(@wording).examples).all.map { |saying| @wording.fill(saying) }
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
        return "Still working: this data sheet takes longer than most. What it means is drawn as soon as it is ready." if @form.working?

        if @form.problems.empty? || @fresh
          return "Type the ratio, and what the tin says of time: a pot life, a working time, a depth or a stage. What it means is drawn " \
                 "here " \
                 "while you type."
        end

        name, says = @form.problems.first
        "Drawn here as soon as the numbers agree. First: #{Document::SheetForm::FIELDS[name]&.label} #{says}."
      end

      private

      # What a lift lies on in the chart.
      def ground
        Control.new(name: "drawn_ground", label: "Poured on", value: chosen_ground.to_s,
          choices: Cure::Wall::GROUNDS.map { |name, wall| [name.to_s, wall.label] })
      end

      def chosen_ground
        Cure::Wall::GROUNDS.keys.find { |name| name.to_s == @form.value("drawn_ground") } || :wood
      end

      def wall
        Cure::Wall::GROUNDS.fetch(chosen_ground)
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
  end
end
