# frozen_string_literal: true

require_relative "mix_amounts"
require_relative "mix_times"
require_relative "mix_work"

module Dakren
  module Rooms
    # What one task comes to, as a page shows it: how much of A and B, how long its batches last, where it goes, and the way to the bench.
    class MixPage
      extend Forwardable

      CUPS_SHOWN = 40

      attr_reader :amounts, :times, :work

      # @param desk [Document::JobDesk] @param ticket [TicketPage] one that is planned @param tools [Document::ToolShelf]
      def initialize(desk, ticket, wording, tools)
        @desk = desk
        @ticket = ticket
        @wording = wording
        @tools = tools
        @amounts, @times, @work = [MixAmounts, MixTimes, MixWork].map { |side| side.new(ticket, desk, wording, tools) }
      end

      def measuring
        @measuring ||= MeasuringPage.new(@ticket.task.tool, @ticket.plan, @tools, @wording)
      end

      # Coats with their cups, to be taken to the bench: words, and number with address of each.
      # @return [Array<Array(String, Array<Array(String, String, String)>)>]
      def to_bench(job_id)
        @ticket.coats.map do |coat|
          cups = coat.plan.batches.first(CUPS_SHOWN).map do |batch|
            place = "/bench/planned?job=#{job_id}&task=#{@ticket.id}&coat=#{coat.number}&section=#{coat.section}&cup=#{batch.number}"
            used = @ticket.batches.used?(coat, batch)
            ["batch #{batch.number}#{" again: it ran short" if used}", "#{@ticket.id}-#{coat.number}-#{coat.section}-#{batch.number}",
              used ? "#{place}&again=short" : place]
          end
          [bench_words(coat), cups]
        end
      end

      private

      def bench_words(coat)
        return "To the bench:" unless @ticket.coats.size > 1

        section = coat.sections > 1 ? ", section #{coat.section}" : ""
        "#{@ticket.task.coat_word.capitalize} #{coat.number}#{section}, #{@wording.clock(@desk.time_at(coat.from_min))}, to the bench:"
      end
    end
  end
end
