# frozen_string_literal: true

module Dakren
  module Rooms
    # What is to be done where nothing is weighed: strokes and drops counted, lines filled to, syringes drawn, tins scraped out, paste cut.
    # Part of BenchStep.
    module BenchMeasures
      # A pigmented or filled part A is stirred so long before the hardener goes in.
      STIR_ALONE_MIN = 2.0
      STIR_A_MIN = 1.0

      private

      def of_count_ready
        count = recipe.count
        counting = Measure::Tools.counting(count.unit)
        BenchStep::View.new(heading: counting.heading, target: ["#{count.resin} + #{count.hardener}", count.plural],
          told: ["#{recipe.tool}. #{counting.how}"])
      end

      def of_count
        count = recipe.count
        whose = @walk.pouring.next_count
        in_so_far = %i[resin hardener].to_h { |part| [part, @walk.contents.count.of(part)] }
        BenchStep::View.new(heading: whose ? "Now #{names(whose)}" : "All #{count.plural} are in", whose: whose,
          target: [in_so_far.values.sum.to_s, "of #{count.order.size}"],
          bar: Drawings::Bar.counted(count.order, [in_so_far.values.sum, count.order.size].min),
          told: ["resin #{in_so_far[:resin]} of #{count.resin}, hardener #{in_so_far[:hardener]} of #{count.hardener}. " \
                 "Pressed once too often? Back takes it away. One too many went in? Say so under More."])
      end

      def of_mend_count
        part = @walk.pouring.part
        BenchStep::View.new(heading: "Add #{names(part)}", verdict: verdict(part), whose: part,
          target: [@walk.contents.count.units_to_add.to_s, recipe.count.unit + (@walk.contents.count.units_to_add == 1 ? "" : "s")])
      end

      # Powder stands in the resin: the hardener gets a cup of its own, and the line is only looked at.
      def measured_apart
        own = @walk.pouring.target - @walk.contents.last_reading
        BenchStep::View.new(heading: "Measure #{names(now_in)} apart, then pour it in", target: measure(own), whose: now_in,
          fields: [reading("or type how much really went in")],
          told: ["A cup of its own: the powder lifts the line in this one. All in, it stands at about #{measured(@walk.pouring.target)}: " \
                 "a check " \
                 "only.",
            hardeners_by_turns].compact)
      end

      def split
        ratio = recipe.sheet.ratio
        recipe.unit == :ml ? ratio.split(total_ml: recipe.planned.values.sum) : ratio.split(total_g: recipe.total_g)
      end

      def first?
        step.name == :first
      end

      # The part that goes in now, where nothing is weighed.
      def now_in
        @walk.pouring.part
      end

      def volume(value)
        value ? @wording.volume(value) : ["unknown", ""]
      end

      def of_eye
        blocks = Measure::Blocks.new(split, forgives_resin_pct: recipe.sheet.tolerance_pct[0])
        BenchStep::View.new(heading: told(first? ? "Cut a block of %{part}, as drawn" : "Cut the %{part} beside it, as drawn", now_in),
          drawing: Drawings::PasteBlocks.new(blocks, @px_per_mm, @wording),
          told: ["Hold the paste to the screen. The hardener is drawn a hair short, so that a miss falls on the resin's side. " \
                 "Not true to size? Set the screen once against a bank card in the settings."])
      end

      def of_syringe
        own = @walk.pouring.target - @walk.contents.last_reading
        BenchStep::View.new(heading: "Draw and press out #{names(now_in)}", target: measure(own),
          verdict: verdict(now_in), fields: [reading("or type what really went in")],
          told: ["#{recipe.tool}, one for each part. No bubbles; read at the plunger's edge; refill as often as it takes."])
      end

      # Part A is stirred by itself in its own pail, for as long as it takes to bring up what has settled; all of B goes in there.
      def of_pack
        return stirred_alone if first?

        BenchStep::View.new(heading: "Scrape all of #{names(now_in)} into the resin's pail", target: measure(recipe.planned.fetch(now_in)),
          whose: now_in, told: ["#{recipe.tool || "The pack"}: two whole packs give the right ratio. Sides, bottom and lid."])
      end

      def stirred_alone
        left = [STIR_ALONE_MIN - ((@now - (@walk.times.at(:ready) || @walk.times.at(:gear) || @now)) / 60), 0.0].max
        BenchStep::View.new(heading: "Stir the resin alone in its own pail", bar: Drawings::Bar.mixed(1 - (left / STIR_ALONE_MIN)),
          target: [left.zero? ? "done" : format("%d:%02d", left.floor, ((left % 1) * 60).floor), ""],
          told: ["Sides and bottom, until it is one colour and nothing settles: then the hardener."])
      end

      def of_line
        return measured_apart if @walk.pouring.apart? && step.name == :second

        own = @walk.pouring.target - @walk.contents.last_reading
        says = if first? then "Level ground, eye at the line." \
          "#{" Thin part first: thick resin domes and hides the line." if now_in == :hardener}"
               else "That is #{measured(own)} of #{names(now_in)} on top of what is in."
               end
        BenchStep::View.new(heading: "Fill #{names(now_in)} to the line", target: measure(@walk.pouring.target), verdict: verdict(now_in),
          told: [says, hardeners_by_turns].compact,
          fields: @walk.pouring.read? ? [reading("or type the line it came to")] : [])
      end
    end
  end
end
