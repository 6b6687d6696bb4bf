# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # A tin as it stands on the shelf, filled as far as it is: its lid on, or beside it where it is open.
    class Tin
      WIDE = 84
      HIGH = 96
      BODY = [14, 18, 56, 72].freeze
      # A tin of this much fills its place; smaller ones are drawn smaller, but none smaller than that share.
      FULL_G = 5000.0
      LEAST = 0.6

      # @param part [Symbol] :resin or :hardener @param share [Numeric] 0 to 1 @param size [Numeric] g or ml it held
      # @param open [Boolean] @param old [Boolean] past its day
      # @param label [String] for those who cannot see it
      def initialize(part, share:, size:, open:, old:, label:)
        @part = part
        @share = share.to_f.clamp(0.0, 1.0)
        @grown = ((size / FULL_G)**(1 / 3.0)).clamp(LEAST, 1.0)
        @open = open
        @old = old
        @label = label
      end

      LEVEL = [56, 9].freeze

      # How full tins are together, as a bar beside their words.
      # @param part [Symbol] :resin or :hardener @param share [Numeric] 0 to 1
      # @return [String] SVG
      def self.level(part, share)
        wide, high = LEVEL
        svg = Svg.new(wide, high, label: "#{(share * 100).round} percent full", css: "stock-bar")
        svg.rect(0.5, 0.5, wide - 1, high - 1, fill: Ramp::PAPER, stroke: Ramp::INK)
        svg.rect(1, 1, (wide - 2) * share, high - 2, fill: part == :resin ? Ramp::RESIN : Ramp::HARDENER).to_s
      end

      # @return [String] SVG
      def to_s
        svg = Svg.new(WIDE, HIGH, label: @label, css: "tin-drawn")
        wide = BODY[2] * @grown
        high = BODY[3] * @grown
        left = (WIDE - wide) / 2
        top = BODY[1] + BODY[3] - high
        filled(svg, left, top, wide, high)
        svg.rect(left, top, wide, high, fill: "none", stroke: Ramp::INK, stroke_width: 2)
        svg.line(left + 4, top + 6, left + wide - 4, top + 6, stroke_width: 1)
        lid(svg, left, top, wide)
        svg.to_s
      end

      private

      def filled(svg, left, top, wide, high)
        deep = (high - 8) * @share
        svg.rect(left, top, wide, high, fill: Ramp::PAPER)
        svg.rect(left + 1, top + high - deep - 1, wide - 2, deep, fill: @part == :resin ? Ramp::RESIN : Ramp::HARDENER,
          fill_opacity: @old ? Ramp::PALE : 1)
      end

      def lid(svg, left, top, wide)
        return svg.rect(left - 3, top - 5, wide + 6, 6, fill: Ramp::INK) unless @open

        svg.shape([[left + 4, top - 2], [left + wide, top - 14], [left + wide + 2, top - 9], [left + 6, top + 3]], fill: Ramp::INK)
      end
    end
  end
end
