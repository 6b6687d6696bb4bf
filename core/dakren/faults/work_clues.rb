# frozen_string_literal: true

require_relative "weights"

module Dakren
  module Faults
    # Clues to the work: what it lay on, what was done to it, what came after.
    module WorkClues
      include Weights

      private

      def sun
        yes_no(:sun, "it stands in the sun", "no sun reaches it")
      end

      def amber
        yes_no(:amber, "an amber hardener", "a clear hardener")
      end

      def overheated
        peak = fact(:peak_c) or return
        peak > 80 ? [STRONG, "it got #{degrees(peak)} hot"] : [AGAINST, "no hotter than #{degrees(peak)}"]
      end

      def unsealed
        return if fact(:porous).nil? && fact(:sealed).nil?
        return [AGAINST, "it was sealed"] if fact(:sealed)

        fact(:porous) ? [PLAIN, "it soaks up resin, and was not sealed"] : [AGAINST, "nothing that soaks it up"]
      end

      def warming
        yes_no(:warming, "the work was warming while it was coated", "the work was cooling", weight: STRONG, against: -1.0)
      end

      def wet_work
        is = fact(:moisture_pct) or return
        most = fact(:most_moisture_pct) || USUAL_MOISTURE_PCT
        if is > most
          [STRONG,
            "the work at #{pct(is)} moisture, and #{pct(most)} is the most"]
        else
          [AGAINST, "the work at #{pct(is)}: dry enough"]
        end
      end

      def whipped
        yes_no(:whipped, "air was stirred into it", "no air was stirred in")
      end

      def thick_tin
        tins = fact(:tins_c) or return
        tins < THICK_BELOW_C ? [STRONG, "the tins were #{degrees(tins)}: thick"] : [AGAINST, "the tins were #{degrees(tins)}: thin enough"]
      end

      def silicone
        yes_no(:silicone_near, "polish, oil or silicone near it", "no polish or oil near it")
      end

      def dust
        yes_no(:dust, "sanded or swept nearby", "nothing was sanded nearby")
      end

      def lint
        return if fact(:rolled).nil? || !fact(:rolled)

        fact(:roller_taped) == false ? [STRONG, "a roller whose lint was not taken off"] : nil
      end

      def thickened
        yes_no(:thickened, "thickened", "not thickened", weight: WEAK, against: AGAINST)
      end

      def warmed_after
        tins = fact(:tins_c)
        room = fact(:room_c)
        return if tins.nil? || room.nil?

        if room - tins >= 5
          [PLAIN,
            "stiffened at #{degrees(tins)}, and the room #{degrees(room)}"]
        else
          [-1.0, "as warm in the tin as on the work"]
        end
      end

      def heavy
        share = fact(:film_share) or return
        share > 1 ? [STRONG, "#{times(share)} times the film it holds"] : [AGAINST, "no more film than it holds"]
      end

      def past_window
        share = fact(:recoat_share) or return
        return [AGAINST, "recoated inside its window"] if share <= 1
        return [-1.0, "past its window, but abraded"] if fact(:abraded)

        [3.0, "recoated after #{times(share)} of its window#{", not abraded" if fact(:abraded) == false}"]
      end

      def unwashed
        return if fact(:washed).nil?

        fact(:washed) ? [AGAINST, "washed before the next coat"] : [PLAIN, "not washed before the next coat"]
      end

      def beads
        yes_no(:water_beads, "water stood in beads on it", "water lay flat on it", weight: 3.0)
      end

      def fuel
        yes_no(:fuel_heater, "a fuel heater by the work", "no fuel heater", weight: 3.0)
      end

      def wet_edge
        yes_no(:wet_edge_kept, "the wet edge was kept", "the wet edge was lost", weight: AGAINST, against: STRONG)
      end

      def loaded
        share = fact(:loaded_share) or return
        share < 1 ? [3.0, "loaded after #{times(share)} of the time it needs"] : [AGAINST, "loaded no sooner than it may be"]
      end

      def soak
        yes_no(:soak_counted, "soak and losses were counted", "soak and losses were not counted", weight: AGAINST, against: STRONG)
      end

      def marks
        yes_no(:marks_on_work, "marked on the work how far each batch reaches", "no marks for how far each batch reaches", weight: -1.0,
          against: PLAIN)
      end

      def open_below
        yes_no(:sealed_below, "sealed from below", "not sealed from below", weight: AGAINST, against: STRONG)
      end

      def one_face
        yes_no(:one_face, "one face coated alone", "both faces coated")
      end

      def support
        yes_no(:supported, "fully supported", "not supported underneath", weight: AGAINST, against: STRONG)
      end

      def release
        coats = fact(:release_coats) or return
        coats < 2 ? [STRONG, "release in #{coats} coat#{"s" unless coats == 1}"] : [AGAINST, "release in #{coats} coats"]
      end

      def line
        yes_no(:line_empty, "the line ran empty", "the line never ran empty", weight: 3.0)
      end

      def starved
        off = fact(:film_share) or return
        off < 0.8 ? [STRONG, "#{times(off)} of the resin it takes"] : nil
      end

      def unblocked
        yes_no(:blocked, "blocked against creeping", "not blocked against creeping", weight: AGAINST, against: STRONG)
      end

      def unprimed
        yes_no(:primed, "brushed neat first", "not brushed neat first", weight: AGAINST, against: STRONG)
      end

      def clamped
        yes_no(:clamped_hard, "clamped down hard", "not clamped hard", weight: 3.0)
      end

      def few_coats
        coats = fact(:coats) or return
        coats < 3 ? [STRONG, "#{coats} coat#{"s" unless coats == 1} to sand on"] : [AGAINST, "#{coats} coats to sand on"]
      end
    end
  end
end
