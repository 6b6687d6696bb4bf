# frozen_string_literal: true

require_relative "database"
require_relative "seals"
require_relative "tin"

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
      # What the shop learned of it, see Learned; nil where nothing taught it.
      serialize :shop, coder: JSON

      # What it says of the work, each by its name.
      store :properties, accessors: WorkLimits::ALL.keys, coder: JSON

      validates :resin, :hardener, presence: true, length: { maximum: 80 }
      validates :hardener, uniqueness: { scope: %i[resin edition], case_sensitive: false }
      validates :notes, length: { maximum: 4000 }

      # Sheets of one resin and one hardener: as it is now, and its earlier editions.
      scope :of_mix, ->(resin, hardener) { where(resin: resin).where("lower(hardener) = lower(?)", hardener) }
      scope :in_order, -> { order(Arel.sql("lower(resin), coalesce(working_min, pot_life_min * 2)")) }

      # Its tins go with its name, where no other sheet has the old one.
      after_update do
        was = [resin_before_last_save, hardener_before_last_save]
        Tin.renamed(was, [resin, hardener]) unless was == [resin, hardener]
      end

      # What is kept of it beside its numbers.
      UPKEEP = %w[id created_at updated_at lock_version calibration seal edition retired paired shop learns relearn].freeze
      # What its numbers were when the shop learned beside them no longer holds.
      before_update { self.relearn = true if (changed - UPKEEP).any? }

      # @return [Hash{String=>Object}] its numbers alone, as the bench keeps them with a batch; with what the shop learned, where that
      # counts
      def numbers
        attributes.except(*UPKEEP).merge(counts.empty? ? {} : { "shop" => counts })
      end

      # What the shop learned of it, whether it counts or not.
      # @return [Hash{String=>Object}, nil]
      def learned
        shop
      end

      # What the shop learned of it, where that counts.
      # @return [Hash{String=>Object}] nothing where it does not
      def counts
        (learns && learned) || {}
      end

      # An earlier edition says until when it held.
      def name
        ["#{resin} + #{hardener}", edition].reject(&:empty?).join(", ")
      end

      # The edition that holds now, where this is an earlier one.
      # @return [Sheet, nil]
      def newer
        edition.empty? ? nil : self.class.of_mix(resin, hardener).find_by(edition: "")
      end

      # Its numbers once more, for a sheet of its own.
      # @param changes [Hash]
      # @return [Sheet] saved
      def copied(**changes)
        dup.tap { |one| one.update!(lock_version: 0, **changes) }
      end
    end
  end
end
