# frozen_string_literal: true

module Dakren
  module Document
    # Steps of the builder's own ("wax the mould, 10 min, then it waits 30"): lists of a task, by when they are done.
    module OwnSteps
      LABEL_LONGEST = 60
      # What says that nothing waits for a step.
      NO = /\A\s*no?\b/i
      # One list: when its steps are done, and what its last column tells of them.
      List = Value.define(:at, :label, :short, :third, :third_label, :third_allowed)
      LISTS = {
        "own_before" => List.new(at: :before, label: "before", short: "Your own steps before the first coat", third: :waits,
          third_label: "then waits", third_allowed: Plan::WorkSteps::OWN_WAITS_MIN),
        "own_between" => List.new(at: :between, label: "between coats", short: "Your own steps before each further coat", third: :waits,
          third_label: "then waits", third_allowed: Plan::WorkSteps::OWN_WAITS_MIN),
        "own_after" => List.new(at: :after, label: "after", short: "Your own steps after each coat", third: :offset_min,
          third_label: "how long after a coat", third_allowed: 0..1440),
        "own_hard" => List.new(at: :stage, label: "once hard", short: "Your own steps once it is hard", third: :waits,
          third_label: "then waits", third_allowed: Plan::WorkSteps::OWN_WAITS_MIN)
      }.freeze

      module_function

      # @return [Array<Field>] of a task
      def fields
        LISTS.map do |name, list|
          own = "Own step %d #{list.label}"
          Fields.rows(name, "Own steps #{list.label}", Fields.word("label", own, short: "what"),
            Fields.make("minutes", "#{own}, minutes", short: "takes", allowed: Plan::WorkSteps::OWN_MIN, **Fields::MINUTES),
            Fields.make("third", "#{own}, #{list.third_label}", short: list.third_label, allowed: list.third_allowed, **Fields::MINUTES),
            Fields.word("gates", "#{own}, does what follows wait for it", short: "holds up what follows"), short: list.short)
        end
      end

      # @param reading [Reader] of a task; complains where something is missing
      # @return [Array<Plan::WorkSteps::Step>]
      def read(reading)
        LISTS.flat_map do |name, list|
          (reading.rows(name, optional: %w[third gates]) || []).each_with_index.filter_map do |(label, minutes, third, gates), i|
            next reading.complain(name, "must say what is done in line #{i + 1}") if label.to_s.strip.empty?

            Plan::WorkSteps.own(i + 1, label.strip[0, LABEL_LONGEST], at: list.at, minutes: minutes, list.third => third || 0,
              gates: !gates.to_s.match?(NO))
          end
        end
      end
    end
  end
end
