# frozen_string_literal: true

require_relative "contents"

module Dakren
  module Bench
    # What stands of what happened to a batch, once what was taken back is taken out.
    class Account
      # Steps done, parts that went in, corrections: those that stand, in order.
      # @return [Array<Event>]
      attr_reader :done
      # @return [Event, nil] by which it was thrown out, or taken as it is
      attr_reader :abandoned, :accepted
      # When the scale was first seen to rise, and when somebody said the parts met.
      # @return [Float, nil] seconds
      attr_reader :touched_at, :met_at

      # @param recipe [Recipe] @param events [Array<Event>] in order
      def initialize(recipe, events)
        @recipe = recipe
        @done = []
        events.each { |event| take(event) }
      end

      # @param name [Symbol] of a step
      def finished?(name)
        done.any? { |event| step_of(event) == name }
      end

      # @param name [Symbol] of a step
      # @return [Event, nil] by which it was done last
      def noted(name)
        done.reverse.find { |event| step_of(event) == name }
      end

      # @param name [Symbol] of a step
      # @return [Float, nil] seconds at which it was done
      def at(name)
        noted(name)&.at
      end

      # Was it typed in afterwards, so that nobody saw when each step was done?
      def later?
        done.any? { |event| event.data[:later] }
      end

      def mended?
        done.any? { |event| event.kind == :mended }
      end

      # Counting, the parts meet with the first stroke of the second part.
      # @return [Float, nil] seconds
      def first_hardener_at
        counts = done.select { |event| event.kind == :counted }
        counts.find { |event| event.data.fetch(:part).to_sym != counts.first.data.fetch(:part).to_sym }&.at
      end

      private

      def step_of(event)
        case event.kind
        when :weighed, :filled, :done then event.data.fetch(:step).to_sym
        when :mended then event.data[:good] ? :mend : nil
        end
      end

      def take(event)
        case event.kind
        when :back then undo
        when :abandoned then @abandoned = event
        when :touched then @touched_at ||= event.at
        when :met then @met_at = event.data.fetch(:met_at)
        when :reopened then reopen
        when :accepted then @accepted = event
        when :mended then @done << event.with(data: event.data.merge(good: mended_well?(event)))
        when :done, :weighed, :filled, :counted then @done << event
        end
      end

      # The batch stays what it was; only the last step is open again.
      def undo
        removed = @accepted && (@done.empty? || @accepted.number > @done.last.number) ? (@accepted = nil) : @done.pop
        @touched_at = @met_at = nil if removed && Contents::POURED.include?(step_of(removed))
      end

      # What had ended it is taken back: thrown out, or hard.
      def reopen
        @abandoned ? @abandoned = nil : @done.reject! { |event| step_of(event) == :tack }
      end

      def mended_well?(event)
        Contents.new(@recipe, [*@done, event]).verdict.name == :good
      end
    end
  end
end
