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
      # @param wording [Words::Wording]
      # @param scale [Boolean] with the scale of time below
      def initialize(sheet, temp_c, wording, scale: false)
        @sheet = sheet
        @room = Cure::Profile.constant(temp_c)
        @wording = wording
        @scale = scale
      end

      def to_s
        svg = Svg.new(WIDTH, HIGH + 9 + (@scale ? 16 : 0), label: "States of a film of #{@sheet.name} over time", css: "drawing stage-bar")
        draw_into(svg, 1, 3, WIDTH - 2, HIGH + 4)
        self.class.draw_ticks(svg, 1, HIGH + 7, WIDTH - 2) if @scale
        svg.to_s
      end

      # The bar inside another drawing: the test cup's line at the top of it, the states below.
      def draw_into(svg, left, top, width, height)
        place = ->(minute) { left + (width * StageBar.share(minute)) }
        draw_cup(svg, place, top)
        from = FROM_MIN
        ends.each do |state, minute|
          to = minute || TO_MIN
          next if to <= from

          svg.rect(place.call(from), top + 4, place.call(to) - place.call(from), height - 4, fill: Ramp.fill(state), stroke: Ramp::INK)
          from = to
        end
        draw_stall(svg, left, top + height - 3)
      end

      # The scale of time below a bar.
      def self.draw_ticks(svg, left, top, width)
        TICKS.each do |minute, words|
          x = left + (width * share(minute))
          svg.line(x, top, x, top + 5)
          svg.text(x, top + 16, words, text_anchor: "middle", class: "t-small")
        end
      end

      # Where a minute stands on the scale, 0 to 1.
      def self.share(minute)
        Math.log(minute.clamp(FROM_MIN, TO_MIN) / FROM_MIN) / Math.log(TO_MIN / FROM_MIN)
      end

      private

      def ends
        times = StageTimes.new(@sheet, room: @room)
        known = Plan::Lane::ENDS.compact.filter_map do |state, stage|
          stage = @sheet.hard_stage if stage == :sandable
          # What is only usual is not on this sheet.
          band = @sheet.stages.key?(stage) ? times.of(stage) : nil
          band&.middle && [state, band.middle]
        end
        known = known.each_index.map { |i| [known[i][0], known[i..].map(&:last).min] }
        last = known.empty? ? :runny : known.last[0]
        [[:runny, times.working.middle], *known, [Plan::STATES[Plan::STATES.index(last) + 1], nil]]
      end

      # The sheet's own test batch, at this temperature.
      def draw_cup(svg, place, top)
        return unless @sheet.clock.pot_life_min

        usable = @sheet.mix.cup(mass_g: @sheet.clock.pot_mass_g, start_c: @room.at(0), room_c: @room.at(0)).usable_min
        svg.line(place.call(FROM_MIN), top, place.call(usable || TO_MIN), top, stroke: Ramp::INK, stroke_width: 3)
      end

      # Below the sheet's lowest temperature the bar promises nothing.
      def draw_stall(svg, left, baseline)
        lowest = @sheet.lowest_c
        return unless lowest && @room.at(0) < lowest

        svg.text(left + 8, baseline - 1, "won't cure reliably below #{@wording.show(Quantity.new(value: lowest, unit: :c))}",
          class: "t-small")
      end
    end
  end
end
