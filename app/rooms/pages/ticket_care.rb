# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # What to beware of with a task, what keeps it from being planned, what it bears in service, and what nobody told.
    class TicketCare < TicketFacet
      MOST_WRONG = 8

      # What its data sheet refuses, and the plan that waits for "I know".
      def_delegators :told, :refusals, :held_back

      def refused?
        !planned? && (told.refusals.any? || !told.held_back.nil?)
      end

      # Is another coat to go onto this one, and no data sheet says when it may?
      def recoat_untold?
        return false unless planned? && @ticket.ticket.coat_count > 1 && !plan.sheet.silent? && %i[either tack].include?(task.school)

        ([:recoat_opens] + Sheet::READY).none? { |stage| plan.sheet.stages.key?(stage) }
      end

      def cautions_at(*places)
        cautions.select { |caution| places.include?(caution.at) }
      end

      # "I know", as it is asked here.
      def known_words
        return "I understand; plan it anyway" if told.refusals.any?

        told.held_back ? "I understand how hot this gets; plan it anyway" : "I understand how hot this gets"
      end

      # Which coat it is whose hour does not suit, and when that is.
      # @return [String, nil] "Coat 2, Wed 07:38:"
      def unfit
        coat = told.unfit&.coat or return
        section = coat.sections > 1 ? ", section #{coat.section}" : ""
        "#{task.coat_word.capitalize} #{coat.number}#{section}, #{clock(coat.from_min)}:"
      end

      # What has it begin when the room suits it.
      # @return [Array(String, String), nil] what is pressed, and its words
      def later
        unfit = told.unfit
        return unless unfit&.fit_from

        at = @desk.time_at(unfit.fit_from)
        name = Document::Fields.mark_of("not_before", unfit.coat.number, unfit.coat.section)
        ["later:#{id}:#{name}=#{at.strftime("%Y%m%dT%H%M")}",
          "begin it #{@wording.clock(at)}, at #{show(@desk.room.at(unfit.fit_from), :c)}"]
      end

      # What the conditions warn of and its data sheet has not refused already.
      # @return [Array<Care::Caution>]
      def conditions
        said = refusals.map { |refusal| @wording.fill(refusal) }
        cautions_at(:conditions).reject { |caution| said.include?(@wording.fill(caution)) }
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

      # What it bears in service, where that was asked: whether it is enough, and the sentences.
      # @return [Array(Boolean, String, String), nil]
      def service
        cure = planned? && @ticket.ticket.told.service_of(@desk.room, plan) or return
        bears = "At this cure it withstands #{show(cure.bears_c, :c)}#{" only" unless cure.enough?}."
        [cure.enough?, bears, [too_cool(cure), (post_cure(cure) if cure.warm_cure),
          (if cure.assumed?
             "Assumed (not on the data sheet): #{@wording.local("the warmest it cured at, 10 °C more")}."
           end)].compact.join(" ")]
      end

      # What is said where a tin says nothing of time, or what is below it: the sentence, and what to do.
      # @return [Array(String, String), nil]
      def untold
        return waiting_for(@desk.tickets.find { |one| one.task.id == told.after }) if told.after
        return unless planned? && plan.sheet.silent?

        says, more = Words::UNTOLD
        further = "Coat #{coats.last.number + 1} goes on when the test dab of the coat below says so." if told.untimed.any?
        [says, [more, further].compact.join(" ")]
      end

      # What went wrong before under such conditions, or with this resin.
      # @return [Array<Array(String, String)>]
      def returning
        return [] unless planned? && @planning.findings.any?

        Words::Returning.new(@planning.findings, Faults::Planned.conditions(@desk.made, coats.first), plan.sheet, @wording,
          now: Stores::Now.wall, zone: @desk.zone).all
      end

      private

      # @return [Document::Ticket]
      def told
        @ticket.ticket
      end

      def clock(minute)
        @wording.clock(@desk.time_at(minute))
      end

      # @return [Array<Care::Caution>]
      def cautions
        @cautions ||= (told.held_back || (plan if planned?)).then do |one|
          one ? Care::CoatCautions.new(one, lifts: told.lifts, column: told.column).all : []
        end
      end

      # A warm cure that does not reach the hottest it will be.
      def too_cool(cure)
        return unless cure.too_cool?

        "That warm cure is cooler than the #{show(told.told.service_c, :c)} it gets in service: it may soften there. Cure it warmer."
      end

      def post_cure(cure)
        at, ramp, soak = cure.post_cure
        at && "A post-cure is planned: up by #{@wording.local("#{Check.plain(cure.warm_cure.ramp_c_h)} °C an hour")} in " \
              "#{@wording.minutes(ramp)}, then #{@wording.minutes(soak)} at #{show(at, :c)}."
      end

      def waiting_for(other)
        ["It waits for task #{@desk.tasks.index { |task| task.id == other.task.id } + 1}, whose tin says nothing of time.",
          "Time the first batch of that, and this is planned."]
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
