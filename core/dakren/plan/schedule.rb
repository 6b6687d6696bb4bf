# frozen_string_literal: true

require_relative "../base/value"
require_relative "seen"

module Dakren
  module Plan
    # What the builder can ask a plan to be best at.
    GOALS = { hand_over: "earliest ready", bench: "least time at the bench", sanding: "least sanding" }.freeze
    # How far a task must be before another is begun.
    GATES = { done: "is done: cured, trimmed, out of its mould", hard: "is hard", tacky: "is tacky", laid: "is laid" }.freeze
    # How the next coat goes onto the last.
    SCHOOLS = { either: "while tacky, or after sanding", wet: "wet on wet", tack: "while tacky only", abrade: "after sanding" }.freeze

    # One task to be placed. order: from coat, section, minute and people to a CoatOrder; places: names of what it covers; sides: of those,
    # place to part and face (of Turning::SIDES); gates: id of a task that comes first, and of GATES how far it must be; people: who lay
    # it, nil for as many as there are; skills: what they must be able to do; before, after, ends: step name to minutes; own_steps: the
    # builder's own, by name; own_minutes: steps whose minutes the builder told; of: how many coats there will be, where not all are placed;
    # cool_min: how long a lift waits for the one below to cool, from when that was poured;
    # done: minute at which a step was really done, by name;
    # real: what really happened, [coat, section] => { began:, finished:, soft:, tacky:, hard: } in minutes; not_before: minute before
    # which somebody wants a coat not begun, by coat and section.
    TaskToPlace = Value.define(:id, :label, :places, :count, :order, :area_m2, sections: 1, school: :either, before: {}.freeze,
      between: {}.freeze, after: {}.freeze, ends: {}.freeze, waits: {}.freeze, sides: {}.freeze, gates: [].freeze, people: nil,
      skills: %i[mix lay].freeze, done: {}.freeze, not_before: {}.freeze,
      real: {}.freeze, own_steps: {}.freeze, own_minutes: [].freeze, cool_min: 0.0, owner: nil, planner: nil, likely: nil,
      of: nil) do
      # @param name [Symbol] of WorkSteps, or of a step of the builder's own
      # @return [WorkSteps::Step]
      def step(name)
        own_steps[name] || WorkSteps::ALL.fetch(name)
      end

      # Is it cured warm as soon as it can be? That is what hardens it.
      def cured_warm?
        ends.key?(:warm_cure)
      end

      # One coat of one section begun at a minute.
      # @param hint [Integer, nil] a likely count of batches @param people [Integer, nil] who lay it
      # @return [CoatPlan]
      def coat_plan(number, section, minute, hint, people = nil)
        return planner.call(number, section, minute, hint, people) if planner

        CoatPlan.new(order.call(number, section, minute, people).with(hint: hint))
      end

      # The same, near enough to look for its place.
      def likely_plan(number, section, minute, hint, people = nil)
        likely ? likely.call(number, section, minute, hint, people) : coat_plan(number, section, minute, hint, people)
      end

      # How many may lay it: all, and fewer where that is looked into or not all are there all day.
      # @param hands [Hands]
      # @return [Array<Integer>]
      def crews(hands, thorough)
        return [people] if people
        return [hands.size] if hands.alike? && !thorough

        counts = hands.alike? ? [hands.size, (hands.size / 2.0).ceil, 1].uniq : (1..hands.size).to_a.reverse
        counts.select { |count| hands.able?(need(count)) }
      end

      # @param count [Integer] of people
      # @return [Hands::Need]
      def need(count)
        Hands.need(count, skills)
      end

      # Who sand it, or prepare it: everybody it is laid by.
      # @param hands [Hands]
      # @return [Hands::Need]
      def need_of_area(hands)
        Hands.need(people || (hands.alike? ? hands.size : 1))
      end

      # Who do a step: what goes by area, everybody it is laid by; else one person.
      # @param hands [Hands]
      # @return [Hands::Need]
      def need_of_step(name, hands)
        by_area?(name) && people_of_area(hands) > 1 ? Hands.need(people_of_area(hands), step(name).skills) : step(name).need
      end

      # How long they take: the part that goes by area is shared among them.
      # @param minutes [Numeric] of one person
      # @return [Float]
      def shared_min(name, minutes, hands)
        return minutes unless by_area?(name)

        of_area = step(name).per_m2 * area_m2
        minutes - of_area + (of_area / people_of_area(hands))
      end

      # When somebody is at a step: as it really was, or as the block finds it.
      # @return [Array<Array(Float, Float, Integer)>] from, to and who
      def pieces_of(name, minutes)
        at = done[name] or return yield
        [[at - minutes, at, 1]]
      end

      # Does a step go by area, as long as nobody said how long it takes?
      def by_area?(name)
        step(name).per_m2.positive? && !own_minutes.include?(name)
      end

      def people_of_area(hands)
        need_of_area(hands).count
      end

      # Whoever the entries of this task belong to.
      def who
        owner || self
      end
    end
    # One thing in the plan: a coat (with its plan), an abrading before it, or a step. Minutes of the job.
    # window: minutes between which it must begin and be done; missed: why it could not be kept; seen: Seen of it; why: what it waited for;
    # warm_until: minute at which its warm cure is over, nil where it has none; crew: who does it, name and skill; side: of
    # Turning::SIDES that is up afterwards.
    Entry = Value.define(:kind, :task, :name, :label, :from_min, :to_min, number: 1, of: 1, section: 1, sections: 1, plan: nil,
      window: nil, school: nil, why: nil, missed: nil,
      waits_min: 0, real: false, seen: nil, warm_until: nil, places: [].freeze, crew: [].freeze, side: nil) do
      def coat?
        kind == :coat
      end

      # Its stage in minutes from the start of the job, as far as it was foretold or seen.
      # @return [Cure::Band, nil]
      def stage(stage)
        band = plan.stage(stage)&.plus(from_min)
        return cured_warm(band) if warm_until && stage != :recoat_opens

        seen ? in_the_light_of(stage, band) : band
      end

      # What was seen of it counts, told by the sheet or not, and moves what comes after.
      def in_the_light_of(stage, band)
        hard_stage = plan.sheet.hard_stage
        exact = seen.at(stage, hard_stage)
        return Cure::Band.new(early: exact, middle: exact, late: exact) if exact
        return if band.nil?

        later = seen.soft && stage == :recoat_opens ? seen.soft + ((seen.soft - from_min) * Seen::SOFT_SHARE) : -Float::INFINITY
        Cure::Band.new(**%i[early middle late].to_h do |side|
          minute = band[side] && seen.moved(stage, band[side], from_min, hard_stage) { |name| plan.stage(name)&.middle&.+(from_min) }
          [side, minute && [minute, later].max]
        end)
      end

      # A warm cure hardens it whatever the room would have done; nothing is later than its end.
      def cured_warm(band)
        sides = %i[early middle late].to_h { |side| [side, [band&.public_send(side), warm_until].compact.min] }
        Cure::Band.new(**sides)
      end

      # @return [Cure::Band, nil] when it is hard, minutes of the job; nil where the sheet does not say
      def hard
        stage(plan.sheet.hard_stage)
      end

      # @return [Cure::Band, nil] when it can be handed over; nil where the sheet does not say
      def ready
        stage(plan.sheet.ready_stage)
      end

      def done_min
        to_min
      end

      def key
        "#{task.respond_to?(:id) ? task.id : task}-#{name}-#{number}-#{section}"
      end
    end

    # What looking for a plan came to. stopped_early: was not everything tried? least_min: no plan is handed over before that, nil where
    # nobody has worked it out; proved: is it known that none is better?
    Search = Value.define(stopped_early: false, least_min: nil, proved: false)

    # A day that can be kept, or the nearest to it with what is missed.
    class Schedule
      # untold: steps that wait for a stage no sheet tells of, with the entry of the task they belong to.
      attr_reader :entries, :untold

      # @param search [Search] what looking for it came to
      def initialize(entries, untold: [], search: Search.new)
        @untold = untold
        @entries = entries.sort_by { |entry| [entry.from_min, entry.to_min] }
        @search = search
      end

      # @return [Schedule] the same with what the search for it came to
      def judged(search)
        Schedule.new(entries, untold: untold, search: search)
      end

      # Was not everything tried?
      def stopped_early
        @search.stopped_early
      end

      # Is it known that none is better?
      def proved
        @search.proved && assumed.nothing?
      end

      def coats
        @coats ||= entries.select(&:coat?)
      end

      def missed
        entries.select(&:missed)
      end

      def kept?
        missed.empty?
      end

      # Is something on the work whose tin says nothing of time?
      def untold?
        coats.any? { |coat| coat.plan.sheet.silent? }
      end

      # When it can be handed over: the last step done, and every coat as hard as its sheet says it can be.
      # @return [Float, nil] nil where it stalls, and where a sheet does not say
      def hand_over_min
        return if untold?

        lates = coats.group_by(&:task).each_value.filter_map { |all| all.last.ready }.map(&:late)
        lates.any?(&:nil?) ? nil : [*lates, done_min].max
      end

      # What of it waits for no more than is usual.
      # @return [Assumed]
      def assumed
        Assumed.new(coats)
      end

      # When the last thing anybody does is done, with what it waits for.
      def done_min
        entries.map { |entry| entry.to_min + entry.waits_min }.max || 0.0
      end

      # Minutes somebody stands there: all that is attended, and gaps too short to leave.
      def bench_min
        spans = entries.map { |entry| [entry.from_min, entry.to_min] }.sort
        gaps = spans.each_cons(2).map { |(_, to), (from, _)| from - to }.grep(0.01..SHORT_GAP_MIN).sum
        spans.sum { |from, to| to - from } + gaps
      end
      # Ours: a wait shorter than this is no time for another job.
      SHORT_GAP_MIN = 45
      HELD = %i[hours window step gate].freeze

      def sanding_min
        entries.select { |entry| entry.kind == :abrade }.sum { |entry| entry.to_min - entry.from_min }
      end

      # Smaller is better, first things first.
      def cost(goal)
        over = hand_over_min || Cure::HORIZON_MIN
        case goal
        when :bench then [bench_min, over, sanding_min]
        when :sanding then [sanding_min, over, bench_min]
        else [over, sanding_min, bench_min]
        end
      end

      # How much sooner it could be ready at the very most.
      # @return [Float, nil] minutes; 0 where nothing can be sooner, nil where nobody has worked that out
      def gain_min
        return 0.0 if proved

        @search.least_min && hand_over_min && [hand_over_min - @search.least_min, 0.0].max
      end

      # Why nothing earlier works: what the coat waited for that came latest in the chain.
      # @return [Entry, nil]
      def held_by
        coats.reverse.find { |coat| HELD.include?(coat.why&.first) } || coats.reverse.find(&:why)
      end
    end

    # What of a plan rests on no sheet: stages that are only usual.
    class Assumed
      # @param coats [Array<Entry>]
      def initialize(coats)
        @coats = coats
      end

      attr_reader :coats
      private :coats

      # Uppermost coats of which no sheet says when they can be handled: it is usual, and the test dab says when.
      # @return [Array<Entry>]
      def ready
        uppermost = coats.flat_map(&:places).uniq.map { |place| coats.reverse.find { |coat| coat.places.include?(place) } }.uniq
        uppermost.select { |coat| coat.warm_until.nil? && coat.plan.sheet.assumed_stage?(coat.plan.sheet.ready_stage) }
      end

      # Does no coat wait for what is only usual? A plan of others is never certain.
      def nothing?
        ready.empty? && coats.none? { |coat| wait?(coat) }
      end

      # Did it wait for a stage of the coat below that no sheet tells?
      def wait?(coat)
        return false unless %i[opens hard].include?(coat.why&.first)

        below = coats.select { |one| one.from_min < coat.from_min && one.places.intersect?(coat.places) }.max_by(&:from_min) or return false
        sheet = below.plan.sheet
        sheet.assumed_stage?(coat.why.first == :opens ? :recoat_opens : sheet.hard_stage)
      end
    end
  end
end
