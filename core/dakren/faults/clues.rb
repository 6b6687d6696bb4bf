# frozen_string_literal: true

require_relative "../base/check"
require_relative "facts"
require_relative "weights"
require_relative "mix_clues"
require_relative "work_clues"

module Dakren
  module Faults
    # What a history can say, and how it is read: each clue looks at a few facts and answers [weight, words], or nil where the history does
    # not say. Weights are natural logarithms of how much likelier it makes a cause (above 0) or less likely (below 0); ours until weighed,
    # but for their order, which is the trade's.
    class Clues
      include Facts
      include Weights
      include MixClues
      include WorkClues

      # @param facts [Hash{Symbol=>Object}]
      # @raise [InputError] naming a fact that is none, or is not of its kind
      def initialize(facts)
        facts.each { |name, value| check(name, value) }
        @facts = facts
      end

      # @param name [Symbol] of a clue
      # @return [Array(Float, String), nil]
      def read(name)
        send(name)
      end

      private

      def check(name, value)
        return if value.nil?
        return Check.number(name, value, FIGURES) if NUMBERS.include?(name)
        raise InputError.new(name, "is not a fact of a history") unless YES_NO.include?(name)

        raise InputError.new(name, "must be true or false", given: value) unless [true, false].include?(value)
      end

      def fact(name)
        @facts[name]
      end

      # Something that is so, or not so, or not known.
      def yes_no(name, yes, no, weight: STRONG, against: AGAINST)
        return if fact(name).nil?

        fact(name) ? [weight, yes] : [against, no]
      end

      def degrees(value)
        "#{Check.plain(value.round(1))} °C"
      end

      def pct(value)
        "#{Check.plain(value.abs.round(1))} %"
      end

      def times(share)
        Check.plain(share.round(2))
      end
    end
  end
end
