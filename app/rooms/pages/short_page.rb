# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # What a job will lack of the shelf: of what, how much, and at which batch that shows.
    class ShortPage
      include TinWords

      # @param job_id [Integer]
      # @param rows [Stores::ShopRows]
      def initialize(job_id, wording, zone:, rows: Stores::ShopRows.now)
        @job_id = job_id
        @rows = rows
        @wording = wording
        @zone = zone
      end

      # @return [Array<Array(String, String)>] what is short, and when that shows
      def lines
        return [] unless @rows.tins?

        Stores::Promised.now(@rows).of_job(@job_id).map do |short|
          want = short.want
          what = short.what.last.empty? ? short.what.first : "#{short.what.last} of #{short.what.first}"
          ["#{held(short.short.to_f, want.about[:unit])} of #{what} short.",
            "What is on the shelf is used up at batch #{want.about[:number]} of #{want.about[:of]}, #{want.about[:label]}, " \
            "#{@wording.clock(@zone.at(want.at))}."]
        end
      end

      # @return [String] address of all that it takes
      def takes
        "/stock/takes?jobs[]=#{@job_id}"
      end

      # @return [String]
      def buy
        "/stock/buy?jobs[]=#{@job_id}"
      end
    end
  end
end
