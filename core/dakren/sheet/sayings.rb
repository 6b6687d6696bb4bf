# frozen_string_literal: true

require_relative "stage_times"

module Dakren
  # A sheet in sentences a builder reads: "1 kg at 28 °C: 31 min, then it smokes."
  class Sayings
    # What it is told by: batches in g and rooms in °C; a tray, mm across, in its room; a film colder than the data sheet's own
    # temperature by so much, and no colder than that.
    Examples = Value.define(batches: [[200, 18], [1000, 28], [3000, 20]].freeze, tray_mm: 300, tray_c: 22, cooler_by_c: 7, coolest_c: 10)
    THEN = { calm: "then it sets calmly", warm: "then it sets warm", hot: "then it gets hot and cracks", smoke: "then it smokes" }.freeze

    # @param sheet [Sheet] @param examples [Examples] round to whoever reads them
    def initialize(sheet, examples = Examples.new)
      @examples = examples
      @sheet = sheet
      @mix = sheet.mix
    end

    # @return [Array<Working>]
    def all
      [*@examples.batches.map { |mass, temp| batch(mass, temp) }, tray, film, lift].compact
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
      mass, = large
      room = @examples.tray_c
      cup = @mix.cup(mass_g: mass, start_c: room, room_c: room).usable_min
      wide = @mix.cup(mass_g: mass, start_c: room, room_c: room, diameter_mm: @examples.tray_mm).usable_min
      return if wide.nil? || cup.nil? || wide - cup < 1

      Working.new(says: "%{mass} at %{temp} in a tray %{across} wide lasts %{wide}, %{more} longer than in a cup.", parts: {
        mass: quantity(mass, :g), temp: quantity(room, :c), across: quantity(@examples.tray_mm, :mm), wide: quantity(wide, :min),
        more: quantity(wide - cup, :min)
      })
    end

    # The warm one of the batches: some kilogram, where it is hot.
    # @return [Array(Numeric, Numeric)] g and °C
    def large
      @examples.batches[1]
    end

    def film
      tacky = StageTimes.new(@sheet, room: Cure::Profile.constant(@sheet.clock.reference_temp_c)).of(:recoat_opens)
      return unless tacky&.middle

      cool = [@sheet.lowest_c || @examples.coolest_c, @sheet.clock.reference_temp_c - @examples.cooler_by_c].max
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

      warm = large.last
      largest = Cure::Lifts.new(@mix, start_c: warm, room: Cure::Profile.constant(warm)).largest_mm
      Working.new(says: "One lift: to %{deepest} at %{ref}; at %{warm} only %{largest}.", parts: {
        deepest: quantity(deepest, :mm), ref: quantity(@sheet.clock.reference_temp_c, :c), warm: quantity(warm, :c),
        largest: quantity(largest, :mm)
      })
    end
  end
end
