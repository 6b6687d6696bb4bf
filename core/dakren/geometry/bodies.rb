# frozen_string_literal: true

require_relative "shape"

module Dakren
  module Geometry
    # Surfaces that are not flat, each with its plan unrolled so that it can be drawn and marked.
    #
    # Every body has area_mm2, edge_mm (where a coat ends), outline (unrolled) and working.
    module Body
      include Shape

      def corners_mm
        outline.corners_mm
      end

      def extent_mm
        outline.extent_mm
      end

      private

      def length(value)
        Quantity.new(value: value, unit: :mm)
      end

      def area
        Quantity.new(value: area_mm2 / 1e6, unit: :m2)
      end

      def side(field, value, allowed = SIDE_MM)
        Check.number(field, value, allowed, "mm")
      end
    end

    # The side of a cylinder: pi d h.
    class CylinderSide
      include Body

      attr_reader :diameter_mm, :height_mm

      # @param diameter_mm [Numeric] @param height_mm [Numeric] 0.5 to 1,000,000
      def initialize(diameter_mm:, height_mm:)
        @diameter_mm = side(:diameter, diameter_mm)
        @height_mm = side(:height, height_mm)
        freeze
      end

      def curved?
        true
      end

      def upright?
        true
      end

      def area_mm2
        Math::PI * diameter_mm * height_mm
      end

      def edge_mm
        2 * Math::PI * diameter_mm
      end

      def outline
        Rectangle.new(length_mm: Math::PI * diameter_mm, width_mm: height_mm)
      end

      def working
        Working.new(says: "π × %{across} × %{height} = %{area}",
          parts: { across: length(diameter_mm), height: length(height_mm), area: area })
      end
    end

    # The side of a cone or of a cut-off cone: pi (d1 + d2)/2 x slant.
    class ConeSide
      include Body

      # A ring of a larger radius than this is a strip.
      NEARLY_STRAIGHT_MM = 400_000

      attr_reader :bottom_mm, :top_mm, :height_mm

      # @param bottom_mm [Numeric] across at one end @param top_mm [Numeric] across at the other, 0 for a point
      # @param height_mm [Numeric] upright height
      def initialize(bottom_mm:, top_mm:, height_mm:)
        @bottom_mm = side(:diameter, bottom_mm)
        @top_mm = side(:top, top_mm, 0..1_000_000)
        @height_mm = side(:height, height_mm)
        freeze
      end

      def slant_mm
        Math.hypot(height_mm, (bottom_mm - top_mm) / 2)
      end

      def curved?
        true
      end

      def upright?
        true
      end

      def area_mm2
        Math::PI * (bottom_mm + top_mm) / 2 * slant_mm
      end

      def edge_mm
        Math::PI * (bottom_mm + top_mm)
      end

      # Unrolled: a piece of a ring; a straight strip where both ends are alike.
      def outline
        wide, narrow = [bottom_mm, top_mm].minmax.reverse
        outer = wide == narrow ? Float::INFINITY : slant_mm * wide / (wide - narrow)
        return Rectangle.new(length_mm: Math::PI * (wide + narrow) / 2, width_mm: slant_mm) if outer > NEARLY_STRAIGHT_MM

        inner = outer - slant_mm
        angle = Math::PI * wide / outer
        steps = Plane::ROUND_EDGES
        arc = ->(radius) { (0..steps).map { |i| [radius * Math.cos(angle * i / steps), radius * Math.sin(angle * i / steps)] } }
        Polygon.new(inner < 1e-6 ? [[0.0, 0.0]] + arc.call(outer) : arc.call(outer) + arc.call(inner).reverse)
      end

      def working
        Working.new(says: "π × (%{bottom} + %{top}) ÷ 2 × %{slant} along the slant = %{area}", parts: {
          bottom: length(bottom_mm), top: length(top_mm), slant: length(slant_mm), area: area
        })
      end
    end

    # The inside of a box: floor and four walls.
    class BoxInside
      include Body

      attr_reader :length_mm, :width_mm, :height_mm

      def initialize(length_mm:, width_mm:, height_mm:)
        @length_mm = side(:length, length_mm)
        @width_mm = side(:width, width_mm)
        @height_mm = side(:height, height_mm)
        freeze
      end

      def area_mm2
        (length_mm * width_mm) + (2 * height_mm * (length_mm + width_mm))
      end

      def upright?
        2 * height_mm * (length_mm + width_mm) > length_mm * width_mm
      end

      # The rim.
      def edge_mm
        2 * (length_mm + width_mm)
      end

      # Laid open: the floor with its walls folded out.
      def outline
        l = length_mm
        w = width_mm
        h = height_mm
        Polygon.new([[h, 0], [h + l, 0], [h + l, h], [l + (2 * h), h], [l + (2 * h), h + w], [h + l, h + w], [h + l, w + (2 * h)],
          [h, w + (2 * h)],
          [h, h + w], [0, h + w], [0, h], [h, h]])
      end

      def working
        Working.new(says: "floor %{length} × %{width}, walls 2 × (%{length} + %{width}) × %{height}: together %{area}", parts: {
          length: length(length_mm), width: length(width_mm), height: length(height_mm), area: area
        })
      end
    end

    # A pool whose floor goes down in steps along its length: floors, risers, two ends, two long walls.
    class SteppedPool
      include Body

      MOST_STEPS = 40

      attr_reader :width_mm, :steps_mm

      # @param width_mm [Numeric]
      # @param steps_mm [Array<Array(Numeric, Numeric)>] length of each level and how deep it lies below the rim
      # @raise [InputError]
      def initialize(width_mm:, steps_mm:)
        @width_mm = side(:width, width_mm)
        unless steps_mm.size.between?(1, MOST_STEPS)
          raise InputError.new(:steps, "must be 1 to #{MOST_STEPS} levels; #{steps_mm.size} given")
        end

        @steps_mm = steps_mm.each_with_index.map do |(long, deep), i|
          [side("length of level #{i + 1}", long), side("depth of level #{i + 1}", deep)]
        end
        freeze
      end

      def length_mm
        steps_mm.sum(&:first)
      end

      def floor_mm2
        length_mm * width_mm
      end

      # Both ends and every riser between two levels.
      def rise_mm
        steps_mm.first[1] + steps_mm.last[1] + steps_mm.each_cons(2).sum { |(_, one), (_, two)| (two - one).abs }
      end

      def long_walls_mm2
        2 * steps_mm.sum { |long, deep| long * deep }
      end

      def upright?
        (rise_mm * width_mm) + long_walls_mm2 > floor_mm2
      end

      def area_mm2
        floor_mm2 + (rise_mm * width_mm) + long_walls_mm2
      end

      def edge_mm
        2 * (length_mm + width_mm)
      end

      # Unrolled as one strip: the way along the floor and up the ends, as wide as the area makes it.
      def outline
        along = length_mm + rise_mm
        Rectangle.new(length_mm: along, width_mm: area_mm2 / along)
      end

      def working
        Working.new(says: "floor %{floor}, risers and ends %{rise} × %{width}, long walls %{walls}: together %{area}", parts: {
          floor: Quantity.new(value: floor_mm2 / 1e6, unit: :m2), rise: length(rise_mm), width: length(width_mm),
          walls: Quantity.new(value: long_walls_mm2 / 1e6, unit: :m2), area: area
        })
      end
    end

    # A rod wrapped over a length: pi d l.
    class Rod < CylinderSide
      # Thread is laid round it turn by turn: nothing is rolled on.
      def curved?
        false
      end

      def upright?
        false
      end

      def outline
        Rectangle.new(length_mm: height_mm, width_mm: Math::PI * diameter_mm)
      end
    end
  end
end
