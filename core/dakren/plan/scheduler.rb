# frozen_string_literal: true

require_relative "slots"
require_relative "writing"
require_relative "endings"
require_relative "windows"

module Dakren
  module Plan
    # Finds the plan that keeps every window inside the working hours.
    #
    # Rule: coats go on in their order, each when what lies below has surely opened and before it may have closed, or once it is hard and
    # abraded. Taking each as early as it goes is best for the hand-over while every window can be kept that way; where one cannot,
    # later starts are tried, coat by coat, the best few of each kept.
    class Scheduler
      include Windows
      include Endings
      include Writing
      include Slots

      STEP_MIN = 30.0
      LATER_STARTS = 8
      BEAM = 48
      # How far the first coat may be put off to keep the windows behind it.
      PUT_OFF_MIN = 72 * 60.0
      # Parts of different age below one coat, tried in every mixture up to this many.
      MOST_BELOW = 4
      # Coats from which on a job is one of many.
      MANY = 6
      # Jobs of more coats than this are not begun later for the sake of a step.
      MOST_SHIFTED = 6

      # A plan half made: what was put where, who is free from when, what lies on each place, and what it cost.
      # ended: passes whose steps (trimmed, sanded, out of the mould) were done before the next pass went on top.
      State = Struct.new(:free, :below, :chosen, :sanding, :missed, :busy, :ended)

      # @param passes [Array<PassJob>] in order @param hours [Hours] @param goal [Symbol] of GOALS
      # @param put_off [Boolean] may the first coat begin later to keep the windows?
      def initialize(passes, hours:, goal: :hand_over, put_off: true, from_min: 0.0)
        @passes = passes
        @hours = hours
        @goal = goal
        @put_off = put_off
        @from_min = from_min
        @quick = {}
        @tried = 0
        @units = passes.flat_map do |pass|
          (1..pass.count).flat_map { |number| (1..pass.sections).map { |section| [pass, number, section] } }
        end
      end

      attr_reader :tried

      # @return [Schedule]
      # @raise [InputError, TooFast, NotSolved]
      def schedule
        return Schedule.new([]) if @units.empty?

        first = run(1)
        made = if straight?(first) then written(first)
               else written([first, run(beam_for_size)].compact.min_by { |state| [state.missed, *estimate(state)] })
               end
        made.kept? || !@put_off || first&.missed&.positive? ? made : later_for_steps(made)
      end

      private

      # Is nothing to be gained by looking further? Every coat as early as it goes, and none that had to cure and be abraded
      # because its window fell into the night: such a one may be sooner done when the whole is begun later.
      def straight?(state)
        return false if state.nil? || state.missed.positive?

        return true if @units.size == 1
        return false unless @goal == :hand_over
        return true if state.chosen.none? { |choice| choice[:school] == :abrade && choice[:unit][0].school == :either }

        # With very many coats there is no time to look at that while somebody types: it is said.
        many? && (@stopped_early = true)
      end

      # Jobs of many coats are searched in wider steps.
      def many?
        @units.size > MANY
      end

      def step_min
        many? ? STEP_MIN * 4 : STEP_MIN
      end

      def later_starts
        many? ? 1 : LATER_STARTS
      end

      # The more coats, the fewer half-made plans of each are kept.
      def beam_for_size
        [BEAM * 4 / [@units.size, 4].max, many? ? 3 : 12].max
      end

      # All coats can be kept and a step after them cannot, e.g. the trimming falls into the night: the whole is begun later.
      def later_for_steps(made)
        return made if @units.size > MOST_SHIFTED

        begun = @from_min
        (1..(PUT_OFF_MIN / 60)).each do |hour|
          @from_min = begun + (hour * 60)
          state = run(1)
          next unless state&.missed&.zero?

          later = written(state)
          return later if later.kept?
        end
        made
      end

      def run(beam)
        @beam = beam
        states = [State.new(@from_min, {}, [], 0.0, 0, [], [])]
        @units.each_with_index do |unit, i|
          found = states.flat_map { |state| followers(state, unit, i, beam) }
          states = best(found, beam)
        end
        states.min_by { |state| [state.missed, *estimate(state)] }
      end

      # The most promising, none twice.
      def best(states, beam)
        ranked = states.uniq { |state| [state.free.round, state.below.transform_values { |below| below[:from].round }, state.missed] }
          .sort_by { |state| [state.missed, *estimate(state)] }
        return ranked.first(beam) if ranked.size <= beam || beam == 1

        @stopped_early = true
        # Some of the latest too: a later start may keep a window that an early one misses.
        ranked.first(beam / 2) + ranked.drop(beam / 2).each_slice([(ranked.size - (beam / 2)) / (beam / 2), 1].max).map(&:first)
          .first(beam / 2)
      end

      def estimate(state)
        case @goal
        when :sanding then [state.sanding, state.free]
        when :bench then [state.chosen.sum { |choice| choice[:bench] } + state.sanding, state.free]
        else [state.free, state.sanding]
        end
      end

      # Every way the next coat can go on.
      def followers(state, unit, index, beam)
        pass, number, section = unit
        real = pass.real[[number, section]]
        return [put(state, unit, real[:began], :real, why: nil, done: real[:finished])] if real&.key?(:began)

        @busy = state.busy
        below = below(state, pass, section)
        first = number == 1 && section == 1
        ending = first ? ended(below, pass) : Ending.new
        ready, before = first ? prepared(state, pass) : [state.free, []]
        below -= ending.sanded
        from = [ready, ending.done].max
        ways = starts(from, unit, below, index.zero? && beam > 1)
        ways = ways.first(1) if beam == 1
        ways = [missed_start(from, unit, below)] if ways.empty?
        ways.map do |at, school, told|
          put(state, unit, at, school || ending.school, told, before: ending.entries + before, ended: ending.passes)
        end
      end

      # What lies below a coat: the last coats on its places, of its own section where the work goes by sections.
      def below(state, pass, section)
        state.below.select { |(place, part), _| pass.places.include?(place) && (part.nil? || pass.sections == 1 || part == section) }
          .values.uniq
      end

      # Steps before the first coat of a pass, one after another.
      # @return [Array(Float, Array<Entry>)] when the coat may begin, and the steps
      def prepared(state, pass)
        at = state.free
        entries = pass.before.flat_map do |name, minutes|
          pieces = worked(at, minutes, @busy)
          waits = pass.waits.fetch(name, pass.step(name).waits)
          at = pieces.last[1] + waits
          @busy += pieces
          step_entries(pass, name, pieces, waits)
        end
        [at, entries]
      end

      # @return [Array<Array(Float, Symbol, Hash)>] begin, school and what is told with it
      def starts(ready, unit, below, first)
        pass = unit[0]
        return bare(ready, unit, first) if below.empty?
        return wet_on_wet(ready, unit, below) if pass.school == :wet

        found = []
        found += on_tack(ready, unit, below) unless pass.school == :abrade
        return found if settled?(found, below)

        found += abraded(ready, unit, below) unless pass.school == :tack && below.all? { |one| closes(one) || opens(one) }
        found.sort_by(&:first)
      end

      # Where only the soonest is wanted: nothing that has to cure first can be sooner than this.
      def settled?(found, below)
        @beam == 1 && found.any? && found.first[0] <= below.map { |one| hard(one) || opens(one) || one[:done] }.min
      end

      def bare(ready, unit, first)
        at = fitted(ready, unit) or never(length(unit, ready))
        ways = [[at, nil, { why: at > ready + 1 ? [:hours, ready] : nil }]]
        return ways unless first && @put_off

        later = (1..(PUT_OFF_MIN / step_min)).filter_map { |i| fitted(ready + (i * step_min), unit) }.uniq.reject do |minute|
          minute <= at || minute > ready + PUT_OFF_MIN
        end
        ways + later.map { |minute| [minute, nil, { why: [:window, ready] }] }
      end

      def on_tack(ready, unit, below)
        open, shut = window_of(unit, below)
        earliest = [ready, open].max
        at = fitted(earliest, unit)
        return [] if at.nil? || (shut && at + length(unit, at) > shut)

        why = if at > earliest + 1
                [:hours, earliest]
              else
                (open >= ready ? [:opens, open] : nil)
              end
        window = [open, shut]
        ways = [[at, :tack, { why: why, window: window }]]
        ways + later_in_window(at, unit, shut || (at + (LATER_STARTS * STEP_MIN))).map do |later|
          [later, :tack, { why: [:window, at], window: window }]
        end
      end

      # Onto what is still liquid: as soon as that is laid, and its first cup poured before it thickens.
      def wet_on_wet(ready, unit, below)
        open, shut = window_of(unit, below)
        earliest = [ready, open].max
        at = fitted(earliest, unit)
        return [] if at.nil? || (shut && at + quick(unit, at)[:plan].batches.first.pour_from > shut)

        [[at, :wet, { why: at > earliest + 1 ? [:hours, earliest] : nil, window: [open, shut] }]]
      end

      # Later starts that still keep the window.
      def later_in_window(at, unit, last)
        found = [at]
        (1..later_starts).each do |i|
          later = fitted(at + (i * step_min), unit)
          break if later.nil? || later + length(unit, later) > last

          found << later if later > found.last + 1
        end
        found.drop(1)
      end

      # What lies below may be of several ages: each part is either still open or hard and abraded, whichever is soonest.
      def abraded(ready, unit, below)
        return [] if below.size > MOST_BELOW && below.any? { |one| hard(one).nil? && opens(one).nil? }

        mixed = below.size > MOST_BELOW ? [below] : (1..below.size).flat_map { |count| below.combination(count).to_a }
        mixed.filter_map { |hard| after_abrading(ready, unit, hard, below - hard) }.min_by(&:first).then { |way| [way].compact }
      end

      # Some cured, washed and abraded, the others coated while they are open.
      def after_abrading(ready, unit, cured, open)
        hard = cured.map { |one| hard(one) || opens(one) || one[:done] }.max
        earliest = [ready, hard].max
        sanding = WorkSteps.abrade_min(unit[0].area_m2 / unit[0].sections * cured.size / (cured.size + open.size))
        pieces = worked(earliest, sanding, @busy)
        at = fitted([pieces.last[1], *open.map { |one| opens(one) || one[:done] }].max, unit) or return
        shut = open.filter_map { |one| closes(one) }.min
        return if shut && at + length(unit, at) > shut

        why = pieces.first[0] > earliest + 1 || at > pieces.last[1] + 1 ? [:hours, earliest] : [:hard, hard]
        [at, :abrade, { why: why, abrade: sanding, pieces: pieces, window: [hard, shut] }]
      end

      # No way keeps the window: as soon as it goes, and said.
      def missed_start(ready, unit, below)
        open, shut = window_of(unit, below)
        at = fitted([ready, open].max, unit) or never(length(unit, ready))
        [at, unit[0].school == :wet ? :wet : :tack, { why: nil, window: [open, shut], missed: :window }]
      end

      # First minute from there at which the coat fits into the hours, with what must be done so long after it.
      def fitted(minute, unit)
        at = minute
        LOOK_TRIES.times do
          at = clear(at, length(unit, at), @busy)
          return if at.nil?
          return at if looks(unit, at).all? { |from, to| @hours.open?(from, to) && overlapping(from, to, @busy).nil? }

          at += STEP_MIN / 2
        end
        nil
      end

      def looks(unit, at)
        pass = unit[0]
        done = at + length(unit, at)
        pass.after.map { |name, minutes| pass.step(name).offset_min.then { |offset| [done + offset, done + offset + minutes] } }
      end

      def put(state, unit, at, school, told = {}, before: [], done: nil, why: nil, ended: [])
        pass, number, section = unit
        told = { why: why }.merge(told)
        quick = quick(unit, at)
        done ||= at + quick[:done]
        below = { from: at, done: done, unit: unit, quick: quick, soft: pass.real.dig([number, section], :soft) }
        lies = pass.places.to_h { |place| [[place, pass.sections > 1 ? section : nil], below] }
        choice = { unit: unit, at: at, school: school, done: done, before: before, bench: done - at, **told }
        busy = state.busy + before.map { |step| [step.from_min, step.to_min] } + (told[:pieces] || []) + [[at, done]] + looks(unit, at)
        State.new([state.free, done].max, state.below.merge(lies), state.chosen + [choice], state.sanding + (told[:abrade] || 0),
          state.missed + (told[:missed] ? 1 : 0), busy, state.ended + ended)
      end

      # Minutes and ages of one coat begun at a minute: worked out once for every degree of the room.
      def quick(unit, at)
        pass, number, section = unit
        room = (@rooms ||= {})[pass.id] ||= pass.order.call(number, section, at).room
        @quick[[pass.id, number, section, room.at(at).round]] ||= begin
          @tried += 1
          plan = pass.likely_plan(number, section, at, @last_count)
          @last_count = plan.batches.size
          { done: plan.done_at, ages: plan.laid_ages, plan: plan, pour: plan.pour? }
        end
      end

      def length(unit, at)
        quick(unit, at)[:done]
      end
    end
  end
end
