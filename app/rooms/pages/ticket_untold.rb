# frozen_string_literal: true

module Dakren
  module Rooms
    # What a ticket says of a tin that tells nothing of time, and of what waits for it. Part of a ticket's page.
    module TicketUntold
      # Every coat of it, with an hour or without one.
      # @return [Array<Plan::CoatPlan>]
      def coat_plans
        coats.map(&:plan) + untimed
      end

      # What is said where a tin says nothing of time, or what is below it: the sentence, and what to do.
      # @return [Array(String, String), nil]
      def untold
        return waiting_for(@desk.tickets.find { |one| one.task.id == ticket.after }) if ticket.after
        return unless planned? && plan.sheet.silent?

        says, more = Words::UNTOLD
        further = "Coat #{coats.last.number + 1} goes on when the test dab of the coat below says so." if untimed.any?
        [says, [more, further].compact.join(" ")]
      end

      private

      def waiting_for(other)
        ["It waits for task #{@desk.tasks.index { |task| task.id == other.task.id } + 1}, whose tin says nothing of time.",
          "Time the first batch of that, and this is planned."]
      end
    end
  end
end
