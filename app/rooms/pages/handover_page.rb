# frozen_string_literal: true

module Dakren
  module Rooms
    # What goes with the work when it is handed over: what was laid, of which lots, when it may be used, how to look after it.
    class HandoverPage
      # The practice's, whatever was laid.
      CARE = ["Until full cure keep it dry: no standing water, nothing wet left on it. Wipe off what is spilled.",
        "Wash it with plain water and a mild soap. No solvents, no scouring.",
        "Nothing hot straight from the stove: warm epoxy is soft epoxy.",
        "Out of doors, clear epoxy needs a UV varnish, and that needs its own care.",
        "Before anything is put on top: wash, abrade to dull, wipe, then coat."].freeze
      # One task: what it was, of which resin system, how much really went on, with which lots, and when.
      Laid = Value.define(:what, :sheet, :amount, :lots, :when)

      # @param record [Stores::Job] @param desk [Document::JobDesk] @param batches [Array<Stores::Batch>] of the job
      def initialize(record, desk, wording, batches)
        @record = record
        @desk = desk
        @wording = wording
        @batches = batches
      end

      def title
        @record.title(80)
      end

      # @return [Array<Laid>] task by task
      def laid
        @desk.tickets.select { |ticket| ticket.coats.any?(&:real) }.map do |ticket|
          coats = ticket.coats.select(&:real)
          sheet = coats.first.plan.sheet
          Laid.new(what: what(ticket, coats), sheet: sheet.name, amount: amount(ticket, coats), lots: lots(ticket), when: hours(coats))
        end
      end

      # When it may be used, a sentence; "" where nothing is known.
      def ready
        @desk.schedule ? Words::ReadyFor.new(@desk, @wording).sentence.to_s : ""
      end

      # What was seen, and not only foretold.
      # @return [Array<String>]
      def seen
        @desk.coats.select { |coat| coat.seen&.hard }.map do |coat|
          "#{coat.of > 1 ? "#{coat.label} #{coat.number}" : coat.label}: found hard #{moment(coat.seen.hard)}".sub(/\A./, &:upcase)
        end
      end

      # @return [Array<String>]
      def care
        CARE.map { |words| @wording.local(words) }
      end

      private

      def what(ticket, coats)
        "#{ticket.task.name}, #{@wording.counted(coats.map(&:number).uniq.size, ticket.task.kind.noun[0].to_sym)}".sub(/\A./, &:upcase)
      rescue KeyError
        ticket.task.name.sub(/\A./, &:upcase)
      end

      # What really went in, where it was mixed at the bench; else as planned.
      def amount(ticket, coats)
        made = of_task(ticket).sum { |batch| batch.made_g.to_f }
        return "#{show(made)} mixed" if made.positive?

        "#{show(coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f)} planned"
      end

      def lots(ticket)
        of_task(ticket).map(&:lots).reject(&:empty?).uniq.join(", ")
      end

      def of_task(ticket)
        @batches.select { |batch| batch.task == ticket.task.id && batch.stands != "binned" }
      end

      def hours(coats)
        [coats.map(&:from_min).min, coats.map(&:to_min).max].map { |minute| moment(minute) }.uniq.join(" to ")
      end

      def moment(minute)
        @wording.dates.moment(@desk.time_at(minute))
      end

      def show(grams)
        @wording.show(Quantity.new(value: grams, unit: :g))
      end
    end
  end
end
