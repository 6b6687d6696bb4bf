# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # A hole in a laminate, cut back to sound material; hole_width_mm nil for a round one.
    Damage = Value.define(:hole_length_mm, :thickness_mm, hole_width_mm: nil)

    # One part of a piece: a surface, a void, cavities, a joint or a damage.
    #
    # sort: of Kinds::PLACES; shape: of Size, a Void, Cavity, Joint or Damage; texture_pct: how much rougher than flat.
    Place = Value.define(:name, :sort, :shape, texture_pct: 0) do
      # Area as it is coated, mm2.
      def area_mm2
        shape.area_mm2 * (1 + (texture_pct / 100.0))
      end

      # What is drawn from above, where there is something.
      def outline
        case shape
        when Geometry::Void then shape.region
        when Geometry::Body then shape.outline
        when Geometry::Cavity, Geometry::Joint, Damage then nil
        else shape
        end
      end
    end
  end
end
