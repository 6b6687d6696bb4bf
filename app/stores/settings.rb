# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # How this shop likes things; one row.
    class Settings < Base
      include Seals::Sealed

      self.table_name = "settings"

      validate { errors.add(:units, "must be metric, US, or each of them apart") unless Words::Systems.known?(units.to_s) }
      validates :shop_temp_c, numericality: { greater_than_or_equal_to: -40, less_than_or_equal_to: 120 }

      # Calendars speak the shop's units and hours: they are written anew when they are wanted.
      after_save do
        Job.where.not(calendar: nil).update_all(calendar: nil, calendar_seal: nil) if saved_change_to_units? || saved_change_to_dates?
      end

      # @return [Settings] the shop's row, made on first use
      def self.shop
        first || create!
      end
    end
  end
end
