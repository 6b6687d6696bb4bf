# frozen_string_literal: true

module Dakren
  module Plan
    # What ends a task: trimmed while green, washed, sanded, turned over, taken out of the mould, handed over. Part of an attempt, and of
    # what is written out in the end.
    #
    # Rule: it is done before another task goes on top, and else once the uppermost coat on its places is so far: nothing is done through
    # wet resin. What comes last of all (post-cure, hand-over) never holds up the next coat, unless the next waits for the whole task.
    module Endings
      private

      # Puts a step where somebody has time for it.
      # @param by [Float, nil] minute by which it should be done
      # @return [Array(Float, Array<Entry>)] minute from which what follows may begin, and the step
      def placed(task, name, ready, by, busy)
        ready = slots.out_of_warmth(ready, task.ends.fetch(name)) if name == :demould
        minutes = task.shared_min(name, task.ends.fetch(name), slots.hands)
        pieces = task.pieces_of(name, minutes) { slots.worked(ready, minutes, busy, task.need_of_step(name, slots.hands)) }
        waits = task.waits.fetch(name, task.step(name).waits)
        late = by && pieces.last[1] > by && !task.done.key?(name)
        busy.concat(pieces)
        [pieces.last[1] + waits,
          step_entries(task, name, pieces, waits, window: [ready, by], missed: late ? :window : nil, number: task.count, of: task.count,
            why: pieces.first[0] > ready + 1 ? [:hours, ready] : nil)]
      end

      # One entry for each time somebody goes on with a step; what it waits for by itself follows the last.
      def step_entries(task, name, pieces, waits, **more)
        step = task.step(name)
        need = task.need_of_step(name, slots.hands)
        pieces.map do |from, to, who|
          Entry.new(kind: :step, task: task.who, name: name, label: step.label, from_min: from, to_min: to,
            waits_min: to == pieces.last[1] ? waits : 0, real: task.done.key?(name), crew: slots.hands.roles(who, need), **more)
        end
      end
    end
  end
end
