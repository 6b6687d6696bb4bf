# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # What a task waits for, and what is done beside its coats, as its page shows it.
    class TicketSteps < TicketFacet
      # What else may have to come first: id, words, and whether it does.
      # @return [Array<Array(String, String, Boolean)>]
      def gates
        chosen = task.gates.map(&:first)
        @desk.tasks.reject { |other| other.id == id }
          .map { |other| [other.id, "#{@desk.tasks.index(other) + 1}. #{other.name}", chosen.include?(other.id)] }
      end

      # @return [Control] how far that must be
      def gate_until
        @fields.choice("after_until")
      end

      def gate_problem
        part.problem("after")
      end

      # Every step there is, and whether it belongs to this task.
      # @return [Array<Array(Plan::WorkSteps::Step, Boolean)>]
      def all
        Plan::WorkSteps::ALL.each_value.map { |one| [one, task.steps.include?(one.name)] }
      end

      # The builder's own steps, before, after each coat, once it is hard.
      # @return [Array<Rows>]
      def own
        Document::OwnSteps::LISTS.keys.map { |list| @fields.rows(list) }
      end

      def own_open?
        Document::OwnSteps::LISTS.keys.any? { |list| @fields.open?(list) }
      end

      # Steps used on other jobs that are not among these yet: act and words.
      # @return [Array<Array(String, String)>]
      def remembered
        Document::OwnSteps::LISTS.flat_map do |name, list|
          mine = part.kept_rows(name).map { |row| Document::AsTyped.kept(row[0]).typed.strip }
          @planning.own_steps(name).reject { |step| mine.include?(step.label) }
            .map { |step| ["own:#{id}:#{step.id}", "#{step.label}, #{list.label}"] }
        end
      end

      # "Your own steps, 2"
      def own_title
        count = Document::OwnSteps::LISTS.keys.sum { |list| @fields.count(list) }
        count.zero? ? "Your own steps" : "Your own steps, #{count}"
      end

      # @return [Array<Control>] minutes of the steps that are chosen
      def minutes
        area = planned? ? plan.order.need.area_mm2 / 1e6 : 0
        task.steps.map { |name| @fields.field("m_#{name}", placeholder: Plan::WorkSteps.minutes(name, area).round.to_s) }
      end
    end
  end
end
