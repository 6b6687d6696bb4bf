# frozen_string_literal: true

require_relative "../base/exact"
require_relative "../base/value"
require_relative "../plan/work_steps"

module Dakren
  module Stock
    # All that a job takes beside resin and hardener, from the steps of its plan: cloth, powder, grain, thinner, vessels, tools, gloves.
    #
    #   LoadList.new(coats).items.map(&:name)   # => ["1.5 litre cup", "mixing stick", ...]
    class LoadList
      # What is wanted, and how much: unit is :count, :g, :ml or :m2; nil amount for what is simply to be there; areal_g_m2: of cloth.
      Item = Value.define(:name, :amount, :unit, areal_g_m2: nil) do
        # @return [String] by which the shelf knows it
        def key
          [name, areal_g_m2 && Check.plain(areal_g_m2)].compact.join(" ")
        end
      end
      # The practice's: cloth that falls to cutting, on top.
      CUT_SHARE = Rational(1, 10)
      # Ours until counted: fresh gloves for each batch, two pairs.
      GLOVES_A_BATCH = 2
      FINISHES = { "clear" => "clear varnish with UV protection", "paint" => "paint" }.freeze
      # Steps and what they take beside hands.
      STEP_TAKES = { prepare: ["abrasive pads", "wipes", "masking tape"], wax: ["mould wax", "polishing cloths"], release: ["film release"],
                     level: ["level and wedges"], seal_leaks: %w[tape clay], condition: ["warm water or a warm box"],
                     heat: ["hot air or flame", "extinguisher"], peel_ply: ["peel ply"], wash: ["clean water", "pads"],
                     sand: ["abrasive paper", "dust mask"], trim: ["sharp knife"], leak_test: ["vacuum gauge"] }.freeze

      # @param coats [Array<Plan::Entry>]
      def initialize(coats)
        @coats = coats
      end

      # @return [Array<Item>] each once, amounts added up
      def items
        all = [*vessels, *cloth, *powders, *extras, *thinner, *spreaders, *by_the_work, *finish, *for_steps]
        alike = all.group_by { |item| [item.name, item.unit, item.areal_g_m2] }
        alike.each_value.map { |same| same.first.with(amount: same.first.amount && same.sum(0r, &:amount)) }
      end

      private

      # A cup and a stick for each batch, a second cup where the sheet wants one, fresh gloves.
      def vessels
        @coats.flat_map do |coat|
          cups = coat.plan.batches.map { |batch| batch.portion.cup.name }
          second = coat.plan.sheet.mixing.second_cup_min.to_f.positive? ? 2 : 1
          [*cups.flat_map { |name| Array.new(second) { count(name) } }, *cups.map { count("mixing stick") },
            count("pair of gloves", cups.size * GLOVES_A_BATCH)]
        end
      end

      def cloth
        @coats.flat_map do |coat|
          (coat.plan.order.need.laminate&.layers || []).map do |layer|
            area = coat.plan.order.need.area_mm2 * layer.plies * Rational(1, 1_000_000)
            Item.new(name: "cloth", areal_g_m2: layer.areal_g_m2, amount: Exact.of(area) * (1 + CUT_SHARE), unit: :m2)
          end
        end
      end

      def powders
        @coats.filter_map do |coat|
          powder, to_100 = coat.plan.order.need.powder
          powder && Item.new(name: powder.label, amount: Exact.of(coat.plan.amounts.total.total_g) * Exact.of(to_100) / 100, unit: :g)
        end
      end

      # What is strewn on or laid in with a coat.
      def extras
        @coats.flat_map do |coat|
          coat.plan.order.need.extras.map { |line| Item.new(name: line.label, amount: Exact.of(line.value), unit: line.unit) }
        end
      end

      def thinner
        @coats.filter_map do |coat|
          share = coat.task.figures[:thinner].to_f
          ml = Exact.of(coat.plan.amounts.total.total_ml) * Exact.of(share) / 100
          ml.positive? ? Item.new(name: "thinner", amount: ml, unit: :ml) : nil
        end
      end

      # What it is spread with: one for each coat, since it sets in there.
      def spreaders
        @coats.filter_map do |coat|
          spread = coat.task.figures[:spread]
          tool = spread && Work::Drink::TOOLS[spread.to_s]
          count(tool.label) if tool&.soak_g&.positive?
        end
      end

      # What goes on top of the last coat.
      def finish
        chosen = @coats.filter_map { |coat| FINISHES[coat.task.figures[:finish].to_s] }
        chosen.uniq.map { |name| Item.new(name: name, amount: nil, unit: :count) }
      end

      def by_the_work
        @coats.flat_map { |coat| coat.task.kind.load }.uniq.map { |words| Item.new(name: words, amount: nil, unit: :count) }
      end

      def for_steps
        @coats.flat_map { |coat| coat.task.steps }.uniq.flat_map { |step| STEP_TAKES.fetch(step, []) }
          .uniq.map { |name| Item.new(name: name, amount: nil, unit: :count) }
      end

      def count(name, amount = 1)
        Item.new(name: name, amount: amount, unit: :count)
      end
    end
  end
end
