# frozen_string_literal: true

module Dakren
  module Plan
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
        plan = pass.coat_plan(number, section, choice[:at], quick(choice[:unit], choice[:at])[:plan].batches.size).complete
        done = choice[:school] == :real ? choice[:done] : choice[:at] + plan.done_at
        shared = { pass: pass.who, number: number, of: pass.count, section: section, sections: pass.sections, places: pass.places }
        coat = Entry.new(kind: :coat, name: :coat, label: pass.label, from_min: choice[:at], to_min: done, plan: plan,
          school: choice[:school], why: choice[:why], window: choice[:window],
          missed: choice[:missed], real: choice[:school] == :real,
          soft_min: pass.real.dig([number, section], :soft), **shared)
        abrading = (choice[:pieces] || []).map do |from, to|
          Entry.new(kind: :abrade, name: :abrade, label: "wash and abrade", from_min: from, to_min: to, **shared)
        end
        [*abrading, coat,
          *looked_after(pass, done, shared)].compact
      end

      def looked_after(pass, done, shared)
        pass.after.map do |name, minutes|
          step = pass.step(name)
          Entry.new(kind: :step, name: name, label: step.label, from_min: done + step.offset_min, to_min: done + step.offset_min + minutes,
            **shared)
        end
      end
    end
  end
end
