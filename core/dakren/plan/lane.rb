# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # States of a coat as it ages, lightest to darkest; the one ramp every drawing uses.
    STATES = %i[runny thickening tacky firm hard].freeze

    # One coat on the cure line: which state it is in from when to when, likely minutes from the start.
    class Lane
      # to is nil where the state lasts as far as anybody looks; assumed: what it begins with is usual for such mixes, not told.
      Stretch = Value.define(:state, :from, :to, assumed: false)
      # What ends each state.
      ENDS = { runny: nil, thickening: :recoat_opens, tacky: :recoat_closes, firm: :sandable }.freeze

      # A coat in its place: as it was really laid, and in the light of what was seen of it.
      # @param entry [Entry]
      # @return [Lane]
      def self.of(entry)
        new(entry.plan, warm_until: entry.warm_until && (entry.warm_until - entry.from_min),
          done_at: (entry.to_min - entry.from_min if entry.real),
          stages: (->(name) { entry.stage(name)&.plus(-entry.from_min) } if entry.seen))
      end

      # @param plan [CoatPlan]
      # @param warm_until [Numeric, nil] minutes from its start at which its warm cure is over, and it is hard
      # @param done_at [Numeric, nil] minute at which it was on, where that is not as planned
      # @param stages [#call, nil] from a name of Cure::STAGES to a Cure::Band of minutes from its start, where that is not as planned
      def initialize(plan, warm_until: nil, done_at: nil, stages: nil)
        @plan = plan
        @warm_until = warm_until
        @done_at = done_at || plan.done_at
        @stages = stages || plan.method(:stage)
      end

      # @return [Array<Stretch>] mixing first, then the states the sheet lets us tell
      def stretches
        @stretches ||= found
      end

      # Does any of its states begin with what no data sheet told?
      def assumed?
        stretches.any?(&:assumed)
      end

      # @return [Float] minute up to which the line is worth drawing
      def until_min
        known = marks.filter_map(&:last)
        last = known.max || @done_at
        [last * 1.35, @done_at * 2, 60].max
      end

      private

      def found
        found = [Stretch.new(state: :mixing, from: 0.0, to: @done_at)]
        return found if @plan.sheet.silent?

        from = @done_at
        assumed = false
        marks.each do |state, minute|
          to = minute && [minute, from].max
          found << Stretch.new(state: state, from: from, to: to, assumed: assumed)
          return found if to.nil?

          from = to
          assumed = assumed_end?(state)
        end
        found << Stretch.new(state: last_state, from: from, to: nil, assumed: assumed)
      end

      # Is what ends a state usual for such mixes, and not told? A warm cure ends when it ends.
      def assumed_end?(state)
        return false if state == :firm && @warm_until

        stage = state == :firm ? @plan.sheet.hard_stage : ENDS[state]
        !stage.nil? && @plan.sheet.assumed_stage?(stage)
      end

      # What it stays in the end: the state after the last one whose end the sheet tells. Hard only where it tells of that.
      def last_state
        STATES[STATES.index(marks.last[0]) + 1]
      end

      # State and the minute that ends it; nil where it stalls. States whose end the sheet does not give are left out.
      # A state ends no later than a following one: a floor that is hard before its window closes is hard.
      def marks
        @marks ||= begin
          found = [[:runny, @plan.laid.thickens.middle]] + ENDS.compact.filter_map do |state, stage|
            band = @stages.call(stage == :sandable ? @plan.sheet.hard_stage : stage)
            band && [state, band.middle]
          end
          found = warmed(found) if @warm_until
          found.each_index.map { |i| [found[i][0], found[i][1] && found[i..].filter_map(&:last).min] }
        end
      end

      # Hard at the end of its warm cure, and nothing later than that.
      def warmed(found)
        sooner = found.to_h.except(:firm).transform_values { |minute| [minute, @warm_until].compact.min }
        [*sooner, [:firm, @warm_until]]
      end
    end
  end
end
