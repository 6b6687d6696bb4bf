# frozen_string_literal: true

require_relative "stage_times"

module Dakren
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
      Working.new(says: "%{mass} at %{temp}: %{usable} (%{early} to %{late}), #{THEN.fetch(Cure::Heat.of(run.peak_c).name)}.",
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
      tacky = StageTimes.new(@sheet, room: Cure::Profile.constant(@sheet.clock.reference_temp_c)).of(:recoat_opens)
      return unless tacky&.middle

      cool = [@sheet.lowest_c || 10, @sheet.clock.reference_temp_c - 7].max
      later = StageTimes.new(@sheet, room: Cure::Profile.constant(cool)).of(:recoat_opens)
      return unless later&.middle

      Working.new(says: "A film is tacky after %{tacky} at %{ref}, after %{later} at %{cool}.", parts: {
        tacky: quantity(tacky.middle, :min), ref: quantity(@sheet.clock.reference_temp_c, :c), later: quantity(later.middle, :min),
        cool: quantity(cool, :c)
      })
    end

    def lift
      deepest = @sheet.clock.max_depth_mm
      return unless deepest

      largest = Cure::Lifts.new(@mix, start_c: 28, room: Cure::Profile.constant(28)).largest_mm
      Working.new(says: "One lift: to %{deepest} at %{ref}; at %{warm} only %{largest}.", parts: {
        deepest: quantity(deepest, :mm), ref: quantity(@sheet.clock.reference_temp_c, :c), warm: quantity(28, :c),
        largest: quantity(largest, :mm)
      })
    end
  end
end
