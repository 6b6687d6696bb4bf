# frozen_string_literal: true

module Dakren
  module Plan
    # Time of the crew that is still free. Part of the scheduler.
    module Slots
      LOOK_TRIES = 96
      # Nobody begins to sand for less than this.
      SCRAP_MIN = 15.0
      # Work on one coat that goes on for longer is no day's plan any more.
      MOST_PIECES = 120

      private

      # First minute from there at which somebody has that long in one go, beside what is planned already.
      def clear(minute, length, busy)
        at = minute
        (busy.size + LOOK_TRIES).times do
          at = @hours.fit(at, length)
          return if at.nil?

          met = overlapping(at, at + length, busy)
          return at if met.nil?

          at = met[1]
        end
        nil
      end

      # Work that may be broken off and gone on with: as much as goes at a time, but no scraps.
      # @return [Array<Array(Float, Float)>]
      def worked(minute, length, busy)
        pieces = []
        left = length
        at = minute
        until left <= 1e-6
          too_long(length) if pieces.size >= MOST_PIECES
          part = [left, SCRAP_MIN].min
          from = clear(at, part, busy) || never(part)
          to = from + [left, @hours.until_shut(from)].min
          met = overlapping(from, to, busy)
          to = met[0] if met
          pieces << [from, to]
          left -= to - from
          at = to
        end
        pieces
      end

      def overlapping(from, to, busy)
        busy.find { |begins, ends| begins < to - 1e-6 && ends > from + 1e-6 }
      end

      def too_long(length)
        raise InputError.new("hours",
          "are too few for #{(length / 60).round} hours of hand work in one go: make the piece smaller, or tell what a step really takes")
      end

      def never(length)
        raise InputError.new("hours",
          "never leave #{length.ceil} minutes in one go: the longest time between two breaks is #{@hours.longest_min} minutes")
      end
    end
  end
end
