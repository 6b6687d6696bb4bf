# frozen_string_literal: true

require_relative "shape"
require_relative "../base/check"

module Dakren
  module Geometry
    # A seam so long.
    class Joint
      include Shape

      # Ours: what can be asked, and the strip two cloth tapes need.
      LENGTH_MM = (1..1_000_000)
      STRIP_MM = (1..2000)
      USUAL_STRIP_MM = 50
      attr_reader :length_mm, :strip_mm

      # @param length_mm [Numeric] @param strip_mm [Numeric] how wide whatever is coated or laid along it is @raise [InputError]
      def initialize(length_mm:, strip_mm: USUAL_STRIP_MM)
        @strip_mm = Check.number(:strip, strip_mm, STRIP_MM, "mm")
        @length_mm = Check.number(:length, length_mm, LENGTH_MM, "mm")
        freeze
      end

      def outline
        nil
      end

      def size
        Quantity.new(value: length_mm, unit: :mm)
      end

      # The strip along it that is coated or laid over.
      # @return [Rectangle]
      def from_above
        Rectangle.new(length_mm: length_mm, width_mm: strip_mm)
      end
    end
  end
end
