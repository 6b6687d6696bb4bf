# frozen_string_literal: true

require_relative "causes"

module Dakren
  module Faults
    # One cause as a history has it. score: what puts it in order; evidence: what the history says, by weight; of: facts nobody told that
    # could speak for it.
    Suspect = Value.define(:cause, :score, :evidence, :place) do
      # Does the history speak for it, and not only what is usual?
      def blamed?
        evidence.sum(&:first) >= Look::BLAMED_FROM
      end

      # Does the history speak against it?
      def cleared?
        evidence.sum(&:first) <= -Look::BLAMED_FROM
      end

      # @return [Array<String>]
      def speaks_for
        evidence.select { |weight, _| weight.positive? }.map(&:last)
      end

      # @return [Array<String>]
      def speaks_against
        evidence.select { |weight, _| weight.negative? }.map(&:last)
      end
    end

    # What is seen on a piece of work, held against what its history says.
    #
    #   Look.new(:streaks, mixed_share: 0.3, second_cup: false).causes.first.cause.label   # => "Not mixed through"
    #
    # Rule: a cause's place among those of its sign, plus what the history says for and against it; small faults add up.
    class Look
      # How much likelier each place in the list is, ln: ours until weighed.
      PLACES = [2.0, 1.6, 1.3, 1.0, 0.8, 0.6, 0.4].freeze
      BLAMED_FROM = 1.0
      # So many faults, each too small to be blamed, make one together.
      SMALL_FAULTS = 2

      # @param seen [Symbol] of SIGNS
      # @param facts [Hash{Symbol=>Object}] see Clues
      # @raise [InputError]
      def initialize(seen, facts)
        @sign = SIGNS[seen] or raise InputError.new(:seen, "must be one of #{SIGNS.keys.join(", ")}", given: seen)
        @clues = Clues.new(facts)
      end

      attr_reader :sign

      # @return [Array<Suspect>] the likeliest first
      def causes
        @causes ||= possible.map { |cause| suspect(cause) }.sort_by { |one| [-one.score, one.place] }
      end

      # How much the history says for the likeliest: of several histories the one that tells most.
      # @return [Float]
      def weight
        causes.map { |one| one.evidence.sum(&:first) }.max
      end

      # Each a little off: cool, damp, a little off the ratio.
      # @return [Array<String>] what they are, where none is to be blamed alone
      def small_faults
        return [] if causes.any?(&:blamed?)

        found = causes.flat_map(&:speaks_for).uniq { |words| words[/[\d.]+ °C/] || words }
        found.size >= SMALL_FAULTS ? found : []
      end

      # What nobody told that could tell: asked of who saw it.
      # @return [Hash{Symbol=>String}] fact => question
      def questions
        clues = possible.flat_map { |cause| cause.clues.keys }
        Clues::ASKED.slice(*clues.filter_map { |name| Clues::LOOKS_AT[name] })
      end

      private

      def possible
        CAUSES.select { |cause| cause.signs.key?(sign.name) }
      end

      def suspect(cause)
        place = cause.signs.fetch(sign.name)
        evidence = cause.clues.filter_map { |name, counts| @clues.read(name)&.then { |weight, words| [weight * counts, words] } }
        Suspect.new(cause: cause, score: PLACES.fetch(place - 1) + evidence.sum(&:first), evidence: evidence, place: place)
      end
    end
  end
end
