# frozen_string_literal: true

require_relative "job"
require_relative "look_link"
require_relative "picture"

module Dakren
  module Stores
    # What was deleted: it lies here for a while and can be put back. Of a job its batches stay in the book, whatever becomes of it.
    #
    #   Bin.put(job, by: by)      # it leaves all lists
    #   Bin.take_back(job)        # and is where it was
    #   Bin.empty                 # what has lain here long enough goes for good
    module Bin
      DAYS = 30
      # The state of a job that lies here: none of Job::STATES, so that no list shows it.
      STATE = "binned"
      # And of one that lay here long enough.
      GONE = "gone"

      module_function

      # @param thing [Job, Picture] @param by [By]
      def put(thing, by:)
        return if thing.binned_at

        told = { binned_at: Time.now, binned_by: [by.hand, by.device].map(&:to_s).reject(&:empty?).join(", ")[0, 100] }
        told.update(state: STATE, state_before: thing.state) if thing.respond_to?(:state_before)
        Database.writing { thing.update!(told) }
      end

      # @param thing [Job, Picture]
      def take_back(thing)
        return unless thing.binned_at

        told = { binned_at: nil, binned_by: "" }
        if thing.respond_to?(:state_before)
          told.update(state: Job::STATES.key?(thing.state_before) ? thing.state_before : "planned", state_before: "")
        end
        Database.writing { thing.update!(told) }
      end

      # @return [ActiveRecord::Relation] the latest first
      def jobs
        Job.where(state: STATE).order(binned_at: :desc)
      end

      # @return [ActiveRecord::Relation] the latest first, without their bytes
      def pictures
        Picture.where.not(binned_at: nil).order(binned_at: :desc).select(Picture.column_names - ["bytes"])
      end

      # Whole days it still lies here.
      # @return [Integer]
      def days_left(thing, now = Time.now)
        [DAYS - ((now - thing.binned_at) / 86_400).floor, 0].max
      end

      # Lets go of what has lain here long enough. Of a job its name stays, for what the book says of it; its plan, its earlier states and
      # its own photographs go.
      # @return [Integer] how many
      def empty(now = Time.now)
        before = now - (DAYS * 86_400)
        gone = Picture.where(binned_at: ...before).pluck(:id)
        Database.writing { Picture.where(id: gone).delete_all }
        jobs = Job.where(state: STATE, binned_at: ...before).to_a
        jobs.each { |job| Database.writing { Job.transaction { let_go(job) } } }
        gone.size + jobs.size
      end

      def let_go(job)
        Picture.where(job_id: job.id, batch_id: nil).delete_all
        LookLink.where(job_id: job.id).delete_all
        job.revisions.delete_all
        job.update!(state: GONE, document: job.wanted.slice("name", "zone"), summary: {}, calendar: nil, first_at: nil, over_at: nil)
      end
      private_class_method :let_go
    end
  end
end
