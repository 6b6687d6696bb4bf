# frozen_string_literal: true

module Dakren
  module Care
    # What the room, the resin and the wood around one coat ask for: named with what to do about it. Part of CoatCautions.
    module Surroundings
      # Below that mixes are thick and slow; a room that rises by more makes bare wood breathe out; what bare wood soaks up at the least.
      COLD_C = 10
      # Ours until weighed: what a room must rise for air to be driven out of wood, and what such wood soaks up at least.
      RISES_C = 1.5
      BARE_G_M2 = 15
      # How long a coat on bare wood goes on being blown through.
      BREATHES_MIN = 120
      # Laminates thinner than this make no heat of their own, and are slow where they are not hard within a day in a room below this.
      THIN_MM = 6
      # How long a day is, and the room that is warm: the practice's.
      SLOW_MIN = 1440
      WARM_C = 25
      LAMINATES = %i[laminate infusion scarf].freeze

      private

      def cold_resin
        tins = @plan.order.tins_c
        return if tins >= COLD_C

        Caution.new(at: :conditions, parts: { tins: degrees(tins) },
          says: "The resin is at %{tins}: thick, slow to mix and full of bubbles.",
          first: "Warm both tins for two to four hours on a warm surface, tent the work and warm it gently, or wait for a warmer day. " \
                 "No fuel heaters by wet epoxy.")
      end

      # Warming wood breathes out through the film; cooling wood draws it in.
      def warming_wood
        need = @plan.order.need
        soaked = need.line(:drink)&.grams(@sheet.clock.mixed_density_g_ml)
        return unless @plan.order.ground[:wall] == Cure::Wall::GROUNDS[:wood] && soaked && need.area_mm2.positive?

        until_min = @from_min + @plan.done_at + BREATHES_MIN
        now, later = [@from_min, until_min].map { |minute| @room.at(minute) }
        return if soaked / (need.area_mm2 / 1e6) < BARE_G_M2 || later - now < RISES_C

        Caution.new(at: :conditions, parts: { now: degrees(now), later: degrees(later) },
          says: "The room rises from %{now} to %{later} while this goes onto bare wood: warming wood gases off and bubbles.",
          first: "Begin it in the afternoon, while the room cools, or warm the wood well before and let it cool while it is coated.")
      end

      def thin_laminate
        film = @plan.order.need.film_mm
        return unless LAMINATES.include?(@plan.order.kind) && film && film < THIN_MM && @room.at(@from_min) < WARM_C

        late = @plan.hard&.late
        return if @plan.hard.nil? || (late && late - @plan.done_at < SLOW_MIN)

        hard = Quantity.new(value: late || Cure::HORIZON_MIN, unit: :min)
        Caution.new(at: :film, parts: { room: degrees(@room.at(@from_min)), hard: hard },
          says: "A laminate this thin makes no heat of its own: at %{room} it is hard only after %{hard}.",
          first: "Keep it at 30 °C overnight, or half a day near 50 °C, before it is demoulded or sanded.")
      end
    end
  end
end
