# frozen_string_literal: true

require_relative "bench_words"

module Dakren
  module Rooms
    # What can be pressed and said at a step of a batch, beside what its view asks.
    class BenchDeeds
      include BenchWords

      PACK_DONE = { first: "The resin is stirred", second: "All of the hardener is in, start the clock" }.freeze

      # @param walk [Dakren::Bench::Walk] @param typed [Hash{String=>String}] the form, where it was refused
      # @param rose [Boolean] did the scale rise since the first part was in?
      def initialize(walk, wording, typed: {}, rose: false)
        @walk = walk
        @wording = wording
        @typed = typed
        @rose = rose
      end

      # @return [String] on the button that goes on
      def next_words
        count = @walk.recipe.count
        return "#{units(@walk.contents.count.units_to_add).capitalize} of #{names(@walk.pouring.part)} added" if count && mending?
        return PACK_DONE.fetch(@walk.step.name) if @walk.recipe.way.whole? && PACK_DONE.key?(@walk.step.name)
        return told(@walk.step.done, @walk.pouring.part) unless count && %i[first second].include?(@walk.step.name)
        return Measure::Tools.counting(count.unit).ready if @walk.step.name == :first

        @walk.pouring.next_count ? "#{names(@walk.pouring.next_count).capitalize}: one #{count.unit}" : "All are in"
      end

      # What Enter, Go and the keys do: the step's own forward press; where the batch is only waited for, nothing.
      # @return [String]
      def key_act
        waits? ? "stay" : "next"
      end

      # Is there nothing to do but wait, and say what the test dab is like?
      def waits?
        @walk.step.name == :tack
      end

      # Do presses follow one another, stroke after stroke?
      def counts?
        !@walk.recipe.count.nil? && @walk.step.name == :second
      end

      # Could too much have been poured?
      def too_much?
        %i[first second].include?(@walk.step.name) && @walk.pouring.read?
      end

      # Parts of which one too many can have gone in.
      # @return [Array<String>]
      def miscounted
        @walk.recipe.count && @walk.step.name == :second ? %w[resin hardener] : []
      end

      # Did the scale rise, and nobody has said so yet?
      def rose?
        @rose
      end

      def mending?
        @walk.step.name == :mend
      end

      # Can it be said when the hardener really went in?
      def can_have_met?
        (!@walk.times.met_at.nil? || @walk.step.name == :second) && @walk.times.poured_at.nil?
      end

      # Can it be typed in as mixed away from the bench?
      def card?
        Document::BenchCard.for?(@walk)
      end

      def card_words
        Document::BenchCard.again?(@walk) ? "Its card was typed wrong: type it again" : "Mixed already: type in its card"
      end

      def met_ago
        as_typed(Control.new(name: "ago", label: "Minutes ago", more: { "inputmode" => "decimal", "maxlength" => "12" }))
      end

      # @return [Control]
      def why
        as_typed(Control.new(name: "why", label: "Why", more: { "maxlength" => "200" }))
      end

      # What was typed and refused stands in its field.
      # @param control [Control] @return [Control]
      def as_typed(control)
        control.with(value: @typed.fetch(control.name, control.value).to_s)
      end
    end
  end
end
