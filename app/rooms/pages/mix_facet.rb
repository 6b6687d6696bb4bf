# frozen_string_literal: true

module Dakren
  module Rooms
    # One side of what a task comes to: it is told the task's page, one that is planned, and the shop's tools.
    class MixFacet
      extend Forwardable

      # @param ticket [TicketPage] @param desk [Document::JobDesk] @param tools [Document::ToolShelf]
      def initialize(ticket, desk, wording, tools)
        @ticket = ticket
        @desk = desk
        @wording = wording
        @tools = tools
      end

      def_delegators :@ticket, :id, :task, :coats
      private :id, :task, :coats

      private

      # @return [Plan::Entry] the coat that is mixed next
      def next_coat
        @next_coat ||= @ticket.next_coat
      end

      # @return [Plan::CoatPlan] of that
      def plan
        @plan ||= next_coat.plan
      end

      # @return [Plan::CoatFigures]
      def figures
        @figures ||= Plan::CoatFigures.new(plan)
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
