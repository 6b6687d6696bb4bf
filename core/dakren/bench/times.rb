# frozen_string_literal: true

module Dakren
  module Bench
    # When things happened to a batch, how long they took, and how warm it was; seconds of the server's clock.
    class Times
      # @param account [Account] @param contents [Contents] @param course [Course] @param events [Array<Event>]
      def initialize(account, contents, course, events)
        @account = account
        @contents = contents
        @course = course
        @recipe = course.recipe
        @events = events
      end

      # @param name [Symbol]
      # @return [Float, nil] seconds at which a step was done
      def at(name)
        @account.at(name)
      end

      # When the hardener met the resin.
      # @return [Float, nil] seconds
      def met_at
        return @account.met_at if @account.met_at
        return @account.first_hardener_at || at(:second) unless @recipe.weighed?

        found = @contents.readings.any? ? (@account.touched_at || at(:second)) : nil
        found && at(:second) ? [found, at(:second)].min : found
      end

      # @return [Float, nil] seconds
      def poured_at
        at(:pour_out)
      end

      # When what was poured out lay as it stays: a joint once it was closed.
      # @return [Float, nil] seconds
      def laid_at
        (at(:close) if @course.closed?) || poured_at
      end

      # @return [Float, nil] when the step before the mixing was done
      def mixing_from
        at(:mend) || @account.accepted&.at || at(:second)
      end

      # How long it could be spread, where somebody noted that.
      # @return [Float, nil] minutes from when its parts met
      def lasted_min
        @events.reverse.find { |event| event.kind == :timed }&.data&.fetch(:lasted_min)
      end

      # Was it typed in afterwards? Then nobody saw how long it was mixed.
      def later?
        @account.later?
      end

      # How much of its mixing time it was mixed, of the shorter where there is a range.
      # @return [Float, nil] share; nil where it was not mixed yet, or nobody saw how long
      def mixed_share
        return if later?

        over = at(@course.second_cup? ? :second_cup : :mix)
        over && mixing_from && ((over - mixing_from) / 60 / [least_mixing_min, 0.1].max)
      end

      # @return [Float] minutes below which it is mixed too short: the shorter where the sheet tells a range
      def least_mixing_min
        @recipe.sheet.mixing.least_minutes(mixed_g)
      end

      # @return [Float] minutes the sheet wants it mixed
      def mixing_min
        @recipe.sheet.mixing.minutes(mixed_g)
      end

      # Temperatures as the thermometers had them when the parts met, or else as planned.
      # @return [Float] °C
      def room_c
        measured(:room_c) || @recipe.room_c
      end

      # @return [Float] °C
      def tins_c
        measured(:tins_c) || @recipe.tins_c
      end

      # Was a temperature measured as the parts met, and not only planned?
      # @param name [Symbol] :room_c or :tins_c
      def measured?(name)
        !measured(name).nil?
      end

      private

      def mixed_g
        [@contents.mass_g, @recipe.total_g].max.to_f
      end

      # Heard with the event that began the clock; the latest one stands.
      def measured(name)
        @events.reverse.filter_map { |event| event.data[name] }.first
      end
    end
  end
end
