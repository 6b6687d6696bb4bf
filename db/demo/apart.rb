# frozen_string_literal: true

module Dakren
  module Demo
    # Whatever day the demo is opened on, its jobs keep out of each other's way, but for two that show how a clash is resolved: each is
    # planned around those before it.
    module Apart
      CLASHING = ["Observation desk", "Seed sample tray, lid coat"].freeze
      # So much later is later.
      LEAST_S = 60

      module_function

      # @param jobs [Array<Stores::Job>] those still open, in the order in which they go first
      def settle(jobs)
        settings = Stores::Settings.shop
        firm, others = jobs.partition { |job| CLASHING.include?(job.name) }
        taken = firm.flat_map { |job| works(job, Stores::Planning.new(settings, job_id: job.id).fresh_desk_of(job.document)) }
        others.each { |job| taken += apart(job, Stores::Planning.new(settings, job_id: job.id), taken, settings.crew) }
      end

      # Told what it must not begin before; where that is not enough, to keep clear of the others.
      # @return [Array<Plan::Together::Work>] what it takes
      def apart(job, planning, taken, people)
        desk = planning.desk_around(job.document, taken)
        later = told(planning.fresh_desk_of(job.document), desk)
        pinned = works(job, planning.fresh_desk_of(job.document.merge(later)))
        free = Plan::Together.new(taken + pinned, people, things: Stores::Others.shared).clashes.none? { |one| one.jobs.include?(job.id) }
        job.write(job.document.merge(free ? later : { "chain" => "yes" }))
        job.stand_firm
        free ? pinned : works(job, desk)
      end

      # What a job is told, so that it is planned by itself as it is around the others.
      def told(by_itself, around)
        before = begins(by_itself)
        moved = begins(around).select { |key, at| before[key] && at - before[key] >= LEAST_S }
        moved.to_h { |(task, *coat), at| ["#{task}-not_before_#{coat.join("_")}", at.strftime("%Y-%m-%dT%H:%M")] }
      end

      # When each coat begins, to the minute it has begun by.
      def begins(desk)
        desk.coats.to_h { |coat| [[coat.task.id, coat.number, coat.section], desk.time_at(coat.from_min.ceil)] }
      end

      def works(job, desk)
        Stores::Others.of_plan(job.id, Stores::Summary.of(desk))
      end
      private_class_method :apart, :told, :begins, :works
    end
  end
end
