# frozen_string_literal: true

module Dakren
  module Drawings
    # Where a mix lies on the scale of what people have seen, from short of resin to short of hardener.
    class RatioScale
      WIDTH = 410
      HIGH = 20
      # Indices it shows: half the resin that is wanted, to a third more.
      SHOWN = (0.5..1.32)
      FILLS = { will_not_set: "#e7b6b6", rubbery: "#edc5bf", scratches: "#f0d2bd", weak: "#f3eac6", good: "#d2e4d8",
                soft: "#f0d2bd" }.freeze
      WORDS = { will_not_set: "won't set", rubbery: "rubbery", scratches: "scratches", weak: "weak", good: "good", soft: "soft" }.freeze
      # A name needs so much room.
      LETTER = 6.2

      # @param verdict [Measure::Verdict]
      # @param says [String] in words
      def initialize(verdict, says)
        @verdict = verdict
        @says = says
      end

      # @return [String] SVG
      def to_s
        svg = Svg.new(WIDTH, HIGH + 22, label: "On the scale of what people have seen: #{@says}", css: "drawing ratio-scale")
        zones = @verdict.zones.map { |name, from, to| [name, at(from), at(to)] }.select { |_, from, to| to > from }
        zones.each { |name, from, to| svg.rect(from, 4, to - from, HIGH, fill: FILLS.fetch(name)) }
        svg.rect(0.5, 4, WIDTH - 1, HIGH, fill: "none", stroke: Ramp::INK)
        names(svg, zones)
        svg.rect(at(@verdict.index&.to_f || SHOWN.end) - 2, 0, 4, HIGH + 8, fill: Ramp::INK)
        svg.to_s
      end

      private

      def at(index)
        ((index.clamp(SHOWN.begin, SHOWN.end) - SHOWN.begin) / (SHOWN.end - SHOWN.begin) * (WIDTH - 4)) + 2
      end

      # Each where its zone is, those that would cover another left out.
      def names(svg, zones)
        last = -Float::INFINITY
        zones.each do |name, from, to|
          words = WORDS.fetch(name)
          wide = words.length * LETTER
          middle = ((from + to) / 2).clamp(wide / 2, WIDTH - (wide / 2))
          next if middle - (wide / 2) < last + 4

          svg.text(middle, HIGH + 18, words, text_anchor: "middle", class: "t-small")
          last = middle + (wide / 2)
        end
      end
    end
  end
end
