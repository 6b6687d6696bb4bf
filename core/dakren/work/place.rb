# frozen_string_literal: true

require_relative "../base/value"
require_relative "../geometry/shape"

module Dakren
  module Work
    # A hole in a laminate, cut back to sound material; hole_width_mm nil for a round one.
    Damage = Value.define(:hole_length_mm, :thickness_mm, hole_width_mm: nil) do
      include Geometry::Shape

      def outline
        nil
      end

      # The hole itself, from above.
      # @return [Object] shape of Size
      def hole
        widened(0)
      end

      # What is ground round it to a bevel of twelve times the thickness, the hole with it.
      def from_above
        bevel = (Scarf::USUAL_RATIO * thickness_mm / Scarf::ROUND_UP_MM.to_f).ceil * Scarf::ROUND_UP_MM
        widened(2 * bevel)
      end

      # @return [Quantity] of the laminate it goes through
      def size
        Quantity.new(value: thickness_mm, unit: :mm)
      end

      private

      def widened(by_mm)
        return Geometry::Circle.new(diameter_mm: hole_length_mm + by_mm) if hole_width_mm.nil?

        Geometry::Rectangle.new(length_mm: hole_length_mm + by_mm, width_mm: hole_width_mm + by_mm)
      end
    end

    # One part of a piece: a surface, a void, cavities, a joint or a damage.
    #
    # sort: of Kinds::PLACES; shape: of Size, a Void, Cavity, Joint or Damage; texture_pct: how much rougher than flat; wall: what it is
    # made of, as the clock knows it, nil for wood; channel_mm: width of a cut channel, slot or cell, nil where it is none.
    Place = Value.define(:name, :sort, :shape, texture_pct: 0, wall: nil, channel_mm: nil) do
      # Area as it is coated, mm2.
      def area_mm2
        shape.area_mm2 * (1 + (texture_pct / 100.0))
      end

      # How big it is, as somebody would say it.
      # @return [Quantity]
      def size
        shape.size.unit == :m2 ? Quantity.new(value: area_mm2 / 1e6, unit: :m2) : shape.size
      end

      # Is it walls for the most part, on which nothing can be poured out?
      def upright?
        shape.upright?
      end

      # Edge and area of one body in plan, of a metre of a channel.
      # @return [Array(Float, Float), nil]
      def plan_of_one
        return [2000.0, channel_mm * 1000.0] if channel_mm

        shape.plan_of_one
      end

      # Share of its edge that faces a neighbour no further away than that.
      # @param near_mm [Numeric]
      def shared_side(near_mm)
        one = shape.placed_alone
        return 0.0 if one.nil? || one.count < 2

        wide, high = one.shape.extent_mm
        columns = (one.count / (one.rows || 1).to_f).ceil
        gaps = [[one.step_mm[0].abs - wide, columns, high], [one.step_mm[1].abs - high, one.rows || 1, wide]]
        facing = gaps.sum { |gap, many, side| many > 1 && gap <= near_mm ? 2 * side * (many - 1) / many.to_f : 0.0 }
        facing / (2 * (wide + high))
      end

      # What of it mix lies on: of a hollow its floor and its walls, mm2.
      def wetted_mm2
        shape.wetted_mm2
      end

      # The same place as another sort of work sees it.
      #
      # Rule: a void has its area from above; a hole the bevel ground round it, or, plugged, its own depth; a joint a strip along it.
      # @param wanted [Symbol] of Kinds::PLACES
      # @return [Place]
      def as(wanted)
        return self if wanted == sort

        found = case [sort, wanted]
                when %i[void surface], %i[joint surface], %i[damage surface] then shape.from_above
                when [:amount, wanted] then shape
                when %i[damage void] then Geometry::Void.new(shape.hole, depth_mm: shape.thickness_mm)
                end
        with(sort: wanted, shape: found)
      end

      # What is drawn from above, where there is something.
      def outline
        shape.outline
      end
    end
  end
end
