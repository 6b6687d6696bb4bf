# frozen_string_literal: true

require_relative "../base/check"

module Dakren
  module Geometry
    # A seam so long.
    class Joint
      LENGTH_MM = (1..1_000_000)
      attr_reader :length_mm

      # @param length_mm [Numeric] @raise [InputError]
      def initialize(length_mm:)
        @length_mm = Check.number(:length, length_mm, LENGTH_MM, "mm")
        freeze
      end
    end
  end
end
