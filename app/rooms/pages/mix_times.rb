# frozen_string_literal: true

require_relative "mix_facet"

module Dakren
  module Rooms
    # How long the batches of a task last, and what hangs on that.
    class MixTimes < MixFacet
      # A pot that is drawn in must outlast it by so much.
      SPARE_PCT = 25

      # How long it lasts: figures with what is said of them.
      # @return [Array<Array(Answer, String)>]
      def figured
        return [] if plan.sheet.silent?

        needed = plan.portions.first.needed_min
        found = [[Answer.new(label: "pot life of this batch", figure: figures.usable, as: :span, css: "bare"),
          "pot life of this batch, #{@wording.minutes(needed)} to mix and use it up"]]
        return found if plan.pour? || plan.laid.working.early.nil?

        found << [Answer.new(label: "working time once spread", figure: figures.working, as: :span, css: "bare"),
          "working time once spread"]
      end

      # Whose time that is, where the shop found its own.
      # @return [String, nil]
      def whose
        return if plan.sheet.silent? || !plan.order.mix.told?

        Words::Whose.new(plan.sheet, @wording).first_cup(plan)
      end

      # The largest cup that can be used up in time: its mass, its name, how long it takes and lasts; nothing of a tin that tells no time.
      # @return [Array<String>, nil]
      def largest
        found = @ticket.open? && !plan.sheet.silent? && plan.largest or return
        [show(found.mass_g, :g), @wording.vessel(found.cup.name), @wording.minutes(found.needed_min), @wording.minutes(found.usable_min)]
      end

      # "Empty each within 24 min; left standing it smokes after 31 min.": the first one by the clock.
      # @return [String, nil]
      def left_standing
        # Where there is no time to spare that is said as a caution.
        standing = plan.left_standing
        return if standing.nil? || @ticket.care.cautions_at(:cups).any?

        met = next_coat.from_min + plan.batches.first.mix_from
        hot = { warm: "gets hot enough to craze", hot: "gets hot enough to crack", smoke: "smokes" }.fetch(standing.grade.name)
        return in_minutes(standing, hot) if plan.batches.size > 1 || coats.size > 1

        "Empty the cup by #{clock(met + plan.usable.early)}; left standing, it #{hot} by #{clock(met + standing.peak_min)}."
      end

      # Why it is laid in so many lifts, where nobody told how many.
      # @return [String, nil]
      def lifts
        fewer = @ticket.ticket.fewer or return
        each = show(plan.film_mm, :mm)
        why = if fewer.peak_c
                hot = fewer.peak_c < Care::CoatCautions::NO_FIGURE_C ? "reach #{show(fewer.peak_c, :c)}" : "run away"
                "#{hot} here, where it #{Cure::Heat.of(fewer.peak_c).name == :smoke ? "smokes and may ignite" : "cracks and foams"}"
              else
                "be deeper than the data sheet's #{show(fewer.deepest_mm, :mm)}"
              end
        "In #{next_coat.of} lifts of #{each}: #{fewer.count == 1 ? "one" : fewer.count} of #{show(fewer.each_mm, :mm)} would #{why}."
      end

      # How long it fills, against what its pot lasts: what is drawn in must be in before the pot goes.
      # @return [Array(String, Boolean), nil] a sentence, and whether it is too long
      def fills
        pace = plan.order.pace
        return unless pace && pace.measure.name == :fill

        early = plan.usable.early or return
        takes = plan.portions.first.needed_min - plan.portions.first.mixing_min
        spare = (1 - (takes / early)) * 100
        whose = { noted: "by the resin front as noted", told: "as you said",
                  guessed: "guessed: note the resin front, or say how long" }.fetch(pace.whose)
        each = plan.batches.size > 1 ? " from each pot" : ""
        says = "It fills in #{@wording.minutes(pace.whole_min)}, #{whose}; drawn#{each} for #{@wording.minutes(takes)} of the " \
               "#{@wording.minutes(early)} a pot surely lasts: "
        [says + (spare.positive? ? "#{spare.round} % to spare." : "#{-spare.round} % too long."), spare < SPARE_PCT]
      end

      # "In a wide tray, 300 mm, this batch lasts 40 min longer.": worth a line when it is worth a tenth.
      def tray_gain
        tray, gained = plan.tray_gain
        return unless tray && gained > 0.1 * plan.usable.middle

        "In a #{@wording.vessel(tray.name)}, this batch lasts #{@wording.minutes(gained)} longer."
      end

      private

      def in_minutes(standing, hot)
        within, after = [plan.usable.early, standing.peak_min].map { |minutes| @wording.minutes(minutes) }
        "Empty each within #{within}; left standing it #{hot} after #{after}."
      end

      def clock(minute)
        @wording.dates.hour(@desk.time_at(minute))
      end
    end
  end
end
