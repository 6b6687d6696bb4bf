# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # One batch left standing in its cup, heating itself.
    #
    #   cup = Cup.new(reaction, body, vessel: vessel, start_c: 20, room_c: 18)
    #   cup.run.usable_min   # minutes until its age reaches the sheet's working time
    #   cup.run.peak_c       # hottest it gets if nobody pours it out
    #
    # Rule: da/dt = k g(T)(b + a)(1 - a)^2;  (m c + shell) dT/dt = m H da/dt - UA (T - room);  d(age)/dt = g(T), T that of the core.
    # Unusable when its age reaches the working time. The step follows the reaction through ignition.
    class Cup
      # usable_min is nil for a mix still usable at the horizon; track holds [minute, °C, age, conversion] a step; paused: its course,
      # where it was followed no further than it is usable.
      Run = Value.define(:usable_min, :peak_c, :peak_min, :steps, :track, paused: nil) do
        # The same to its end.
        # @return [Run]
        def whole
          paused ? paused.dup.follow : self
        end

        # Age at one minute, read between two steps.
        # @param reaction [Reaction] that it was run with
        # @return [Float, nil] minutes; nil past the last step
        def age_at(minute, reaction)
          over = track.bsearch_index { |at, *| at >= minute } or return
          return track[over][2] if over.zero?

          (from, temp, age), (to, its_temp, its_age) = track[over - 1], track[over]
          long = to - from
          Hermite.at((minute - from) / long, age, its_age, reaction.pace(temp) * long, reaction.pace(its_temp) * long)
        end
      end

      # @param reaction [Reaction]
      # @param body [Body] what is in it
      # @param vessel [Vessel]
      # @param start_c [Numeric] °C of the parts when they meet, -40 to 120
      # @param room_c [Numeric] °C, -40 to 120
      # @raise [InputError]
      def initialize(reaction, body, vessel:, start_c:, room_c:)
        @reaction = reaction
        @start_c = Check.temp_c(:start_c, start_c)
        @room_c = Check.temp_c(:room_c, room_c)
        @heat = CupHeat.new(reaction, vessel, body, @room_c)
      end

      attr_reader :reaction, :heat, :start_c, :room_c

      # @param stop_at_usable [Boolean] leave the peak out (quicker; the calibration's way); what is left of it can be followed later
      # @param until_min [Float] stop at this minute
      # @param until_cool [Boolean] go on until it is as warm as the room again
      # @return [Run]
      # @raise [NotSolved] when the bound on steps is reached
      def run(stop_at_usable: false, until_min: HORIZON_MIN, until_cool: false)
        CupCourse.new(self).follow(stop_at_usable: stop_at_usable, until_min: until_min, until_cool: until_cool)
      end

      # Age and temperature at one minute.
      # @param minute [Float] 0 to 86,400
      # @return [Array(Float, Float)] age in minutes, °C
      def at(minute)
        return [0.0, @start_c] if minute.zero?

        _, temp_c, age_min, = run(until_min: minute).track.last
        [age_min, temp_c]
      end
    end
  end
end
