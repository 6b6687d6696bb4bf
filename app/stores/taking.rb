# frozen_string_literal: true

require "securerandom"
require_relative "database"

module Dakren
  module Stores
    # A batch that a device took along: it is walked there without the shop, and handed in afterwards.
    class Taking < Base
      # After so long nobody waits for it any more.
      OVER_S = 3 * 86_400

      belongs_to :batch, class_name: "Dakren::Stores::Batch"

      scope :out, -> { where(back_at: nil).where(taken_at: (Time.now - OVER_S)..) }

      # @param batch [Batch] @param by [By]
      # @return [Taking] the one this device has, or a new one
      def self.take(batch, by:)
        device = by.device.to_s[0, 60]
        out.find_by(batch_id: batch.id, device: device) ||
          create!(batch: batch, device: device, hand: by.hand.to_s[0, 60], key: SecureRandom.urlsafe_base64(12), taken_at: Time.now)
      end

      # Those of others who have it.
      # @param device [String] that asks
      # @return [Array<Taking>]
      def self.elsewhere(batch_id, device)
        out.where(batch_id: batch_id).where.not(device: device).order(:id).to_a
      end

      def back
        update!(back_at: Time.now) if back_at.nil?
      end

      # @return [String] "phone by the scale, Ada"
      def who
        [device, hand].reject(&:empty?).join(", ")
      end
    end
  end
end
