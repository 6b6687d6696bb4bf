# frozen_string_literal: true

module Dakren
  module Rooms
    # One side of a task as its page shows it: it is told the task's page, and what that was made from.
    class TicketFacet
      extend Forwardable

      # @param ticket [TicketPage] @param desk [Document::JobDesk] @param form [JobForm] of the job
      # @param planning [Stores::Planning] the shop's tools, sheets and own figures
      def initialize(ticket, desk, form, wording, planning)
        @ticket = ticket
        @desk = desk
        @form = form
        @fields = form.part(ticket.id)
        @wording = wording
        @planning = planning
      end

      def_delegators :@ticket, :id, :task, :coats, :part, :plan, :planned?, :next_coat
      def_delegators :task, :kind
      private :id, :task, :coats, :part, :plan, :planned?, :next_coat, :kind

      private

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
