# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # A kind of work in a small section, as it is seen when cut through: what is beneath, and what goes on.
    class KindSign
      WIDTH = 132
      HEIGHT = 76
      FILLS = { wood: Ramp::WOOD, stone: "#c9cfcb", resin: Ramp::RESIN, hardener: Ramp::HARDENER }.freeze

      # @param kind [Work::Kinds::Kind] that has a sign
      def initialize(kind)
        @kind = kind
      end

      def to_s
        svg = Svg.new(WIDTH, HEIGHT, label: "#{@kind.opening.words}, in section")
        @kind.sign.each do |of, points|
          next svg.shape(points, closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 2) if of == :line

          svg.shape(points, fill: FILLS.fetch(of) { Ramp.fill(of) }, stroke: Ramp::INK, stroke_width: 1.5)
        end
        svg.to_s
      end
    end
  end
end
