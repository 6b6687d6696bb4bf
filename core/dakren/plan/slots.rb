# frozen_string_literal: true

module Dakren
  module Plan
    # Time of the crew that is still free: for what must be done in one go, and for what may be broken off and gone on with.
    class Slots
      LOOK_TRIES = 96
      # How far a coat is put off for the sake of a look after it.
      LOOK_STEP_MIN = 15.0
      # Nobody begins to sand for less than this.
      SCRAP_MIN = 15.0
      # Work on one coat that goes on for longer is no day's plan any more.
      MOST_PIECES = 120

      attr_reader :hands

      # @param hands [Hands]
      # @param heats [Array<Array(Float, Float)>] spells of warmth: what cures in one is not taken out of its mould meanwhile
      def initialize(hands, heats: [])
        @hands = hands
        @heats = heats
        @crews = { true => {}.compare_by_identity, false => {}.compare_by_identity }
      end

      # How many may lay a task, worked out once for each.
      # @param task [TaskToPlace] @param thorough [Boolean] are fewer hands looked into?
      # @return [Array<Integer>]
      def crews(task, thorough)
        @crews.fetch(thorough)[task] ||= task.crews(hands, thorough)
      end

      # @return [Float] that minute, or the end of the warm spell it would fall into
      def out_of_warmth(minute, length)
        @heats.reduce(minute) { |at, (from, to)| at < to && at + length > from ? to : at }
      end

      # First minute from there at which it goes in one go, with what must be looked at so long after it.
      # @param looks [Array<Array(Float, Float)>] minutes after its end: from and to
      # @return [Array(Float, Integer), nil] minute and who
      def in_one_go(minute, length, busy, need, looks = [])
        at = minute
        LOOK_TRIES.times do
          at, who = hands.first(at, length, busy, need)
          return if at.nil?
          return [at, who] if looks.all? { |from, to| hands.at(at + length + from, at + length + to, busy, Hands::ANYONE) }

          at += LOOK_STEP_MIN
        end
        nil
      end

      # Work that may be broken off and gone on with: as much as goes at a time, but no scraps.
      # @return [Array<Array(Float, Float, Integer)>] from, to and who
      # @raise [InputError]
      def worked(minute, length, busy, need = Hands::ANYONE)
        pieces = []
        left = length
        at = minute
        until left <= 1e-6
          too_long(length) if pieces.size >= MOST_PIECES
          pieces << piece(at, left, busy, need)
          left -= pieces.last[1] - pieces.last[0]
          at = pieces.last[1]
        end
        pieces
      end

      # @raise [InputError]
      def never(length)
        longest = hands.list.map { |hand| hand.hours.longest_min }.max
        raise InputError.new("hours",
          "never leave #{length.ceil} minutes in one go: the longest time between two breaks is #{longest} minutes")
      end

      private

      def piece(minute, left, busy, need)
        part = [left, SCRAP_MIN].min
        from, who = hands.first(minute, part, busy, need) || never(part)
        to = from + [left, hands.until_shut(from, who)].min
        met = busy.select { |begins, ends, mask| mask.anybits?(who) && begins < to - 1e-6 && ends > from + 1e-6 }.map(&:first).min
        [from, met ? [met, from].max : to, who]
      end

      def too_long(length)
        raise InputError.new("hours",
          "are too few for #{(length / 60).round} hours of hand work in one go: make the piece smaller, or tell what a step really takes")
      end
    end
  end
end
