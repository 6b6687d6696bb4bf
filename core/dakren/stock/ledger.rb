# frozen_string_literal: true

require_relative "../base/exact"
require_relative "../base/value"

module Dakren
  # What stands on the shelf: how much is left, what jobs want of it, what to buy, and what it cost.
  module Stock
    # Something that happened to a tin. kind: :bought, :drawn, :weighed, :spilled or :binned; at: seconds; amount: exact, in the tin's own
    # unit, g or ml: what came, went, or was found; about: whatever the asker wants back.
    Entry = Value.define(:kind, :at, :amount, about: nil)

    # How much is in a tin, from what happened to it.
    #
    #   Ledger.new([Entry.new(kind: :bought, at: 0, amount: 1000), Entry.new(kind: :drawn, at: 5, amount: 92)]).level   # => (908/1)
    #
    # Rule: what was weighed stands, whatever the sums said; from there it is counted on.
    class Ledger
      # level: what is in it then; off: by how much a weighing found less (below 0: more) than was counted, nil of all else.
      Line = Value.define(:entry, :level, off: nil)
      SIGNS = { bought: 1, drawn: -1, spilled: -1 }.freeze

      # @param entries [Array<Entry>] of one moment in the order given
      def initialize(entries)
        @entries = entries.each_with_index.sort_by { |entry, i| [entry.at, i] }.map(&:first)
      end

      # @return [Array<Line>] in order
      def lines
        @lines ||= @entries.each_with_object([]) { |entry, done| done << line(entry, done.last&.level || 0r) }
      end

      # @return [Rational] below 0 where more was taken than it held: it is weighed then
      def level
        lines.last&.level || 0r
      end

      # What went out of it, by kind.
      # @return [Rational]
      def sum(kind)
        @entries.select { |entry| entry.kind == kind }.sum(0r) { |entry| Exact.of(entry.amount) }
      end

      private

      def line(entry, before)
        amount = Exact.of(entry.amount)
        case entry.kind
        when :weighed then Line.new(entry: entry, level: amount, off: before - amount)
        when :binned then Line.new(entry: entry, level: 0r)
        else Line.new(entry: entry, level: before + (SIGNS.fetch(entry.kind) * amount))
        end
      end
    end
  end
end
