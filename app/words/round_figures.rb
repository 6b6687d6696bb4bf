# frozen_string_literal: true

module Dakren
  module Words
    # Figures that are round to whoever reads them: examples and axes are in grams and °C, or in ounces and °F.
    #
    #   RoundFigures.new(wording).masses_g   # => [28.3.., 56.7.., ...] in a US shop: 1 oz, 2 oz, ...
    class RoundFigures
      # Of the axis of a cup's mass.
      MASSES = { false => { g: [20, 50, 100, 200, 500, 1000, 2000, 5000] }, true => { oz: [1, 2, 4, 8], lb: [1, 2, 4, 8] } }.freeze
      # Of the lines and bars of a chart; the one whose band is drawn.
      TEMPS = { false => [15, 20, 25, 30], true => [60, 70, 80, 90] }.freeze
      COLDEST = { false => 10, true => 50 }.freeze
      SHOWN = { false => 20, true => 70 }.freeze
      # Of the axis of heat.
      PEAKS = { false => [50, 80, 120], true => [120, 180, 250] }.freeze
      DEPTH_STEPS = { false => [1, 2, 5, 10], true => [1, 2, 4, 8].map { |eighths| Rational(eighths, 8) } }.freeze
      # Batches a sheet is told by, and the cooler of two rooms.
      BATCHES = { false => [[200, :g], [1000, :g], [3000, :g]], true => [[8, :oz], [2, :lb], [6, :lb]] }.freeze
      ROOMS = { false => [18, 28, 20], true => [65, 80, 70] }.freeze
      TRAY = { false => [300, :mm], true => [12, :in] }.freeze
      COOLER = { false => 7, true => 12 }.freeze
      TRAY_ROOM = { false => 22, true => 72 }.freeze
      ASKED = { false => [[100, :g], [1000, :g]], true => [[4, :oz], [2, :lb]] }.freeze
      ASKED_ROOMS = { false => [15, 20], true => [60, 70] }.freeze
      SECOND_POTS = { false => [[50, :g], [500, :g], [2000, :g]], true => [[2, :oz], [1, :lb], [4, :lb]] }.freeze

      # @param wording [Wording]
      def initialize(wording)
        @by_ounces = wording.us?(:mass)
        @fahrenheit = wording.us?(:temperature)
        @inches = wording.us?(:length)
      end

      # @return [Array<Float>]
      def masses_g
        MASSES.fetch(@by_ounces).flat_map { |unit, amounts| amounts.map { |amount| core(amount, unit) } }
      end

      # @return [Array<Float>] °C, the coldest first
      def temps_c
        TEMPS.fetch(@fahrenheit).map { |temp| degrees(temp) }
      end

      # @return [Array<Float>] the same with a cold one before
      def state_temps_c
        [degrees(COLDEST.fetch(@fahrenheit)), *temps_c]
      end

      # @return [Float] °C, one of them
      def shown_c
        degrees(SHOWN.fetch(@fahrenheit))
      end

      # @return [Array<Float>] °C
      def peaks_c
        PEAKS.fetch(@fahrenheit).map { |temp| degrees(temp) }
      end

      # @param deepest_mm [Numeric] @return [Array<Float>] mm, some five of them
      def depths_mm(deepest_mm)
        one = core(1, @inches ? :in : :mm)
        wanted = deepest_mm / 5.0 / one
        power = @inches ? 2.0**[Math.log2(wanted).floor, 0].max : 10**Math.log10(wanted * 1.25).floor
        step = DEPTH_STEPS.fetch(@inches).map { |share| share * power * one }.min_by { |candidate| (candidate - (deepest_mm / 5.0)).abs }
        (1..(deepest_mm / step).floor).map { |i| (i * step).to_f }
      end

      # What a sheet is told by.
      # @return [Sayings::Examples]
      def examples
        Sayings::Examples.new(batches: amounts(BATCHES).zip(ROOMS.fetch(@fahrenheit).map { |temp| degrees(temp) }),
          tray_mm: core(*TRAY.fetch(@inches)), tray_c: degrees(TRAY_ROOM.fetch(@fahrenheit)),
          cooler_by_c: degrees(COOLER.fetch(@fahrenheit)) - degrees(0), coolest_c: degrees(COLDEST.fetch(@fahrenheit)))
      end

      # Cups by which it is judged how well a sheet is known, g and °C; and masses of which a further pot life may be asked for.
      # @return [Hash{Symbol=>Array}]
      def asked
        { asked: amounts(ASKED).zip(ASKED_ROOMS.fetch(@fahrenheit).map { |temp| degrees(temp) }), second_pots_g: amounts(SECOND_POTS) }
      end

      private

      def amounts(of)
        of.fetch(@by_ounces).map { |amount, unit| core(amount, unit) }
      end

      def degrees(temp)
        core(temp, @fahrenheit ? :F : :C)
      end

      def core(value, unit)
        Measure::Units.to_core(Rational(value), unit).to_f
      end
    end
  end
end
