# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # Something on the shelf that is neither resin nor hardener, and how much of it: cups, gloves, cloth, powder.
    # name: as load lists have it; unit: count, g, ml or m2.
    class Good < Base
      include Seals::Sealed

      # @return [Hash{String=>Float}] by name
      def self.there
        pluck(:name, :amount).to_h
      end

      # How much is there now, of each that was told; within a transaction.
      # @param told [Array<Array(String, Symbol, Float)>] name, unit and amount; of 0 there is none
      def self.tell(told)
        told.each do |name, unit, amount|
          row = find_or_initialize_by(name: name)
          amount.zero? ? row.persisted? && row.destroy! : row.update!(unit: unit.to_s, amount: amount)
        end
      end
    end
  end
end
