# frozen_string_literal: true

module Dakren
  module Rooms
    # What lies in the bin, as its page shows it.
    class BinPage
      Line = Value.define(:id, :title, :words)

      def initialize(wording, zone)
        @wording = wording
        @zone = zone
      end

      # Where a photograph is shown.
      # @param picture [Stores::Picture]
      # @return [String]
      def self.where_is(picture)
        picture.batch_id ? "/book/batches/#{picture.batch_id}" : "/history/#{picture.job_id}"
      end

      # @return [Array<Line>]
      def jobs
        Stores::Bin.jobs.map { |job| Line.new(id: job.id, title: job.title(80), words: words(job)) }
      end

      # @return [Array<Line>]
      def pictures
        Stores::Bin.pictures.includes(:job, :batch).map do |one|
          Line.new(id: one.id, title: one.batch ? one.batch.name[0, 80] : one.job&.title(80).to_s, words: words(one))
        end
      end

      private

      def words(thing)
        left = Stores::Bin.days_left(thing)
        by = thing.binned_by.empty? ? "" : " by #{thing.binned_by}"
        "deleted #{@wording.dates.moment(thing.binned_at.in_time_zone(@zone))}#{by}, for #{left == 1 ? "1 more day" : "#{left} more days"}"
      end
    end
  end
end
