# frozen_string_literal: true

module Dakren
  module Document
    # The shop's tools: what the core declares of those that measure, and cups and trays.
    module ToolKinds
      Declared = Value.define(:name, :label, :fields, :build)
      CUP = Declared.new(name: "cup", label: "Mixing cup or tray", build: Plan::CupKind, fields: [
        Measure::Tools.field("bottom_mm", "Across the bottom", Measure::Units::LENGTH, :mm, 5..3000),
        Measure::Tools.field("top_mm", "Across the brim", Measure::Units::LENGTH, :mm, 5..3000),
        Measure::Tools.field("height_mm", "Height", Measure::Units::LENGTH, :mm, 5..3000)
      ])
      MEASURING = Measure::Tools::ALL.values.map do |tool|
        Declared.new(name: tool.declaration.name, label: tool.declaration.label, fields: tool.declaration.fields, build: tool)
      end
      ALL = [*MEASURING, CUP].to_h { |kind| [kind.name, kind] }.freeze

      module_function

      # @param record [Stores::Tool]
      # @return [Object] the core's tool
      def core(record)
        ALL.fetch(record.kind).build.new(name: record.name, **record.numbers.transform_keys(&:to_sym))
      end
    end

    # The tools a shop has, as the job sheet asks for them.
    class ToolShelf
      USUAL_RESOLUTION_G = 0.1

      # @return [Symbol] of Measure::WAYS
      def self.method_of(tool)
        tool.declaration.method
      end

      # @param named [Array<Array(String, Object)>] value in a form, and the core's tool
      def initialize(named)
        @tools = named.to_h
      end

      def tool(value)
        found = @tools[value]
        found unless found.is_a?(Plan::CupKind)
      end

      # @return [Array<Object>] tools that measure
      def measuring
        @tools.values.grep_v(Plan::CupKind)
      end

      # Step of the scale a batch is weighed on: the chosen one's, or finer than usual only where the batch needs it.
      # @param sheet [Sheet]
      # @param total_g [Numeric]
      # @param chosen [Object, nil] of Measure::Tools
      # @return [Float] g
      def resolution_g(sheet, total_g, chosen = nil)
        return chosen.resolution_g if chosen.is_a?(Measure::Tools::Scale)

        scales = measuring.grep(Measure::Tools::Scale)
        split = sheet.ratio.split(total_g: total_g)
        sure = Measure::ToolChoice.new(scales, sheet.ratio, tolerance_pct: sheet.tolerance_pct, split: split).sure
        return [USUAL_RESOLUTION_G, sure.map { |offer| offer.tool.resolution_g }.max].min if sure.any?

        scales.map(&:resolution_g).min || USUAL_RESOLUTION_G
      end

      # @return [Array<Plan::CupKind>] own cups and usual ones, smallest first
      def usual_cups
        (own_cups + Plan::USUAL_CUPS).sort_by(&:brim_ml)
      end

      def cups
        usual_cups + Plan::USUAL_TRAYS
      end

      def cup_choices
        { "auto" => "cup that fits", **cups.to_h { |cup| [cup.name, cup.name] } }
      end

      def method_choices
        {
          **Measure.bare_ways,
          **@tools.reject { |_, tool| tool.is_a?(Plan::CupKind) }.transform_values(&:name)
        }
      end

      private

      def own_cups
        @tools.values.grep(Plan::CupKind)
      end
    end
  end
end
