# frozen_string_literal: true

module Dakren
  module Plan
    # A chosen plan written out as entries. Part of the scheduler.
    module Writing
      private

      # The chosen plan written out: coats with their exact plans, abrading, looks, and what comes when it is hard.
      def written(state)
        entries = state.chosen.flat_map { |choice| choice[:before] + coat_entries(choice) }
        busy = state.busy.dup
        untold = []
        @tasks.each { |task| entries += endings(task, entries, state.ended, busy, untold) }
        Schedule.new(hardened(entries), untold: untold)
      end

      # Coats with the end of their warm cure.
      def hardened(entries)
        over = entries.select { |entry| entry.name == :warm_cure }.to_h { |entry| [entry.task, entry.to_min + entry.waits_min] }
        return entries if over.empty?

        entries.map { |entry| entry.coat? ? entry.with(warm_until: over[entry.task]) : entry }
      end

      def coat_entries(choice)
        task, number, section = choice[:unit]
        way = choice[:way]
        plan = task.coat_plan(number, section, way.at, choice[:laid].quick.plan.batches.size, way.people).complete
        done = choice[:school] == :real ? choice[:laid].done : way.at + plan.done_at
        shared = { task: task.who, number: number, of: task.of || task.count, section: section, sections: task.sections,
                   places: task.places }
        coat = Entry.new(kind: :coat, name: :coat, label: task.label, from_min: way.at, to_min: done, plan: plan,
          school: choice[:school], why: way.why, window: way.window,
          missed: way.missed, real: choice[:school] == :real, crew: slots.hands.roles(way.who, task.need(way.people || 1)),
          seen: choice[:laid].seen, **shared)
        [*pieces(choice[:seam], :seam, "seam: key the edge and tape it", shared),
          *pieces(way.pieces, :abrade, "wash and abrade", shared), coat, *looked_after(task, choice, done, shared)]
      end

      def pieces(made, kind, label, shared)
        (made || []).map do |from, to, who|
          Entry.new(kind: kind == :abrade ? :abrade : :step, name: kind, label: label, from_min: from, to_min: to,
            crew: slots.hands.roles(who, Hands::ANYONE), **shared)
        end
      end

      def looked_after(task, choice, done, shared)
        task.after.each_with_index.map do |(name, minutes), i|
          step = task.step(name)
          Entry.new(kind: :step, name: name, label: step.label, from_min: done + step.offset_min, to_min: done + step.offset_min + minutes,
            crew: slots.hands.roles(choice[:looks][i][2], step.need), **shared)
        end
      end

      # The steps of one task that are left for the end.
      # @param ended [Array] tasks and names of those done that came before the next task
      # @param untold [Array] added to: steps no sheet tells the time of
      # @return [Array<Entry>]
      def endings(task, entries, ended, busy, untold)
        coats = entries.select(&:coat?)
        own = coats.select { |entry| entry.task.equal?(task.who) }.max_by(&:from_min)
        last = coats.select { |entry| entry.places.intersect?(task.places) }.max_by(&:from_min)
        at = warmed_until(task, entries)
        names = task.ends.keys.reject { |name| ended.include?([task.id, name]) }
        names.flat_map do |name|
          step = task.step(name)
          far = [own, last].uniq.map { |coat| so_far(coat, step, task) }
          next untimed(untold, own, step) if far.include?(nil)

          at, made = placed(task, name, [*far, own.to_min, at].max, step.by && last.stage(step.by)&.early, busy)
          made
        end
      end

      # When a warm cure that came before the next task is over; 0 where none did.
      def warmed_until(task, entries)
        entries.select { |entry| entry.name == :warm_cure && entry.task.equal?(task.who) }.map { |entry| entry.to_min + entry.waits_min }
          .max || 0.0
      end

      # When a coat is surely as far as a step wants it, or at the next best the sheet tells of.
      # @return [Float, nil] nil where the sheet tells of nothing that would do
      def so_far(coat, step, task)
        return coat.to_min if task.cured_warm? && (step.name != :warm_cure || step.stage.nil?)

        band = WorkSteps.stages_for(step).filter_map { |name| coat.stage(name) }.first
        band && (band.late || Cure::HORIZON_MIN)
      end

      def untimed(untold, coat, step)
        untold << [coat, step]
        []
      end
    end
  end
end
