# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # Something jobs share beside hands, as the shop names it. sort: of Plan::SharedThings.
    class Thing < Base
      include Seals::Sealed

      scope :in_order, -> { order(:sort, :name, :id) }

      # How many there are of each sort.
      # @return [Hash{Symbol=>Integer}]
      def self.counts
        group(:sort).count.transform_keys(&:to_sym)
      end
    end
  end
end
