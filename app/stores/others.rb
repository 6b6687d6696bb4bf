# frozen_string_literal: true

require_relative "job"
require_relative "thing"

module Dakren
  module Stores
    # What jobs want of the shop's hands and of what they share, as it was kept when they were planned.
    module Others
      # What others take of a job's time. spans: when too few hands are left to it, or something stands in its way; named: when each of its
      # people is elsewhere, by name.
      Taken = Value.define(spans: [].freeze, named: {}.freeze) do
        # @param from [Time] @param to [Time]
        # @return [Taken] and nothing is done then either
        def and_not(from, to)
          with(spans: spans | [[from, to]])
        end
      end
      NOTHING = Taken.new

      module_function

      # @param jobs [ActiveRecord::Relation] of Job
      # @return [Array<Plan::Together::Work>] seconds
      def works(jobs)
        jobs.pluck(:id, :summary).flat_map { |id, text| of_plan(id, JSON.parse(text)) }
      end

      # @param said [Hash] a Summary @param keyed [Boolean] is each to be known by its key?
      # @return [Array<Plan::Together::Work>] seconds
      def of_plan(job, said, keyed: false)
        (said["events"] || []).flat_map do |event|
          about = keyed ? event["key"] : nil
          [work(job, event, about), *things(job, event, about)]
        end
      end

      # @param event [Hash] of Summary
      # @return [Plan::Together::Work]
      def work(job, event, about = nil)
        Plan::Together::Work.new(job: job, from: event["from"], to: event["to"], count: event.fetch("hands", 1),
          names: event.fetch("who", []), about: about)
      end

      # What it takes of things that are shared, the clean air among them.
      # @param event [Hash] of Summary
      # @return [Array<Plan::Together::Work>]
      def things(job, event, about = nil)
        air = Plan::SharedThings::AIR
        told = (event["things"] || []).map { |sort, from, to| [sort.to_sym, from, to, false] }
        told << [air, event["from"], event["to"], true] if event["dusty"]
        told << [air, event["from"], event["open_until"], false] if event["open_until"]
        told.map do |sort, from, to, dusty|
          Plan::Together::Work.new(job: job, from: from, to: to, count: 0, thing: sort, dusty: dusty, about: about && [about, sort])
        end
      end

      # How many of each thing there are that jobs must not want at once. Where a dust-free room was named, what lies open is not in the
      # dust of others.
      # @return [Hash{Symbol=>Integer}]
      def shared
        counts = Thing.counts
        counts.key?(:dust_free_room) ? counts : counts.merge(Plan::SharedThings::AIR => 0)
      end

      # How many a job works with.
      # @param document [Hash] @param crew [Integer] of the shop
      # @return [Integer]
      def hands(document, crew)
        [own_rows(document).size, told(document)].find(&:positive?) || crew
      end

      # Who they are, where they were told: of the job, else of the shop.
      # @param shop [Document::Crew]
      # @return [Array<String>]
      def names(document, shop)
        own = own_rows(document)
        return own.each_with_index.map { |row, i| Document::CrewRows.called(Document::AsTyped.kept(Array(row).first).typed, i) } if own.any?

        told(document).positive? ? [] : shop.names
      end

      # When they leave a job fewer than it works with; where its people have names, when each of them is elsewhere.
      # @param works [Array<Plan::Together::Work>] of others @param shop [Document::Crew]
      # @return [Taken]
      def taken(works, shop, document)
        together = Plan::Together.new(works, shop.people)
        names = names(document, shop)
        return Taken.new(spans: times(together.full(hands(document, shop.people)))) if names.empty?

        Taken.new(named: together.elsewhere(names).transform_values { |spans| times(spans) })
      end

      # What of a job is in the way of what others do with the same things, and how long it must not be worked on to be out of it: from so
      # long before theirs that its own would reach into it.
      # @param mine [Array<Plan::Together::Work>] still to come @param works [Array<Plan::Together::Work>] of others
      # @return [Array(Time, Time), nil]
      def in_the_way(mine, works, shared)
        clash = Plan::Together.new(mine + works.select(&:thing), 0, things: shared).clashes.find do |one|
          one.thing && one.works.any? { |work| mine.include?(work) }
        end
        return unless clash

        own, others = clash.works.partition { |work| mine.include?(work) }
        times([[others.map(&:from).min - (own.map(&:to).max - own.map(&:from).min), others.map(&:to).max]]).first
      end

      def times(spans)
        spans.map { |span| span.map { |at| Time.at(at) } }
      end

      def own_rows(document)
        (document["crew"] || []).select { |row| Array(row).any? { |cell| !Document::AsTyped.kept(cell).blank? } }
      end

      def told(document)
        Document::AsTyped.kept(document["people"]).typed.to_i
      end
      private_class_method :times, :own_rows, :told
    end
  end
end
