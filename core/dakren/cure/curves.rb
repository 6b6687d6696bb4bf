# frozen_string_literal: true

require_relative "../base/memo"
module Dakren
  module Cure
    # What a sheet means, as curves: usable minutes against batch, hottest temperature against depth, and how well either is known.
    #
    #   Curves.new(clock).usable(20)   # => [[20.0, Band], ... [5000.0, Band]] g and minutes
    class Curves
      # Ours: the batches a sheet's charts are drawn for.
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
  end
end
