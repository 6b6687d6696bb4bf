# frozen_string_literal: true

require "forwardable"

module Dakren
  module Document
    # The room of a job as it was told: steady, a wave of day and night, points, a list, or a forecast; with tents and heaters, and what
    # was really measured.
    #
    #   room = JobRoom.new(reading, start: start, zone: zone, forecast: ->(_start) {})
    #   room.profile   # => Cure::Profile, or nil where something is missing or wrong: the reading says what
    class JobRoom
      extend Forwardable

      # Where nobody told when it starts, a wave begins at 09:00.
      USUAL_START_MIN = 540
      # A wave is followed so long: as far as a coat is.
      DAYS = 60

      # @param reading [Reader] of the job @param start [Time, nil] @param zone [ActiveSupport::TimeZone]
      # @param forecast [#call] from a start to points of the room as they were foretold, or nil
      def initialize(reading, start:, zone:, forecast:)
        @reading = reading
        @start = start
        @zone = zone
        @forecast = forecast
      end

      def_delegators :@reading, :choice, :entry, :figure, :rows, :guarded, :miss, :complain
      private :choice, :entry, :figure, :rows, :guarded, :miss, :complain

      # Spells it is heated: minutes from and to, °C.
      # @return [Array<Array(Rational, Rational, Rational)>]
      def heats
        @heats ||= rows("heats") || []
      end

      # @return [Cure::Profile, nil]
      def profile
        told = guarded("points") { as_told }
        spells = heats
        measured = rows("measured") || []
        return if told.nil?

        guarded("heats") do
          warmed = spells.reduce(told) { |room, (from, to, temp)| room.held(from.to_f, to.to_f, temp.to_f, least: true) }
          measured.reduce(warmed) { |room, (from, to, temp)| room.held(from.to_f, to.to_f, temp.to_f) }
        end
      end

      private

      def as_told
        case choice("room_mode")
        when "steady" then figure("room", needed: true)&.then { |temp| Cure::Profile.constant(temp.to_f) }
        when "wave" then wave
        when "csv" then list
        when "weather" then foretold
        else points
        end
      end

      def wave
        low = figure("night", needed: true)
        high = figure("day", needed: true)
        return if low.nil? || high.nil?
        return complain("night", "must not be warmer than the day") if low > high

        minute = @start ? (@start.hour * 60) + @start.min : USUAL_START_MIN
        Cure::Profile.daily_wave(low_c: low.to_f, high_c: high.to_f, start_minute_of_day: minute, days: DAYS)
      end

      def points
        points = rows("points", least: 1)
        points && Cure::Profile.new(points.map { |minute, temp| [minute.to_f, temp.to_f] })
      end

      def list
        told = entry("csv")
        return miss("csv") if told.blank?
        return unless @start

        guarded("csv") do
          Cure::Profile.new(Formats::RoomList.read(told.typed, start: @start, unit: told.bare || :C, zone: @zone).sort_by(&:first))
        end
      end

      def foretold
        return unless @start

        found = @forecast.call(@start)
        found ? Cure::Profile.new(found) : complain("room_mode", "forecast unavailable: choose another way to set the room")
      end
    end
  end
end
