# frozen_string_literal: true

require_relative "ages"
require_relative "attempt"
require_relative "bound"
require_relative "chain_bound"
require_relative "hands"
require_relative "sequence"
require_relative "slots"
require_relative "writing"

module Dakren
  module Plan
    # Finds the plan that keeps every window inside the working hours.
    #
    # Rule: tasks are begun in the order told, unless a gate says otherwise; further coats of an earlier one go on in between. A coat goes
    # on when what lies below has surely opened and before it may have closed, or once it is hard and abraded, or wet on
    # wet. Taking always the coat that can begin first, and as early as it goes, is best for the hand-over while every window can be kept
    # that way; where one cannot, other orders, later starts and fewer hands are tried, the best of each kept, in ever wider rounds: what
    # has been found never gets worse, and where nothing was left out and nothing better found, nothing better there is.
    class Scheduler
      include Endings
      include Writing

      # Ours, of the search: how finely beginnings are tried.
      STEP_MIN = 30.0
      # Later starts tried of one coat in the first round.
      LATER_STARTS = 8
      BEAM = 48
      # How far the first coat may be put off to keep the windows behind it.
      PUT_OFF_MIN = 72 * 60.0
      # Coats from which on a job is one of many: the first answer tries less.
      MANY = 6
      # Jobs of more coats than this are not begun later for the sake of a step.
      MOST_SHIFTED = 6
      # Half-made plans kept in the rounds after the first answer, and how finely they are tried.
      ROUNDS = [[48, 30.0], [192, 30.0], [192, 15.0], [768, 15.0], [3072, 15.0]].freeze
      # Two plans no further apart than this are the same to whoever waits for them.
      SAME_MIN = 2.0
      # Ours until weighed: to tape a seam, and to turn a piece over.
      SEAM_MIN = 10.0
      TURN_MIN = 10.0

      attr_reader :ages, :slots, :sequence, :sides, :units, :from_min, :turned, :turn_min, :seam_min

      # @param tasks [Array<TaskToPlace>] in order @param hours [Hours] @param goal [Symbol] of GOALS
      # @param put_off [Boolean] may the first coat begin later to keep the windows?
      # @param hands [Hands, nil] nil for one person who is always there
      # @param turned [Symbol] of Turning::TURNED
      # @param heats [Array<Array(Numeric, Numeric)>] spells the room is heated
      # @param go_on [#call, nil] asked between rounds whether there is time to look further; nil for the first answer alone; where it has
      #   breathe, that is sent very often
      # @raise [InputError] where nobody can do it
      # @raise [Sequence::Circle]
      def initialize(tasks, hours:, goal: :hand_over, put_off: true, from_min: 0.0, hands: nil, turned: :handle, go_on: nil,
        heats: [])
        @tasks = tasks
        @slots = Slots.new(hands || Hands.alike(1, hours), heats: heats.map { |from, to| [from.to_f, to.to_f] }.sort)
        @goal = goal
        @put_off = put_off
        @from_min = from_min
        @turned = turned
        @turn_min = TURN_MIN
        @seam_min = SEAM_MIN
        @go_on = go_on
        @stopped_early = @proved = false
        @ages = Ages.new
        @sequence = Sequence.new(tasks)
        @sides = tasks.map(&:sides).reduce({}, :merge)
        @units = tasks.to_h { |task| [task.id, units_of(task)] }
        @count = @units.each_value.sum(&:size)
        @bound = Bound.new(self)
        tasks.each { |task| doable(task) }
      end

      def tried
        ages.tried
      end

      # Whoever looks on beside all else may let others come first.
      def breathe
        @go_on.breathe if @go_on.respond_to?(:breathe)
      end

      # Are later starts and fewer hands looked into?
      def thorough?
        @beam > 1
      end

      # Later minutes to try.
      # @return [Array<Float>]
      def later(from, until_min)
        ((from / @step).floor + 1).upto((until_min / @step).floor).first(@later).map { |i| i * @step }
      end

      # Until when a coat is put off that need not wait.
      def put_off_until(minute)
        @put_off ? minute + PUT_OFF_MIN : minute
      end

      # @return [Schedule]
      # @raise [InputError, TooFast, NotSolved]
      def schedule
        return Schedule.new([]) if @count.zero?

        found = [greedy]
        found << beamed(found.first) unless straight?(found.first)
        found.concat(improved(found.last)) if @go_on
        made = found.uniq(&:object_id).map { |state| written(state) }.min_by { |one| [one.missed.size, *one.cost(@goal)] }
        made = later_for_steps(made) unless made.kept? || !@put_off || found.first.missed.positive?
        made.judged(Search.new(stopped_early: @stopped_early && !@proved, least_min: @least, proved: @proved))
      end

      private

      def units_of(task)
        (1..task.count).flat_map { |number| (1..task.sections).map { |section| [task, number, section] } }
      end

      def doable(task)
        return if slots.crews(task, true).any? { |count| slots.hands.able?(task.need(count)) }

        lacking = task.skills.find { |skill| slots.hands.list.none? { |hand| hand.does.include?(skill) } }
        raise InputError.new("crew", lacking ? "has nobody who #{Hands::SKILLS.fetch(lacking)}" : "is too few for this task")
      end

      def blank
        State.new(@units.transform_values { 0 }, {}, [], 0.0, 0, [], [], {}, @from_min, @from_min)
      end

      # Is nothing to be gained by looking further? As soon as any plan could be; or every coat as early as it goes, and none that had to
      # cure and be abraded because its window fell into the night: such a one may be sooner done when the whole is begun later.
      def straight?(state)
        return false if state.missed.positive?
        return @proved = true if @count == 1 || (@goal == :hand_over && sequence.chain? && as_early_as_it_goes?(state))
        # With very many coats there is no time to look at that while somebody types: it is said.
        return @stopped_early = true if many? && @go_on.nil? && @goal == :hand_over

        proved?(state)
      end

      def as_early_as_it_goes?(state)
        state.chosen.none? { |choice| choice[:school] == :abrade && choice[:unit][0].school == :either }
      end

      def proved?(state)
        @proved ||= @goal == :hand_over && state.missed.zero? && @bound.of(state) <= least + SAME_MIN
      end

      # No plan is ready before that.
      def least
        @least ||= @bound.of(blank)
      end

      def many?
        @count > MANY
      end

      # Each coat as early as it goes, the one that can begin first before the others; or in the order told, where that is ready sooner.
      def greedy
        look(1, STEP_MIN, 0)
        soonest = taken { |states| states.size == 1 ? states.first : states.min_by { |state| [state.missed, state.last] } }
        sequence.chain? ? soonest : [soonest, taken(&:first)].min_by { |state| rank(state) }
      end

      def taken
        state = blank
        state = yield nexts(state).map { |unit| Attempt.new(self, state, unit).followers.first } until done?(state)
        state
      end

      def done?(state)
        state.chosen.size == @count
      end

      # The coats that could go on next: the next one of each task that is begun, and the first of the one told after those.
      def nexts(state)
        begun, waiting = sequence.tasks.partition { |task| state.next.fetch(task.id).positive? }
        [*begun, *waiting.first(1)].filter_map do |task|
          unit = units.fetch(task.id)[state.next.fetch(task.id)]
          unit if unit && sequence.before(task).all? { |other| state.next.fetch(other.id) == units.fetch(other.id).size }
        end
      end

      # The first look for something better, as much as there is time for while somebody waits.
      def beamed(best)
        return best if many? && !best.missed.positive? && @goal == :hand_over

        look([BEAM * 2 / [@count, 4].max, many? ? 3 : 8].max, many? ? STEP_MIN * 4 : STEP_MIN, many? ? 1 : LATER_STARTS)
        round(best)
      end

      # Where coats lie one on another, what can be had at best is known far better.
      def sharpened(best)
        return unless sequence.chain? && @tasks.all? { |task| task.sections == 1 && task.real.empty? }

        catch(:out_of_time) do
          @bound = ChainBound.new(self, @bound, best.last, @go_on)
          @least = nil
        end
      end

      # Ever wider rounds, for as long as there is time.
      # @return [Array<State>] the best of each
      def improved(best)
        sharpened(best)
        ROUNDS.each_with_object([]) do |(beam, step), found|
          break found if proved?(best) || !@go_on.call

          look(beam, step, (PUT_OFF_MIN / step).to_i)
          @stopped_early = false
          found << (best = round(best, @go_on))
          break found if @proved
        end
      end

      def look(beam, step, later)
        @beam = beam
        @step = step
        @later = later
      end

      # One search through all coats, the most promising plans of each length kept.
      # @return [State] the best, never worse than the one given
      def round(best, go_on = -> { true })
        @whole = true
        limit = rank(best)
        states = [blank]
        @count.times do
          found = []
          states.each do |state|
            return given_up(best) unless go_on.call

            found.concat(nexts(state).flat_map { |unit| Attempt.new(self, state, unit).followers })
          end
          states = kept(found, limit)
          break if states.empty?
        end
        [best, *states].min_by { |state| rank(state) }.tap { @proved = true if @whole && @step <= ROUNDS.last[1] }
      end

      def given_up(best)
        @whole = false
        @stopped_early = true
        best
      end

      # The most promising, none twice, and none that cannot become better than what is known.
      def kept(states, limit)
        ranked = states.uniq { |state| key(state) }.map { |state| [rank(state), state] }.select { |mark, _| (mark <=> limit).negative? }
          .sort_by { |mark, state| [mark, state.last] }.map(&:last)
        return ranked if ranked.size <= @beam

        @whole = false
        @stopped_early = true
        # Some of the latest too: a later start may keep a window that an early one misses.
        half = @beam / 2
        ranked.first(half) + ranked.drop(half).each_slice([(ranked.size - half) / half, 1].max).map(&:first).first(half)
      end

      def key(state)
        [state.next, state.below.transform_values { |laid| laid.from.round }, state.missed, state.up, state.ended.size,
          state.busy.map { |_, to, who| [to.round, who] }.max]
      end

      # Smaller is better, first things first: windows missed, and then what was asked for.
      def rank(state)
        over = @bound.of(state)
        case @goal
        when :sanding then [state.missed, state.sanding, over, 0.0]
        when :bench then [state.missed, at_the_bench(state), over, state.sanding]
        else [state.missed, over, state.sanding, state.last]
        end
      end

      def at_the_bench(state)
        state.chosen.sum { |choice| choice[:way].takes } + state.sanding
      end

      # All coats can be kept and a step after them cannot, e.g. the trimming falls into the night: the whole is begun later.
      def later_for_steps(made)
        return made if @count > MOST_SHIFTED

        begun = @from_min
        (1..(PUT_OFF_MIN / 60)).each do |hour|
          @from_min = begun + (hour * 60)
          state = greedy
          next unless state.missed.zero?

          later = written(state)
          return later if later.kept?
        end
        made
      end
    end
  end
end
