# frozen_string_literal: true

module Dakren
  module Rooms
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
        sheets = Stores::Sheet.where(retired: false).in_order.map { |sheet| [sheet.id.to_s, sheet.name] }
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
