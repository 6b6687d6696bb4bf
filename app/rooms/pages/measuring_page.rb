# frozen_string_literal: true

module Dakren
  module Rooms
    # What the shop's tools make of a batch: the sentence a ticket prints. It advises and never forbids: measure it all the same.
    class MeasuringPage
      # @param tool [Object, nil] of Measure::Tools, as it was chosen @param plan [Plan::CoatPlan] @param tools [Document::ToolShelf]
      def initialize(tool, plan, tools, wording)
        @plan = plan
        @wording = wording
        @split = plan.batches.first.split
        return if tools.measuring.empty?

        sheet = plan.sheet
        @choice = Measure::ToolChoice.new(tools.measuring, sheet.ratio, tolerance_pct: sheet.tolerance_pct, split: @split,
          assumed: sheet.extra_resin_pct.nil? || sheet.extra_hardener_pct.nil?)
        @chosen = @choice.offers.find { |offer| offer.tool == tool }
      end

      # Is the tool that was chosen surely no good for this, by numbers that are all measured or the maker's?
      def warned?
        return false if @choice.nil? || @chosen.nil?

        !@chosen.refusal.nil? || (!@chosen.doubt.nil? && !@chosen.budget.assumed?)
      end

      # The sentence in two parts, the first of them bold where it warns.
      # @return [Array(String, String), nil]
      def words
        return if @choice.nil? || offer.nil?
        return ["Not with the #{@chosen.tool.name}: #{@wording.local(@chosen.refusal)}.", instead] if @chosen&.refusal
        if offer.doubt
          return [doubtful,
            [counted, instead, ("Measure it all the same if it must be." unless offer.budget.assumed?)].compact.join(" ")]
        end

        [able, advice]
      end

      # Tools that are not accurate enough batch, with the reason, folded away.
      # @return [Array<String>]
      def others
        return [] if @choice.nil?

        refused = @choice.offers.select { |other| other.refusal && other != @chosen }
        refused.map { |other| "#{other.tool.name}: #{@wording.local(other.refusal)}" }
      end

      private

      def instead
        return unless @chosen

        kind, other = @choice.nearest(@chosen)
        case kind
        when :other then "Surer: the #{other.tool.name}." unless other.tool == @chosen.tool
        when :bigger then "Surer from #{@wording.weight(other).join(" ")}."
        end
      end

      def offer
        @offer ||= @chosen || best
      end

      def best
        able = @choice.able
        able.find { |found| Document::ToolShelf.method_of(found.tool) == @plan.order.method && found.sure? } || able.first
      end

      def doubtful
        says = "#{@chosen ? "With" : "Best of the shop's tools for this cup is"} the #{offer.tool.name}: #{offer.doubt}."
        offer.budget.assumed? ? "#{says} These are usual figures, not measured ones." : says
      end

      def able
        resin, hardener = offer.budget.worst(@split).map { |share| @wording.significant([share, 0.0].max.round(2)) }
        with = @chosen ? "With the #{offer.tool.name}" : "The #{offer.tool.name} is good enough: with it"
        "#{with} a batch is within #{resin} % of resin and #{hardener} % of hardener; #{tolerance}."
      end

      # Whose tolerance it is: the data sheet's where that tells one, else the usual one.
      def tolerance
        sheet = @plan.sheet
        told = [sheet.extra_resin_pct, sheet.extra_hardener_pct]
        resin, hardener = sheet.tolerance_pct.map { |share| Check.plain(share) }
        "#{told.all? ? "the data sheet tolerates" : "usual tolerance"} #{resin} and #{hardener} %"
      end

      def advice
        smallest = offer.budget.smallest_g
        [("Smallest sensible batch: #{@wording.show(Quantity.new(value: smallest, unit: :g))}." if smallest), counted].compact.join(" ")
      end

      # "4 strokes of each pump."; over several cups also what the last ones take.
      def counted
        whole = @plan.portions.map { |portion| portion.whole&.counted }
        return (offer.tool.advice(@split) if whole.first.nil?) if @chosen.nil? || whole.first.nil?

        fewer = whole.count { |one| one.resin < whole.first.resin }
        last = if fewer.zero?
                 ""
               else
                 " The last #{fewer == 1 ? "cup takes" : "#{fewer} cups take"} #{counted_words(whole.last)}."
               end
        "#{counted_words(whole.first).sub(/\A./, &:upcase)}#{" a cup" if @plan.portions.size > 1}.#{last}"
      end

      # "one stroke of each", "4 strokes of each", "4 and 2 drops"
      def counted_words(whole)
        return "#{whole.resin} and #{whole.hardener} #{whole.counting.plural}" unless whole.counting.alternate

        whole.resin == 1 ? "one #{whole.counting.unit} of each" : "#{whole.counting.told(whole.resin)} of each"
      end
    end
  end
end
