# frozen_string_literal: true

module Dakren
  module Rooms
    # One job as its page shows it: the head, the cure line and what is told of it, the room, its places and tickets, its day.
    class JobPage
      KEYS = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"],
        ["Ctrl Z, Ctrl Y outside a field", "undo, redo"]].freeze

      attr_reader :desk, :shown, :what_if, :offers, :head, :line, :whereabouts

      # @param record [Stores::Job] @param desk [Document::JobDesk] as it is kept @param planning [Stores::Planning]
      # @param opened [Array<String>] ids of what was just added
      # @param said [Array<String>, nil] fields that stand in a sentence already: nil for as they should
      # @param what_if [WhatIfPage] @param offers [Offers, nil] nil while they are looked for
      # @param told [Hash] see JobHead
      def initialize(record, desk, wording, planning, opened: [], what_if: nil, offers: nil, said: nil, **told)
        @record = record
        @desk = desk
        @wording = wording
        @planning = planning
        @opened = opened
        @what_if = what_if
        @offers = offers
        @shown = what_if&.shown || desk
        @form = JobForm.new(desk, wording, said: said)
        @head = JobHead.new(record, desk, @form, **told)
        @line = LinePage.new(desk, @shown, wording, planning)
        @whereabouts = WhereaboutsPage.new(desk, @form, wording, planning)
      end

      # Changes when anything happens to the job.
      def happens
        @happens ||= Stores::History.stamp(@planning.job_id, @planning.mixed, @record.last_event)
      end

      # @return [Array<Answer>] the figures above everything
      def answers
        JobAnswers.new(shown, @wording).all
      end

      # Is its plan still being worked out?
      def working?
        desk.working?
      end

      def planned?
        shown.coats.any?
      end

      # @return [Array<PlacePage>]
      def place_pages
        desk.places.each_value.with_index.map { |place, i| place_page(place, i) }
      end

      # @return [Array<TicketPage>]
      def tickets
        @tickets ||= desk.tickets.map do |ticket|
          open = desk.tickets.size < 2 || @opened.include?(ticket.task.id) || (@opened.empty? && ticket.equal?(first_open))
          TicketPage.new(desk, ticket, @form, @wording, @planning, open: open)
        end
      end

      # @return [Array<Care::Caution>] of the room and the work before anything is mixed
      def conditions
        desk.conditions
      end

      def day
        desk.schedule && desk.coats.any? ? DayPage.new(desk, @form, @wording) : nil
      end

      private

      def place_page(place, index)
        open = desk.places.size == 1 || @opened.include?(place.id) || desk.part(place.id).problems.any? || index.zero?
        PlacePage.new(desk, place, @form, @wording, letter: ("a".ord + (index % 26)).chr, open: open, opened: @opened)
      end

      # The task that is next: the first that is not done.
      def first_open
        @first_open ||= desk.tickets.find { |ticket| !ticket.done? } || desk.tickets.first
      end
    end
  end
end
