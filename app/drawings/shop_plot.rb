# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # How long a cup of one mix lasts: as its data sheet says, and as this shop found it; with every batch it was found from, brought to one
    # temperature.
    class ShopPlot
      WIDTH = 470
      HIGH = 250
      POINTS = 9
      TICKS_MIN = [1, 2, 3, 5, 7, 10, 15, 20, 30, 45, 60, 90, 120, 180, 240, 360, 480, 720, 1440, 2880, 5760, 11_520].freeze
      BAND = "#cfdcf6"
      # Of the data sheet alone, below it.
      SHEET_BAND = "#d7ded9"
      HERE = Ramp::PRESS

      # @param sheet [Sheet] as the shop has it @param plain [Sheet] as its maker does
      # @param logs [Array<Array(Bench::Lesson, Boolean)>] and does it count? @param temp_c [Float]
      def initialize(sheet, plain, logs, temp_c, wording)
        @sheet = sheet
        @plain = plain
        @logs = logs
        @temp_c = temp_c
        @wording = wording
      end

      # @return [String] SVG
      def to_s
        chart = Chart.new(width: WIDTH, height: HIGH, x: masses.minmax, y: heights, log_x: true, log_y: true, right: 16.0,
          label: "Minutes in a cup against its mass at #{degrees}: as the data sheet says, as this shop found, and #{dots.size} batches")
        chart.across_ticks(Words::RoundFigures.new(@wording).masses_g.to_h do |mass|
          [mass, @wording.show(Quantity.new(value: mass, unit: :g))]
        end, "in one cup, brought to #{degrees}")
        chart.up_ticks(TICKS_MIN.to_h { |minute| [minute, @wording.minutes(minute)] })
        draw_lines(chart)
        dots.each { |dot| draw(chart, *dot) }
        chart.frame.to_s
      end

      private

      def degrees
        @wording.show(Quantity.new(value: @temp_c, unit: :c))
      end

      def masses
        @masses ||= begin
          found = @logs.map { |lesson, _| lesson.cup[:mass_g] }
          low = [30.0, *found].min * 0.8
          high = [600.0, *found].max * 1.25
          (0...POINTS).map { |i| low * ((high / low)**(i / (POINTS - 1.0))) }
        end
      end

      def cup(mass)
        { mass_g: mass, start_c: @temp_c, room_c: @temp_c }
      end

      def told
        @told ||= masses.map { |mass| [mass, @plain.mix.usable_band(**cup(mass))] }
      end

      def found
        @found ||= masses.map { |mass| [mass, @sheet.mix.usable_band(**cup(mass))] }
      end

      def heights
        all = [*(told + found).flat_map { |_, band| [band.early, band.late] }, *dots.map { |_, minutes, _, _| minutes }].compact
        [all.min * 0.85, all.max * 1.15]
      end

      def draw_lines(chart)
        band(chart, told, SHEET_BAND)
        band(chart, found, BAND)
        line(chart, middles(told), stroke: Ramp::INK, stroke_width: 1.6, stroke_dasharray: "5 4")
        line(chart, middles(found), stroke: HERE, stroke_width: 2.4)
      end

      def band(chart, bands, fill)
        known = bands.reject { |_, band| band.late.nil? }
        chart.between(known.map { |mass, band| [mass, band.early, band.late] }, fill) if known.size > 1
      end

      def middles(bands)
        bands.filter_map { |mass, band| band.middle && [mass, band.middle] }
      end

      def line(chart, points, **look)
        chart.svg.shape(points.map { |x, y| [chart.across(x), chart.up(y)] }, closed: false, fill: "none", **look) if points.size > 1
      end

      # Mass, minutes brought to that temperature by the shop's own clock, how it ended, and does it count?
      def dots
        @dots ||= @logs.filter_map do |lesson, counts|
          next if lesson.ended.nil?

          mix = @sheet.mix.with(ballast: lesson.ballast)
          own = mix.usable_band(**lesson.cup).middle
          there = mix.usable_band(**cup(lesson.cup[:mass_g])).middle
          own && there && [lesson.cup[:mass_g], lesson.ended_min * there / own, lesson.ended, counts]
        end
      end

      def draw(chart, mass, minutes, ended, counts)
        x = chart.across(mass)
        y = chart.up(minutes)
        stroke = counts ? Ramp::INK : Ramp::RULE
        case ended
        when :thickening then chart.svg.tag(:circle, cx: x, cy: y, r: 4.5, fill: Ramp::PAPER, stroke: stroke, stroke_width: 2)
        when :runny then chart.svg.shape([[x - 5, y + 3], [x, y - 5], [x + 5, y + 3]], fill: Ramp::PAPER, stroke: stroke, stroke_width: 1.6)
        else chart.svg.shape([[x - 5, y - 3], [x, y + 5], [x + 5, y - 3]], fill: Ramp::PAPER, stroke: stroke, stroke_width: 1.6)
        end
      end
    end
  end
end
