# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/check"
require_relative "../base/exact"
require_relative "units"

module Dakren
  module Measure
    # What a shop measures with: each tool is one file in tools/, which says all there is to say of it.
    #
    # Of a tool: errors(split), the worst share by which resin and hardener may be off; refusal(split, ratio), a reason or nil;
    # count(split), where it is counted and not filled to a line; counted_g(split, ratio), what that count really gives;
    # advice(split), a sentence for the ticket; most_g(density), grams it takes at a time.
    module Tools
      # A number the shop gives of a tool: units and bare as Units name them; fallback: what counts where nothing is given;
      # spare: it may be left out.
      Number = Value.define(:name, :label, :units, :bare, :allowed, fallback: nil, spare: false)

      # What is counted at the bench, and the words for it there; alternate: one of each in turn.
      Counting = Value.define(:unit, :alternate, :ready, :heading, :how)

      # So many of each part. @see Counting
      Counted = Value.define(:counting, :resin, :hardener)

      # name: as it is kept; method: how the ticket calls measuring with it; short: in a sentence.
      Declaration = Value.define(:name, :method, :label, :short, :fields, counting: nil)

      NO_DENSITIES = "the sheet gives no densities, so this ratio by weight cannot be"

      # What a tool says where it says nothing of its own.
      module Usual
        def declaration
          self.class.declaration
        end

        # @return [Counted, nil]
        def count(_split)
          nil
        end

        # @return [Numeric, nil] g; nil where as much as was planned goes in
        def counted_g(_split, _ratio)
          nil
        end

        # @return [String, nil]
        def advice(_split)
          nil
        end

        # @return [Float, nil] g; nil where it sets no limit
        def most_g(_density_g_ml)
          nil
        end
      end

      ALL = {} # rubocop:disable Style/MutableConstant -- filled by the files of tools/

      module_function

      # Declares a tool.
      # @return [Class] a frozen value with name and the fields
      def declare(name, method, label:, short:, fields:, counting: nil, &body)
        declaration = Declaration.new(name: name, method: method, label: label, short: short, fields: fields, counting: counting)
        spare, needed = fields.partition(&:spare)
        tool = Value.define(:name, *needed.map { |field| field.name.to_sym }, **spare.to_h { |field| [field.name.to_sym, nil] }) do
          include Usual

          class_eval(&body)
        end
        tool.define_singleton_method(:declaration) { declaration }
        ALL[name] = tool
      end

      def field(name, label, units, bare, allowed, **more)
        Number.new(name: name, label: label, units: units, bare: bare, allowed: allowed, **more)
      end

      # @param unit [String] of a count kept with a cup
      # @return [Counting, nil]
      def counting(unit)
        ALL.each_value.filter_map { |tool| tool.declaration.counting }.find { |counting| counting.unit == unit }
      end

      # @return [Hash{Symbol=>String}] ways of measuring, and how they are called in a sentence
      def methods_short
        ALL.values.to_h { |tool| [tool.declaration.method, tool.declaration.short] }
      end
    end
  end
end
