# frozen_string_literal: true

module Dakren
  module Cure
    # A thin film: it follows the room, so a stage stated as t minutes at the reference temperature is
    # reached when its age is t, whatever the temperature did on the way.
    #
    #   Film.new(reaction, profile).reached_min(480)   # => 601.4, or nil when never within 60 days
    #
    # Rule: d(age)/dt = g(T). Integrated piece by piece of the profile by Gauss-Legendre.
    class Film
      # Nodes and weights of eight-point Gauss-Legendre on -1..1, one half.
      GAUSS = [[0.1834346424956498, 0.3626837833783620], [0.5255324099163290, 0.3137066458778873],
        [0.7966664774136267, 0.2223810344533745], [0.9602898564975363, 0.1012285362903763]].freeze
      # A piece narrower than this needs but three points: one in its middle, of eight ninths, and these.
      NARROW_C = 2.0
      GAUSS_3 = Math.sqrt(0.6)
      # A piece warming or cooling by more than this is cut, so that eight points stay exact to 1e-9.
      WIDEST_C = 12.0
      MOST_LOOKS = 12
      # What may be sought.
      AGES_MIN = (0..1_000_000)
      # Ours, of the computation: how near a time is found.
      NEAR_MIN = 1.0e-7

      # @param reaction [Reaction, Clock] anything that tells the pace at a temperature
      # @param profile [Profile]
      # @param stalled_below_c [Numeric, nil] ageing below this is not counted: the sheet promises none
      # @param until_min [Numeric] how far the room is followed
      def initialize(reaction, profile, stalled_below_c: nil, until_min: HORIZON_MIN)
        @reaction = reaction
        @stalled_below_c = stalled_below_c
        @until_min = until_min
        @first_c = profile.at(0)
        @steady = profile.constant?
        pieces = profile.pieces.take_while { |piece| piece[0] < until_min }
        from, to, c0, = pieces.last
        pieces[-1] = [from, [to, until_min].min, c0, profile.at(until_min)]
        @pieces = stalled_below_c ? cut_at(pieces, stalled_below_c) : pieces
        @aged = []
      end

      # The same room by another reaction.
      # @return [Film]
      def by(reaction)
        dup.tap { |film| film.follow(reaction) }
      end

      # @param age_min [Numeric] age sought, 0 to 1,000,000
      # @param start_age_min [Numeric] age it has at minute 0, e.g. what it aged in its cup
      # @return [Float, nil] minutes from minute 0; nil when not within 60 days
      # @raise [InputError]
      def reached_min(age_min, start_age_min: 0)
        reached_after(0.0, age_min, start_age_min: start_age_min)
      end

      # The same for a film that was spread later on in this room, or before it begins, when it was as warm as it begins.
      # @param from_min [Numeric] when it was spread, from minute 0
      # @return [Float, nil] minutes from minute 0; nil when not within 60 days of being spread, or not as far as the room is followed
      def reached_after(from_min, age_min, start_age_min: 0)
        Check.number(:age_min, age_min, AGES_MIN, "min") unless AGES_MIN.cover?(age_min)
        wanted = age_min - start_age_min
        return from_min.to_f if wanted <= 0

        if @steady
          minute = from_min + (wanted / (@first_pace || first_pace))
          return minute <= @until_min && minute - from_min <= HORIZON_MIN ? minute : nil
        end

        wanted += age_at(from_min)
        return wanted / first_pace if wanted <= 0

        index = first_piece { |i| aged_until(i) >= wanted }
        return if index.nil?

        from, to, c0, c1 = @pieces[index]
        minute = within(from, to, c0, c1, wanted - (index.zero? ? 0.0 : aged_until(index - 1)))
        minute - from_min <= HORIZON_MIN ? minute : nil
      end

      # @param minute [Numeric] from 0; before that, less than nothing
      # @return [Float] age in minutes
      def age_at(minute)
        return [minute, @until_min].min * first_pace if @steady || minute.negative?

        index = @pieces.bsearch_index { |_, to, *| to >= minute } || (@pieces.size - 1)
        from, to, c0, c1 = @pieces[index]
        (index.zero? ? 0.0 : aged_until(index - 1)) + aged_in(from, to, c0, c1, [to, minute].min)
      end

      protected

      def follow(reaction)
        @reaction = reaction
        @aged = []
        @first_pace = nil
      end

      private

      # Minutes of age a minute as the room begins.
      def first_pace
        @first_pace ||= @stalled_below_c && @first_c < @stalled_below_c ? 0.0 : @reaction.pace(@first_c)
      end

      # The first piece by whose end something is reached: those already known are searched, the others followed.
      def first_piece(&)
        known = @aged.size
        if known.positive? && yield(known - 1)
          (0...known).bsearch(&)
        else
          (known...@pieces.size).find(&)
        end
      end

      # Age gained from minute 0 to the end of a piece; remembered, since every stage asks again.
      def aged_until(index)
        (@aged.size..index).each do |i|
          from, to, c0, c1 = @pieces[i]
          @aged[i] = (i.zero? ? 0.0 : @aged[i - 1]) + aged_in(from, to, c0, c1, to)
        end
        @aged[index]
      end

      # Pieces that cross the lowest temperature, cut where they cross it.
      def cut_at(pieces, limit_c)
        pieces.flat_map do |from, to, c0, c1|
          next [[from, to, c0, c1]] unless (c0 < limit_c && c1 > limit_c) || (c0 > limit_c && c1 < limit_c)

          crossing = from + ((to - from) * (limit_c - c0) / (c1 - c0))
          [[from, crossing, c0, limit_c], [crossing, to, limit_c, c1]]
        end
      end

      # Age gained from the piece's start until a minute inside it.
      def aged_in(from, to, c0, c1, until_min)
        span = until_min - from
        return 0.0 unless span.positive?
        return 0.0 if @stalled_below_c && (c0 + c1) / 2 < @stalled_below_c
        return span * @reaction.pace(c0) if c0 == c1

        slope = (c1 - c0) / (to - from)
        width = (slope * span).abs
        return narrow(c0, slope, span) if width < NARROW_C

        cuts = (width / WIDEST_C).ceil.clamp(1, 100)
        part = span / cuts
        cuts.times.sum { |i| gauss(c0 + (slope * part * i), slope, part) }
      end

      def narrow(start_c, slope, span)
        middle = start_c + (slope * span / 2)
        off = slope * span / 2 * GAUSS_3
        span / 18 * ((8 * @reaction.pace(middle)) + (5 * (@reaction.pace(middle + off) + @reaction.pace(middle - off))))
      end

      def gauss(start_c, slope, span)
        half = span / 2
        middle = start_c + (slope * half)
        half * GAUSS.sum do |node, weight|
          weight * (@reaction.pace(middle + (slope * half * node)) + @reaction.pace(middle - (slope * half * node)))
        end
      end

      def within(from, to, c0, c1, wanted)
        return from + (wanted / @reaction.pace(c0)) if c0 == c1

        # Newton's way: the slope of the age is the pace, and changes little in a piece.
        slope = (c1 - c0) / (to - from)
        minute = (from + (wanted / @reaction.pace(c0))).clamp(from, to)
        MOST_LOOKS.times do
          off = aged_in(from, to, c0, c1, minute) - wanted
          before = minute
          minute = (minute - (off / @reaction.pace(c0 + (slope * (minute - from))))).clamp(from, to)
          return minute if (minute - before).abs < NEAR_MIN
        end
        Solve.root(from, to, tolerance: 1e-6) { |at| aged_in(from, to, c0, c1, at) - wanted }
      end
    end
  end
end
