# frozen_string_literal: true

module Dakren
  module Document
    # A task on the desk. told: as the core was told it; coats: Plan::Entry of each; refusals of its sheet; held_back: a plan that waits
    # for "I know"; untimed: plans of coats without an hour; after: id of the task it waits for, whose tin says nothing of time; unfit:
    # Plan::Unfit, the coat whose hour is too cold or too warm.
    Ticket = Value.define(:task, told: nil, coats: [].freeze, refusals: [].freeze, held_back: nil, untimed: [].freeze, after: nil,
      column: nil, lifts: 1, fewer: nil, unfit: nil) do
      # Every coat of it, with an hour or without one.
      # @return [Array<Plan::CoatPlan>]
      def coat_plans
        coats.map(&:plan) + untimed
      end

      # How many coats: one laid in sections is one.
      def coat_count
        coats.any? ? coats.first.of : 0
      end

      # Is every coat of it on?
      def done?
        coats.any? && untimed.empty? && coats.all? { |coat| task.real.dig([coat.number, coat.section], :finished) }
      end
    end
  end
end
