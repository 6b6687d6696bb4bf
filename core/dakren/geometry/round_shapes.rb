# frozen_string_literal: true

require_relative "shape"
require_relative "outline"

module Dakren
  module Geometry
    # Points round an ellipse, enough for a smooth drawing; areas never come from them.
    module Around
      POINTS = 72

      module_function

      # @return [Array<Array(Float, Float)>] points in mm, from 0, 0 of its box
      def ellipse(length_mm, width_mm)
        Array.new(POINTS) do |i|
          angle = 2 * Math::PI * i / POINTS
          [length_mm / 2 * (1 + Math.cos(angle)), width_mm / 2 * (1 + Math.sin(angle))]
        end
      end
    end

    # An ellipse in plan.
    class Ellipse
      include LengthByWidth

      def area_mm2
        Math::PI * length_mm * width_mm / 4
      end

      # Rule: Ramanujan's approximation, good to a few parts in a million for any piece.
      def edge_mm
        a = length_mm / 2
        b = width_mm / 2
        Math::PI * ((3 * (a + b)) - Math.sqrt(((3 * a) + b) * (a + (3 * b))))
      end

      def corners_mm
        Around.ellipse(length_mm, width_mm)
      end

      def working
        Working.new(says: "π/4 × %{length} × %{width} = %{area}", parts: side_quantities)
      end
    end

    # A round piece with a round hole in its middle.
    class Ring
      include Shape

      attr_reader :diameter_mm, :hole_mm

      # @param diameter_mm [Numeric] outside, 0.5 to 1,000,000
      # @param hole_mm [Numeric] across the hole, smaller
      # @raise [InputError]
      def initialize(diameter_mm:, hole_mm:)
        @diameter_mm = Check.number(:diameter, diameter_mm, SIDE_MM, "mm")
        @hole_mm = Check.number(:hole, hole_mm, SIDE_MM, "mm")
        raise InputError.new(:hole, "must be smaller than the ring is across") unless @hole_mm < @diameter_mm

        freeze
      end

      def round?
        true
      end

      def left_of(x)
        circle_left_of(x, diameter_mm) - circle_left_of(x - ((diameter_mm - hole_mm) / 2), hole_mm)
      end

      def area_mm2
        Math::PI * ((diameter_mm * diameter_mm) - (hole_mm * hole_mm)) / 4
      end

      def edge_mm
        Math::PI * (diameter_mm + hole_mm)
      end

      def extent_mm
        [diameter_mm, diameter_mm]
      end

      def working
        Working.new(says: "π/4 × (%{across}² − %{hole}²) = %{area}", parts: {
          across: Quantity.new(value: diameter_mm, unit: :mm), hole: Quantity.new(value: hole_mm, unit: :mm),
          area: Quantity.new(value: area_mm2 / 1e6, unit: :m2)
        })
      end
    end
  end
end
