# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # One sheet on the shelf: a resin with one hardener. Numbers in the core's units.
    class Sheet < Base
      include Seals::Sealed

      serialize :stages, coder: JSON
      serialize :purposes, coder: JSON
      serialize :more_pot_lives, coder: JSON
      # Times that were told as a range, by their names: early and late minutes.
      serialize :ranges, coder: JSON
      # The clock as it was worked out from these numbers, see Cure::Calibration.
      serialize :calibration, coder: JSON

      # What it says of the work, each by its name.
      store :properties, accessors: WorkLimits::ALL.keys, coder: JSON

      validates :resin, :hardener, presence: true, length: { maximum: 80 }
      validates :hardener, uniqueness: { scope: :resin, case_sensitive: false }
      validates :notes, length: { maximum: 4000 }

      scope :in_order, -> { order(Arel.sql("lower(resin), coalesce(working_min, pot_life_min * 2)")) }

      # What is kept of it beside its numbers.
      UPKEEP = %w[id created_at updated_at lock_version calibration seal].freeze

      # @return [Hash{String=>Object}] its numbers alone, as the bench keeps them with a batch
      def numbers
        attributes.except(*UPKEEP)
      end

      def name
        "#{resin} + #{hardener}"
      end
    end
  end
end
