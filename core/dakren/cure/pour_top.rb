# frozen_string_literal: true

require_relative "../base/memo"

module Dakren
  module Cure
    # The top of a thick pour, asked as a film is asked: it ages with the warmth from below while that
    # lasts, and then follows the room.
    #
    # Rule: a coat above 2 mm is a pour; its stages are taken from the top.
    class PourTop
      FILM_LIMIT_MM = 2.0
      COOL_WITHIN_C = 2.0
      TRACKS = Memo.new(300)

      # @param mix [Mix]
      # @param depth_mm [Numeric]
      # @param start_c [Numeric]
      # @param room [Profile] from the moment it is poured
      def initialize(mix, depth_mm:, start_c:, room:)
        @clock = mix.clock
        @room = room
        @track = TRACKS.recall([mix.key, mix.nodes, depth_mm.to_f, start_c.to_f, room]) do
          Pour.new(mix.body, rate_per_s: mix.pour_rate_per_s, depth_mm: depth_mm, start_c: start_c, room: room, nodes: mix.nodes)
            .run { |state| state.spent? && state.hottest_c < room.at(state.minute) + COOL_WITHIN_C }.track
        end
      end

      # @param age_min [Numeric] age sought
      # @param start_age_min [Numeric] age it had when poured
      # @return [Float, nil] minutes after pouring; nil when not within 60 days
      def reached_min(age_min, start_age_min: 0)
        wanted = age_min - start_age_min
        return 0.0 if wanted <= 0

        after = @track.bsearch_index { |step| step[4] >= wanted }
        return between(@track[after - 1], @track[after], wanted) if after

        minute = @track.last[0]
        top_age = @track.last[4]
        rest = Film.new(@clock, @room.from(minute)).reached_min(wanted, start_age_min: top_age)
        rest && (minute + rest)
      end

      private

      def between(before, after, wanted)
        before[0] + ((after[0] - before[0]) * (wanted - before[4]) / (after[4] - before[4]))
      end
    end
  end
end
