# frozen_string_literal: true

module Dakren
  module Line
    # A chosen plan written out as entries. Part of the scheduler.
    module Writing
      private

      # The chosen plan written out: coats with their exact plans, abrading, looks, and what comes when it is hard.
      def written(state)
        entries = state.chosen.flat_map { |choice| choice[:before] + coat_entries(choice) }
        untold = []
        @passes.each { |pass| entries += endings(pass, entries, state.ended.include?(pass.id), untold) }
        Schedule.new(entries, stopped_early: @stopped_early || false, untold: untold)
      end

      def coat_entries(choice)
        pass, number, section = choice[:unit]
        plan = CoatPlan.new(pass.order.call(number, section, choice[:at]).with(hint: quick(choice[:unit], choice[:at])[:plan].batches.size)).complete
        done = choice[:school] == :real ? choice[:done] : choice[:at] + plan.done_at
        shared = { pass: pass.who, number: number, of: pass.count, section: section, sections: pass.sections, places: pass.places }
        coat = Entry.new(kind: :coat, name: :coat, label: pass.label, from_min: choice[:at], to_min: done, plan: plan, school: choice[:school], why: choice[:why], window: choice[:window],
                         missed: choice[:missed], real: choice[:school] == :real,
                         soft_min: pass.real.dig([number, section], :soft), **shared)
        abrading = (choice[:pieces] || []).map { |from, to| Entry.new(kind: :abrade, name: :abrade, label: "wash and abrade", from_min: from, to_min: to, **shared) }
        [*abrading, coat,
         *looked_after(pass, done, shared)].compact
      end

      def looked_after(pass, done, shared)
        pass.after.map do |name, minutes|
          step = WorkSteps::ALL.fetch(name)
          Entry.new(kind: :step, name: name, label: step.label, from_min: done + step.offset_min, to_min: done + step.offset_min + minutes, **shared)
        end
      end

      # When a coat is surely as far as a step wants it, or at the next best the sheet tells of.
      # @return [Float, nil] nil where the sheet tells of nothing that would do
      def so_far(coat, step)
        band = WorkSteps.stages_for(step).filter_map { |name| coat.stage(name) }.first
        band && (band.late || Cure::HORIZON_MIN)
      end

      # Steps once the last coat of a pass is so far, one after another: the uppermost on its places, for nothing is done through wet
      # resin. Those that were done before another pass went on top are done.
      def endings(pass, entries, ended, untold)
        coats = entries.select(&:coat?)
        own = coats.select { |entry| entry.pass.equal?(pass.who) }.max_by(&:from_min)
        last = coats.select { |entry| entry.places.intersect?(pass.places) }.max_by(&:from_min)
        busy = entries.map { |entry| [entry.from_min, entry.to_min] }
        at = 0.0
        pass.ends.reject { |name, _| ended && !WorkSteps::LAST.include?(name) }.flat_map do |name, minutes|
          step = WorkSteps::ALL.fetch(name)
          far = [own, last].uniq.map { |coat| so_far(coat, step) }
          next (untold << [own, step]) && [] if far.any?(&:nil?)

          ready = [*far, at].max
          pieces = worked(ready, minutes, busy)
          waits = pass.waits.fetch(name, step.waits)
          at = pieces.last[1] + waits
          busy += pieces
          by = step.by && last.stage(step.by)&.early
          step_entries(pass, name, pieces, waits, window: [ready, by], missed: by && pieces.last[1] > by ? :window : nil, number: pass.count, of: pass.count,
                                                  why: pieces.first[0] > ready + 1 ? [:hours, ready] : nil)
        end
      end
    end
  end
end
