# frozen_string_literal: true

require_relative "as_typed"
require_relative "fields"
require_relative "job_document"

module Dakren
  module Document
    # One part of a job's document: what was typed there, by the fields' own names, and what is wrong or missing of it. The job itself
    # is one too. Nobody else builds the key of a field.
    #
    #   task = Part.new(document).part("c1")
    #   task.key("film")        # => "c1-film"
    #   task.film               # => "0.3", as it was typed
    #   task.entry("coats")     # => AsTyped
    class Part
      # Something wrong with a field, or missing in it.
      Problem = Value.define(:field, :label, :says)

      # In what a figure is shown as it was understood, by the kind of its unit.
      UNDERSTOOD = { temperature: :c, cover: :"g/m2", length: :mm, volume: :ml, mass: :g, area: :m2 }.freeze

      # @return [String] of the keys this part has, e.g. "p1-s2-"; "" for the job itself
      attr_reader :prefix

      # @param document [Hash] see JobDocument @param prefix [String]
      # @param problems [Array<Problem>] @param missing [Array<Problem>] of the whole job
      def initialize(document, prefix = "", problems = [], missing = [])
        @document = document
        @prefix = prefix
        @table = Fields.table(prefix)
        @all_problems = problems
        @all_missing = missing
      end

      # @param document [Hash] @param ids [Array<String>] e.g. "c1", or "p1", "s2"
      # @return [Part]
      def self.of(document, *ids)
        ids.reduce(new(document)) { |part, id| part.part(id) }
      end

      # @param id [String] of a task, a place, or of a shape of this place
      # @return [Part]
      def part(id)
        self.class.new(@document, "#{prefix}#{id}-", @all_problems, @all_missing)
      end

      # @return [String] of one of its fields, as the document and the form have it
      def key(name)
        "#{prefix}#{name}"
      end

      # @return [Field]
      def field(name)
        @table[name] || Fields.of(key(name)) || raise(KeyError, "no field #{key(name)}")
      end

      # @return [Object, nil] as it is kept
      def [](name)
        @document["#{@prefix}#{name}"]
      end

      def text(name)
        @document["#{@prefix}#{name}"].to_s
      end

      def entry(name)
        AsTyped.kept(@document["#{@prefix}#{name}"])
      end

      # @param default [String, nil] what it stands at while nobody has chosen
      # @return [String]
      def choice(name, default = nil)
        choices = field(name).choices
        kept = @document["#{@prefix}#{name}"]
        choices.key?(kept) ? kept : default || choices.keys.first
      end

      # @return [Array<String>] ids of what a list holds
      def ids(name)
        JobDocument.ids(@document, key(name))
      end

      # @return [Array<String>, nil] nil where nothing was ever chosen
      def names(name)
        self[name].is_a?(Array) ? self[name].grep(String) : nil
      end

      # @return [Array<Array>] as they are kept
      def kept_rows(name)
        self[name].to_a
      end

      # Names of this part's own fields that were ever told.
      # @param pattern [Regexp]
      # @return [Array<String>]
      def told(pattern)
        everything.keys.grep(pattern)
      end

      # Everything that is told of this part.
      # @return [Hash{String=>Object}] by the fields' own names
      def everything
        @document.filter_map { |key, value| [key.delete_prefix(prefix), value] if key.start_with?(prefix) }.to_h
      end

      # Is a field wanted, as the others now stand?
      # @param usual [#call] what a list to choose from stands at while nobody has chosen, by name
      def asked?(name, usual: ->(_) {})
        asked = field(name).asked
        asked.nil? || asked.any? do |other, values|
          values == :told ? !entry(other).blank? : values.include?(choice(other, usual.call(other)))
        end
      end

      # @param name [String] of a field, or of a cell of its rows: "corners.2.x"
      # @return [String, nil] what is wrong with it
      def problem(name)
        return if @all_problems.empty?

        at = key(name)
        @all_problems.find { |problem| problem.field == at }&.says
      end

      # @param within [String, nil] name of one field: those of its cells too
      # @return [Array<Problem>] what is wrong with it
      def problems(within = "")
        @all_problems.select { |problem| problem.field.start_with?(key(within)) }
      end

      # @return [Array<Problem>] what is needed of it
      def missing(within = "")
        @all_missing.select { |missing| missing.field.start_with?(key(within)) }
      end

      # What a figure was understood as, in the core's unit.
      # @return [Quantity, nil] nil where it cannot be read
      def understood(name)
        asked = field(name)
        shown = UNDERSTOOD[asked.units.first&.kind]
        return if shown.nil? || entry(name).blank? || problem(name)

        Quantity.new(unit: shown, value: Measure::Typed.read(entry(name).typed, field: key(name), units: asked.units,
          bare: entry(name).bare || asked.metric))
      rescue InputError
        nil
      end

      # @param changes [Hash{String=>Object}] by the fields' own names
      # @return [Hash] the document with them
      def with(changes)
        @document.merge(changes.transform_keys { |name| key(name) })
      end

      # @param names [Array<String>] of its own fields
      # @return [Hash] the document without them
      def without(*names)
        @document.except(*names.map { |name| key(name) })
      end

      # What is typed in words, by the field's own name.
      Fields::TASK.merge(Fields::PLACE, Fields::SHAPE).each_value do |field|
        next if method_defined?(field.name) || private_method_defined?(field.name) || !%i[word film].include?(field.kind)

        define_method(field.name) { text(field.name) }
      end
    end
  end
end
