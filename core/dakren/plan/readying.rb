# frozen_string_literal: true

module Dakren
  module Plan
    # What must be done before a coat can go on: what its gates wait for, what ends the tasks below it, preparing, the seam. Part of an
    # attempt.
    module Readying
      # Steps that do not say that what they are done to is hard.
      GREEN = %i[trim].freeze

      private

      # Nothing may begin before that; told: what it was that held it up.
      def hold(minute, told, kind = :step)
        return if minute <= @from

        @from = minute
        @held = [kind, minute, told]
      end

      def make_ready
        if first?
          @from = [@from, state.begun, *below.map(&:done)].max
          task.gates.each { |id, till| gate(id, till) }
          below.map(&:task).uniq(&:id).each { |lower| end_of(lower) unless lower.id == task.id }
          reached_edges.each { |lower| green(lower) }
        end
        turn
        prepare(task.before, @from) if first?
        between
        seam if unit[2] > 1
        hold(task.not_before.fetch([unit[1], unit[2]], 0.0), nil, :told)
        @below = below - @sanded
      end

      # Laminates whose edge is trimmed green, on the same part, before a coat goes onto that edge.
      def reached_edges
        parts = task.sides.values.select { |_, side| side == :edge }.map(&:first)
        return [] if parts.empty?

        laid_on { |(part, _)| parts.include?(part) }.map(&:task).uniq(&:id)
      end

      def gate(id, till)
        laid = last_of(id)
        return if laid.empty?

        minute = laid.map(&:done).max
        case till
        when :tacky then minute = laid.map { |one| ages.opens(one) || one.done }.max
        when :hard then minute = hardened(laid)
        when :done then minute = done_with(laid)
        end
        @held = [:gate, minute, laid.first.task.label] if minute >= @from
        @from = [@from, minute].max
      end

      # By itself, or by its warm cure, which comes first then.
      def hardened(laid)
        lower = laid.first.task
        return laid.map { |one| ages.hard(one) || one.done }.max unless lower.cured_warm?

        end_of(lower, [:warm_cure])
        warm_until(lower)
      end

      # When the warm cure of a task is over, as far as it is placed.
      # @return [Float] 0 where it is not
      def warm_until(lower)
        entries = state.chosen.flat_map { |choice| choice[:before] } + @entries
        entries.select { |entry| entry.name == :warm_cure && entry.task.equal?(lower.who) }.map { |entry| entry.to_min + entry.waits_min }
          .max || 0.0
      end

      # The last coat of each section of a task.
      def last_of(id)
        state.chosen.select { |choice| choice[:laid].task.id == id }.map { |choice| choice[:laid] }
          .group_by { |laid| laid.unit[2] }.values.map(&:last)
      end

      # All its steps done, and hard enough to be handled where none of them says so.
      def done_with(laid)
        lower = laid.first.task
        names = lower.ends.keys - [:hand_over]
        placed_until = end_of(lower, names) || 0.0
        return [placed_until, warm_until(lower)].max if lower.cured_warm?

        tells = (names - GREEN).any? { |name| lower.step(name).stage != :recoat_opens }
        [placed_until, *laid.map { |one| tells ? one.done : ages.stage_reached(one, Sheet::READY) || ages.hard(one) || one.done }].max
      end

      # What ends a lower task is done before anything goes on top of it.
      # @return [Float, nil] minute from which it may; nil where there is nothing left to do
      def end_of(lower, names = lower.ends.keys - WorkSteps::LAST)
        names -= @ended.filter_map { |id, name| name if id == lower.id }
        parts = last_of(lower.id)
        return if names.empty? || names.any? { |name| parts.any? { |part| so_far(part, lower, name).nil? } }

        done = names.reduce(0.0) { |at, name| end_step(lower, name, parts, at) }
        @sanded.concat(parts) if names.include?(:sand)
        done
      end

      # When a part is as far as a step wants it: at once where it may be warmed as it is laid, and once it is cured warm.
      # @return [Float, nil]
      def so_far(part, lower, name)
        step = lower.step(name)
        return [part.done, warm_until(lower)].max if lower.cured_warm? && (name != :warm_cure || step.stage.nil?)

        ages.far_enough(part, step)
      end

      # What must be done while it is green, and nothing else.
      def green(lower)
        end_of(lower, lower.ends.keys.select { |name| lower.step(name).by })
      end

      def end_step(lower, name, parts, from)
        step = lower.step(name)
        ready = [from, *parts.map { |part| [part.done, so_far(part, lower, name)].max }].max
        by = step.by && parts.filter_map { |part| ages.reached(part, step.by, 0) }.min
        @busy = @busy.dup
        done, made = placed(lower, name, ready, by, @busy)
        @entries += made
        @ended += [[lower.id, name]]
        hold(done, step.label) if step.gates
        done
      end

      # Steps before the first coat of a task, or before a further one, one after another.
      def prepare(steps, from)
        at = from
        steps.each do |name, minutes|
          step = task.step(name)
          takes = task.shared_min(name, minutes, slots.hands)
          need = task.need_of_step(name, slots.hands)
          pieces = task.pieces_of(name, takes) { slots.worked(at, takes, @busy, need) }
          at = pieces.last[1] + task.waits.fetch(name, step.waits)
          @busy += pieces
          @entries += step_entries(task, name, pieces, at - pieces.last[1], number: unit[1], of: task.count)
          hold(at, step.label) if step.gates
        end
      end

      # Before a further coat: as soon as what lies below takes it.
      def between
        return if task.between.empty? || unit[1] == 1

        open = task.school == :abrade ? below.map { |one| ages.hard(one) || one.done } : below.map { |one| ages.opens(one) || one.done }
        prepare(task.between, [@from, *open].max)
      end

      # Where one section meets the last: its edge is keyed and taped first.
      def seam
        last = state.chosen.map { |choice| choice[:laid] }.select { |laid| laid.task.id == task.id }.map(&:done).max
        @seam = slots.worked([@from, last].max, frame.seam_min, @busy)
        @from = @seam.last[1]
      end
    end
  end
end
