# frozen_string_literal: true

module Dakren
  module Rooms
    # What is to be done beside resin and hardener: part A stirred alone, the second cup, powder, thinner, the comb. Part of BenchStep.
    module BenchBeside
      private

      def of_stir_a
        left = [BenchMeasures::STIR_A_MIN - ((@now - (@walk.times.at(:ready) || @now)) / 60), 0.0].max
        plain(bar: Drawings::Bar.mixed(1 - (left / BenchMeasures::STIR_A_MIN)), target: [left.zero? ? "done" : countdown(left), ""])
      end

      def of_second_cup
        left = @clock.second_cup_left_min
        whole = recipe.sheet.mixing.second_cup_min
        plain(target: [left.zero? ? "done" : countdown(left), ""], bar: Drawings::Bar.mixed(1 - (left / whole)))
          .with(told: ["of #{@wording.minutes(whole)}. #{recipe.manner.signs}"])
      end

      def countdown(minutes)
        format("%d:%02d", minutes.floor, ((minutes % 1) * 60).floor)
      end

      def of_thin
        plain(target: @wording.volume(@walk.contents.beside.thinner_planned_ml), fields: [thinner("or type how much really went in")])
          .with(told: ["#{Check.plain(recipe.thinner_pct)} % of the mix, by volume; stir until it is even."])
      end

      def thinner(label)
        Control.new(name: "thinner", label: label, more: { "inputmode" => "decimal" })
      end

      def of_prethicken
        plain(target: grams(recipe.additions.first_powder_g), fields: [powder_field])
          .with(told: [*step.told, powders(recipe.additions.first_powder_g)].compact)
      end

      def powder_field
        Control.new(name: "powder", label: "or type what really went in", more: { "inputmode" => "decimal" })
      end

      def of_powder
        grade = recipe.powder
        grams = @walk.contents.beside.powder_planned(:powder)
        plain(target: self.grams(grams), fields: [powder_field]).with(
          told: [prime_first,
            "#{recipe.powder_name}, to #{grade}: #{Dakren::Bench::POWDER_WORDS.fetch(grade)}, like " \
            "#{Work::Filler::GRADES.fetch(grade).kitchen}. As the cup warms the mix thins: add a scoop if it slumped, then spread at once.",
            powders(grams)].compact
        )
      end

      # What is brushed on neat before the rest is thickened.
      def prime_first
        share = recipe.prime_share
        return unless share.positive?

        "First brush #{weight(@walk.contents.mass_g * Exact.of(share))} of it neat onto both sides. The powder is for the rest."
      end

      # Each powder of several, by weight.
      def powders(all)
        powder, to_100 = recipe.additions.thickener
        powder.parts && "#{powder.parts.map { |one, each| "#{one.label} #{weight(all * Exact.of(each) / Exact.of(to_100))}" }.join(", ")}."
      end

      # So much thinner may go in as it thickens.
      def at_the_tray?
        recipe.thinner_when == :tray && recipe.thinner_pct.to_f.positive?
      end

      def tray_thinner
        most = @wording.volume(@walk.contents.beside.thinner_planned_ml).join(" ")
        "Thinner only as it thickens in the tray, at most #{most} for this " \
          "batch. No spark or flame in the room."
      end

      # The tooth that is wet and the next that is dry, as combs have them.
      def of_comb
        mil = @wording.us?(:length)
        wet, dry = Measure::Comb.teeth(recipe.comb_mm, mil: mil)
        unit = mil ? "mil" : "µm"
        thinned = @walk.course.thinned? ? " Thicker by the thinner stirred in: so thick it is before that flashes off." : ""
        plain(target: [wet.to_s, unit], fields: at_the_tray? ? [thinner("thinner used at the tray")] : []).with(
          told: ["The #{wet} #{unit} tooth is wet#{", the #{dry} #{unit} tooth dry" if dry}. Planned: " \
                 "#{@wording.quantity_pair(recipe.comb_mm, :film_mm).join(" ")}.#{thinned}"]
        )
      end
    end
  end
end
