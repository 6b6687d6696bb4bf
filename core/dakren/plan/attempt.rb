# frozen_string_literal: true

require_relative "endings"
require_relative "readying"
require_relative "turning"

module Dakren
  module Plan
    # A plan half made: how many coats of each task, what lies on each place, what was put where, minutes sanded, windows missed, who is
    # taken when, steps done (task and name), which face of each part is up, when the last coat was begun, and when the first of the last
    # task that is begun.
    State = Struct.new(:next, :below, :chosen, :sanding, :missed, :busy, :ended, :up, :last, :begun)

    # Every way in which one coat can go on next in a plan half made.
    #
    # What must come before it is placed first: what its gates wait for, what ends the tasks below it, turning the piece over, preparing.
    # Then it goes on while what lies below is tacky, or once that is hard and abraded, or at once, wet on wet.
    class Attempt
      include Endings
      include Turning
      include Readying

      # One way: when, by whom, how many they are, how long it takes, onto what, and what is told with it.
      Way = Struct.new(:at, :who, :people, :takes, :school, :why, :window, :missed, :abrade, :pieces, keyword_init: true)
      # Parts of different age below one coat, tried in every mixture up to this many.
      MOST_BELOW = 4
      HOURS_TRIES = 12

      attr_reader :frame, :state, :unit

      # @param frame [Scheduler] what is the same for every attempt @param state [State] @param unit [Array(TaskToPlace, Integer, Integer)]
      def initialize(frame, state, unit)
        @frame = frame
        @state = state
        @unit = unit
        @busy = state.busy
        @entries = []
        @ended = state.ended
        @up = state.up
        @sanded = []
        @from = frame.from_min
        @held = nil
      end

      # @return [Array<State>] the plan with this coat on it, the soonest first
      def followers
        real = task.real[[unit[1], unit[2]]]
        return [put(as_it_was(real))] if real&.key?(:began)

        make_ready
        found = starts
        found = [missed_start] if found.empty?
        found.map { |way| put(way) }
      end

      private

      def task
        unit[0]
      end

      def slots
        frame.slots
      end

      def ages
        frame.ages
      end

      def first?
        unit[1] == 1 && unit[2] == 1
      end

      # What lies below it: the last coats on its places, of its own section where the work goes by sections.
      def below
        @below ||= state.below
          .select { |(place, part), _| task.places.include?(place) && (part.nil? || task.sections == 1 || part == unit[2]) }.values.uniq
      end

      # @return [Array<Way>] soonest first
      def starts
        return bare if below.empty?
        return wet_on_wet if task.school == :wet

        found = task.school == :abrade || below.any? { |one| one.task.cured_warm? } ? [] : on_tack
        return found if settled?(found)

        found += abraded unless task.school == :tack && below.all? { |one| ages.closes(one) || ages.opens(one) }
        found.sort_by(&:at)
      end

      # Where only the soonest is wanted: nothing that has to cure first can be sooner than this.
      def settled?(found)
        !frame.thorough? && found.any? && found.first.at <= below.map { |one| ages.hard(one) || ages.opens(one) || one.done }.min
      end

      # The soonest ways it fits into the hours from there: by as many people as it takes, and by fewer where that is looked into.
      # @return [Array<Way>]
      def fitted(minute)
        frame.breathe
        found = slots.crews(task, frame.thorough?).filter_map { |people| in_the_hours(minute, people) }
        frame.thorough? ? found : [found.min_by { |way| way.at + way.takes }].compact
      end

      # How long it takes goes by the room at its hour: found for one length, it is looked for again with that of its own hour.
      def in_the_hours(minute, people)
        need = task.need(people)
        at = minute
        length = ages.quick(unit, minute, people).done
        HOURS_TRIES.times do
          at, who = slots.in_one_go(at, length, @busy, need, looks)
          return if at.nil?

          own = ages.quick(unit, at, people).done
          return Way.new(at: at, who: who, people: people, takes: own) if (own - length).abs < 1e-6

          length = own
        end
        nil
      end

      def looks
        @looks ||= task.after.map { |name, minutes| task.step(name).offset_min.then { |offset| [offset, offset + minutes] } }
      end

      def bare
        soonest = fitted(@from)
        slots.never(ages.quick(unit, @from).done) if soonest.empty?
        told = soonest.map { |way| way.tap { way.why = held_up(way.at, @from, nil) } }
        return told unless frame.thorough?

        told + frame.later(soonest.map(&:at).min, frame.put_off_until(@from)).flat_map { |minute| fitted(minute) }
          .uniq { |way| [way.at, way.people] }.each { |way| way.why = [:window, @from] }
      end

      def on_tack
        open, shut = ages.window(:tack, below)
        earliest = [@from, open].max
        found = within(earliest, shut)
        soonest = found.first&.at
        opening = [below.any? { |one| (ages.cools(one) || 0) >= open - 1 } ? :cools : :opens, open] if open >= @from
        found.each do |way|
          tell(way, :tack, [open, shut], way.at == soonest ? held_up(way.at, earliest, opening) : [:window, soonest])
        end
      end

      # Onto what is still liquid: as soon as that is laid, and its first cup poured before it thickens.
      def wet_on_wet
        open, shut = ages.window(:wet, below)
        earliest = [@from, open].max
        found = fitted(earliest).select do |way|
          shut.nil? || way.at + ages.quick(unit, way.at, way.people).plan.batches.first.pour_from <= shut
        end
        found.each { |way| tell(way, :wet, [open, shut], held_up(way.at, earliest, nil)) }
      end

      # What lies below may be of several ages: each part is either still open or hard and abraded, whichever is soonest.
      def abraded
        return [] if below.size > MOST_BELOW && below.any? { |one| ages.hard(one).nil? && ages.opens(one).nil? }

        mixed = below.size > MOST_BELOW ? [below] : (1..below.size).flat_map { |count| below.combination(count).to_a }
        ways = mixed.flat_map { |hard| after_abrading(hard, below - hard) }
        frame.thorough? ? ways : [ways.min_by(&:at)].compact
      end

      # Some cured, washed and abraded, the others coated while they are open.
      def after_abrading(cured, open)
        hard = cured.map { |one| one.task.cured_warm? ? one.done : ages.hard(one) || ages.opens(one) || one.done }.max
        earliest = [@from, hard].max
        sanding = abrade_min(cured, open)
        pieces = slots.worked(earliest, sanding, @busy, task.need_of_area(slots.hands))
        shut = open.filter_map { |one| ages.closes(one) }.min
        opens = open.map { |one| ages.opens(one) || one.done }.max
        found = within([pieces.last[1], opens].compact.max, shut)
        found.each do |way|
          way.abrade = sanding
          way.pieces = pieces
          tell(way, :abrade, [hard, shut], sanded_why(way, earliest, hard, opens))
        end
      end

      # What a coat after sanding waited for: the part that is still to open, the hours, or that it is hard.
      def sanded_why(way, earliest, hard, opens)
        sanded = way.pieces.last[1]
        return [:opens, opens] if opens && opens > sanded && way.at <= opens + 1

        way.pieces.first[0] > earliest + 1 || way.at > [sanded, opens].compact.max + 1 ? [:hours, earliest] : [:hard, hard]
      end

      # Ways from a minute on that are over before a window shuts: the soonest, and where that is looked into, later ones.
      def within(from, shut)
        found = fitted(from)
        if frame.thorough? && found.any?
          found += frame.later(found.map(&:at).min, shut || frame.put_off_until(from)).flat_map { |minute| fitted(minute) }
        end
        found.select { |way| shut.nil? || way.at + way.takes <= shut }.uniq { |way| [way.at, way.people] }
      end

      def abrade_min(cured, open)
        WorkSteps.abrade_min(task.area_m2 / task.sections * cured.size / (cured.size + open.size),
          people: task.need_of_area(slots.hands).count)
      end

      # What the coat waited for: time, a step before it, or what is told.
      def held_up(at, earliest, told)
        return @held if @held && @held[1] >= earliest - 1e-6 && told.nil? && at <= earliest + 1

        if at > earliest + 1
          @held && @held[1] >= earliest - 1e-6 && told.nil? ? @held : [:hours, earliest]
        else
          told
        end
      end

      def tell(way, school, window, why)
        way.school = school
        way.window = window
        way.why = why
      end

      # No way keeps the window: as soon as it goes, and said.
      def missed_start
        school = task.school == :wet ? :wet : :tack
        open, shut = ages.window(school, below)
        earliest = [@from, open].max
        way = fitted(earliest).first || slots.never(ages.quick(unit, earliest).done)
        tell(way, school, [open, shut], nil)
        way.missed = :window
        way
      end

      def as_it_was(real)
        Way.new(at: real[:began], who: (1 << slots.hands.size) - 1, people: nil, school: :real,
          takes: real[:finished] ? real[:finished] - real[:began] : ages.quick(unit, real[:began]).done)
      end

      # The plan with this coat on it.
      # @return [State]
      def put(way)
        laid = laid_by(way)
        looks = looked(way)
        choice = { unit: unit, laid: laid, way: way, school: way.school || (@sanded.any? ? :abrade : nil), before: @entries, seam: @seam,
                   looks: looks }
        State.new(with_one_more, state.below.merge(lying(laid)), state.chosen + [choice], state.sanding + (way.abrade || 0),
          state.missed + missed(way), [*@busy, *@seam, *way.pieces, [way.at, laid.done, way.who], *looks], @ended, @up,
          [state.last, way.at].max, first? ? way.at : state.begun)
      end

      def laid_by(way)
        Laid.new(from: way.at, done: way.at + way.takes, unit: unit, quick: ages.quick(unit, way.at, way.people),
          seen: Seen.of(task.real[[unit[1], unit[2]]]))
      end

      def with_one_more
        state.next.merge(task.id => state.next.fetch(task.id) + 1)
      end

      def lying(laid)
        task.places.to_h { |place| [[place, task.sections > 1 ? unit[2] : nil], laid] }
      end

      def missed(way)
        (way.missed ? 1 : 0) + @entries.count(&:missed)
      end

      # Looks after it, and who takes them.
      def looked(way)
        looks.map do |from, to|
          at = way.at + way.takes
          [at + from, at + to, slots.hands.at(at + from, at + to, @busy, Hands::ANYONE) || 1]
        end
      end
    end
  end
end
