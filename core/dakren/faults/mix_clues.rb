# frozen_string_literal: true

require_relative "weights"

module Dakren
  module Faults
    # Clues to the mix: how warm it was, its ratio, its mixing, its cup.
    module MixClues
      include Weights

      private

      def coldest
        [fact(:coldest_c), fact(:room_c)].compact.min
      end

      def cold
        return if coldest.nil?

        low = fact(:lowest_c) || USUAL_LEAST_C
        says = fact(:lowest_c) ? "the data sheet wants #{degrees(low)}" : "most mixes want #{degrees(low)}"
        return [(1.5 + ((low - coldest) / 3)).clamp(1.5, 3.5), "#{degrees(coldest)} at its coldest, and #{says}"] if coldest < low

        if coldest < low + 2
          [WEAK,
            "#{degrees(coldest)} at its coldest: just what it can do with"]
        else
          [AGAINST, "never below #{degrees(coldest)}: warm enough"]
        end
      end

      def ratio
        off = fact(:hardener_off_pct)
        return (fact(:by_eye) ? [WEAK, "measured by eye, good to about 10 % a side"] : nil) if off.nil?

        hardener, resin = %i[extra_hardener_pct extra_resin_pct].zip(FORGIVEN_PCT).map { |name, usual| fact(name) || usual }
        forgiven = off.positive? ? hardener : resin
        too_much = off.positive? ? "too much hardener" : "too little hardener"
        return [-2.5, "#{pct(off)} #{too_much}: within tolerance"] if off.abs <= forgiven

        [(1.2 + (off.abs / [forgiven, 1.0].max / 3)).clamp(1.5, 3.5), "#{pct(off)} #{too_much}, where #{pct(forgiven)} is tolerated"]
      end

      # One that is only a little off: small faults add up.
      def young
        share = fact(:age_share) or return
        return [STRONG, "only #{times(share)} of the time to hard had passed"] if share < PAST_HARD

        share < 1.25 ? [WEAK, "its time to hard had only just passed"] : [AGAINST, "its time was long past"]
      end

      def bulk_mix
        thin = [fact(:film_mm), fact(:depth_mm)].compact.min
        return if fact(:made_for_bulk).nil?
        return [AGAINST, "the mix is made for such work"] unless fact(:made_for_bulk)

        thin && thin <= THIN_FILM_MM ? [3.0, "a mix for deep pours, #{Check.plain(thin)} mm thin: it stays soft for days"] : nil
      end

      def other_set
        yes_no(:tool_of_other_set, "measured with a set made for another ratio", "measured with its own set", weight: 3.0)
      end

      def wrong_part
        yes_no(:wrong_part, "another hardener than its own", "its own hardener", weight: 3.0)
      end

      def colour
        share = fact(:colour_pct) or return
        most = fact(:most_colour_pct) || USUAL_COLOUR_PCT
        if share > most
          [STRONG,
            "#{pct(share)} of colour, where #{pct(most)} is the most"]
        else
          [AGAINST, "#{pct(share)} of colour: it takes that"]
        end
      end

      def thinned
        share = fact(:thinner_pct) or return
        most = fact(:most_thinner_pct) || 0.0
        return unless share > most

        [PLAIN, "#{pct(share)} of thinner, where #{most.positive? ? pct(most) : "none"} is allowed"]
      end

      def old_tin
        yes_no(:tin_old, "from a tin past its date", "from a tin within its date")
      end

      def crossed
        yes_no(:lots_crossed, "tins of two lots crossed", "tins of one set", weight: PLAIN, against: -0.5)
      end

      def damp_air
        dew = fact(:above_dew_c)
        humid = fact(:humidity_pct)
        return if dew.nil? && humid.nil?
        return [STRONG, "the surface #{Check.plain(dew.round(1))} °C above the dew point"] if dew && dew < NEAR_DEW_C
        return [PLAIN, "the air at #{pct(humid)}"] if humid && humid >= DAMP_PCT

        [AGAINST, humid ? "the air at #{pct(humid)}: dry enough" : "well above the dew point"]
      end

      def cool
        return if coldest.nil?

        coldest < COOL_C ? [WEAK, "cool: #{degrees(coldest)}"] : [-0.6, "not cool: #{degrees(coldest)}"]
      end

      def mixed
        share = fact(:mixed_share) or return
        return [STRONG + ((0.5 - [share, 0.5].min) * 2), "mixed #{times(share)} of its time"] if share < 0.8

        [share < 1.0 ? -0.5 : AGAINST, "mixed for its full time"]
      end

      def one_cup
        if fact(:second_cup).nil?
          nil
        else
          [fact(:second_cup) ? -0.8 : WEAK,
            fact(:second_cup) ? "stirred on in a second cup" : "one cup, no second"]
        end
      end

      def scraped
        yes_no(:cup_scraped_out, "the cup was scraped out on the work", "nothing was scraped out of the cup", weight: 3.0)
      end

      def thin_film
        mm = fact(:film_mm) or return
        mm <= 0.2 ? [PLAIN, "a film of #{Check.plain(mm)} mm"] : [AGAINST, "#{Check.plain(mm)} mm: not thin"]
      end

      def slow_mix
        yes_no(:slow, "a slow hardener", "not a slow hardener", weight: WEAK, against: -0.5)
      end

      def no_post_cure
        return [STRONG, "a part for the heat, never post-cured"] if fact(:hot_part) && fact(:post_cured) == false

        return unless fact(:post_cured) || fact(:hot_part) == false

        [AGAINST, fact(:post_cured) ? "post-cured" : "no part for the heat"]
      end

      def heat_held
        yes_no(:heat_held, "heat was held in one place", "no heat was held in one place", weight: 3.0)
      end

      def deep
        mm = fact(:depth_mm) or return
        mm >= 10 ? [WEAK, "#{Check.plain(mm)} mm deep"] : nil
      end

      def cold_below
        below = fact(:below_c) or return
        low = fact(:lowest_c) || USUAL_LEAST_C
        if below < low
          [STRONG,
            "what it lies on was #{degrees(below)}, and #{degrees(low)} is the least"]
        else
          [AGAINST, "what it lies on was #{degrees(below)}"]
        end
      end

      def too_much
        share = fact(:batch_share)
        share &&= [share, 0.0].max
        return if share.nil?

        share > 1 ? [STRONG, "#{times(share)} times the batch that can be used in time"] : [AGAINST, "no more than can be used in time"]
      end

      def left_in_cup
        share = fact(:cup_share) or return
        return [STRONG, "it stood #{times(share)} of its minutes in the cup"] if share > 1

        if share > 0.8
          [WEAK,
            "poured at the very end of its minutes in the cup"]
        else
          [AGAINST, "out of its cup after #{times(share)} of its minutes"]
        end
      end

      def hot
        warm = [fact(:warmest_c), fact(:tins_c), fact(:room_c)].compact.max
        high = fact(:highest_c)
        warm && high && warm > high ? [PLAIN, "#{degrees(warm)}, where #{degrees(high)} is the most"] : nil
      end

      def lift
        mm = fact(:depth_mm)
        most = fact(:most_depth_mm)
        return if mm.nil? || most.nil?

        if mm > most
          [3.0,
            "#{Check.plain(mm)} mm in one lift, where #{Check.plain(most)} mm is the most"]
        else
          [AGAINST,
            "#{Check.plain(mm)} mm: within its depth"]
        end
      end
    end
  end
end
