# frozen_string_literal: true

require "securerandom"
require_relative "database"
require_relative "guest"

module Dakren
  module Stores
    # A link that only looks, for crew or a customer: at one job, at its story, at one record, the week or the board. It ends by itself on a
    # day, or is withdrawn. Its key stands in the link alone; here is its digest.
    class LookLink < Base
      # What may be looked at, and what it belongs to.
      WHAT = { "job" => ["the job on one page", :job], "story" => ["what was done on the job", :job],
               "record" => ["the record of one batch", :batch], "week" => ["the week", nil], "board" => ["the board", nil] }.freeze
      FOR_LONGEST = 60
      KEY_BYTES = 18
      SEEN_EVERY_S = 300

      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true
      belongs_to :batch, class_name: "Dakren::Stores::Batch", optional: true

      scope :standing, -> { where(withdrawn_at: nil).where("ends_on IS NULL OR ends_on >= ?", today) }

      class << self
        # @param what [String] of WHAT @param of [Job, Batch, nil] @param ends_on [Date, nil] the last day it leads anywhere
        # @return [String] its key
        def make(what, of:, for_whom: "", ends_on: nil)
          key = SecureRandom.urlsafe_base64(KEY_BYTES)
          belongs = WHAT.fetch(what).last
          Database.writing do
            create!(what: what, key_digest: Guest.digest(key), for_whom: for_whom, ends_on: ends_on, made_at: Time.now,
              **(belongs ? { belongs => of } : {}))
          end
          key
        end

        # @return [LookLink, nil] nil where it leads nowhere, or no longer
        def of(key)
          found = standing.find_by(key_digest: Guest.digest(key)) or return
          return if found.job&.deleted?

          found.seen
          found
        end

        # The day it is in the shop.
        def today
          Document::Zones.of(Settings.shop.zone).at(Now.wall).to_date
        end
      end

      def seen
        now = Time.now
        return if seen_at && now - seen_at < SEEN_EVERY_S

        Database.writing { LookLink.where(id: id).update_all(seen_at: now) }
      rescue Health::Damaged, ActiveRecord::ActiveRecordError
        nil # a file that cannot be written keeps nobody from looking
      end

      def withdraw
        Database.writing { update!(withdrawn_at: Time.now) }
      end
    end
  end
end
