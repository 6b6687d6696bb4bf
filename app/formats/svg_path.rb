# frozen_string_literal: true

module Dakren
  module Formats
    # The d of an SVG path as lines.
    class SvgPath
      NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/i
      COUNTS = { "m" => 2, "l" => 2, "h" => 1, "v" => 1, "c" => 6, "s" => 4, "q" => 4, "t" => 2, "a" => 7, "z" => 0 }.freeze

      # @param text [String] @param tolerance [Float] in the path's own units
      def initialize(text, tolerance)
        @text = text
        @tolerance = tolerance
        @lines = []
        @at = @start = [0.0, 0.0]
      end

      # @return [Array<Array<Array(Float, Float)>>] closed ones end where they began
      def lines
        @text.scan(/([mlhvcsqtaz])([^mlhvcsqtaz]*)/i) do |letter, rest|
          run(letter, numbers(letter, rest))
        end
        @lines.select { |line| line.size > 1 }
      end

      private

      # The two flags of an arc may stand against what follows them.
      def numbers(letter, text)
        return text.scan(NUMBER).map(&:to_f) unless letter.casecmp?("a")

        number = "(#{NUMBER})"
        text.scan(/#{[number, number, number, "([01])", "([01])", number, number].join("[\\s,]*")}/i).flatten.map(&:to_f)
      end

      def run(letter, numbers)
        count = COUNTS.fetch(letter.downcase)
        return close if count.zero?

        numbers.each_slice(count).with_index do |group, i|
          break if group.size < count

          step(letter.downcase == "m" && i.positive? ? letter.tr("mM", "lL") : letter, group)
        end
      end

      def step(letter, n)
        relative = letter == letter.downcase
        points = -> { n.each_slice(2).map { |x, y| relative ? [@at[0] + x, @at[1] + y] : [x, y] } }
        case letter.downcase
        when "m" then move(points.call.first)
        when "l" then to([points.call.first])
        when "h" then to([[relative ? @at[0] + n[0] : n[0], @at[1]]])
        when "v" then to([[@at[0], relative ? @at[1] + n[0] : n[0]]])
        when "c" then cubic(*points.call)
        when "s" then cubic(mirrored(:c), *points.call)
        when "q" then quadratic(*points.call)
        when "t" then quadratic(mirrored(:q), *points.call)
        else arc(n[0].abs, n[1].abs, n[2], n[3] != 0, n[4] != 0, relative ? [@at[0] + n[5], @at[1] + n[6]] : [n[5], n[6]])
        end
      end

      def move(point)
        @lines << [point]
        @at = @start = point
        @handle = nil
      end

      def to(points, handle = nil)
        move(@at) if @lines.empty? || @lines.last.last != @at
        @lines.last.concat(points)
        @at = points.last
        @handle = handle
      end

      def close
        return if @lines.empty?

        to([@start]) unless @at == @start
        @lines << [@start]
        @at = @start
        @handle = nil
      end

      def mirrored(kind)
        @handle && @handle[0] == kind ? [(2 * @at[0]) - @handle[1][0], (2 * @at[1]) - @handle[1][1]] : @at
      end

      def cubic(b, c, d)
        to(Geometry::Flatten.cubic(@at, b, c, d, @tolerance), [:c, c])
      end

      def quadratic(b, c)
        to(Geometry::Flatten.quadratic(@at, b, c, @tolerance), [:q, b])
      end

      # From the ends of an arc to its middle, as the SVG standard has it.
      def arc(rx, ry, turn, large, sweep, finish)
        return to([finish]) if rx.zero? || ry.zero? || finish == @at

        phi = turn * Math::PI / 180
        cos = Math.cos(phi)
        sin = Math.sin(phi)
        dx = (@at[0] - finish[0]) / 2
        dy = (@at[1] - finish[1]) / 2
        x = (cos * dx) + (sin * dy)
        y = (cos * dy) - (sin * dx)
        grow = Math.sqrt([((x / rx)**2) + ((y / ry)**2), 1.0].max)
        rx *= grow
        ry *= grow
        under = (((rx * ry)**2) - ((rx * y)**2) - ((ry * x)**2)) / (((rx * y)**2) + ((ry * x)**2))
        factor = (large == sweep ? -1 : 1) * Math.sqrt([under, 0.0].max)
        mx = factor * rx * y / ry
        my = -factor * ry * x / rx
        from = Math.atan2((y - my) / ry, (x - mx) / rx)
        span = Math.atan2((-y - my) / ry, (-x - mx) / rx) - from
        span -= 2 * Math::PI if !sweep && span.positive?
        span += 2 * Math::PI if sweep && span.negative?
        cx = (cos * mx) - (sin * my) + ((@at[0] + finish[0]) / 2)
        cy = (sin * mx) + (cos * my) + ((@at[1] + finish[1]) / 2)
        pieces = [Geometry::Flatten.arc_pieces([rx, ry].max, span, @tolerance), 2].max
        points = (1...pieces).map { |i| from + (span * i / pieces) }.map do |a|
          [cx + (rx * Math.cos(a) * cos) - (ry * Math.sin(a) * sin), cy + (rx * Math.cos(a) * sin) + (ry * Math.sin(a) * cos)]
        end
        to(points + [finish])
      end
    end
  end
end
