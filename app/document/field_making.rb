# frozen_string_literal: true

module Dakren
  module Document
    # What makes the declarations of fields short. Extends Fields.
    module FieldMaking
      # What makes declarations short.
      def make(name, label, **told)
        Field.new(name: name.to_s, label: label, **told)
      end

      def word(name, label, **told)
        make(name, label, kind: :word, **told)
      end

      def choice(name, label, choices, **told)
        make(name, label, kind: :choice, choices: choices.transform_keys(&:to_s).freeze, **told)
      end

      def length(name, label, allowed = Geometry::SIDE_MM, **told)
        make(name, label, allowed: allowed, **Fields::LENGTH, **told)
      end

      def rows(name, label, *columns, **told)
        make(name, label, kind: :rows, columns: columns.freeze, **told)
      end

      def spells(name, label, each, degrees, **told)
        rows(name, label, make("from", "#{each} %d, from, hours after the start", short: "from", **Fields::HOURS),
          make("to", "#{each} %d, to", short: "to", **Fields::HOURS), make("temp", "#{each} %d, temperature", short: degrees, **Fields::TEMPERATURE),
          **told)
      end

      # A field of a place or a shape is asked where its form names it; whatever it changes, the heat was known of something else.
      def of_place(*fields)
        table(fields.map { |field| field.with(asked: field.asked || asked(PlaceForms, field), withdraws: field.kind != :word) })
      end

      def of_shape(*fields)
        table(fields.map { |field| field.with(asked: field.asked || asked(ShapeForms, field), withdraws: true) })
      end

      def asked(forms, field)
        found = forms.asking(field.name)
        found.values.first.empty? ? nil : found
      end

      def table(fields)
        fields.to_h { |field| [field.name, field] }.freeze
      end

      # A kind of work's input as a field.
      def of_input(input)
        name = input.name.to_s
        more = { hint: input.hint, asked: input.asked, withdraws: input.withdraws }
        case input.unit
        when :film then make(name, input.label, kind: :film, units: Fields::U::LENGTH + Fields::U::COVER, **more)
        when :choice then choice(name, input.label, input.choices, **more)
        when :rows then Fields::TASK_ROWS.fetch(name).with(**more.slice(:withdraws))
        when :allowance then make(name, input.label, **Fields::UNITS.fetch(:allowance), **more)
        else make(name, input.label, allowed: input.allowed, **Fields::UNITS.fetch(input.unit), **more)
        end
      end
    end
  end
end
