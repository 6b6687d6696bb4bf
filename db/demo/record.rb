# frozen_string_literal: true

module Dakren
  module Demo
    # Batches of the demo shop that were mixed before it was opened, walked as the bench walks them.
    module Record
      # Minutes each step takes, where it takes any to speak of; what a careful pour misses by, g: a step of its scale.
      TAKES_MIN = { tins: 2, protect: 1, tare: 1, first: 3, second: 4, mix: 5, look_30: 30, look_60: 30 }.freeze
      USUAL_MIN = 2
      MISS_G = 0.1
      BY = Stores::By.new(device: "bench tablet")
      LOTS = { lot_a: "A-2611", lot_b: "B-2611" }.freeze
      MOST_STEPS = 60
      # So long after the test dab was hard.
      LOOKED_AT_S = 1800

      module_function

      # Mixes every batch of a task's coats at their hours.
      # @param job [Stores::Job] @param task [String] its id @param over [Boolean] is the job done with it?
      def walk(job, task, over:)
        planning = Stores::Planning.new(job_id: job.id)
        desk = planning.fresh_desk_of(job.document)
        desk.coats.select { |coat| coat.task.id == task }.each { |coat| coat.plan.batches.each { |batch| mix(job, desk, coat, batch) } }
        job.update!(state: over ? "done" : "under_way")
      end

      def mix(job, desk, coat, batch)
        place = Stores::Mixed::Place.new(coat: coat, number: batch.number, standing: nil)
        record = Rooms::PlannedCup.new(job, desk, place, Stores::Settings.shop).start
        # Its parts meet at the hour it was planned for: what comes before that was done before.
        before = Stores::Walks.walk(record).course.path.take_while { |step| step != :mix }
        at = desk.time_at(coat.from_min + batch.mix_from).to_f - (before.sum { |step| TAKES_MIN.fetch(step, USUAL_MIN) } * 60)
        MOST_STEPS.times do
          walk = Stores::Walks.walk(record.reload)
          break if walk.over?

          at += takes_min(walk, at) * 60
          # What is still to come did not happen.
          break if at > Time.now.to_f

          kind, data = done(walk)
          record.note(after: walk.number, kind: kind, at: at, data: data, by: BY.with(at: at))
        end
        record.finished_at = Time.at(at) if Stores::Walks.walk(record.reload).over?
        look_at(record, at) if record.finished_at
        record.stand(Stores::Walks.walk(record))
      end

      # What somebody saw and wrote down, once it was hard.
      def look_at(record, at)
        by = BY.with(hand: "Ines", at: at + LOOKED_AT_S)
        record.remark(:checked, at: at + LOOKED_AT_S, by: by, data: { check: "nail", value: "leaves no mark" })
        record.remark(:note, at: at + LOOKED_AT_S, by: by, data: { text: "A hair in the lower corner, rubbed out." })
      end

      # The dab is found hard when its sheet foretells it, and it is spread as fast as it was planned.
      def takes_min(walk, at)
        return walk.recipe.placing_min.to_f.round(1) if walk.step.name == :pour_out
        return TAKES_MIN.fetch(walk.step.name, USUAL_MIN) unless walk.step.name == :tack

        walk.clock(at).until_stage(walk.recipe.sheet.hard_stage).middle.ceil
      end

      def done(walk)
        step = walk.step.name
        if walk.recipe.weighed? && walk.pouring.target
          reading = walk.pouring.target + Rational(MISS_G.to_s)
          return [:weighed, { step: step, reading_g: reading.round(1).to_f }]
        end
        return [:counted, { part: walk.pouring.next_count }] if walk.pouring.next_count

        [:done, { step: step, **(step == :tins ? tins(walk) : {}), **(step == :pour_out ? { ended: "runny" } : {}) }]
      end

      # From the tins that are open, where such are kept.
      def tins(walk)
        materials = Stores::Tins.materials(walk.recipe.sheet).map(&:first)
        found = Stores::Tins.of(materials).then { |all| materials.filter_map { |material| all[material]&.first } }
        return LOTS if found.size < materials.size

        { lot_a: found[0].lot, lot_b: found[1].lot, tin_ids: found.map(&:id) }
      end

      private_class_method :mix, :look_at, :done, :takes_min, :tins
    end
  end
end
