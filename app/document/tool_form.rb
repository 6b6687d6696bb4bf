# frozen_string_literal: true

module Dakren
  module Document
    # One tool as typed.
    class ToolForm
      include TypedForm

      NAME_LONGEST = 80

      attr_reader :kind

      # @param kind [ToolKinds::Declared]
      # @param typed [Hash{String=>Object}]
      def initialize(kind, typed)
        @kind = kind
        @typed = typed
        @problems = {}
        @numbers = kind.fields.to_h { |field| [field.name, read(field)] }
        name_ok
      end

      # @param record [Stores::Tool]
      # @return [ToolForm] as it opens
      def self.of(record)
        kind = ToolKinds::ALL.fetch(record.kind)
        new(kind, { "name" => record.name, **record.numbers.transform_values { |number| Check.plain(number) } })
      end

      # @return [Hash{Symbol=>Object}] the record's columns
      def columns
        { kind: kind.name, name: value("name").strip, numbers: @numbers }
      end

      private

      def read(field)
        text = value(field.name).strip
        return field.fallback.to_f if text.empty? && field.fallback

        Measure::Typed.read(text, field: field.name, units: field.units, bare: field.bare, allowed: field.allowed).to_f
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
