# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # A kind of work in a small section, as it is seen when cut through: what is beneath, and what goes on.
    class KindSign
      WIDTH = 132
      HEIGHT = 76
      # Each as shapes: what it is made of, and its corners.
      LOOKS = {
        coat: [[:wood, [[6, 44], [126, 44], [126, 66], [6, 66]]], [:tacky, [[6, 38], [126, 38], [126, 44], [6, 44]]]],
        flood: [[:wood, [[14, 40], [118, 40], [118, 66], [14, 66]]],
          [:runny, [[9, 62], [9, 34], [14, 28], [118, 28], [123, 34], [123, 62], [118, 62], [118, 40], [14, 40], [14, 62]]]],
        cast: [[:wood, [[6, 20], [44, 20], [50, 56], [82, 56], [88, 20], [126, 20], [126, 68], [6, 68]]],
          [:runny, [[45.5, 28], [50, 56], [82, 56], [86.5, 28]]]],
        floor: [[:stone, [[4, 40], [128, 40], [128, 70], [4, 70]]], [:firm, [[4, 33], [128, 33], [128, 40], [4, 40]]],
          [:runny, [[4, 28], [70, 28], [78, 33], [4, 33]]]],
        laminate: [[:wood, [[6, 54], [126, 54], [126, 66], [6, 66]]], [:tacky, [[10, 47], [122, 47], [122, 52], [10, 52]]],
          [:thickening, [[16, 40], [116, 40], [116, 45], [16, 45]]], [:runny, [[22, 33], [110, 33], [110, 38], [22, 38]]]],
        infusion: [[:stone, [[4, 58], [128, 58], [128, 66], [4, 66]]], [:tacky, [[24, 50], [74, 50], [74, 57], [24, 57]]],
          [:runny, [[74, 50], [106, 50], [106, 57], [74, 57]]],
          [:line, [[8, 58], [24, 46], [108, 46], [124, 58]]], [:line, [[30, 46], [30, 20], [14, 20]]]],
        scarf: [[:stone, [[4, 60], [40, 60], [8, 42], [4, 42]]], [:stone, [[128, 60], [92, 60], [124, 42], [128, 42]]],
          [:tacky, [[16, 42], [116, 42], [107, 47], [25, 47]]], [:thickening, [[25, 48], [107, 48], [99, 53], [33, 53]]],
          [:runny, [[34, 54], [98, 54], [90, 60], [42, 60]]]],
        bond: [[:wood, [[20, 12], [60, 12], [60, 68], [20, 68]]], [:thickening, [[60, 12], [66, 12], [66, 68], [60, 68]]],
          [:wood, [[66, 12], [112, 12], [112, 68], [66, 68]]]],
        fill: [[:wood, [[6, 32], [48, 32], [56, 56], [78, 58], [90, 32], [126, 32], [126, 68], [6, 68]]],
          [:thickening, [[48, 32], [56, 26], [70, 24], [84, 27], [90, 32], [78, 58], [56, 56]]]],
        cups: [[:line, [[46, 16], [54, 64], [80, 64], [88, 16]]], [:hardener, [[50.7, 44], [52, 52], [82, 52], [83.3, 44]]],
          [:resin, [[52, 52], [54, 64], [80, 64], [82, 52]]]]
      }.freeze
      FILLS = { wood: Ramp::WOOD, stone: "#c9cfcb", resin: Ramp::RESIN, hardener: Ramp::HARDENER }.freeze

      # @param name [Symbol] of LOOKS
      def initialize(name, label)
        @name = name
        @label = label
      end

      def to_s
        svg = Svg.new(WIDTH, HEIGHT, label: "#{@label}, in section")
        LOOKS.fetch(@name).each do |of, points|
          next svg.shape(points, closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 2) if of == :line

          svg.shape(points, fill: FILLS.fetch(of) { Ramp.fill(of) }, stroke: Ramp::INK, stroke_width: 1.5)
        end
        svg.to_s
      end
    end
  end
end
