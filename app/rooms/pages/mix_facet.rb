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

      def_delegators :@ticket, :id, :task, :coats, :plan, :next_coat
      private :id, :task, :coats, :plan, :next_coat

      private

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
