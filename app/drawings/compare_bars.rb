# frozen_string_literal: true

module Dakren
  module Drawings
    # Hardeners side by side: minutes in the cup as a bar, early to late, and the hour each is ready on one axis of days.
    class CompareBars
      # name; cup_min: early and late minutes; ready_min: of the job, nil where nobody says; chosen: is it the one that is planned?
      Row = Value.define(:name, :cup_min, :ready_min, chosen: false)
      WIDTH = 1180
      ROW = 30
      TOP = 40
      NAME = 200
      CUP = [210, 560].freeze
      READY = [620, 1150].freeze

      # @param rows [Array<Row>] @param start [Time] minute 0 @param wording [Words::Wording]
      def initialize(rows, start:, wording:)
        @rows = rows
        @start = start
        @wording = wording
        @most = rows.filter_map { |row| row.cup_min[1] || row.cup_min[0] }.max || 1
        @first, @last = rows.filter_map(&:ready_min).minmax
      end

      def to_s
        svg = Svg.new(WIDTH, TOP + (@rows.size * ROW) + 10, label: "Hardeners side by side: minutes in the cup, and when each is ready",
          css: "drawing compare-bars")
        heads(svg)
        @rows.each_with_index { |row, i| draw(svg, row, TOP + (i * ROW)) }
        svg.to_s
      end

      private

      def heads(svg)
        svg.text(CUP[0], 14, "shortest pot life, to #{@wording.minutes(@most)}", class: "t-label")
        svg.text(READY[0], 14, "ready", class: "t-label")
        svg.line(CUP[0], 24, CUP[1], 24)
        svg.line(READY[0], 24, READY[1], 24)
        days.each do |minute|
          x = at(minute)
          svg.line(x, 20, x, TOP + (@rows.size * ROW), stroke: Ramp::GRID)
          svg.text(x + 3, 36, (@start + (minute * 60)).strftime("%a %-d"), class: "t-small")
        end
      end

      # Midnights between the first and the last that is ready, a few of them.
      def days
        return [] if @first.nil? || @last - @first < 1

        midnight = 1440 - ((@start.hour * 60) + @start.min)
        all = ((@first - midnight) / 1440).ceil.upto(((@last - midnight) / 1440).floor).map { |day| midnight + (day * 1440) }
        all.each_slice([(all.size / 8.0).ceil, 1].max).map(&:first)
      end

      def at(minute)
        return READY[0] if @last - @first < 1

        READY[0] + ((minute - @first) * (READY[1] - READY[0]) / (@last - @first))
      end

      def draw(svg, row, top)
        svg.rect(0, top, WIDTH, ROW - 4, fill: "#ffffff") if row.chosen
        svg.text(8, top + 18, row.name[0, 30], class: row.chosen ? "t-label" : "t-text")
        early, late = row.cup_min.map { |minutes| minutes && (CUP[0] + (minutes * (CUP[1] - CUP[0]) / @most)) }
        svg.rect(CUP[0], top + 4, early - CUP[0], 16, fill: Ramp.fill(:runny), stroke: Ramp::INK) if early
        svg.rect(early, top + 4, late - early, 16, fill: Ramp.fill(:thickening), stroke: Ramp::INK) if early && late && late > early
        return unless row.ready_min

        x = at(row.ready_min)
        svg.tag(:rect, x: x - 5, y: top + 6, width: 10, height: 14, fill: Ramp::INK)
        svg.text(x > READY[1] - 90 ? x - 10 : x + 10, top + 18, @wording.clock(@start + (row.ready_min * 60)), class: "t-small",
          text_anchor: x > READY[1] - 90 ? "end" : "start")
      end
    end
  end
end
