# frozen_string_literal: true

module Dakren
  module Rooms
    # The cure line of a job and what is told of it: when it is ready, why then, and what there is to decide.
    class LinePage
      SECONDS_A_MINUTE = 60

      # @param desk [Document::JobDesk] as it is kept @param shown [Document::JobDesk] as somebody tries it
      # @param planning [Stores::Planning]
      def initialize(desk, shown, wording, planning)
        @desk = desk
        @shown = shown
        @wording = wording
        @planning = planning
      end

      # @return [String] as SVG
      def drawing
        now = shown.zone.at(Stores::Now.wall)
        shown.kept([:cure_line, @wording.key, now.to_i / SECONDS_A_MINUTE]) { drawn_line(now).to_s }
      end

      # @return [String] the key to it
      def key
        shown.kept([:line_key]) { drawn_line(shown.zone.now).legend }
      end

      def kept?
        shown.schedule.kept?
      end

      # "Hand over Thu 14:00.", and when it begins where that was worked out backwards.
      # @return [Array(String, String), nil]
      def hand_over
        return unless kept?
        return Words::UNTIMED if shown.schedule.untold?

        begins = shown.coats.any? && shown.back? ? "Begins #{@wording.clock(shown.time_at(shown.schedule.entries.first.from_min))}." : ""
        ["Ready #{because.hand_over}.", begins]
      end

      # Where all coats are on: what is still waited for, or that it can be handed over.
      # @return [Array(String, Boolean), nil] a sentence, and whether the job has come to its end
      def ended
        completion = Plan::Completion.new(@desk.schedule)
        return unless completion.all_on?

        minute = completion.ready_min
        return ["All coats are on; when the last is hard only the test dab says: note it there, or below.", false] if minute.nil?
        if @desk.time_at(minute).to_f > Stores::Now.wall
          return ["All coats are on; surely ready #{@wording.clock(@desk.time_at(minute))}.", false]
        end

        ["All coats are on, and it can be handed over.", true]
      end

      # "To walk on Thu 14:00, to load lightly Fri 09:00."
      def ready
        kept? && !shown.schedule.untold? ? Words::ReadyFor.new(shown, @wording).sentence : nil
      end

      def reason
        return "To decide above, on the task that cannot be kept as it is." if @desk.broken? && shown.equal?(@desk)

        return if shown.schedule.untold?

        [because.sentence, looked].compact.join(" ")
      end

      # Is a better plan still looked for?
      def looking?
        @looking ||= shown.equal?(@desk) && @planning.looking?(@desk)
      end

      # Is there something to decide, and does it concern this task?
      # @param ticket [TicketPage]
      def decides?(ticket)
        @desk.broken? && (@desk.schedule.missed.first&.task || @desk.schedule.coats.last&.task || @desk.tasks.last).id == ticket.id
      end

      # What is not kept, and why.
      # @return [String]
      def decision
        @decision ||= Words::Because.new(@desk, @wording).sentence
      end

      private

      attr_reader :shown

      # How much better a plan could be, where that is not known to be nothing.
      def looked
        gain = shown.schedule.gain_min
        return ["Looking for a better day", gain && ": at most #{@wording.minutes(gain)} could be gained", "."].join if looking?
        return if gain.nil? || gain < Words::Because::WORTH_MIN || !kept?

        "Nothing better was found; at most #{@wording.minutes(gain)} could be gained."
      end

      def drawn_line(now)
        Drawings::CureLine.new(shown.coats, room: shown.room, start: shown.start, wording: @wording, now: now, zone: shown.zone,
          hours: shown.hours, entries: shown.schedule.entries)
      end

      def because
        @because ||= Words::Because.new(shown, @wording)
      end
    end
  end
end
