# frozen_string_literal: true

module Dakren
  module Drawings
    # Two blocks of paste at true size on a screen whose scale was set against a bank card.
    class PasteBlocks
      # Room for what is written above a block.
      WRITTEN = 250

      # @param blocks [Measure::Blocks]
      # @param px_per_mm [Float]
      # @param wording [Words::Wording]
      def initialize(blocks, px_per_mm, wording)
        @blocks = blocks
        @px = px_per_mm
        @wording = wording
      end

      def to_s
        side = @blocks.section_mm * @px
        svg = Svg.new([[@blocks.resin_mm, @blocks.hardener_mm].max * @px, WRITTEN].max + 12, (side * 2) + 62,
          label: "Two blocks of paste at true size, each #{show(@blocks.section_mm)} square", css: "true-size")
        { resin: @blocks.resin_mm, hardener: @blocks.hardener_mm }.each_with_index do |(name, length), i|
          top = 24 + (i * (side + 28))
          svg.text(4, top - 7, "#{name}: #{show(length)} long, #{show(@blocks.section_mm)} square", class: "t-text")
          svg.rect(4, top, length * @px, side, fill: CupRow::COLOURS.fetch(name), stroke: BenchCup::LINE, stroke_width: 1.5)
        end
        svg.to_s
      end

      private

      def show(millimetres)
        @wording.show(Quantity.new(value: millimetres, unit: :mm))
      end
    end
  end
end
