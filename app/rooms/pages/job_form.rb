# frozen_string_literal: true

require_relative "../../document/as_typed"
require_relative "../../document/job_document"

module Dakren
  module Rooms
    # The fields of a job as a page shows them: with what was typed, what is wrong, and what counts where nothing is typed.
    class JobForm
      MOMENT_HINT = "Mon 09:00"
      MOST_ROWS = Document::JobDocument::MOST_ROWS

      # @param desk [Document::JobDesk] @param wording [Words::Wording]
      # @param said [Array<String>, nil] fields that stand in a sentence of the page that asks
      # @param part [Document::Part] whose fields these are: of the job itself, unless another is named
      def initialize(desk, wording, said: nil, part: desk.whole)
        @said = said
        @desk = desk
        @wording = wording
        @part = part
        @system = wording.system
        @parts = {}
      end

      # The fields of a task, a place, or a shape of this place.
      # @return [JobForm]
      def part(id)
        @parts[id] ||= JobForm.new(@desk, @wording, said: @said, part: @part.part(id))
      end

      # @param name [String] e.g. "depth"
      # @param more [Hash] what this page says otherwise, see Control
      # @return [Control]
      def field(name, hint: nil, **more)
        field = @part.field(name)
        typed = shown(name, field)
        control_of(name, label: field.page_label(@system), value: typed, complaint: field.label,
          note: understood(name, typed) || @wording.local(hint || field.hint), placeholder: @wording.local(field.usual), **more)
      end

      # Does a field stand in a sentence? While somebody types, each stays where it is; else as the block says.
      # @param key [String] of that field
      def said?(key)
        @said ? @said.include?(key) : yield
      end

      # The unit a bare figure has on this page.
      # @param control [Control]
      # @return [Symbol, nil]
      def bare(control)
        field = Document::Fields.of(control.name)
        field.kind == :figure ? field.bare(@system) : nil
      end

      # What a field is called, without its unit.
      # @param control [Control]
      def label(control)
        Document::Fields.of(control.name).then { |field| field.short || field.label }
      end

      # A day and hour.
      def moment(name, **more)
        shown = moment_shown(@part.entry(name).typed)
        control_of(name, label: @part.field(name).label, value: shown, placeholder: MOMENT_HINT,
          more: { "data-moment" => shown }, **more)
      end

      # Lines of text, and the unit their figures have: the one they were given in.
      def list(name, lines:, **more)
        field = @part.field(name)
        kept = @part.entry(name)
        unit = (kept.blank? ? nil : kept.bare || :C) || field.bare(@system)
        control_of(name, label: "#{field.short}; °#{unit}", value: kept.typed, lines: lines,
          complaint: "The list", **more)
      end

      # @param usual [String, nil] what it stands at while nobody has chosen
      def choice(name, usual: nil, **more)
        field = @part.field(name)
        control_of(name, label: field.short || field.label, value: @part.choice(name, usual), note: @wording.local(field.hint),
          choices: @wording.local_choices(field.choices), **more)
      end

      # A list of what the shop has.
      def pick(name, choices, chosen, **more)
        control_of(name, label: @part.field(name).label, value: chosen.to_s, choices: choices, **more)
      end

      # Whatever a field is.
      def control(name, **more)
        @part.field(name).kind == :choice ? choice(name, **more) : field(name, **more)
      end

      # Rows as typed, with one blank row to go on with.
      # @return [Rows]
      def rows(name)
        field = @part.field(name)
        problem = @part.problem(name)
        Rows.new(key: @part.key(name), title: field.short || field.label, heads: field.columns.map { |column| column.page_label(@system) },
          lines: filled(name, field).each_with_index.map { |row, i| RowLine.new(number: i + 1, cells: cells(name, field, row, i)) },
          problem: problem ? "#{field.label} #{problem}" : full(name))
      end

      # How many rows there are.
      def count(name)
        @part.kept_rows(name).size
      end

      # Is anything told there, or wrong?
      def open?(name)
        count(name).positive? || @part.problems(name).any?
      end

      private

      # As it is kept, in the words of this page; what could not be read as it was typed.
      def moment_shown(kept)
        Words::Dates::ISO.match?(kept) ? @wording.dates.moment(Words::Dates.exactly(@desk.zone, *kept.scan(/\d+/).map(&:to_i))) : kept
      rescue InputError, ArgumentError
        kept
      end

      def control_of(name, **more)
        Control.new(name: @part.key(name), problem: @part.problem(name), **more)
      end

      # What stands in it on this page.
      def shown(name, field)
        typed = @part.text(name)
        return typed if field.kind != :figure || typed.empty?

        @part.entry(name).shown(field.bare(@system))
      end

      # "= 3.81 m" where the field was typed in another unit than the page's.
      def understood(name, typed)
        return if typed.empty? || !Measure::Typed.unit?(typed)

        quantity = @part.understood(name) or return
        says = @wording.show(quantity)
        says == typed.strip ? nil : "= #{says}"
      end

      def full(name)
        count(name) >= MOST_ROWS ? "#{MOST_ROWS} lines are kept here, and no more: a file of fewer points tells as much." : nil
      end

      def filled(name, field)
        blank = Array.new(field.columns.size, "")
        kept = @part.kept_rows(name).map do |row|
          field.columns.each_with_index.map { |column, i| Document::AsTyped.kept(row[i]).shown(column.bare(@system)) }
        end
        kept << blank while kept.size < MOST_ROWS && (kept.size < field.least || kept.last != blank)
        kept
      end

      def cells(name, field, row, index)
        field.columns.each_with_index.map do |column, j|
          at = "#{name}.#{index}.#{column.name}"
          label = format(column.label, index + 1)
          Control.new(name: "#{@part.key(name)}[#{index}][#{column.name}]", id: @part.key(at).tr(".", "-"), label: label, value: row[j],
            problem: @part.problem(at), more: { "aria-label" => label })
        end
      end
    end
  end
end
