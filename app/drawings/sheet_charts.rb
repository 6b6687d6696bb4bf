# frozen_string_literal: true

module Dakren
  module Drawings
    # What a sheet means, drawn: usable minutes against batch, states against temperature, heat against depth.
    class SheetCharts
      WIDTH = 600
      MINUTE_TICKS = [1, 2, 5, 10, 20, 30, 60, 120, 240, 480, 960, 1440, 2880, 5760, 11_520, 23_040, 86_400].freeze
      # A line is moved to the data sheet's own temperature where that is so near, and the one beside it is not as near as that.
      FAR_C = 4
      NEAR_C = 1
      ROW = 19
      GRADE_FILLS = { calm: "#eef2ee", warm: "#f6ecd0", hot: "#efd2b8", smoke: "#e3bfb4" }.freeze
      BAND_FILL = "#d5dde6"
      LIFT_BAND_FILL = "rgba(40, 52, 66, 0.16)"

      # @param sheet [Sheet]
      # @param wording [Words::Wording]
      # @param wall [Cure::Wall] what a lift lies on
      def initialize(sheet, wording, wall: Cure::Wall::GROUNDS[:wood])
        @wall = wall
        @sheet = sheet
        @clock = sheet.clock
        @wording = wording
        @round = Words::RoundFigures.new(wording)
        @curves = Cure::Curves.new(@clock, wall: wall)
      end

      # Usable minutes against batch mass at four temperatures, both axes logarithmic.
      def usable
        lines = temps_c.to_h { |temp| [temp, @curves.usable(temp)] }
        minutes = lines.values.flatten(1).flat_map { |_, band| [band.early, band.late] } + [@clock.pot_life_min].compact
        low = MINUTE_TICKS.reverse.find { |tick| tick <= minutes.min } || (minutes.min * 0.8)
        high = MINUTE_TICKS.find { |tick| tick >= minutes.max } || minutes.max
        chart = Chart.new(width: WIDTH, height: 250, x: [20, 5000], y: [low, [high, low * 2].max], log_x: true, log_y: true,
          label: "Usable minutes in a cup against batch mass at #{temps_c.map { |temp| show(temp, :c) }.join(", ")}")
        chart.across_ticks(@round.masses_g.to_h { |mass| [mass, show(mass, :g)] }, "batch in one cup, as deep as wide")
        chart.up_ticks(MINUTE_TICKS.to_h { |minute| [minute, @wording.minutes(minute)] })
        chart.between(lines.fetch(@round.shown_c).map { |mass, band| [mass, band.early, band.late] }, BAND_FILL)
        lines.each do |temp, points|
          chart.curve(points.map { |mass, band| [mass, band.middle] }, name: show(temp, :c), weight: temp == @round.shown_c ? 2.6 : 1.5)
        end
        own_pot(chart)
        chart.frame.to_s
      end

      # What the shaded parts say.
      # @return [String]
      def shaded
        "Shaded: where it falls 8 times in 10 at #{show(@round.shown_c, :c)}, as far as this data sheet tells and a room is known."
      end

      # The states of a film at several temperatures, on one logarithmic scale of time.
      def states
        temps = @round.state_temps_c
        svg = Svg.new(WIDTH, (temps.size * (ROW + 5)) + 24, css: "drawing chart",
          label: "States of a film at #{@wording.span_of_degrees(temps.minmax)}")
        temps.each_with_index do |temp, i|
          svg.text(Chart::LEFT - 6, (i * (ROW + 5)) + 17, show(temp, :c), text_anchor: "end", class: "t-small")
          StageBar.new(@sheet, temp, @wording).draw_into(svg, Chart::LEFT, 2 + (i * (ROW + 5)), WIDTH - Chart::LEFT - 8, ROW)
        end
        StageBar.draw_ticks(svg, Chart::LEFT, temps.size * (ROW + 5), WIDTH - Chart::LEFT - 8)
        svg.to_s
      end

      # Hottest temperature against depth, over the grades of heat.
      def heat
        depths = @curves.depths_mm
        chart = Chart.new(width: WIDTH, height: 210, x: [0, depths.last], y: [10, Cure::Curves::SMOKES_C],
          label: "Hottest temperature against depth of one lift")
        from = 0.0
        Cure::Heat::GRADES.each do |grade|
          chart.band(from, grade.below_c, GRADE_FILLS.fetch(grade.name))
          from = grade.below_c
        end
        chart.across_ticks(@round.depths_mm(depths.last).to_h { |depth| [depth, show(depth, :mm)] },
          "depth of one lift, on #{show(@wall.mm, :mm)} of #{@wall.label}")
        chart.up_ticks(@round.peaks_c.to_h { |temp| [temp, show(temp, :c)] })
        chart.between([[0, @clock.reference_temp_c, @clock.reference_temp_c], *@curves.peak_band], LIFT_BAND_FILL)
        @curves.depth_temps_c.each do |temp|
          chart.curve([[0, temp], *@curves.peaks(temp)], name: show(temp, :c), weight: temp == @clock.reference_temp_c ? 2.6 : 1.5)
        end
        if @clock.max_depth_mm
          chart.own_point(@clock.max_depth_mm, @clock.depth_peak_limit_c,
            "sheet: #{show(@clock.max_depth_mm, :mm)}, #{show(@clock.depth_peak_limit_c, :c)}")
        end
        chart.frame.to_s
      end

      private

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end

      # Round ones; the line nearest to the data sheet's own temperature is drawn for that, and goes through what it says.
      # @return [Array<Float>]
      def temps_c
        own = @clock.reference_temp_c.to_f
        all = @round.temps_c
        return all if (@round.shown_c - own).abs < NEAR_C

        nearest = (all - [@round.shown_c]).min_by { |temp| (temp - own).abs }
        all.map { |temp| temp == nearest && (temp - own).abs < FAR_C ? own : temp }
      end

      def own_pot(chart)
        return unless @clock.pot_life_min

        chart.own_point(@clock.pot_mass_g.clamp(20, 5000), @clock.pot_life_min,
          "sheet: #{@wording.minutes(@clock.pot_life_min)}, #{show(@clock.pot_mass_g, :g)}, #{show(@clock.reference_temp_c, :c)}")
      end
    end
  end
end
