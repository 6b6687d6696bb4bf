# frozen_string_literal: true

module Dakren
  module Rooms
    # A job as it is pinned up: its drawing, its tasks in sentences, amounts, hours; and what stands on the card of each batch.
    class PaperPage
      extend Forwardable

      MOST_CARDS = 120
      # What whoever stands at the bench is told before anything is opened.
      CAUTION = "Nitrile or vinyl gloves, sleeves, glasses; air the room. The maker's safety data sheet comes first."
      # One batch on its card. lines: part, what goes in, what the scale or the vessel shows then; says: what else counts.
      Card = Value.define(:title, :when, :vessel, :lines, :says, :note)
      Line = Value.define(:part, :amount, :shows)

      def_delegators :@page, :planned?, :answers, :line

      # @param page [JobPage] @param desk [Document::JobDesk]
      def initialize(page, desk, wording)
        @page = page
        @desk = desk
        @wording = wording
      end

      def title
        @page.head.title
      end

      # @return [String, nil] what is not kept, and why
      def decision
        line.decision if @desk.broken?
      end

      # @return [Array<Array(String, String, String)>] name, size and drawing of each surface, void or joint
      def pieces
        @page.place_pages.map { |place| [place.place.name, place.size, place.drawn.drawing.to_s] }
      end

      def whereabouts
        @page.whereabouts.sentence.plain
      end

      def note
        @page.whereabouts.note.value.to_s
      end

      # @return [Array<TicketPage>] those that are done at all
      def tasks
        @page.tickets.reject { |ticket| ticket.task.skipped? }
      end

      # A and B of a task as a row: coat, batches, each, and in all.
      # @param ticket [TicketPage]
      # @return [Array<String>]
      def amounts(ticket)
        parts = ticket.mix.amounts.parts.map do |letter, _, _, each_cup, in_all|
          each_told, all_told = [each_cup.first, in_all.first].map { |answer| answer.plain(@wording) }
          "#{letter} #{ticket.mix.amounts.several? ? "#{each_told} each, #{all_told} in all" : each_told}"
        end
        ["#{"#{ticket.mix.amounts.of_coat}: " unless ticket.mix.amounts.of_coat.empty?}#{ticket.mix.amounts.cups_caption}", *parts]
      end

      # A and B of each resin system in all.
      # @return [Array<String>]
      def of_each
        return [] unless planned?

        found = @page.answers.find { |answer| answer.label == "A and B of each" }
        found ? found.figure.working.map { |line| @wording.fill(line) } : []
      end

      # @return [Array<Array(String, Array<DayPage::Doing>)>]
      def days
        @page.day ? @page.day.days : []
      end

      # What lies ready before any hardener is opened: for all of the work, and for each task that wants more.
      # @return [Array<Array(String, Array<String>)>]
      def load_list
        wanted = tasks.select(&:planned?).group_by { |ticket| ticket.task.kind.load }
        each = wanted.map { |load, tickets| [tickets.map { |ticket| ticket.head.title.split(",").first }.uniq.join(", "), local(load)] }
        [["For all of it", local(Dakren::Bench::ALWAYS_READY)], *each]
      end

      # @return [Array<Card>]
      def cards
        coats = tasks.flat_map { |ticket| ticket.coats.map { |coat| [ticket, coat] } }
        coats.flat_map { |ticket, coat| coat.plan.batches.map { |batch| card(ticket, coat, batch) } }.first(MOST_CARDS)
      end

      private

      def local(words)
        words.map { |one| @wording.local(one) }
      end

      def card(ticket, coat, batch)
        at = @desk.time_at(coat.from_min + batch.mix_from)
        Card.new(title: [ticket.head.title.split(",").first, (coat.of > 1 ? "#{ticket.task.coat_word} #{coat.number}" : nil),
          "batch #{batch.number} of #{coat.plan.batches.size}"].compact.join(", "),
          when: @wording.dates.moment(at), vessel: @wording.vessel(batch.portion.cup.name), lines: lines(ticket, coat, batch),
          says: says(coat, batch), note: ticket.asked.note.value.to_s)
      end

      # In the order they go in, with the running total.
      def lines(ticket, coat, batch)
        sheet = coat.plan.sheet
        order = coat.plan.order.way.order
        unit = coat.plan.amounts.weighed? && batch.split.resin_g ? :g : :ml
        running = 0
        order.map do |part|
          amount = batch.split[:"#{part}_#{unit}"]
          running += amount
          Line.new(part: "#{part == :resin ? "A" : "B"} #{sheet.public_send(part)}", amount: told(amount, unit, ticket),
            shows: told(running, unit, ticket))
        end
      end

      def told(amount, unit, ticket)
        (unit == :g ? @wording.weight(amount, resolution_g: ticket.mix.amounts.step_g) : @wording.volume(amount)).join(" ")
      end

      def says(coat, batch)
        usable = coat.plan.usable
        ["mix #{@wording.span(*coat.plan.sheet.mixing.span(batch.portion.mass_g, batch.portion.mixing_min))}",
          ("use it up within #{@wording.minutes(usable.early)}" if usable.early), covers(coat, batch)].compact
      end

      # How far it must reach.
      def covers(coat, batch)
        area = coat.plan.order.need.area_mm2
        return unless area.positive? && coat.plan.batches.size > 1

        share = batch.portion.on_work_g.to_f / coat.plan.batches.sum { |one| one.portion.on_work_g.to_f }
        "covers #{@wording.show(Quantity.new(value: area.to_f * share / 1e6, unit: :m2))}"
      end
    end
  end
end
