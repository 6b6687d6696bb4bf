# frozen_string_literal: true

module Dakren
  module Plan
    # What ends a pass: trimmed while green, washed, sanded, turned over, taken out of the mould, handed over. Part of the scheduler.
    #
    # Rule: it is done before another pass goes on top, and else once the uppermost coat on its places is so far: nothing is done through
    # wet resin. What comes last of all (post-cure, hand-over) never holds up the next coat.
    module Endings
      # done: minute from which the next pass may go on; entries: the steps; passes: whose they are; sanded: what lies below and
      # needs no more abrading.
      class Ending
        attr_reader :written, :passes, :sanded
        attr_accessor :done

        def initialize
          @done = 0.0
          @written = []
          @passes = []
          @sanded = []
        end
        alias entries written

        # How the next coat goes onto what was sanded.
        def school
          sanded.any? ? :abrade : nil
        end
      end

      private

      # What is done to lower passes before the next goes on top of them.
      # @param below [Array<Hash>] coats below
      # @return [Ending]
      def ended(below, pass)
        lower = below.group_by { |one| one[:unit][0] }.reject { |one, _| one.id == pass.id }
        lower.each_with_object(Ending.new) do |(one, parts), ending|
          names = one.ends.keys - WorkSteps::LAST
          next if names.empty? || names.any? { |name| parts.any? { |part| far_enough(part, name).nil? } }

          names.each { |name| end_step(one, name, parts, ending) }
          ending.passes << one.id
          ending.sanded.concat(parts) if names.include?(:sand)
        end
      end

      def far_enough(part, name)
        stage_reached(part, WorkSteps.stages_for(part[:unit][0].step(name)))
      end

      def end_step(lower, name, parts, ending)
        ready = [ending.done, *parts.map { |part| [part[:done], far_enough(part, name)].max }].max
        stage = lower.step(name).by
        by = stage && parts.filter_map { |part| reached(part, stage, 0) }.min
        ending.done = placed(lower, name, ready, by, @busy) { |entries| ending.written.concat(entries) }
      end

      # Puts a step where somebody has time for it.
      # @yieldparam entries [Array<Entry>]
      # @return [Float] minute from which what follows may begin
      def placed(pass, name, ready, by, busy)
        pieces = worked(ready, pass.ends.fetch(name), busy)
        waits = pass.waits.fetch(name, pass.step(name).waits)
        late = by && pieces.last[1] > by ? :window : nil
        why = pieces.first[0] > ready + 1 ? [:hours, ready] : nil
        busy.concat(pieces)
        yield step_entries(pass, name, pieces, waits, window: [ready, by], missed: late, number: pass.count, of: pass.count, why: why)
        pieces.last[1] + waits
      end

      # When a coat is surely as far as a step wants it, or at the next best the sheet tells of.
      # @return [Float, nil] nil where the sheet tells of nothing that would do
      def so_far(coat, step)
        band = WorkSteps.stages_for(step).filter_map { |name| coat.stage(name) }.first
        band && (band.late || Cure::HORIZON_MIN)
      end

      # The steps of one pass that are left for the end.
      # @param ended [Boolean] were those done that come before the next pass?
      # @param untold [Array] added to: steps no sheet tells the time of
      # @return [Array<Entry>]
      def endings(pass, entries, ended, untold)
        coats = entries.select(&:coat?)
        own = coats.select { |entry| entry.pass.equal?(pass.who) }.max_by(&:from_min)
        last = coats.select { |entry| entry.places.intersect?(pass.places) }.max_by(&:from_min)
        busy = entries.map { |entry| [entry.from_min, entry.to_min] }
        at = 0.0
        names = ended ? pass.ends.keys & WorkSteps::LAST : pass.ends.keys
        names.flat_map do |name|
          step = pass.step(name)
          far = [own, last].uniq.map { |coat| so_far(coat, step) }
          next untimed(untold, own, step) if far.include?(nil)

          written = nil
          at = placed(pass, name, [*far, at].max, step.by && last.stage(step.by)&.early, busy) { |made| written = made }
          written
        end
      end

      def untimed(untold, coat, step)
        untold << [coat, step]
        []
      end

      # One entry for each time somebody goes on with a step; what it waits for by itself follows the last.
      def step_entries(pass, name, pieces, waits, **more)
        pieces.map do |from, to|
          Entry.new(kind: :step, pass: pass.who, name: name, label: pass.step(name).label, from_min: from, to_min: to,
            waits_min: to == pieces.last[1] ? waits : 0, **more)
        end
      end
    end
  end
end
