# frozen_string_literal: true

module Dakren
  module Bench
    # Which steps a batch goes through, and what decides that.
    class Course
      # @return [Recipe]
      attr_reader :recipe

      # @param account [Account] @param contents [Contents] of the cup by now
      def initialize(recipe, account, contents)
        @recipe = recipe
        @account = account
        @contents = contents
      end

      # @return [Array<Symbol>] names of the steps, in order
      def path
        @path ||= recipe.steps.select { |step| step.of?(self) }.map(&:name)
      end

      # Off the sheet and not taken as it is: correcting it is a step of its own until the verdict is good. What was filled and counted as
      # planned is as good as the plan.
      def mending?
        return false unless @account.accepted.nil? && @contents.both?
        # What is put right afterwards sends nobody back to a cup that is mixed.
        return @account.mended? && @account.finished?(:mend) if @account.finished?(:mix)

        @account.mended? || (!@contents.as_planned? && @contents.verdict.add != :nothing)
      end

      def weighed?
        recipe.weighed?
      end

      # Is it drawn in through a line?
      def infused?
        recipe.kind == :infusion
      end

      # Is the wet film to be read off a comb?
      def combed?
        !recipe.comb_mm.nil?
      end

      # Does powder go in?
      def thickened?
        !recipe.powder.nil?
      end

      # Does half of the powder go into the resin first?
      def prethickened?
        recipe.thicken_first && thickened? && recipe.first == :resin
      end

      # Is everything looked over before the hardener is opened?
      def looked_over?
        recipe.version >= VERSION
      end

      # Is part A stirred by itself before anything is measured? Of a pack that is the first step of measuring.
      def stirred_alone?
        recipe.version >= VERSION && recipe.manner.look.alone && !recipe.way.whole?
      end

      # Does it go over into a second cup?
      def second_cup?
        recipe.version >= VERSION && recipe.sheet.mixing.second_cup_min.positive?
      end

      # Is thinner stirred in from the start?
      def thinned?
        recipe.thinner_when == :start && recipe.thinner_pct.to_f.positive?
      end

      # Is there a joint to be closed once it is on?
      def closed?
        recipe.version >= VERSION && recipe.manner.use.closed
      end
    end
  end
end
