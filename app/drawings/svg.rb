# frozen_string_literal: true

module Dakren
  # SVG from core values. Colours and hatches come from Ramp alone; nothing uses inline styles.
  module Drawings
    # A small writer of SVG: escapes what it is given, rounds coordinates to a tenth.
    class Svg
      # @param width [Numeric] user units, one CSS pixel at full size
      # @param height [Numeric]
      # @param label [String] what the drawing shows, for those who cannot see it
      # @param role [String] "group" where it holds fields
      # @param more [Hash] attributes of the whole
      def initialize(width, height, label:, css: "drawing", role: "img", **more)
        @role = role
        @width = width
        @height = height
        @label = label
        @css = css
        @more = more
        @parts = []
      end

      # @return [Svg] self
      def tag(name, text = nil, **attributes)
        told = written(attributes)
        @parts << (text.nil? ? "<#{name}#{told}/>" : "<#{name}#{told}>#{Erubi.h(text.to_s)}</#{name}>")
        self
      end

      def text(x, y, words, **attributes)
        tag(:text, words, x: x, y: y, **attributes)
      end

      def line(x1, y1, x2, y2, **attributes)
        tag(:line, x1: x1, y1: y1, x2: x2, y2: y2, stroke: Ramp::INK, **attributes)
      end

      def rect(x, y, width, height, **attributes)
        tag(:rect, x: x, y: y, width: [width, 0].max, height: [height, 0].max, **attributes)
      end

      # @param points [Array<Array(Numeric, Numeric)>]
      def shape(points, closed: true, **attributes)
        tag(closed ? :polygon : :polyline, points: points.map { |x, y| "#{number(x)},#{number(y)}" }.join(" "), **attributes)
      end

      # Closed loops as one shape with holes.
      # @param loops [Array<Array<Array(Numeric, Numeric)>>]
      def loops(loops, **attributes)
        d = loops.map { |loop| "M#{loop.map { |x, y| "#{number(x)} #{number(y)}" }.join("L")}Z" }.join
        tag(:path, d: d, fill_rule: "evenodd", **attributes)
      end

      # Parts that belong together, e.g. one batch, lit up as one.
      def group(**attributes)
        @parts << "<g#{written(attributes)}>"
        yield
        @parts << "</g>"
        self
      end

      # What is drawn within leads there.
      # @param address [String]
      def link(address)
        @parts << "<a#{written({ href: address })}>"
        yield
        @parts << "</a>"
        self
      end

      # A field or words of the page that stand in the drawing.
      # @param html [String] safe to print
      def foreign(x, y, width, height, html, **attributes)
        @parts << "<foreignObject#{written({ x: x, y: y, width: width, height: height, **attributes })}>#{html}</foreignObject>"
        self
      end

      # A note shown when the part is pointed at.
      def note(words)
        @parts << "<title>#{escape(words)}</title>"
      end

      def to_s
        %(<svg class="#{@css}" viewBox="0 0 #{number(@width)} #{number(@height)}" width="#{number(@width)}" height="#{number(@height)}" ) +
          %(role="#{@role}" aria-label="#{escape(@label)}"#{written(@more)}>#{@parts.join}</svg>)
      end

      private

      # Attributes, numbers to the tenth and nothing behind a whole one.
      def written(attributes)
        attributes.map do |name, value|
          shown = value.is_a?(Numeric) ? (value.to_f.round(1) + 0.0).to_s.delete_suffix(".0") : Erubi.h(value.to_s)
          %( #{name.to_s.tr("_", "-")}="#{shown}")
        end.join
      end

      def number(value)
        (value.to_f.round(1) + 0.0).to_s.delete_suffix(".0")
      end

      def escape(text)
        Erubi.h(text.to_s)
      end
    end
  end
end
