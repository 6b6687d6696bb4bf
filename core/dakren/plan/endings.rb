# frozen_string_literal: true

module Dakren
  module Plan
    # What ends a pass: trimmed while green, washed, sanded, turned over, taken out of the mould, handed over. Part of an attempt, and of
    # what is written out in the end.
    #
    # Rule: it is done before another pass goes on top, and else once the uppermost coat on its places is so far: nothing is done through
    # wet resin. What comes last of all (post-cure, hand-over) never holds up the next coat, unless the next waits for the whole task.
    module Endings
      private

      # Puts a step where somebody has time for it.
      # @param by [Float, nil] minute by which it should be done
      # @return [Array(Float, Array<Entry>)] minute from which what follows may begin, and the step
      def placed(pass, name, ready, by, busy)
        ready = slots.out_of_warmth(ready, pass.ends.fetch(name)) if name == :demould
        minutes = pass.shared_min(name, pass.ends.fetch(name), slots.hands)
        pieces = pass.pieces_of(name, minutes) { slots.worked(ready, minutes, busy, pass.need_of_step(name, slots.hands)) }
        waits = pass.waits.fetch(name, pass.step(name).waits)
        late = by && pieces.last[1] > by && !pass.done.key?(name)
        busy.concat(pieces)
        [pieces.last[1] + waits,
          step_entries(pass, name, pieces, waits, window: [ready, by], missed: late ? :window : nil, number: pass.count, of: pass.count,
            why: pieces.first[0] > ready + 1 ? [:hours, ready] : nil)]
      end

      # One entry for each time somebody goes on with a step; what it waits for by itself follows the last.
      def step_entries(pass, name, pieces, waits, **more)
        step = pass.step(name)
        need = pass.need_of_step(name, slots.hands)
        pieces.map do |from, to, who|
          Entry.new(kind: :step, pass: pass.who, name: name, label: step.label, from_min: from, to_min: to,
            waits_min: to == pieces.last[1] ? waits : 0, real: pass.done.key?(name), crew: slots.hands.roles(who, need), **more)
        end
      end
    end
  end
end
