# frozen_string_literal: true

module Dakren
  module Words
    # Why a plan is as it is, in a sentence: what nothing earlier could pass by, or what cannot be kept.
    class Because
      # Who is there for so long is there.
      SOON_MIN = 1
      # Nobody looks for less.
      WORTH_MIN = 30

      # @param desk [Document::JobDesk] with a schedule @param wording [Wording]
      def initialize(desk, wording)
        @desk = desk
        @wording = wording
      end

      # @return [String]
      def sentence
        schedule = @desk.schedule
        return missed(schedule.missed.first) unless schedule.kept?
        return backwards if @desk.back? && @desk.deadline && (late? || schedule.coats.none?(&:real))

        first = schedule.entries.first
        if schedule.held_by.nil? && first.from_min > 90 && @desk.hours.open?(0, 60)
          return "Begun later, #{clock(first.from_min)}, so every later step falls in working hours."
        end

        held = schedule.held_by
        return waits_for_the_dab(held) if held && schedule.assumed.wait?(held)

        "#{soonest? ? "Can't be sooner" : "What holds it up"}: #{held ? "#{coat(held)} #{reason(held)}" : "it's all curing time"}."
      end

      # Is it known that hardly anything could be gained by another plan?
      def soonest?
        gain = @desk.schedule.gain_min
        !gain.nil? && gain < WORTH_MIN
      end

      # @return [String] when it is handed over
      def hand_over
        assumed = @desk.schedule.assumed.ready
        return dab(assumed.map(&:ready)) if assumed.any?

        minute = @desk.schedule.hand_over_min
        minute ? @wording.clock(@desk.time_at(minute)) : "not within 60 days"
      end

      private

      # "when the test dab says so, about Tue 09:30 to Wed 10:40"
      def dab(bands)
        early = bands.filter_map(&:early).max
        late = bands.map { |band| band.late || Cure::HORIZON_MIN }.max
        "when the test dab says so, about #{[early, late].compact.map { |minute| clock(minute) }.uniq.join(" to ")}"
      end

      def waits_for_the_dab(held)
        "#{coat(held).sub(/\A./, &:upcase)} goes on when the test dab of the coat below says so, about #{clock(held.why[1])}: the data " \
          "sheet does not say when. Note it there, and the rest moves with it."
      end

      def late?
        over = @desk.schedule.hand_over_min
        over.nil? || over > @desk.minute_of(@desk.deadline)
      end

      # Planned backwards: what was tried half an hour later did not do.
      def backwards
        return late if late?

        "As late as it goes: begun #{@wording.minutes(Plan::Backward::STEP_MIN)} later, a window would be missed, or it would be ready " \
          "after #{@wording.clock(@desk.deadline)}."
      end

      def clock(minute)
        minute >= Cure::HORIZON_MIN ? "60 days" : @wording.clock(@desk.time_at(minute))
      end

      def coat(entry)
        return entry.label if @desk.schedule.coats.size == 1

        many = @desk.tasks.size > 1
        what = if entry.of > 1
                 "#{entry.task.kind.noun[0]} #{entry.number}"
               else
                 "the #{entry.label}"
               end
        "#{what}#{" of task #{@desk.number_of(entry.task)}" if many}#{", section #{entry.section}" if entry.sections > 1}"
      end

      def seen_tacky?(entry, minute)
        below = @desk.schedule.coats.select { |one| one.from_min < entry.from_min && one.places.intersect?(entry.places) }
        below.any? { |one| one.seen&.tacky && (one.seen.tacky - minute).abs < 1 }
      end

      def reason(entry)
        kind, minute, told = entry.why
        case kind
        when :hours
          sanded_first(entry, minute) || "could go on from #{clock(minute)}, but #{too_long(entry, minute) || no_room(entry)}"
        when :opens then "cannot go on before #{clock(minute)}, when the coat below " \
                         "#{seen_tacky?(entry, minute) ? "was found" : "is certain to be"} tacky"
        when :cools then "cannot go on before #{clock(minute)}, when the pour below has cooled: sooner, the heat of both adds up"
        when :step then "waits until #{clock(minute)} for a step before it: #{told}"
        when :told then "is not to begin before #{clock(minute)}, as it was told"
        when :gate then "waits until #{clock(minute)} for the #{told}"
        when :hard then "waits until #{clock(minute)}, when the coat below is certain to be hard, and is sanded first"
        when :window then "begins at #{clock(entry.from_min)} so every later window falls in working hours"
        else "begins as soon as the crew is free"
        end
      end

      # What is sanded first may be held up by that.
      # @return [String, nil] nil where it is not sanded, or goes on long after
      def sanded_first(entry, minute)
        sanding = @desk.schedule.entries.find { |one| one.kind == :abrade && same_coat?(one, entry) } or return
        return if sanding.from_min <= minute + SOON_MIN

        "is sanded first, which could be done from #{clock(minute)}, but #{no_room(sanding)}"
      end

      def same_coat?(one, other)
        one.task.id == other.task.id && one.number == other.number && one.section == other.section
      end

      # Somebody is there, at nothing else of this job: but not for as long as it takes.
      # @return [String, nil] nil where nobody is
      def too_long(entry, minute)
        at_it = @desk.schedule.entries.any? do |one|
          one != entry && one.from_min < minute + SOON_MIN && one.to_min > minute + SOON_MIN
        end
        return if chained? || at_it || !@desk.hours.open?(minute, minute + SOON_MIN)

        "takes #{@wording.minutes(entry.to_min - entry.from_min)}: nobody has that long before #{clock(entry.from_min)}"
      end

      def chained?
        @desk.document["chain"] == "yes"
      end

      # Where it keeps clear of other jobs, their hands, things and dust may be what is in its way.
      def no_room(entry)
        why = chained? ? "the other jobs and the hours leave no room" : "nobody's free"
        "#{why} before #{clock(entry.from_min)}"
      end

      def missed(entry)
        open, shut = entry.window
        unless entry.coat?
          return "#{entry.label.sub(/\A./, &:upcase)} comes too late: it should be done by #{clock(shut)}, " \
                 "and #{no_room(entry)}."
        end

        "No plan keeps every window: #{coat(entry)} would have to be on between #{clock(open)} and #{clock(shut)} and takes " \
          "#{@wording.minutes(entry.to_min - entry.from_min)}; " \
          "#{no_room(entry)}."
      end

      def late
        over = @desk.schedule.hand_over_min
        "It cannot be ready by #{@wording.clock(@desk.deadline)}: even starting now, it is ready " \
          "#{over ? @wording.clock(@desk.time_at(over)) : "not within 60 days"}."
      end
    end
  end
end
