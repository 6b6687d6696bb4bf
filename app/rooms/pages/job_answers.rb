# frozen_string_literal: true

module Dakren
  module Rooms
    # The figures above a job: what is mixed in all, when it is on, when it is hard.
    class JobAnswers
      PARTS = %i[resin hardener].freeze

      # @param shown [Document::JobDesk] as it is kept, or as somebody tries it @param wording [Words::Wording]
      def initialize(shown, wording)
        @shown = shown
        @wording = wording
      end

      # @return [Array<Answer>]
      def all
        @all ||= shown.coat_plans.size == 1 ? of_one : of_many
      end

      private

      attr_reader :shown

      def of_one
        coat = shown.coats.first
        figures = Plan::CoatFigures.new(coat.plan)
        clock = { as: :clock, start: shown.time_at(coat.from_min) }
        [Answer.new(label: "mix in all", figure: figures.total_g), *parts_in_all, Answer.new(label: "batches", figure: figures.cups),
          Answer.new(label: "ready to recoat", figure: figures.stage(:recoat_opens), **clock),
          Answer.new(label: "hard", figure: figures.hard, css: "last", **clock)].select(&:told?)
      end

      def of_many
        coats = shown.coats
        last = coats.last
        hardest = coats.max_by { |coat| coat.hard&.late || 0 }
        ends = Plan::CoatFigures.new(hardest.plan)
        clock = { as: :clock, start: shown.time_at(hardest.from_min) }
        [Answer.new(label: "mix in all", figure: in_all(shown.coat_plans)), *parts_in_all,
          Answer.new(label: "batches", text: shown.coat_plans.sum { |plan| plan.batches.size }.to_s),
          Answer.new(label: "last batch on", text: @wording.clock(shown.time_at(last.done_min))),
          Answer.new(label: "last coat hard", figure: ends.hard, css: "last", **clock)].select(&:told?)
      end

      # A and B of the whole job: apart where it is all of one resin system, else a line for each of them.
      # @return [Array<Answer>]
      def parts_in_all
        systems = shown.coat_plans.group_by { |plan| plan.sheet.name }
        return [Answer.new(label: "A and B of each", figure: of_each(systems), css: "bare-count")] if systems.size > 1

        PARTS.filter_map do |part|
          grams = grams_of(systems.values.first, part) or next
          Answer.new(label: "#{part} in all", text: @wording.show(Quantity.new(value: grams, unit: :g_weighed)))
        end
      end

      def grams_of(plans, part)
        grams = plans.map { |plan| plan.amounts.total.public_send(:"#{part}_g") }
        grams.any?(&:nil?) ? nil : grams.sum
      end

      # How many resin systems there are, and what of each.
      # @return [Figure]
      def of_each(systems)
        lines = systems.map do |name, plans|
          a, b = PARTS.map { |part| grams_of(plans, part) }
          told = a && b ? { A: a, B: b } : { all: plans.sum { |plan| plan.amounts.total.total_g } }
          says = told.keys.map { |part| "#{"#{part} " unless part == :all}%{#{part}}" }.join(", ")
          Working.new(says: "#{name}: #{says}", parts: told.transform_values { |grams| Quantity.new(value: grams, unit: :g_weighed) })
        end
        Figure.new(value: systems.size, unit: :system, working: lines)
      end

      # Everything mixed for all coats.
      # @return [Figure]
      def in_all(plans)
        grams = plans.map { |plan| plan.amounts.total.total_g }
        guessed = plans.select { |plan| plan.amounts.grams_assumed? }
        assumed = guessed.flat_map { |plan| plan.sheet.clock.assumed_words([:mixed_density_g_ml]) }.uniq
        parts = grams.each_with_index.to_h { |value, i| [:"c#{i}", Quantity.new(value: value, unit: :g)] }
        says = "#{parts.keys.map { |key| "%{#{key}}" }.join(" + ")} = %{total}"
        Figure.new(value: grams.sum, unit: :g, assumed: assumed,
          working: [Working.new(says: says, parts: { **parts, total: Quantity.new(value: grams.sum, unit: :g) })])
      end
    end
  end
end
