# frozen_string_literal: true

module Dakren
  module Line
    # A chosen plan written out as entries. Part of the scheduler.
    module Writing
      private

      # The chosen plan written out: coats with their exact plans, abrading, looks, and what comes when it is hard.
      def written(state)
        entries = state.chosen.flat_map { |choice| choice[:before] + coat_entries(choice) }
        @passes.each { |pass| entries += endings(pass, entries) }
        Schedule.new(entries, stopped_early: @stopped_early || false)
      end

      def coat_entries(choice)
        pass, number, section = choice[:unit]
        plan = CoatPlan.new(pass.order.call(number, section, choice[:at]).with(hint: quick(choice[:unit], choice[:at])[:plan].batches.size)).complete
        done = choice[:school] == :real ? choice[:done] : choice[:at] + plan.done_at
        shared = { pass: pass.who, number: number, of: pass.count, section: section, sections: pass.sections }
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

      # When a coat is surely at a stage, or at the next best the sheet tells of.
      def so_far(coat, stage)
        band = [stage, :handle, :sandable, :recoat_opens].filter_map { |name| coat.stage(name) }.first
        band ? band.late || Cure::HORIZON_MIN : coat.to_min
      end

      # Steps once the last coat of a pass is so far, one after another.
      def endings(pass, entries)
        last = entries.select { |entry| entry.coat? && entry.pass.equal?(pass.who) }.max_by(&:from_min)
        busy = entries.map { |entry| [entry.from_min, entry.to_min] }
        at = 0.0
        pass.ends.flat_map do |name, minutes|
          step = WorkSteps::ALL.fetch(name)
          ready = [so_far(last, step.stage), at].max
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
