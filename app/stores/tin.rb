# frozen_string_literal: true

require_relative "database"
require_relative "event"
require_relative "seals"

module Dakren
  module Stores
    # What a batch took out of a tin: worked out from what happened to the batch. amount: in the tin's unit; at: seconds on the wall.
    class Draw < Base
      belongs_to :batch, class_name: "Dakren::Stores::Batch"
      belongs_to :tin, class_name: "Dakren::Stores::Tin"
    end

    # A tin on the shelf, of a resin, or of a hardener of it.
    #
    # hardener: "" for a tin of resin; set_no: of those that belong together; unit: g, or ml where nobody knows a density; size: what it
    # held when it came, empty: what the tin itself weighs, g; price: of the tin; use_by: a day; level, opened_at, gone_at: as what happened
    # to it says.
    class Tin < Base
      include Seals::Sealed

      has_many :events, -> { order(:number) }, class_name: "Dakren::Stores::Event", inverse_of: :tin, dependent: :delete_all
      has_many :draws, class_name: "Dakren::Stores::Draw", dependent: :delete_all

      # What is told of it that stands in its row.
      TOLD = %w[lot set_no size empty price use_by].freeze

      scope :there, -> { where(gone_at: nil) }
      # The one that is open first, the one that must be used up first before the others.
      scope :in_order, -> { order(Arel.sql("gone_at IS NOT NULL, opened_at IS NULL, use_by = '', use_by, id")) }

      # A resin system is called otherwise: what stood under the old name and under no other sheet's goes with it.
      # @param was [Array(String, String)] resin and hardener @param now [Array(String, String)]
      def self.renamed(was, now)
        where(resin: was[0], hardener: was[1]).find_each { |tin| tin.update!(resin: now[0], hardener: now[1]) } unless
          Sheet.exists?(resin: was[0], hardener: was[1])
        where(resin: was[0], hardener: "").find_each { |tin| tin.update!(resin: now[0]) } unless Sheet.exists?(resin: was[0])
      end

      # @return [Array(String, String)] what is in it
      def material
        [resin, hardener]
      end

      def resin?
        hardener.empty?
      end

      def name
        resin? ? resin : hardener
      end

      # What it is called among others of the same.
      def called
        lot.empty? ? "tin #{id}" : "lot #{lot}"
      end

      def open?
        !opened_at.nil? && gone_at.nil?
      end

      # How full it is.
      # @return [Float] 0 to 1
      def share
        (level / size).clamp(0.0, 1.0)
      end

      # @param today [Date]
      def expired?(today)
        !use_by.empty? && Date.iso8601(use_by) < today
      end

      # Does another tin not belong to this one?
      # @param other [Tin]
      def crosses?(other)
        set_no != other.set_no
      end

      # Those of its events that were not taken back.
      # @return [Array<Event>]
      def standing
        all = events.to_a
        gone = all.select { |event| event.kind == "undone" }.map { |event| event.data["of"].to_i }
        all.reject { |event| event.kind == "undone" || gone.include?(event.number) }
      end

      # What happened to it, as it counts.
      # @return [Dakren::Stock::Ledger]
      def ledger
        told = standing.filter_map do |event|
          kind = event.kind.to_sym
          amount = kind == :bought ? size : event.data["amount"] || 0
          Dakren::Stock::Entry.new(kind: kind, at: event.at, amount: amount, about: event) if COUNTED.include?(kind)
        end
        came, rest = told.partition { |entry| entry.kind == :bought }
        Dakren::Stock::Ledger.new([*came, *rest, *draws.includes(:batch).order(:at, :id).map do |draw|
          Dakren::Stock::Entry.new(kind: :drawn, at: draw.at, amount: draw.amount, about: draw)
        end])
      end
      COUNTED = %i[bought weighed spilled binned].freeze

      # Something happened to it; within a transaction.
      # @param kind [Symbol] bought, opened, weighed, spilled, binned, told or undone
      def note(kind, at:, by:, data: {})
        events.create!(number: (events.maximum(:number) || 0) + 1, kind: kind.to_s, at: at, data: data, **by.columns)
        reckon
      end

      # Keeps what its history comes to.
      def reckon
        events.reset
        found = standing
        opened = [*found.select { |event| event.kind == "opened" }.map(&:at), draws.minimum(:at)].compact.min
        update_columns(level: ledger.level.to_f.round(3), opened_at: opened, gone_at: found.find { |event| event.kind == "binned" }&.at)
      end
    end
  end
end
