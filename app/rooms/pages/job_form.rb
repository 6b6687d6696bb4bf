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
      def initialize(desk, wording, said: nil)
        @said = said
        @desk = desk
        @wording = wording
      end

      # @param key [String] e.g. "p1-depth"
      # @param more [Hash] what this page says otherwise, see Control
      # @return [Control]
      def field(key, hint: nil, **more)
        field = definition(key)
        Control.new(name: key, label: field.page_label(system), value: shown(key), problem: @desk.problem(key), complaint: field.label,
          note: understood(key) || @wording.local(hint || field.hint), placeholder: @wording.local(field.usual), **more)
      end

      # Does a field stand in a sentence? While somebody types, each stays where it is; else as the block says.
      # @param control [Control]
      def said?(control)
        @said ? @said.include?(control.name) : yield
      end

      # The unit a bare figure has on this page.
      # @return [Symbol, nil]
      def bare(key)
        field = definition(key)
        field.kind == :figure ? field.bare(system) : nil
      end

      # What a field is called, without its unit.
      def label(key)
        definition(key).then { |field| field.short || field.label }
      end

      # A day and hour.
      def moment(key, **more)
        shown = moment_shown(@desk.entry(key).typed)
        Control.new(name: key, label: definition(key).label, value: shown, problem: @desk.problem(key), placeholder: MOMENT_HINT,
          more: { "data-moment" => shown }, **more)
      end

      # Lines of text, and the unit their figures have: the one they were given in.
      def list(key, lines:, **more)
        field = definition(key)
        kept = @desk.entry(key)
        unit = (kept.blank? ? nil : kept.bare || :C) || field.bare(system)
        Control.new(name: key, label: "#{field.short}; °#{unit}", value: kept.typed, lines: lines, problem: @desk.problem(key),
          complaint: "The list", **more)
      end

      # @param usual [String, nil] what it stands at while nobody has chosen
      def choice(key, usual: nil, **more)
        field = definition(key)
        Control.new(name: key, label: field.short || field.label, value: @desk.choice(key, usual), note: @wording.local(field.hint),
          choices: field.choices.map do |value, words|
            [value, @wording.local(words)]
          end,
          problem: @desk.problem(key), **more)
      end

      # A list of what the shop has.
      def pick(key, choices, chosen, **more)
        Control.new(name: key, label: definition(key).label, value: chosen.to_s, choices: choices, problem: @desk.problem(key), **more)
      end

      # Whatever a field is.
      def control(key, **more)
        definition(key).kind == :choice ? choice(key, **more) : field(key, **more)
      end

      # Rows as typed, with one blank row to go on with.
      # @return [Rows]
      def rows(key)
        field = definition(key)
        problem = @desk.problem(key)
        Rows.new(key: key, title: field.short || field.label, heads: field.columns.map { |column| column.page_label(system) },
          lines: filled(key, field).each_with_index.map { |row, i| RowLine.new(number: i + 1, cells: cells(key, field, row, i)) },
          problem: problem ? "#{field.label} #{problem}" : full(key))
      end

      # How many rows there are.
      def count(key)
        @desk.document[key].to_a.size
      end

      # Is anything told there, or wrong?
      def open?(key)
        count(key).positive? || @desk.problems_of(key).any?
      end

      private

      # As it is kept, in the words of this page; what could not be read as it was typed.
      def moment_shown(kept)
        Words::Dates::ISO.match?(kept) ? @wording.dates.moment(Words::Dates.exactly(@desk.zone, *kept.scan(/\d+/).map(&:to_i))) : kept
      rescue InputError, ArgumentError
        kept
      end

      def definition(key)
        Document::Fields.of(key)
      end

      def system
        @wording.system
      end

      def shown(key)
        field = definition(key)
        return @desk.document[key].to_s unless field.kind == :figure

        @desk.entry(key).shown(field.bare(system))
      end

      # "= 3.81 m" where the field was typed in another unit than the page's.
      def understood(key)
        return unless Measure::Typed.unit?(shown(key))

        quantity = @desk.understood(key) or return
        says = @wording.show(quantity)
        says == shown(key).strip ? nil : "= #{says}"
      end

      def full(key)
        count(key) >= MOST_ROWS ? "#{MOST_ROWS} lines are kept here, and no more: a file of fewer points tells as much." : nil
      end

      def filled(key, field)
        blank = Array.new(field.columns.size, "")
        kept = (@desk.document[key] || []).map do |row|
          field.columns.each_with_index.map { |column, i| Document::AsTyped.kept(row[i]).shown(column.bare(system)) }
        end
        kept << blank while kept.size < MOST_ROWS && (kept.size < field.least || kept.last != blank)
        kept
      end

      def cells(key, field, row, index)
        field.columns.each_with_index.map do |column, j|
          at = "#{key}.#{index}.#{column.name}"
          label = format(column.label, index + 1)
          Control.new(name: "#{key}[#{index}][#{column.name}]", id: at.tr(".", "-"), label: label, value: row[j],
            problem: @desk.problem(at), more: { "aria-label" => label })
        end
      end
    end
  end
end
