# frozen_string_literal: true

require_relative "job"

module Dakren
  module Stores
    # What jobs want of the shop's hands, as it was kept when they were planned.
    module Others
      module_function

      # @param jobs [ActiveRecord::Relation] of Job
      # @return [Array<Plan::Together::Work>] seconds
      def works(jobs)
        jobs.pluck(:id, :summary).flat_map do |id, text|
          (JSON.parse(text)["events"] || []).map { |event| work(id, event) }
        end
      end

      # @param event [Hash] of Summary
      # @return [Plan::Together::Work]
      def work(job, event, about = nil)
        Plan::Together::Work.new(job: job, from: event["from"], to: event["to"], count: event.fetch("hands", 1),
          names: event.fetch("who", []), about: about)
      end

      # How many a job works with.
      # @param document [Hash] @param crew [Integer] of the shop
      # @return [Integer]
      def hands(document, crew)
        named = (document["crew"] || []).count { |row| Array(row).any? { |cell| !Document::AsTyped.kept(cell).blank? } }
        told = Document::AsTyped.kept(document["people"]).typed.to_i
        [named, told].find(&:positive?) || crew
      end

      # When they leave fewer than those.
      # @return [Array<Array(Time, Time)>]
      def taken(works, crew, need)
        Plan::Together.new(works, crew).full(need).map { |span| span.map { |at| Time.at(at) } }
      end
    end
  end
end
