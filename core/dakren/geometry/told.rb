# frozen_string_literal: true

require_relative "shape"
require_relative "void"

module Dakren
  module Geometry
    # So many round holes alike, wherever they lie.
    #
    #   Holes.new(count: 40, diameter_mm: 6, depth_mm: 20).volume_ml   # 22.6
    class Holes < Void
      COUNT = (1..10_000)

      attr_reader :count

      # @param count [Integer] 1 to 10,000 @param diameter_mm [Numeric] of each @param depth_mm [Numeric] 0.1 to 3000
      # @raise [InputError] naming count, diameter or depth
      def initialize(count:, diameter_mm:, depth_mm:)
        @count = Check.number(:count, count, COUNT).to_i
        raise InputError.new(:count, "must be a whole number", given: count) unless @count == count

        super(Circle.new(diameter_mm: diameter_mm), depth_mm: depth_mm)
      end

      def area_mm2
        count * super
      end

      def edge_mm
        count * super
      end

      def hollows
        count
      end

      # They lie wherever they lie.
      def outline
        nil
      end

      def from_above
        ToldArea.new(area_m2: area_mm2 / 1e6)
      end

      # One of them, cut through.
      # @return [CutView]
      def section
        wide = region.alone.diameter_mm
        rim = wide * 0.6
        deep = deepest_mm
        CutView.new(
          says: CutView.says("%{count}, %{wide} across, %{deep} deep", count: [count, :hole], wide: [wide, :mm], deep: [deep, :mm]),
          outlines: [CutView.block(0, -deep, wide, 0, :runny), CutView.block(-rim, -deep * 1.12, 0, 0, :ground),
            CutView.block(wide, -deep * 1.12, wide + rim, 0, :ground), CutView.block(0, -deep * 1.12, wide, -deep, :ground)],
          sizes: [CutView::Size.new(from: 0, to: wide, quantity: Quantity.new(value: wide, unit: :mm))],
          notes: [CutView.says("%{count}, each %{deep} deep and %{ml}", count: [count, :hole], deep: [deep, :mm],
            ml: [gross_ml / count, :ml])]
        )
      end

      def working
        [Working.new(says: "%{count} × π/4 × %{wide} × %{wide} × %{deep} = %{ml}", parts: {
          count: Quantity.new(value: count, unit: :count), wide: Quantity.new(value: region.alone.diameter_mm, unit: :mm),
          deep: Quantity.new(value: deepest_mm, unit: :mm), ml: Quantity.new(value: gross_ml, unit: :ml)
        })]
      end
    end

    # A piece with a hollow in it, and what is planed off both its faces.
    #
    # Rule: at least 1.5 mm of wood stays under the deepest of it, or it shows through and breaks out.
    Planed = Value.define(:piece_mm, :deepest_mm, top_mm: 0, under_mm: 0) do
      # As thick as it is in the end.
      def finished_mm
        piece_mm - top_mm - under_mm
      end

      # Wood that is left under the deepest of it.
      def left_mm
        piece_mm - deepest_mm - under_mm
      end

      # Resin that is left where it is deepest.
      def resin_mm
        deepest_mm - top_mm
      end

      # Is it cut through, or nearly?
      def thin?
        left_mm < Planed::LEAST_MM
      end
    end
    Planed::LEAST_MM = 1.5

    # An amount as somebody told it, of mix: 135 g, a quart.
    class ToldAmount
      include Shape

      AMOUNT = (0.01..10_000_000)
      UNITS = %i[g ml].freeze

      attr_reader :quantity

      # @param quantity [Quantity] in g or ml, 0.01 to 10,000,000
      # @raise [InputError] naming amount
      def initialize(quantity)
        raise InputError.new(:amount, "must be a weight or a volume") unless UNITS.include?(quantity.unit)

        Check.number(:amount, quantity.value, AMOUNT, quantity.unit.to_s)
        @quantity = quantity
        freeze
      end

      def told?
        true
      end

      def outline
        nil
      end

      alias size quantity
    end
  end
end
