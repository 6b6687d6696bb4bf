# frozen_string_literal: true

require_relative "../base/figure"

module Dakren
  module Plan
    # How fast a coat goes on, and so how many batches it takes, as its figures tell it. Part of CoatFigures.
    module PaceFigures
      # Where a pace comes from.
      WHOSE_PACE = {
        told: "as you said", shop: "the shop's own, %{count}", usual: "usual for this work until the shop times its own",
        tool: "usual for that tool until the shop times its own", curved: "usual on a curved surface until the shop times its own",
        noted: "from the resin front as noted",
        guessed: "guessed: 20 min for the first metre, more the farther it goes; note the resin front, or say how long it takes"
      }.freeze
      # A pace that is nobody's here.
      ASSUMED_PACE = %i[usual tool curved guessed].freeze

      # How fast it goes on, in what the work is measured in.
      # @return [Figure, nil] nil where only grams a minute are known
      def laying_pace
        pace = @order.pace or return
        fill = pace.measure.name == :fill
        Figure.new(value: fill ? pace.whole_min : pace.rate, unit: pace.measure.rate_unit, assumed: pace_assumed,
          working: [Working.new(says: WHOSE_PACE.fetch(pace.whose), parts: { count: quantity(pace.count, :weighing) })])
      end

      private

      # Why there are so many: by the time one lasts, or where its tin tells none, by what a cup holds alone.
      def how_many
        fullest = quantity(CupKind::FULLEST * 100, :pct)
        if @plan.sheet.silent?
          return Working.new(parts: { fullest: fullest },
            says: "its tin says nothing of time: so many only by what a cup holds, filled to %{fullest} of the brim at most")
        end

        Working.new(says: "it stands in its cup for %{held}, and that may take %{share} of the %{usable} it lasts, %{limit}; " \
                          "#{on_the_work}fewer batches would take longer, or overfill the %{fullest} of the brim",
          parts: {
            held: minutes(portion.held_min), **on_the_work_parts,
            share: quantity(TIME_SHARE * 100, :pct), usable: minutes(portion.usable_min),
            limit: minutes(TIME_SHARE * portion.usable_min), fullest: fullest
          })
      end

      def pace_assumed
        pace = @order.pace
        pace && ASSUMED_PACE.include?(pace.whose) ? ["placing: #{WHOSE_PACE.fetch(pace.whose)}"] : []
      end

      def laying_words
        pace = @order.pace or return "%{mass} ÷ %{rate} placing"
        return "%{laid} until it is drawn in" if pace.measure.name == :fill

        "%{laid} for %{covers} at %{rate} a person#{", %{people} of them" if pace.people > 1}"
      end

      def laying_parts
        pace = @order.pace or return { rate: quantity(@order.placing_g_per_min, :"g/min") }
        share = portion.on_work_g / @order.need.grams(@plan.amounts.density)
        { laid: minutes(pace.minutes(share)), covers: pace.of(share), rate: quantity(pace.rate, pace.measure.rate_unit),
          people: quantity(pace.people, :count) }
      end
    end
  end
end
