# frozen_string_literal: true

module Dakren
  module Drawings
    # The frame of a chart: where a value stands on a linear or logarithmic axis, ticks, lines and names.
    class Chart
      LEFT = 54.0
      TOP = 12.0
      attr_reader :svg

      # @param x [Array(Numeric, Numeric)] range across
      # @param y [Array(Numeric, Numeric)] range up
      # @param log_x, log_y [Boolean]
      def initialize(width:, height:, x:, y:, label:, log_x: false, log_y: false, right: 64.0, bottom: 36.0)
        @svg = Svg.new(width, height, label: label, css: "drawing chart")
        @names = []
        @x = Scale.new(x, LEFT, width - right, log_x)
        @y = Scale.new(y, height - bottom, TOP, log_y)
      end

      def across(value)
        @x.at(value)
      end

      def up(value)
        @y.at(value)
      end

      # @param ticks [Hash{Numeric=>String}]
      def across_ticks(ticks, title)
        ticks.each do |value, words|
          next unless @x.holds?(value)

          svg.line(across(value), @y.low, across(value), @y.high, stroke: Ramp::GRID)
          svg.text(across(value), @y.low + 14, words, text_anchor: "middle", class: "t-small")
        end
        svg.text((@x.low + @x.high) / 2, @y.low + 30, title, text_anchor: "middle", class: "t-small")
      end

      def up_ticks(ticks)
        ticks.each do |value, words|
          next unless @y.holds?(value)

          svg.line(@x.low, up(value), @x.high, up(value), stroke: Ramp::GRID)
          svg.text(@x.low - 6, up(value) + 4, words, text_anchor: "end", class: "t-small")
        end
      end

      # A shaded stretch of heights, e.g. a grade of heat.
      def band(from, to, fill)
        svg.rect(@x.low, up([to, @y.range[1]].min), @x.high - @x.low, up([from, @y.range[0]].max) - up([to, @y.range[1]].min), fill: fill)
      end

      # @param points [Array<Array(Numeric, Numeric)>]
      # @param name [String, nil] written at its end
      # @param dashed [Boolean] rests on numbers the sheet does not give
      def curve(points, name: nil, dashed: false, weight: 1.6)
        placed = points.map { |px, py| [across(px), up(py)] }
        svg.shape(placed, closed: false, fill: "none", stroke: Ramp::INK, stroke_width: weight,
          **(dashed ? { stroke_dasharray: "5 4" } : {}))
        @names << [placed.last, name] if name
      end

      # Between a lower and an upper line: where something is four times in five.
      # @param points [Array<Array(Numeric, Numeric, Numeric)>] across, lower, upper
      def between(points, fill)
        upper = points.map { |px, _, high| [across(px), up(high)] }
        lower = points.reverse.map { |px, low, _| [across(px), up(low)] }
        svg.shape(upper + lower, fill: fill, stroke: "none")
      end

      # The sheet's own number, which every curve has to be true to.
      def own_point(px, py, words)
        svg.tag(:circle, cx: across(px), cy: up(py), r: 5, fill: Ramp::PAPER, stroke: Ramp::INK, stroke_width: 2.5)
        left = across(px) > (@x.low + @x.high) / 2
        svg.text(across(px) + (left ? -9 : 9), up(py) + 17, words, class: "t-label", text_anchor: left ? "end" : "start",
          stroke: Ramp::PAPER, stroke_width: 3, paint_order: "stroke")
      end

      # Names at the ends of the curves, moved apart where they would cover each other.
      def write_names
        last = -Float::INFINITY
        @names.sort_by { |(_, py), _| py }.each do |(px, py), name|
          last = [py + 4, last + 13].max
          svg.text(px + 5, last, name, class: "t-small")
        end
      end

      def frame
        write_names
        svg.line(@x.low, @y.low, @x.high, @y.low)
        svg.line(@x.low, @y.low, @x.low, @y.high)
        self
      end

      def to_s
        svg.to_s
      end

      # One axis.
      class Scale
        attr_reader :low, :high, :range

        def initialize(range, low, high, log)
          @range = range.map(&:to_f)
          @low = low
          @high = high
          @log = log
        end

        # @return [Float] pixel; values outside stand at the edge
        def at(value)
          from, to = @log ? @range.map { |limit| Math.log(limit) } : @range
          share = ((@log ? Math.log(value.clamp(*@range)) : value.clamp(*@range)) - from) / (to - from)
          low + ((high - low) * share)
        end

        def holds?(value)
          value.between?(*range)
        end
      end
    end
  end
end
