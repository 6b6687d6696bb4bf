# frozen_string_literal: true

require_relative "ticket_head"
require_relative "ticket_asked"
require_relative "ticket_steps"
require_relative "ticket_batches"
require_relative "ticket_care"

module Dakren
  module Rooms
    # One task of a job as a page shows it, side by side: its head, what is asked of it, its steps, its batches, what to beware of, and
    # what it comes to.
    class TicketPage
      extend Forwardable

      attr_reader :ticket, :head, :asked, :steps, :batches, :care

      def_delegators :ticket, :task, :coats
      def_delegators :task, :id

      # @param desk [Document::JobDesk] @param ticket [Document::Ticket]
      # @param form [JobForm] @param planning [Stores::Planning] the shop's tools, sheets and own figures
      def initialize(desk, ticket, form, wording, planning, open:)
        @desk = desk
        @ticket = ticket
        @wording = wording
        @planning = planning
        @open = open
        @head, @asked, @steps, @batches, @care = [TicketHead, TicketAsked, TicketSteps, TicketBatches, TicketCare]
          .map { |side| side.new(self, desk, form, wording, planning) }
      end

      # @return [Document::Part] the task as it was typed
      def part
        @part ||= @desk.part(id)
      end

      def open?
        @open
      end

      # The coat that is mixed next: the first that is not on yet; the first of all once all are.
      # @return [Plan::Entry]
      def next_coat
        @next_coat ||= coats.find { |coat| !task.real.fetch([coat.number, coat.section], {}).key?(:finished) } || coats.first
      end

      # @return [Plan::CoatPlan] of that
      def plan
        next_coat.plan
      end

      def planned?
        coats.any?
      end

      # What it comes to: amounts, cups, where they go.
      # @return [MixPage]
      def mix
        @mix ||= MixPage.new(@desk, self, @wording, @planning.tools)
      end
    end
  end
end
