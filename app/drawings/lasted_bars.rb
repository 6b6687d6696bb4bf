# frozen_string_literal: true

module Dakren
  module Drawings
    # How long something was foretold to last, and how it was here: one bar above the other, on one scale of time.
    class LastedBars
      WIDTH = 780
      NAMES = 118
      HIGH = 17
      # Ours: how far a scale goes beyond the last thing on it.
      BEYOND = 1.12
      STEPS_MIN = [1, 2, 5, 10, 15, 20, 30, 60, 120, 180, 360, 720, 1440, 2880, 5760, 10_080, 20_160].freeze
      MOST_TICKS = 6
      # So wide is a letter of what is written at a mark.
      LETTER = 6.9
      # Marks nearer than this are one.
      APART = 24

      # @param foretold [Array<Array(Symbol, Float, Float)>] state, from and to, minutes; to nil: for ever
      # @param here [Float, nil] minutes it lasted as it was foretold first, drawn as a bar
      # @param marks [Array<Array(Float, String)>] minutes, and what was seen then
      # @param from [String] what the minutes count from
      def initialize(foretold, marks, wording, from:, here: nil)
        @foretold = foretold
        @here = here
        @marks = marks.sort_by(&:first)
        @wording = wording
        @from = from
      end

      # @return [String] SVG
      def to_s
        svg = Svg.new(WIDTH, 74, label: label, css: "drawing lasted")
        svg.text(0, 16, "foretold", class: "t-text")
        svg.text(0, 42, "here", class: "t-label")
        @foretold.each { |state, from, to| svg.rect(at(from), 3, at(to || span) - at(from), HIGH, fill: Ramp.fill(state), stroke: Ramp::INK) }
        svg.rect(at(0), 29, at(@here) - at(0), HIGH, fill: Ramp.fill(@foretold.dig(0, 0) || :runny), stroke: Ramp::INK) if @here
        marks(svg)
        axis(svg)
        svg.to_s
      end

      private

      def label
        "#{@from}: foretold #{@foretold.map { |state, _, to| "#{state} until #{to ? @wording.minutes(to) : "the end"}" }.join(", ")}; " \
          "here #{@marks.empty? ? "nothing noted" : @marks.map(&:last).join(", ")}"
      end

      def span
        @span ||= [*@foretold.flat_map { |_, from, to| [from, to].compact }, *@marks.map(&:first), @here, 1.0].compact.max * BEYOND
      end

      def at(minute)
        NAMES + (minute / span * (WIDTH - NAMES - 2)).clamp(0, WIDTH - NAMES - 2)
      end

      # Words to the right of their mark where there is room before the next, else to its left.
      def marks(svg)
        svg.text(at(0), 42, "nothing noted yet", class: "t-text") if @marks.empty? && @here.nil?
        together.each_with_index do |(minute, words), i|
          x = at(minute)
          svg.rect(x - 2, 26, 4, HIGH + 6, fill: Ramp::INK)
          room = (together[i + 1] ? at(together[i + 1].first) : WIDTH) - x - 10
          left = room < words.length * LETTER
          svg.text(left ? x - 7 : x + 7, 42, words, class: "t-text", text_anchor: left ? "end" : "start")
        end
      end

      # Those that stand too close to be told apart, at the first of them.
      def together
        @together ||= @marks.each_with_object([]) do |(minute, words), found|
          if found.any? && at(minute) - at(found.last[0]) < APART
            found.last[1] = [found.last[1], words].join(", ")
          else
            found << [minute, words]
          end
        end
      end

      def axis(svg)
        step = STEPS_MIN.find { |one| span / one <= MOST_TICKS } || span
        svg.text(0, 68, @from, class: "t-small")
        (1..(span / step).floor).each do |i|
          svg.line(at(i * step), 49, at(i * step), 53)
          svg.text(at(i * step), 68, @wording.minutes(i * step), text_anchor: at(i * step) > WIDTH - 40 ? "end" : "middle",
            class: "t-figure")
        end
      end
    end
  end
end
