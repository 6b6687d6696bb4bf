# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # The line of a task that is always seen: its number, what it is, what it comes to, how it stands.
    class TicketHead < TicketFacet
      STANDS = { done: "done", going: "under way" }.freeze

      # @return [Integer] from 1
      def number
        @desk.tasks.index { |other| other.id == id } + 1
      end

      def only?
        @desk.tasks.size == 1
      end

      def first?
        number == 1
      end

      def last?
        number == @desk.tasks.size
      end

      # "Film coat, 3 coats"
      def title
        name = task.name.sub(/\A./, &:upcase)
        count = @ticket.ticket.coat_count
        sections = coats.map(&:section).uniq.size
        [name, ("#{count} #{kind.noun[1]}" if count > 1), ("in #{sections} sections" if sections > 1)].compact.join(", ")
      end

      # What it comes to in a line, or what it waits for.
      def facts
        return @ticket.care.refused? ? "not suitable" : idle unless planned?

        amount = Quantity.new(value: @ticket.ticket.coat_plans.sum { |plan| plan.amounts.total.total_g }, unit: :g)
        about = @ticket.ticket.coat_plans.any? { |plan| plan.amounts.grams_assumed? } ? "about " : ""
        [STANDS[stands], @wording.clock(@desk.time_at(next_coat.from_min)), "#{about}#{@wording.show(amount)}",
          @wording.counted(@ticket.ticket.coat_plans.sum { |plan| plan.batches.size }, :batch), plan.sheet.name].compact.join(" · ")
      end

      # How it stands: done, under way, or still to come.
      # @return [Symbol] :done, :going, :ahead
      def stands
        begun = task.real.values.select { |marks| marks.key?(:began) }
        return :ahead if begun.empty?

        @ticket.ticket.done? ? :done : :going
      end

      private

      def idle
        return "waits" if @ticket.ticket.after

        task.skipped? ? "skipped" : "incomplete"
      end
    end
  end
end
