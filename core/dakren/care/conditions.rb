# frozen_string_literal: true

module Dakren
  module Care
    # Moisture, surface temperature and dew point held against the work.
    #
    #   Conditions.new(air_c: 20, humidity_pct: 80, surface_c: 17).all   # => a caution: too close to the dew point
    class Conditions
      # By their nature.
      HUMIDITY_PCT = (1..100)
      MOISTURE_PCT = (0..100)
      # Wood takes 6 to 8 %; wetter wood blows bubbles for hours.
      WOOD_PCT = 8
      # The practice's: the surface at least so much above the dew point.
      DEW_MARGIN_C = 3
      # Not wrong yet, and near it.
      NEAR_DEW_C = 5
      # The practice's: from here, and this cool, amines blush on the surface.
      DAMP_PCT = 65
      COOL_C = 16

      # Dew point by the Magnus formula over water, good to 0.4 °C from -45 to 60 °C.
      # @param air_c [Numeric] @param humidity_pct [Numeric] 1 to 100
      # @return [Float] °C
      # @raise [InputError]
      def self.dew_point_c(air_c, humidity_pct)
        air = Check.temp_c(:air_c, air_c)
        gamma = Math.log(Check.number(:humidity, humidity_pct, HUMIDITY_PCT, "%") / 100) + (17.62 * air / (243.12 + air))
        243.12 * gamma / (17.62 - gamma)
      end

      # @param air_c [Numeric] @param humidity_pct [Numeric, nil] @param surface_c [Numeric, nil] as the air where it is not measured
      # @param moisture_pct [Numeric, nil] of the wood or the slab @param moisture_most_pct [Numeric, nil] the sheet's own limit
      def initialize(air_c:, humidity_pct: nil, surface_c: nil, moisture_pct: nil, moisture_most_pct: nil)
        @air_c = air_c
        @humidity_pct = humidity_pct
        @surface_c = surface_c || air_c
        @moisture_pct = moisture_pct
        @most_pct = moisture_most_pct || WOOD_PCT
      end

      # @return [Array<Caution>]
      def all
        found = [moisture, dew].compact
        found.empty? ? [together].compact : found
      end

      # @return [Float, nil]
      def dew_c
        @humidity_pct && self.class.dew_point_c(@air_c, @humidity_pct)
      end

      private

      # Nothing wrong by itself, and several things nearly so: that adds up.
      #
      # Rule: two of a surface within 5 °C of the dew point, air from 65 %, a room below 16 °C, work within a tenth of its most moisture.
      def together
        found = near
        return if found.size < 2

        Caution.new(at: :conditions, parts: found.map(&:last).reduce(:merge),
          says: "Each just inside its limit, and together too much: #{found.map(&:first).join("; ")}.",
          first: "Warm the room or dry the air by a little before you begin; expect blush, and wash before the next coat.")
      end

      def near
        [
          (["the surface is %{above} above the dew point", { above: Quantity.new(value: @surface_c - dew_c, unit: :c_step) }] if
            dew_c && @surface_c - dew_c < NEAR_DEW_C),
          (["the air is at %{air}", { air: Quantity.new(value: @humidity_pct, unit: :pct) }] if @humidity_pct && @humidity_pct >= DAMP_PCT),
          (["the room is at %{room}", { room: Quantity.new(value: @air_c, unit: :c) }] if @air_c < COOL_C),
          (["the work is at %{moist} moisture", { moist: Quantity.new(value: @moisture_pct, unit: :pct) }] if
            @moisture_pct && @moisture_pct > @most_pct * 0.9)
        ].compact
      end

      def moisture
        return if @moisture_pct.nil? || @moisture_pct <= @most_pct

        Caution.new(at: :conditions, grave: true,
          says: "The work is at %{is} moisture, and %{most} is the most: wetter work blows bubbles for hours.",
          first: "Let it dry, and measure again.",
          parts: { is: Quantity.new(value: @moisture_pct, unit: :pct), most: Quantity.new(value: @most_pct, unit: :pct) })
      end

      def dew
        return if dew_c.nil? || @surface_c - dew_c >= DEW_MARGIN_C

        Caution.new(at: :conditions, grave: true,
          says: "The surface, %{surface}, is within %{margin} of the dew point, %{dew}: it must not be coated.",
          first: "Warm the work or dry the air.",
          parts: { surface: Quantity.new(value: @surface_c, unit: :c), dew: Quantity.new(value: dew_c, unit: :c),
                   margin: Quantity.new(value: DEW_MARGIN_C, unit: :c_step) })
      end
    end
  end
end
