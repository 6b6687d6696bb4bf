# frozen_string_literal: true

require_relative "ticket_steps"
require_relative "ticket_batches"
require_relative "ticket_service"
require_relative "ticket_untold"

module Dakren
  module Rooms
    # One task of a job as a page shows it: what was told, what it comes to, what to beware of, its cups.
    class TicketPage
      # Why it is measured otherwise than was told.
      OTHER_WAY = { "graduated" => "the data sheet gives no densities: a ratio by volume cannot be weighed",
                    "scale" => "the data sheet gives no densities: a ratio by weight cannot be filled to lines" }.freeze

      extend Forwardable

      # What is asked while it happens, beside the inputs of the work.
      NOTED = %i[front].freeze
      MOST_WRONG = 8
      STANDS = { done: "done", going: "under way" }.freeze

      include TicketSteps
      include TicketBatches
      include TicketService
      include TicketUntold

      attr_reader :ticket, :number

      def_delegators :ticket, :task, :coats, :refusals, :held_back, :untimed
      def_delegators :task, :id, :kind, :steps

      # @param desk [Document::JobDesk] @param ticket [Document::JobDesk::Ticket] @param number [Integer] from 1
      # @param form [JobForm] @param planning [Stores::Planning] the shop's tools, sheets and own figures
      def initialize(desk, ticket, number, form, wording, planning, open:)
        @desk = desk
        @ticket = ticket
        @number = number
        @form = form
        @fields = form.part(ticket.task.id)
        @wording = wording
        @planning = planning
        @open = open
      end

      # @return [Document::Part] the task as it was typed
      def part
        @part ||= @desk.part(id)
      end

      def open?
        @open
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

      def first_coat
        coats.first
      end

      # @return [Plan::CoatPlan] of its first coat
      def plan
        first_coat.plan
      end

      def planned?
        coats.any?
      end

      # "Film coat, 3 coats"
      def title
        name = task.name.sub(/\A./, &:upcase)
        count = coat_count
        sections = coats.map(&:section).uniq.size
        [name, ("#{count} #{kind.noun[1]}" if count > 1), ("in #{sections} sections" if sections > 1)].compact.join(", ")
      end

      # A coat laid in sections is one coat.
      def coat_count
        planned? ? first_coat.of : 0
      end

      # What it comes to in a line, or what it waits for.
      def facts
        return refused? ? "not suitable" : idle unless planned?

        amount = Quantity.new(value: coat_plans.sum { |plan| plan.total.total_g }, unit: :g)
        about = coat_plans.any?(&:grams_assumed?) ? "about " : ""
        [STANDS[stands], @wording.clock(@desk.time_at(first_coat.from_min)), "#{about}#{@wording.show(amount)}",
          @wording.counted(coat_plans.sum { |plan| plan.batches.size }, :batch), plan.sheet.name].compact.join(" · ")
      end

      def refused?
        !planned? && (refusals.any? || !held_back.nil?)
      end

      # What is told of it, to be changed where it is read; and what else may be said.
      # @return [TicketSentence]
      def told
        @told ||= TicketSentence.new(self, fields + order_fields.flatten, @form)
      end

      # Is none chosen to mix it from?
      def no_sheet?
        part.text("sheet").empty?
      end

      # How it stands: done, under way, or still to come.
      # @return [Symbol] :done, :going, :ahead
      def stands
        begun = task.real.values.select { |marks| marks.key?(:began) }
        return :ahead if begun.empty?

        ticket.done? ? :done : :going
      end

      # @return [Array<Control>] its work and resin, what it is measured with, and what the work asks
      def fields
        tools = @planning.tools
        [@fields.choice("kind"), sheet_choice, *blend_controls, method_choice(tools.method_choices),
          @fields.pick("cup", tools.cup_choices.map { |value, words| [value, @wording.vessel(words)] }, task.cup_choice),
          *task.asked.reject { |input| NOTED.include?(input.name) || input.unit == :rows }.map { |input| control(input) }]
      end

      # @return [Rows, nil]
      def cloths
        task.inputs.include?(:cloths) ? @fields.rows("cloths") : nil
      end

      # Where the front of an infusion is, noted while it fills.
      def front?
        task.inputs.include?(:front)
      end

      def front_open?
        @fields.open?("front")
      end

      def front
        @fields.rows("front")
      end

      # Places it may cover, where there is a choice: id, name, and whether it does.
      # @return [Array<Array(String, String, Boolean)>]
      def covers
        ids = task.fitting_ids
        ids.size > 1 ? ids.map { |place| [place, @desk.places[place].name, task.covered_ids.include?(place)] } : []
      end

      def order_open?
        %w[school sections most short service hands after].any? { |name| part.problem(name) }
      end

      # Is it measured in whole counts?
      def counted?
        task.figures.key?(:pack) || !task.tool&.declaration&.counting.nil?
      end

      # @return [Array<Control>]
      def order_fields
        wide = { css: "sheet-choice" }
        [@fields.choice("school", **wide), @fields.field("sections"), @fields.field("most"),
          (@fields.field("short") if counted? || part.problem("short")), @fields.field("service"),
          *%w[cure_c cure_time cure_ramp].select { |name| part.asked?(name) }.map { |name| @fields.field(name) },
          @fields.choice("section_by", **wide),
          (@fields.field("hands") if @desk.people > 1 || part.problem("hands"))].compact
      end

      # Is another coat to go onto this one, and no data sheet says when it may?
      def recoat_untold?
        return false unless planned? && coat_count > 1 && !plan.sheet.silent? && %i[either tack].include?(task.school)

        ([:recoat_opens] + Sheet::READY).none? { |stage| plan.sheet.stages.key?(stage) }
      end

      # Why it is done so, for whoever stands at the bench.
      # @return [Control]
      def note
        @fields.field("note", css: "wide", placeholder: "e.g. edge left bare: glued tomorrow")
      end

      # @return [Array<Care::Caution>]
      def cautions
        @cautions ||= (held_back || (plan if planned?)).then do |one|
          one ? Care::CoatCautions.new(one, lifts: ticket.lifts, column: ticket.column).all : []
        end
      end

      def cautions_at(*places)
        cautions.select { |caution| places.include?(caution.at) }
      end

      # "I know", as it is asked here.
      def known_words
        return "I understand; plan it anyway" if refusals.any?

        held_back ? "I understand how hot this gets; plan it anyway" : "I understand how hot this gets"
      end

      def known?
        task.known?
      end

      # Everything that is to be put right, at once.
      # @return [Array<Document::Part::Problem>]
      def wrong
        (part.problems + of_places(&:problems) + common(@desk.problems)).uniq(&:field).first(MOST_WRONG)
      end

      # @return [String] what is still needed, "" where nothing is
      def missing
        (of_places(&:missing) + part.missing + common(@desk.missing)).map { |one| one.label.downcase }.uniq.join(", ")
      end

      # Can its coats be parted?
      def splits?
        coat_count > 1 && kind.inputs.include?(:coats)
      end

      # What it comes to: amounts, cups, where they go.
      # @return [MixPage]
      def mix
        @mix ||= MixPage.new(@desk, self, @wording, @planning.tools)
      end

      private

      def idle
        return "waits" if ticket.after

        task.skipped? ? "skipped" : "incomplete"
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end

      # Resin systems of the shelf, resin by resin.
      def sheet_choice
        kept = part.text("sheet")
        blend = kept.start_with?("blend-") && task.sheet ? [[kept, "#{task.sheet.name}, a blend: times are estimates"]] : []
        @fields.pick("sheet", { nil => [["", "choose from the shelf"], *blend], **@planning.suited_choices(kind) }, kept,
          css: "sheet-choice", complaint: "This mix")
      end

      # Another hardener of the same resin, and how much of it: by a slider and by typing.
      def blend_controls
        own = part.text("sheet")
        others = @planning.sheet_choices.values.find { |group| group.any? { |id, _| id == own } }.to_a.reject { |id, _| id == own }
        with = part.text("blend_with")
        return [] if others.empty? && with.empty?

        # The resin is known: the hardener's own name is enough.
        named = others.map { |id, words| [id, words.delete_prefix("#{task.sheet&.resin} + ")] }
        choice = @fields.pick("blend_with", [["", "no other"], *named], with, css: "blend-choice")
        return [choice] unless task.blended?

        share = part.entry("blend_share")
        [choice, @fields.field("blend_share", slides: [0, 100, share.blank? ? 50 : share.typed.to_f])]
      end

      def chosen(name, choices)
        choices.key?(part.text(name)) ? part[name] : choices.keys.first
      end

      # What it is measured with; what cannot be done with this ratio gives way to what can, and says why.
      def method_choice(choices)
        told = chosen("method", choices)
        used = task.method_name.to_s
        return @fields.pick("method", choices.to_a, told) unless OTHER_WAY.key?(used) && OTHER_WAY.key?(told) && used != told

        @fields.pick("method", choices.to_a, used, note: OTHER_WAY.fetch(used))
      end

      def control(input)
        case input.unit
        when :film then film(input.name)
        when :choice then @fields.choice(input.name, usual: kind.default(input.name).to_s)
        else @fields.field(input.name, placeholder: usual(input))
        end
      end

      def film(name)
        default = kind.default(:film)
        unit = @fields.choice("film_unit")
        usual = default && "#{Check.plain(default.film_mm.to_f)}#{" mm" unless unit.value == "mm"}"
        @fields.field(name, css: "film", placeholder: usual, complaint: "The coat",
          beside: unit.with(more: { "aria-label" => unit.label }))
      end

      # What counts where nothing is typed.
      def usual(input)
        return pace_usual if input.name == kind.placing.measure.input

        default = kind.default(input.name)
        return (input.name == :drink ? drink_usual : nil) if default.nil? || default == :none

        unit = { length: :mm, cover: :"g/m2", percent: :pct, volume: :ml }[input.unit]
        unit ? show(default, unit) : Check.plain(default)
      end

      def drink_usual
        surface = part.choice("surface", kind.default(:surface))
        own = @planning.own.of(:drink, surface)
        show(own&.value || Work::Drink::SURFACES.fetch(surface).first_coat_g_m2, :"g/m2")
      end

      # How fast it goes while nobody has said: as the plan took it.
      def pace_usual
        figure = Plan::CoatFigures.new(plan).laying_pace if planned?
        figure && show(figure.value, figure.unit)
      end

      def of_places
        task.covered_ids.flat_map { |place| yield @desk.part(place) }
      end

      # What belongs to no place and no task.
      def common(list)
        list.reject { |one| one.field.match?(/\A[pc]\d+-/) || one.field == "name" }
      end
    end
  end
end
