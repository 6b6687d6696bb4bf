# frozen_string_literal: true

module Dakren
  module Demo
    # Batches of the demo shop that were mixed before it was opened, walked as the bench walks them.
    module Record
      # Minutes each step takes, where it takes any to speak of; what a careful pour misses by, g: a step of its scale.
      TAKES_MIN = { tins: 2, protect: 1, tare: 1, first: 3, second: 4, mix: 5, pour_out: 9, look_30: 30, look_60: 30 }.freeze
      USUAL_MIN = 2
      MISS_G = 0.1
      BY = Stores::By.new(device: "bench tablet")
      LOTS = { lot_a: "A-2611", lot_b: "B-2611" }.freeze
      MOST_STEPS = 60

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
        record.stand(Stores::Walks.walk(record))
      end

      # The dab is found hard when its sheet foretells it.
      def takes_min(walk, at)
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

        [:done, { step: step, **(step == :tins ? LOTS : {}) }]
      end

      private_class_method :mix, :done, :takes_min
    end
  end
end
