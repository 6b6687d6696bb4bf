# frozen_string_literal: true

module Dakren
  module Plan
    # Has a job come to its end? All coats on, and each found hard, or surely as far as its sheet says.
    #
    # Rule: what was seen counts; else the late edge of the stage at which its sheet says it can be handed over. What is only usual never
    # ends a job: that waits for the test dab.
    class Completion
      # @param schedule [Schedule, nil]
      def initialize(schedule)
        @coats = schedule ? schedule.coats : []
      end

      # Is every coat on, as somebody said or the bench has it?
      def all_on?
        @coats.any? && @coats.all? { |coat| coat.real && coat.task.marks.fetch([coat.number, coat.section], {}).key?(:finished) }
      end

      # @return [Float, nil] minute of the job from which it is surely ready; nil while a coat is not on, and where only the dab can say
      def ready_min
        return unless all_on?

        minutes = uppermost.map { |coat| coat.seen&.hard || coat.warm_until || told(coat) }
        minutes.any?(&:nil?) ? nil : [*minutes, @coats.map(&:to_min).max].max
      end

      # @return [Array<Entry>] coats of which only the test dab says that they are hard
      def waits_for_the_dab
        return [] unless all_on?

        uppermost.select { |coat| coat.seen&.hard.nil? && coat.warm_until.nil? && told(coat).nil? }
      end

      private

      def uppermost
        @coats.flat_map(&:places).uniq.map { |place| @coats.reverse.find { |coat| coat.places.include?(place) } }.uniq
      end

      # What its sheet tells itself.
      def told(coat)
        sheet = coat.plan.sheet
        sheet.silent? || sheet.assumed_stage?(sheet.ready_stage) ? nil : coat.ready&.late
      end
    end
  end
end
