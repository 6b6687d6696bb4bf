# frozen_string_literal: true

module Dakren
  module Drawings
    # A blend of two hardeners from all of one to all of the other: what a cup lasts, early to late, and after how long the work is ready.
    class BlendCurve
      WIDE = 470
      HIGH = 220
      # Where ticks stand, minutes: no more than fit are drawn.
      TICKS_MIN = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 240, 360, 480, 720, 1080, 1440, 1800, 2160, 2880, 4320, 7200, 10_080, 20_160,
        43_200].freeze
      SHARES = [0, 25, 50, 75, 100].freeze

      # share_pct: of the second hardener; cup: Cure::Band of minutes; ready_min: from the start, nil where it is not within 60 days.
      Point = Value.define(:share_pct, :cup, :ready_min)

      # @param points [Array<Point>] by rising share @param names [Array(String, String)] of the first hardener and the second
      # @param wording [Words::Wording]
      def initialize(points, names, wording)
        @points = points
        @names = names
        @wording = wording
      end

      # @return [String] SVG
      def cup
        chart("minutes in the cup", @points.flat_map { |point| [point.cup.early, point.cup.late || point.cup.early] }) do |drawn|
          drawn.between(@points.map { |point| [point.share_pct, point.cup.early, point.cup.late || point.cup.early] }, Ramp.fill(:runny))
          drawn.curve(@points.map { |point| [point.share_pct, point.cup.middle || point.cup.early] })
        end
      end

      # @return [String, nil] SVG; nil where nothing is ever ready
      def ready
        told = @points.select(&:ready_min)
        return if told.size < 2

        chart("ready after", told.map(&:ready_min)) { |drawn| drawn.curve(told.map { |point| [point.share_pct, point.ready_min] }) }
      end

      private

      def chart(title, minutes)
        low = minutes.min * 0.9
        high = [minutes.max * 1.1, low * 1.5].max
        drawn = Chart.new(width: WIDE, height: HIGH, x: [0, 100], y: [low, high], log_y: true, right: 20.0,
          label: "#{title}, from all #{@names[0]} to all #{@names[1]}: #{said(minutes)}")
        drawn.across_ticks(SHARES.to_h { |share| [share, "#{share} %"] }, "share of #{@names[1]} in the hardener, by weight")
        drawn.up_ticks(TICKS_MIN.grep(low..high).to_h { |tick| [tick, @wording.minutes(tick)] })
        yield drawn
        drawn.svg.text(Chart::LEFT + 6, Chart::TOP + 12, title, class: "t-label")
        drawn.svg.to_s
      end

      def said(minutes)
        "#{@wording.minutes(minutes.first)} to #{@wording.minutes(minutes.last)}"
      end
    end
  end
end
