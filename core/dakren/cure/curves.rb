# frozen_string_literal: true

require_relative "../base/memo"
module Dakren
  module Cure
    # What a sheet means, as curves: usable minutes against batch, hottest temperature against depth, and how well either is known.
    #
    #   Curves.new(clock).usable(20)   # => [[20.0, Band], ... [5000.0, Band]] g and minutes
    class Curves
      # Ours: the rooms and the batches a sheet's charts are drawn for.
      TEMPS_C = [15, 20, 25, 30].freeze
      MASSES_G = Array.new(13) { |i| 20.0 * ((5000.0 / 20)**(i / 12.0)) }.freeze
      # Colder and warmer than the sheet's own temperature by this much.
      DEPTH_OFFSETS_C = [-6, 0, 4].freeze
      DEPTH_NODES = 11
      DEPTH_POINTS = 8
      # Above this a lift smokes, however hot.
      SMOKES_C = 160.0
      BAND_POINTS = [1, 3, 5, 7].freeze

      BAND_LOOK = 0.25
      PEAKS = Memo.new(3000)

      # @param clock [Clock] @param wall [Wall] what a lift lies on
      def initialize(clock, wall: Wall::GROUNDS[:wood])
        @clock = clock
        @wall = wall
        @mix = Mix.new(clock)
        @coarse = Mix.new(clock, nodes: DEPTH_NODES)
      end

      # @param temp_c [Numeric] of parts and room
      # @return [Array<Array(Float, Band)>] grams and usable minutes, cups as deep as wide
      # @raise [InputError, NotSolved]
      def usable(temp_c)
        MASSES_G.map do |mass|
          band = @mix.usable_band(mass_g: mass, start_c: temp_c, room_c: temp_c)
          [mass, band.middle ? band : Band.new(early: HORIZON_MIN, middle: HORIZON_MIN, late: HORIZON_MIN)]
        end
      end

      # @return [Array<Float>] depths worth drawing, mm
      def depths_mm
        @depths_mm ||= begin
          deepest = 2 * (@clock.max_depth_mm || largest_mm.clamp(0.5, 500))
          Array.new(DEPTH_POINTS) { |i| deepest * (i + 1) / DEPTH_POINTS }
        end
      end

      # The lift that stays under the sheet's limit at its own temperature, where the sheet names none.
      def largest_mm
        Lifts.new(@coarse, start_c: @clock.reference_temp_c, room: Profile.constant(@clock.reference_temp_c), wall: @wall).largest_mm
      end

      # @return [Array<Float>] room temperatures for the heat of a lift, the sheet's own in the middle
      def depth_temps_c
        DEPTH_OFFSETS_C.map { |offset| @clock.reference_temp_c + offset }
      end

      # @param temp_c [Numeric] of mix and room
      # @return [Array<Array(Float, Float)>] depth in mm and hottest temperature in °C
      def peaks(temp_c)
        depths_mm.map { |depth| [depth, peak(@coarse.reaction, depth, temp_c)] }
      end

      # The same at the sheet's own temperature as far as it is known: four times in five it is between the two.
      # @return [Array<Array(Float, Float, Float)>] depth in mm, coolest and hottest peak in °C
      def peak_band
        known = @mix.calibration
        reference = @clock.reference_temp_c
        BAND_POINTS.map do |index|
          depth = depths_mm[index]
          likely = peak(known.reaction, depth, reference)
          # Of the logarithm of what it warms by: a lift never ends colder than its room.
          warms = ->(peak_c) { Math.log([peak_c - reference, 0.01].max) }
          slopes = known.moved(BAND_LOOK).map { |reaction| (warms.call(peak(reaction, depth, reference)) - warms.call(likely)) / BAND_LOOK }
          share = Math.exp(EIGHTY_PCT_SD * known.sd(slopes))
          [depth, reference + ((likely - reference) / share), [reference + ((likely - reference) * share), SMOKES_C].min]
        end
      end

      private

      def peak(reaction, depth, temp_c)
        PEAKS.recall([@coarse.key, reaction.key, depth, temp_c.to_f, @wall]) do
          Pour.new(reaction, Body.of(@clock, reaction.heat_j_g), depth_mm: depth, start_c: temp_c, nodes: DEPTH_NODES, wall: @wall,
            room: Profile.constant(temp_c)).run { |tally| tally.peak_c > SMOKES_C || tally.spent? }.peak_c
        end
      end
    end

    # A sheet in sentences a builder reads: "1 kg at 28 °C: 31 min, then it smokes."
    class Sayings
      BATCHES = [[200, 18], [1000, 28], [3000, 20]].freeze
      THEN = { calm: "then it sets calmly", warm: "then it sets warm", hot: "then it gets hot and cracks", smoke: "then it smokes" }.freeze

      # @param sheet [Sheet]
      def initialize(sheet)
        @sheet = sheet
        @mix = sheet.mix
      end

      # @return [Array<Working>]
      def all
        [*BATCHES.map { |mass, temp| batch(mass, temp) }, tray, film, lift].compact
      end

      private

      def quantity(value, unit)
        Quantity.new(value: value, unit: unit)
      end

      def batch(mass, temp)
        run = @mix.cup(mass_g: mass, start_c: temp, room_c: temp)
        return unless run.usable_min

        band = @mix.usable_band(mass_g: mass, start_c: temp, room_c: temp)
        Working.new(says: "%{mass} at %{temp}: %{usable} (%{early} to %{late}), #{THEN.fetch(Heat.of(run.peak_c).name)}.",
          parts: { mass: quantity(mass, :g), temp: quantity(temp, :c), usable: quantity(run.usable_min, :min),
                   early: quantity(band.early, :min), late: quantity(band.late, :min) })
      end

      def tray
        cup = @mix.cup(mass_g: 1000, start_c: 22, room_c: 22).usable_min
        wide = @mix.cup(mass_g: 1000, start_c: 22, room_c: 22, diameter_mm: 300).usable_min
        return if wide.nil? || cup.nil? || wide - cup < 1

        Working.new(says: "%{mass} at %{temp} in a tray %{across} wide lasts %{wide}, %{more} longer than in a cup.", parts: {
          mass: quantity(1000, :g), temp: quantity(22, :c), across: quantity(300, :mm), wide: quantity(wide, :min),
          more: quantity(wide - cup, :min)
        })
      end

      def film
        tacky = StageTimes.new(@sheet, room: Profile.constant(@sheet.clock.reference_temp_c)).of(:recoat_opens)
        return unless tacky&.middle

        cool = [@sheet.lowest_c || 10, @sheet.clock.reference_temp_c - 7].max
        later = StageTimes.new(@sheet, room: Profile.constant(cool)).of(:recoat_opens)
        return unless later&.middle

        Working.new(says: "A film is tacky after %{tacky} at %{ref}, after %{later} at %{cool}.", parts: {
          tacky: quantity(tacky.middle, :min), ref: quantity(@sheet.clock.reference_temp_c, :c), later: quantity(later.middle, :min),
          cool: quantity(cool, :c)
        })
      end

      def lift
        deepest = @sheet.clock.max_depth_mm
        return unless deepest

        largest = Lifts.new(@mix, start_c: 28, room: Profile.constant(28)).largest_mm
        Working.new(says: "One lift: to %{deepest} at %{ref}; at %{warm} only %{largest}.", parts: {
          deepest: quantity(deepest, :mm), ref: quantity(@sheet.clock.reference_temp_c, :c), warm: quantity(28, :c),
          largest: quantity(largest, :mm)
        })
      end
    end
  end
end
