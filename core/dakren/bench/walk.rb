# frozen_string_literal: true

require_relative "afterwards"
require_relative "contents"
require_relative "account"
require_relative "course"
require_relative "times"
require_relative "pouring"

module Dakren
  module Bench
    # Where a batch stands, worked out from what happened to it and nothing else: so a reload, a second
    # device or a restart find it at the right step and the right second.
    #
    #   walk = Walk.new(recipe, events)
    #   walk.step.name          # => :second
    #   walk.pouring.target     # reading or line at which to stop
    #   walk.clock(now).in_cup  # Band of minutes left
    class Walk
      # A cup that is being mended may be filled this far: it can just be stirred, with care.
      MENDED_FULLEST = 0.9

      # contents: of the cup by now; course: which steps it goes through
      attr_reader :recipe, :events, :contents, :course, :times

      # @param recipe [Recipe]
      # @param events [Array<Event>] in order
      def initialize(recipe, events)
        @recipe = recipe
        @events = Afterwards.corrected(events)
        @account = Account.new(recipe, @events)
        @contents = Contents.new(recipe, @account.done)
        @course = Course.new(recipe, @account, contents)
        @times = Times.new(@account, contents, course, @events)
      end

      # @param name [Symbol] of a step
      def finished?(name)
        @account.finished?(name)
      end

      # @param name [Symbol] of a step
      # @return [Event, nil] by which it was done, with what was noted then
      def noted(name)
        @account.noted(name)
      end

      # @return [Event, nil] by which it was thrown out
      def abandoned
        @account.abandoned
      end

      # @return [Instruction, nil] nil when there is nothing left to do
      def step
        return if abandoned

        course.path.find { |name| !finished?(name) }&.then { |name| recipe.step(name) }
      end

      def over?
        step.nil?
      end

      # @return [Pouring] what goes in now
      def pouring
        Pouring.new(step&.name, @account, contents, course)
      end

      # What is asked of the cup as it is: what a mistake wants.
      # @param now [Float] seconds
      # @return [Measure::Correction, nil]
      def correction(now)
        found = contents.verdict
        return if found.nil? || found.add == :nothing

        holds = recipe.cup.brim_ml * MENDED_FULLEST
        holds *= recipe.sheet.clock.mixed_density_g_ml if recipe.unit == :g
        Measure::Correction.new(found, cup_holds: holds, need: recipe.planned.values.sum,
          minutes_left: clock(now)&.in_cup&.early, minutes_needed: times.mixing_min + recipe.placing_min)
      end

      # Was somebody told, since the mixing began, that it is not yet long enough?
      def asked?
        from = times.mixing_from
        !from.nil? && events.any? { |event| event.kind == :asked && event.data[:about].nil? && event.at >= from }
      end

      # Was this asked back since the last thing that was done?
      # @param about [String] what @param data [Hash] what it was asked of
      def asked_about?(about, **data)
        since = events.rindex { |event| event.kind != :asked && !Afterwards::BESIDE.include?(event.kind) } || -1
        events.drop(since + 1).any? { |event| event.kind == :asked && event.data[:about] == about && event.data >= data }
      end

      # @param now [Float] seconds
      # @return [BatchClock, nil] nil until the parts have met
      def clock(now)
        times.met_at && BatchClock.new(self, now)
      end

      # @return [Integer] number of the latest thing somebody did; what a device noticed does not count
      def number
        events.reverse.find { |event| !Afterwards::BESIDE.include?(event.kind) }&.number || 0
      end
    end
  end
end
