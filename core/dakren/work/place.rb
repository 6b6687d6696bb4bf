# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # A hole in a laminate, cut back to sound material; hole_width_mm nil for a round one.
    Damage = Value.define(:hole_length_mm, :thickness_mm, hole_width_mm: nil) do
      # The hole itself, from above.
      # @return [Object] shape of Size
      def hole
        widened(0)
      end

      # What is ground round it to a bevel of twelve times the thickness, the hole with it.
      def ground
        bevel = (Scarf::USUAL_RATIO * thickness_mm / Scarf::ROUND_UP_MM.to_f).ceil * Scarf::ROUND_UP_MM
        widened(2 * bevel)
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

      # How much edge it has to its area in plan: what loses heat sideways, 1/m. A channel has its two long sides.
      # @return [Float] 0 where it is no hollow
      def edge_to_area_per_m
        return 2000.0 / channel_mm if channel_mm
        return 0.0 unless shape.is_a?(Geometry::Void)

        shape.edge_mm / shape.area_mm2 * 1000
      end

      # Its smaller width in plan, mm, where it is a hollow.
      # @return [Float, nil]
      def width_mm
        return channel_mm if channel_mm

        case shape
        when Geometry::Cavity then shape.width_mm
        when Geometry::Void then even_width_mm(shape.region.edge_mm / 2, shape.region.area_mm2)
        end
      end

      # Smaller side of the rectangle with this area and half as much edge; of the square where there is none.
      def even_width_mm(half_edge_mm, area_mm2)
        rest = (half_edge_mm * half_edge_mm) - (4 * area_mm2)
        rest.positive? ? (half_edge_mm - Math.sqrt(rest)) / 2 : Math.sqrt(area_mm2)
      end

      # One body of it by itself, where each is cast alone: how much, how deep, how long its rim is. A metre of a channel.
      # @param depth_mm [Numeric] of one pour
      # @return [Hash{Symbol=>Float}, nil]
      def body(depth_mm)
        depth = depth_mm.to_f
        return { volume_ml: channel_mm * depth, depth_mm: depth, perimeter_mm: 2000.0 } if channel_mm

        case shape
        when Geometry::Cavity then { volume_ml: shape.each_ml, depth_mm: depth, perimeter_mm: shape.rim_mm }
        when Geometry::Void then { volume_ml: shape.region.area_mm2 * depth / 1000, depth_mm: depth, perimeter_mm: shape.region.edge_mm }
        end
      end

      # What of a hollow mix lies on: its floor and its walls, mm2.
      def wetted_mm2
        return shape.area_mm2 if !shape.is_a?(Geometry::Void) && shape.respond_to?(:area_mm2)

        shape.area_mm2 + (shape.edge_mm * shape.deepest_mm)
      end

      # The same place as another sort of work sees it.
      #
      # Rule: a void has its area from above; a hole the bevel ground round it, or, plugged, its own depth; a joint a strip along it.
      # @param wanted [Symbol] of Kinds::PLACES
      # @return [Place]
      def as(wanted)
        return self if wanted == sort

        found = case [sort, wanted]
                when %i[void
                  surface] then shape.is_a?(Geometry::Holes) ? Geometry::ToldArea.new(area_m2: shape.area_mm2 / 1e6) : shape.region
                when [:amount, wanted] then shape
                when %i[joint surface] then Geometry::Rectangle.new(length_mm: shape.length_mm, width_mm: shape.strip_mm)
                when %i[damage surface] then shape.ground
                when %i[damage void] then Geometry::Void.new(shape.hole, depth_mm: shape.thickness_mm)
                end
        with(sort: wanted, shape: found)
      end

      # What is drawn from above, where there is something.
      def outline
        case shape
        when Geometry::Holes, Geometry::ToldAmount, Geometry::Cavity, Geometry::Joint, Damage then nil
        when Geometry::Void then shape.region
        when Geometry::Body then shape.outline
        else shape
        end
      end
    end
  end
end
