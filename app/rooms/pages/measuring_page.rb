# frozen_string_literal: true

module Dakren
  module Rooms
    # What the shop's tools make of a batch: the sentence a ticket prints.
    class MeasuringPage
      # @param tool [Object, nil] of Measure::Tools, as it was chosen @param plan [Plan::CoatPlan] @param tools [Document::ToolShelf]
      def initialize(tool, plan, tools, wording)
        @plan = plan
        @wording = wording
        @split = plan.batches.first.split
        return if tools.measuring.empty?

        @choice = Measure::ToolChoice.new(tools.measuring, plan.sheet.ratio, tolerance_pct: plan.sheet.tolerance_pct, split: @split)
        @chosen = @choice.offers.find { |offer| offer.tool == tool }
      end

      # Must another way of measuring be found?
      def refused?
        !@choice.nil? && (@chosen ? !@chosen.refusal.nil? : @choice.able.empty?)
      end

      # The sentence in two parts, the first of them bold where it is a refusal.
      # @return [Array(String, String), nil]
      def words
        return if @choice.nil?
        return ["Not with the #{@chosen.tool.name}: #{@chosen.refusal}.", instead] if @chosen&.refusal

        refused? ? ["No tool of the shop can measure this cup well enough.", reasons] : [able, advice]
      end

      private

      def instead
        kind, other = @choice.nearest(@chosen)
        case kind
        when :other then "Take the #{other.tool.name}."
        when :bigger then "From #{@wording.weight(other).join(" ")} a cup on it can."
        else "No tool of the shop can do this batch: a whole pack, or a larger cup."
        end
      end

      def reasons
        "#{@choice.offers.map { |offer| "#{offer.tool.name}: #{offer.refusal}" }.join("; ")}."
      end

      def offer
        @chosen || @choice.able.find { |found| Document::ToolShelf.method_of(found.tool) == @plan.order.method } || @choice.able.first
      end

      def able
        resin, hardener = offer.budget.worst(@split).map { |share| @wording.significant(share.round(2)) }
        forgives = @plan.sheet.tolerance_pct.map { |share| Check.plain(share) }
        with = @chosen ? "With the #{offer.tool.name}" : "The #{offer.tool.name} will do: with it"
        "#{with} a cup is at worst #{resin} % rich in resin or #{hardener} % in hardener; the sheet forgives #{forgives[0]} and " \
          "#{forgives[1]} %."
      end

      def advice
        smallest = offer.budget.smallest_g
        [("Smallest sensible cup: #{@wording.show(Quantity.new(value: smallest, unit: :g))}." if smallest),
          offer.tool.advice(@split)].compact.join(" ")
      end
    end
  end
end
