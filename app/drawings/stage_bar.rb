# frozen_string_literal: true

module Dakren
  module Drawings
    # A sheet at one temperature: how long a film is in each state, on one logarithmic scale of time that
    # all sheets share, and the life of the sheet's own test cup above it.
    class StageBar
      WIDTH = 520
      HIGH = 14
      FROM_MIN = 5.0
      TO_MIN = 20_160.0
      TICKS = { 10 => "10 min", 60 => "1 h", 360 => "6 h", 1440 => "1 d", 10_080 => "7 d" }.freeze

      # @param sheet [Sheet]
      # @param temp_c [Numeric] room
      # @param wording [Desk::Wording]
      # @param scale [Boolean] with the scale of time below
      def initialize(sheet, temp_c, wording, scale: false)
        @sheet = sheet
        @room = Cure::Profile.constant(temp_c)
        @wording = wording
        @scale = scale
      end

      def to_s
        svg = Svg.new(WIDTH, HIGH + 9 + (@scale ? 16 : 0), label: "States of a film of #{@sheet.name} over time", css: "drawing stage-bar")
        draw_cup(svg)
        from = FROM_MIN
        ends.each do |state, minute|
          to = minute || TO_MIN
          next if to <= from

          svg.rect(x(from), 7, x(to) - x(from), HIGH, fill: Ramp.fill(state), stroke: Ramp::INK)
          from = to
        end
        draw_stall(svg)
        draw_scale(svg) if @scale
        svg.to_s
      end

      private

      def ends
        times = Cure::StageTimes.new(@sheet, room: @room)
        known = Line::Lane::ENDS.compact.filter_map do |state, stage|
          band = times.of(stage) || (stage == :sandable ? times.of(:handle) : nil)
          band&.middle && [state, band.middle]
        end
        known = known.each_index.map { |i| [known[i][0], known[i..].map(&:last).min] }
        [[:runny, times.working.middle], *known, [:hard, nil]]
      end

      def draw_cup(svg)
        pot = @sheet.clock.pot_life_min
        return unless pot

        svg.line(x(FROM_MIN), 3, x(pot), 3, stroke: Ramp::INK, stroke_width: 3)
      end

      # Below the sheet's lowest temperature the bar promises nothing.
      def draw_stall(svg)
        lowest = @sheet.lowest_c
        return unless lowest && @room.at(0) < lowest

        svg.text(x(FROM_MIN) + 8, HIGH + 3.5, "stalled below #{@wording.show(Quantity.new(value: lowest, unit: :c))}", class: "t-small")
      end

      def draw_scale(svg)
        TICKS.each do |minute, words|
          svg.line(x(minute), 7 + HIGH, x(minute), 12 + HIGH)
          svg.text(x(minute), 23 + HIGH, words, text_anchor: "middle", class: "t-small")
        end
      end

      def x(minute)
        span = Math.log(TO_MIN / FROM_MIN)
        1 + ((WIDTH - 2) * (Math.log(minute.clamp(FROM_MIN, TO_MIN) / FROM_MIN) / span))
      end
    end
  end
end
