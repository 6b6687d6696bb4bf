# frozen_string_literal: true

module Dakren
  module Rooms
    # What would have been: the same batch in other conditions, by the core.
    class RecordWhatIf
      WARMER_C = 5.0
      Row = Value.define(:words, :usable, :hottest, :was)

      def initialize(walk, wording)
        @walk = walk
        @wording = wording
        @mix = walk.contents.mix
      end

      def any?
        !@walk.times.met_at.nil? && !@walk.recipe.sheet.silent? && @walk.contents.mass_g.positive?
      end

      # @return [Array<Row>] as it was first
      def rows
        own = conditions(@walk.contents.mass_g)
        [row("as it was", own, was: true),
          row("#{apart(WARMER_C)} warmer", own.merge(start_c: own[:start_c] + WARMER_C, room_c: own[:room_c] + WARMER_C)),
          row("#{apart(WARMER_C)} cooler", own.merge(start_c: own[:start_c] - WARMER_C, room_c: own[:room_c] - WARMER_C)),
          row("half the batch", conditions(@walk.contents.mass_g / 2)), row("twice the batch", conditions(@walk.contents.mass_g * 2))]
      end

      # As a film, poured out at once.
      # @return [String, nil]
      def at_once
        poured = @walk.times.poured_at or return
        later, sooner = [(poured - @walk.times.met_at) / 60, 0.0].map do |minute|
          Cure::Mix::Left.of(@mix, spread_at_min: minute.clamp(0, Cure::HORIZON_MIN), **conditions(@walk.contents.mass_g)).as_film_min
        end
        return if later.nil? || sooner.nil?

        "Poured out as it was it could be spread for #{@wording.minutes(later)} more on the work; poured out at once, for " \
          "#{@wording.minutes(sooner)}."
      end

      private

      def conditions(mass_g)
        @walk.recipe.clock.conditions(@mix, mass_g, start_c: @walk.times.tins_c, room_c: @walk.times.room_c)
      end

      def row(words, cup, was: false)
        band = @mix.usable_band(**cup)
        peak = @mix.cup(**cup).peak_c
        Row.new(words: words, was: was, usable: band.middle ? @wording.span(band.early, band.late) : "more than 60 days",
          hottest: peak > Care::CoatCautions::NO_FIGURE_C ? "smokes" : @wording.show(Quantity.new(value: peak.round, unit: :c)))
      rescue InputError
        Row.new(words: words, was: was, usable: "not known", hottest: "not known")
      end

      def apart(by_c)
        @wording.show(Quantity.new(value: by_c, unit: :c_step))
      end
    end
  end
end
