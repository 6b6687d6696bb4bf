# frozen_string_literal: true

module Dakren
  module Stores
    # How fast the shop lays what it mixes: of each batch that was walked at the bench, from mixed until it was poured out and spread. Kept
    # with the shop's other figures of its own, one for each batch.
    module Paces
      # So many times slower or faster than its plan is no pace, but a pause or a press too late.
      LIKELY = (0.4..2.5)
      SORTS = { "pace" => true, "rate" => true }.freeze

      module_function

      # @param batch [Batch] @param walk [Bench::Walk] of it
      def noted(batch, walk)
        found = batch.aside.empty? && batch.outcome != "binned" ? [of(batch, walk), folded(walk)].compact : []
        known = OwnFigure.where(batch_id: batch.id).index_by(&:sort)
        known.except(*found.map(&:first)).each_value(&:destroy!)
        found.each do |sort, name, value|
          known[sort] ? known[sort].update!(value: value) : OwnFigure.create!(batch_id: batch.id, sort: sort, name: name, value: value)
        end
      end

      # How long steps of a job really took, as it stands there: the shop's own, for other jobs.
      # @param job [Job] @param steps [Hash{String=>Hash{Symbol=>Numeric}}] minutes by task and step
      def took(job, steps)
        found = steps.flat_map { |task, all| all.map { |name, minutes| [[task, name.to_s], minutes.to_f] } }.to_h
        known = OwnFigure.where(job_id: job.id).index_by { |own| [own.task, own.name] }
        return if known.transform_values(&:value) == found

        Database.writing do
          known.except(*found.keys).each_value(&:destroy!)
          found.each do |(task, name), value|
            own = known[[task, name]] || OwnFigure.new(job_id: job.id, task: task, sort: "step", name: name)
            own.update!(value: value)
          end
        end
      end

      # What its plan reckoned with, as it is kept with the batch.
      # @param entry [Plan::Entry] @return [Hash{String=>Object}]
      def planned(entry)
        pace = entry.plan.order.pace
        return {} if pace.nil? || pace.front? || pace.whose == :told

        { "pace" => { "sort" => pace.measure.name == :mass ? "rate" : "pace", "name" => entry.task.kind.name.to_s, "rate" => pace.rate } }
      end

      def of(batch, walk)
        told = (batch.circumstances || {})["pace"] or return
        minutes = spreading_min(walk)
        return unless minutes && walk.recipe.placing_min.to_f.positive? && SORTS[told["sort"]]

        share = walk.recipe.placing_min / minutes
        LIKELY.cover?(share) ? [told["sort"], told["name"], (told["rate"].to_f * share).round(4)] : nil
      end

      # How long powder took to fold in, times what is usual for so much.
      def folded(walk)
        done = walk.noted(:powder)
        before = walk.noted(:second_cup) || walk.noted(:mix)
        return if done.nil? || before.nil? || done.data[:later] || walk.recipe.thicken_first

        share = (done.at - before.at) / 60 / Work::Filler.folding_min(walk.contents.whole_g)
        LIKELY.cover?(share) ? ["fold", "powder", share.round(4)] : nil
      end

      # From the last step before it until it was poured out; nil where that was typed in afterwards.
      def spreading_min(walk)
        poured = walk.noted(:pour_out)
        return if poured.nil? || poured.data[:later]

        before = walk.events.reverse.find { |event| event.kind == :done && event.at < poured.at && event.number < poured.number }
        before && ((poured.at - before.at) / 60)
      end
      private_class_method :of, :folded, :spreading_min
    end
  end
end
