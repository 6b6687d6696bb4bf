# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # One tool as typed.
    class ToolForm
      include TypedForm

      NAME_LONGEST = 80

      attr_reader :kind

      # @param kind [ToolKinds::Declared]
      # @param typed [Hash{String=>Object}] @param system [String] of Words::Systems, for bare numbers
      # @param before [Hash{String=>Numeric}] what the tool has now: what was not changed on the page stays exactly that
      def initialize(kind, typed, system = "metric", before: {})
        @before = before || {}
        @kind = kind
        @system = system
        @typed = typed
        @problems = {}
        @numbers = kind.fields.to_h { |field| [field.name, read(field)] }
        name_ok
      end

      # @param record [Stores::Tool]
      # @return [ToolForm] as it opens
      def self.of(record, system = "metric")
        kind = ToolKinds::ALL.fetch(record.kind)
        shown = kind.fields.to_h { |field| [field.name, shown(field, record.numbers[field.name], system)] }
        new(kind, { "name" => record.name, **shown }, system)
      end

      # @return [String] a number as the reader has it
      def self.shown(field, number, system)
        unit = Words::Systems.unit_of(field.bare, system)
        Check.plain(unit == field.bare || number.nil? ? number : Measure::Units.from_core(number.to_f, unit).round(5))
      end

      # @return [Hash{Symbol=>Object}] the record's columns
      def columns
        { kind: kind.name, name: value("name").strip, numbers: @numbers }
      end

      private

      def read(field)
        text = value(field.name).strip
        return field.fallback.to_f if text.empty? && field.fallback

        kept = @before[field.name]
        return kept if kept && text == self.class.shown(field, kept, @system)

        Measure::Typed.read(text, field: field.name, units: field.units, bare: Words::Systems.unit_of(field.bare, @system),
          allowed: field.allowed).to_f
      rescue InputError => e
        problems[field.name] = e.allowed
        nil
      end

      def name_ok
        name = value("name").strip
        problems["name"] = "must be given" if name.empty?
        problems["name"] = "must be at most #{NAME_LONGEST} characters; it has #{name.length}" if name.length > NAME_LONGEST
      end
    end
  end
end
