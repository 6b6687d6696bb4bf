# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Bench
    # The clock of one batch at one moment, from real start, mass, cup and temperatures.
    #
    # Rule: left in the cup is the usable time less what has passed; left once spread is what a film has from
    # the age the cup has by now. Both are ranges.
    class BatchClock
      # From this share of the early figure on it is time to hurry.
      HURRY_SHARE = 0.25
      # A stage said before this much of its time is gone is asked about.
      TOO_SOON_SHARE = 0.5
      # Calls while mixing, minutes apart.
      SCRAPE_EVERY_MIN = 1.0

      Call = Value.define(:says, :left_min)

      # @param walk [Walk]
      # @param now [Float] seconds of the server's clock
      def initialize(walk, now)
        @walk = walk
        @recipe = walk.recipe
        @now = now
      end

      # @return [Float] minutes since the parts met
      def passed_min
        [(@now - @walk.times.met_at) / 60, 0.0].max
      end

      # @return [Cure::Band] minutes left in the cup; never below 0
      def in_cup
        band = mix.usable_band(**conditions)
        Cure::Band.new(early: left(band.early), middle: left(band.middle), late: left(band.late))
      end

      # @return [Cure::Band] minutes left once spread: from now if it were poured, or since it was
      def as_film
        aged = ((@walk.times.poured_at || @now) - @walk.times.met_at) / 60
        since = @walk.times.poured_at ? (@now - @walk.times.poured_at) / 60 : 0.0
        times = StageTimes.of(@recipe.sheet, room: Cure::Profile.constant(@walk.times.room_c), start_age_min: age_at([aged, 0.0].max),
          mix: mix)
          .working
        Cure::Band.new(early: less(times.early, since), middle: less(times.middle, since), late: less(times.late, since))
      end

      # @return [Cure::Band, nil] minutes until tacky; nil when the sheet does not say
      def until_stage(name)
        poured = @walk.times.poured_at
        return unless poured

        age = age_at([(poured - @walk.times.met_at) / 60, 0.0].max)
        band = StageTimes.of(@recipe.sheet, room: Cure::Profile.constant(@walk.times.room_c), start_age_min: age, mix: mix).of(name)
        band && Cure::Band.new(early: less(band.early, since_poured), middle: less(band.middle, since_poured),
          late: less(band.late, since_poured))
      end

      # Age of what was poured out, so much later: as a film in the room since.
      # @param at [Float] seconds, after it was poured
      # @return [Float] minutes
      def age_of_what_lies(at)
        age_at([(@walk.times.poured_at - @walk.times.met_at) / 60,
          0.0].max) + ((at - @walk.times.poured_at) / 60 * mix.reaction.pace(@walk.times.room_c))
      end

      # How much of its surely usable time has gone.
      # @return [Float, nil] 0 to 1; nil where nobody knows how long it lasts
      def gone
        left = in_cup.early or return
        passed_min.zero? ? 0.0 : passed_min / (passed_min + left)
      end

      # How it stands: :fine, :hurry or :past; :poured once it is out of the cup.
      def mood
        return :poured if @walk.times.poured_at

        whole = mix.usable_band(**conditions).early
        left = in_cup.early
        return :fine if left.nil? || whole.nil?
        return :past if left <= 0

        left < HURRY_SHARE * whole ? :hurry : :fine
      end

      # What is called out while mixing: what to do now, and the minutes until the next call.
      # @return [Call]
      def mixing_call
        passed = [(@now - @walk.times.mixing_from) / 60, 0.0].max
        whole = @walk.times.mixing_min - (@walk.course.second_cup? ? @recipe.sheet.mixing.second_cup_min : 0)
        return Call.new(says: "Mixed long enough: #{@recipe.manner.mixed}", left_min: 0.0) if passed >= whole

        calls = @recipe.manner.calls(pail: @recipe.cup.brim_ml >= PAIL_ML)
        Call.new(says: calls[(passed / SCRAPE_EVERY_MIN).floor % calls.size], left_min: whole - passed)
      end

      # Minutes it is still to be stirred in the second cup.
      # @return [Float]
      def second_cup_left_min
        [@recipe.sheet.mixing.second_cup_min - ((@now - @walk.times.at(:mix)) / 60), 0.0].max
      end

      # Is a stage said that cannot be yet, by far?
      # @param name [Symbol, nil] of Cure::STAGES; nil where the sheet tells none: then what a film can still be spread is the bound
      # @return [Float, nil] minutes from pouring at which it is to be expected at the earliest; nil where it may well be
      def too_soon(name)
        early = (name && until_stage(name)&.early) || as_film.early or return
        early > TOO_SOON_SHARE * (early + since_poured) ? early + since_poured : nil
      end

      # @param name [Symbol] of AFTER
      # @return [Float] minutes until the look is due; 0 once it is
      def until_look(name)
        [@recipe.step(name).after_min - ((@now - @walk.times.laid_at) / 60), 0.0].max
      end

      private

      def since_poured
        (@now - @walk.times.poured_at) / 60
      end

      def mix
        @walk.contents.mix
      end

      def conditions
        @recipe.clock.conditions(mix, @walk.contents.mass_g, start_c: @walk.times.tins_c, room_c: @walk.times.room_c)
      end

      # Half minutes are fine enough, and let the clock be remembered between two looks.
      def age_at(minute)
        mix.cup_age_min((minute * 2).round / 2.0, **conditions)
      end

      def left(minutes)
        less(minutes, passed_min)
      end

      def less(minutes, passed)
        minutes && [minutes - passed, 0.0].max
      end
    end
  end
end
