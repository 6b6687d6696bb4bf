# frozen_string_literal: true

require_relative "sheet_meaning"

module Dakren
  module Rooms
    # The sheet editor: its fields, and beside them what the sheet means while it is typed.
    class EditorPage
      # What a leaflet says at the least, and the word before each.
      LEAFLET = { "resin" => "", "hardener" => "with", "ratio_resin" => "mixed", "ratio_hardener" => "to", "ratio_by" => "by",
                  "pot_life_min" => "lasting", "pot_mass_g" => "for", "reference_temp_c" => "at" }.freeze
      # Headings as something that is added, where they say it otherwise.
      MORE = { "Mix ratio" => "densities", "Time" => "working time, more pot lives", "Heat" => "chemistry" }.freeze

      attr_reader :record

      # @param record [Stores::Sheet] @param form [Document::SheetForm]
      # @param fresh [Boolean] is nothing typed yet? @param live [Boolean] is it looked at while somebody types?
      def initialize(record, form, wording, fresh:, live:)
        @record = record
        @form = form
        @wording = wording
        @fresh = fresh
        @live = live
        @meaning = SheetMeaning.new(form, wording, fresh: fresh)
      end

      # @return [SheetMeaning] what it means, as far as it can be read
      attr_reader :meaning

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

      # What any leaflet says, as a sentence: a word, and the field that follows it.
      # @return [Array<Array(String, Control)>]
      def leaflet
        LEAFLET.map do |name, word|
          field = Document::SheetForm::FIELDS.fetch(name)
          [word, control(field).with(note: nil, css: field.kind == :word ? "said-name" : "said-figure")]
        end
      end

      # What is to be known of its ratio.
      def ratio_hint
        @wording.local(Document::SheetForm::FIELDS.fetch("ratio_hardener").hint)
      end

      # What the sheet also says: id, heading, fields, and is any of it told?
      # @return [Array<Array(String, String, Array<Control>, Boolean)>]
      def more
        Document::SheetForm::GROUPS.filter_map do |heading, fields|
          rest = fields.reject { |field| LEAFLET.key?(field.name) }
          next if rest.empty?

          controls = rest.map { |field| control(field) }
          told = rest.zip(controls).any? { |field, control| said?(field, control) }
          ["d-#{heading.downcase.tr(" ", "-")}", MORE.fetch(heading, heading.downcase), controls, told]
        end
      end

      # @return [Array<Array(Symbol, String, Boolean)>] purposes, and whether it is made for them
      def purposes
        PURPOSES.map { |name, words| [name, words, Array(@form.typed["purposes"]).include?(name.to_s)] }
      end

      def notes
        Control.new(name: "notes", label: "Notes", value: @form.value("notes"), lines: "3", css: "notes", problem: wrong("notes"))
      end

      private

      # Does the sheet say something of it, or is something wrong with what it says?
      def said?(field, control)
        return true if control.problem

        number = Check.plain(field.fallback.to_f) unless field.kind == :choice
        ["", number || field.fallback, "#{number} min"].none?(control.value.to_s)
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
        "#{Check.plain(value.to_f.round(value.to_f.abs < 10 ? 2 : 1))} assumed"
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
    end
  end
end
