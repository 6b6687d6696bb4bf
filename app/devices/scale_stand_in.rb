# frozen_string_literal: true

module Dakren
  module Devices
    # A scale that behaves like one: it lags, settles, drifts, shows whole steps, overloads, switches itself
    # off, and takes liquid that starts slowly, runs, and drips on after the can is lifted.
    #
    #   scale = ScaleStandIn.new(resolution_g: 0.1, capacity_g: 5000)
    #   scale.tell("pour resin")
    #   scale.advance(2.0)
    #   scale.tell("stop")
    class ScaleStandIn
      Liquid = Value.define(:most_g_s, :rise_s, :drip_s)
      # Resin is thick: slow to start, long to drip. Hardener is thin.
      LIQUIDS = { "resin" => Liquid.new(most_g_s: 16.0, rise_s: 0.9, drip_s: 0.45),
                  "hardener" => Liquid.new(most_g_s: 9.0, rise_s: 0.35, drip_s: 0.15) }.freeze
      LAG_S = 0.3
      STEADY_G_S = 0.6
      DRIFT_SHARE = 0.0002
      DRIFT_PERIOD_S = 97.0
      STEP_S = 0.02
      # The display never shows more than this far over its capacity.
      OVER_SHARE = 1.02
      DRY_G_S = 0.01

      attr_reader :resolution_g, :capacity_g

      # @param resolution_g [Numeric] step of the display
      # @param capacity_g [Numeric]
      # @param auto_off_s [Numeric] idle seconds after which it switches itself off
      def initialize(resolution_g: 0.1, capacity_g: 5000.0, auto_off_s: 600.0)
        @resolution_g = resolution_g.to_f
        @capacity_g = capacity_g.to_f
        @auto_off_s = auto_off_s
        @shown_g = 0.0
        @age_s = 0.0
        @liquid = LIQUIDS.fetch("resin")
        empty(0.0)
        @idle_s = 0.0
      end

      # Lets time task.
      # @param seconds [Float] 0 or more
      def advance(seconds)
        left = [seconds, 3600.0].min
        while left > 1e-9
          step = [left, STEP_S].min
          flow(step)
          left -= step
        end
      end

      # @param command [String] "tare", "on", "cup GRAMS", "clear", "pour resin", "pour hardener" or "stop"
      def tell(command)
        word, value = command.to_s.scrub("").split
        case word
        when "tare" then @tare_g = @shown_g
        when "on" then @on = true
        when "clear" then empty(0.0)
        when "cup" then empty(value.to_f.clamp(0.0, 100_000.0))
        when "pour" then hold(value)
        when "stop" then @held = false
        end
        @idle_s = 0.0
      end

      # @return [Reading]
      def reading
        return Reading.new(kind: :scale, state: :off) unless @on
        return Reading.new(kind: :scale, state: :over) if @shown_g > @capacity_g * OVER_SHARE

        drift = (@shown_g - @tare_g) * DRIFT_SHARE * Math.sin(@age_s * 2 * Math::PI / DRIFT_PERIOD_S)
        value = ((@shown_g - @tare_g + drift) / @resolution_g).round * @resolution_g
        Reading.new(kind: :scale, value: value.round(3), unit: "g", state: moving? ? :moving : :steady)
      end

      # What is really on it since it was tared: known to the stand-in alone.
      def true_g
        @load_g - @tare_g
      end

      private

      def empty(grams)
        @load_g = grams
        @tare_g = 0.0
        @held = false
        @flow_g_s = 0.0
        @on = true
      end

      def hold(liquid)
        return unless LIQUIDS.key?(liquid)

        @liquid = LIQUIDS.fetch(liquid)
        @held = true
        @on = true
      end

      def flow(step)
        wanted = @held ? @liquid.most_g_s : 0.0
        @flow_g_s += (wanted - @flow_g_s) * (1 - Math.exp(-step / (@held ? @liquid.rise_s : @liquid.drip_s)))
        @flow_g_s = 0.0 if !@held && @flow_g_s < DRY_G_S
        @load_g += @flow_g_s * step
        @shown_g += (@load_g - @shown_g) * (1 - Math.exp(-step / LAG_S))
        @age_s += step
        @idle_s = moving? || @held ? 0.0 : @idle_s + step
        @on = false if @idle_s > @auto_off_s
      end

      def moving?
        @flow_g_s > 0.02 || (@load_g - @shown_g).abs / LAG_S > STEADY_G_S
      end
    end

    # Thermometers, moisture meter and comb of the demo shop: they follow a day by the lake.
    class WeatherStandIn
      ROOM_C = 18.5
      SWING_C = 3.0
      TINS_WARMER_C = 1.4
      SURFACE_COLDER_C = 0.8

      # @param now [#call] clock, for the hour of day
      # @param steady_c [Float, nil] a room that stays at one temperature
      def initialize(now: -> { Time.now }, steady_c: nil)
        @now = now
        @steady_c = steady_c
      end

      def advance(_seconds); end

      def tell(_command); end

      # @return [Array<Reading>]
      def readings
        time = @now.call
        hour = time.hour + (time.min / 60.0)
        room = @steady_c || (ROOM_C + (SWING_C * Math.cos(2 * Math::PI * (hour - 15) / 24)))
        { room: [room, "C"], tins: [room + TINS_WARMER_C, "C"], surface: [room - SURFACE_COLDER_C, "C"], moisture: [7.4, "%"],
          comb: [300, "micron"] }.map do |kind, (value, unit)|
          Reading.new(kind: kind, value: value.round(1), unit: unit, state: :steady)
        end
      end
    end
  end
end
