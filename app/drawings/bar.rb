# frozen_string_literal: true

module Dakren
  module Drawings
    # How much of something is done, as a bar: of what is poured up to its line, of minutes, or of what is counted one by one.
    class Bar
      WIDE = 500
      HIGH = 26
      PALE = "#f4f6f4"
      # Where the line stands that something is poured to; beyond it is too much.
      LINE_X = 428
      FRAME = { fill: "none", stroke: PALE, stroke_width: 2 }.freeze

      # @param share [Numeric] of what is wanted; above 1 is too much @param part [Symbol] :resin or :hardener
      # @return [String] SVG
      def self.poured(share, part)
        draw("#{(share * 100).round} percent poured") do |svg|
          svg.rect(1, 3, 430, 20, **FRAME)
          svg.rect(2, 4, (share * LINE_X).clamp(0, WIDE - 4), 18, fill: CupRow::COLOURS.fetch(part))
          svg.rect(LINE_X, 0, 4, HIGH, fill: PALE)
        end
      end

      # @param share [Numeric] 0 to 1
      def self.mixed(share)
        draw("#{(share * 100).round} percent mixed") do |svg|
          svg.rect(1, 3, WIDE - 2, 20, **FRAME)
          svg.rect(2, 4, (share * (WIDE - 4)).clamp(0, WIDE - 4), 18, fill: Ramp.fill(:runny))
        end
      end

      # @param share [Numeric] 0 to 1 of the time there was
      def self.gone(share)
        draw("#{(share * 100).round} percent of its time gone", nil) do |svg|
          svg.rect(1, 3, WIDE - 2, 20, **FRAME)
          svg.rect(2, 4, (share * (WIDE - 4)).clamp(0, WIDE - 4), 18, fill: Ramp.fill(:tacky))
        end
      end

      # @param order [Array<Symbol>] the part of each stroke, drop or spoon @param done [Integer] how many are in
      def self.counted(order, done)
        wide = (WIDE - 4.0) / order.size
        draw("#{done} of #{order.size} counted") do |svg|
          order.each_with_index do |part, i|
            colour = CupRow::COLOURS.fetch(part)
            svg.rect(2 + (i * wide), 3, [wide - 1, 0.5].max, 20, fill: i < done ? colour : "none", stroke: colour)
          end
        end
      end

      # @param id [String, nil] by which a page knows it again
      def self.draw(label, id = "b-bar", &)
        Svg.new(WIDE, HIGH, label: label, css: "bench-bar", preserveAspectRatio: "xMinYMid", **{ id: id }.compact).tap(&).to_s
      end
      private_class_method :draw
    end
  end
end
