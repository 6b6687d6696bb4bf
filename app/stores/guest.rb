# frozen_string_literal: true

require "digest"
require "securerandom"
require_relative "database"

module Dakren
  module Stores
    # A device that came in with the shop's passphrase: it has a name, which stands on what it does, and goes again after a while, or when
    # it is locked out. Its key is known to the device alone; here is its digest.
    class Guest < Base
      # Ours: whoever has not come for so long enters the passphrase again.
      STAYS_S = 14 * 86_400
      NAME_LONGEST = 40
      # How often it is written down that it was seen.
      SEEN_EVERY_S = 300
      KEY_BYTES = 32
      # Older ones that ended are forgotten beyond so many.
      MOST_KEPT = 200

      scope :in_shop, -> { where(locked_at: nil).where(ends_at: Time.now..) }

      class << self
        # @param name [String] @param from [String] the address it came from
        # @return [String] its key
        def come_in(name, from:)
          key = SecureRandom.urlsafe_base64(KEY_BYTES)
          now = Time.now
          Database.writing do
            transaction do
              create!(name: free_name(name), key_digest: digest(key), came_from: from.to_s[0, 60], entered_at: now, seen_at: now,
                ends_at: now + STAYS_S)
              where(id: where.not(id: in_shop.select(:id)).order(seen_at: :desc).offset(MOST_KEPT).select(:id)).delete_all
            end
          end
          key
        end

        # @param key [String, nil] as the device sent it
        # @return [Guest, nil] nil where it is none, was locked out, or stayed away too long
        def let_in(key)
          return if key.to_s.empty?

          found = in_shop.find_by(key_digest: digest(key)) or return
          found.seen
          found
        end

        def lock_all_out
          Database.writing { in_shop.update_all(locked_at: Time.now) }
        end

        def digest(key)
          Digest::SHA256.hexdigest(key.to_s)
        end

        private

        # Two of one name are told apart.
        def free_name(name)
          taken = in_shop.pluck(:name)
          ([name] + (2..99).map { |i| "#{name[0, NAME_LONGEST - 3]} #{i}" }).find { |one| !taken.include?(one) } || name
        end
      end

      # Written down now and then; whoever comes stays.
      def seen
        now = Time.now
        return if now - seen_at < SEEN_EVERY_S

        Database.writing { Guest.where(id: id, locked_at: nil).update_all(seen_at: now, ends_at: now + STAYS_S) }
      rescue Health::Damaged, ActiveRecord::ActiveRecordError
        nil # a file that cannot be written keeps nobody out
      end

      def lock_out
        Database.writing { update!(locked_at: Time.now) }
      end

      def in_shop?
        locked_at.nil? && ends_at > Time.now
      end
    end
  end
end
