# frozen_string_literal: true

require_relative "../base/memo"

module Dakren
  module Cure
    # The top of a coat, asked as a film is asked: it ages with the warmth from below while that lasts, and then follows the room.
    class PourTop
      # Ours, of the computation: nearer the room than this a pour has cooled.
      COOL_WITHIN_C = 0.25
      TRACKS = Memo.new(300)

      # @param mix [Mix]
      # @param depth_mm [Numeric]
      # @param start_c [Numeric]
      # @param room [Profile] from the moment it is poured
      # @param wall [Wall] @param plan [Footprint, nil] where it is small in plan
      def initialize(mix, depth_mm:, start_c:, room:, wall: Wall::GROUNDS[:wood], plan: nil)
        @reaction = mix.reaction
        @room = room
        @track = TRACKS.recall([mix.key, mix.nodes, depth_mm.to_f, start_c.to_f, room, wall, plan]) do
          Pour.new(@reaction, mix.body, depth_mm: depth_mm, start_c: start_c, room: room, wall: wall, plan: plan,
            nodes: mix.nodes).run { |state| state.spent? && state.hottest_c < room.at(state.minute) + COOL_WITHIN_C }.track
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
        rest = Film.new(@reaction, @room.from(minute)).reached_min(wanted, start_age_min: top_age)
        rest && (minute + rest)
      end

      # Age of the top at one minute after pouring.
      # @return [Float] minutes
      def age_at(minute)
        after = @track.bsearch_index { |step| step[0] >= minute }
        if after.nil?
          last = @track.last
          return last[4] + Film.new(@reaction, @room.from(last[0])).age_at(minute - last[0])
        end
        return @track[0][4] if after.zero?

        before = @track[after - 1]
        after = @track[after]
        Hermite.at((minute - before[0]) / (after[0] - before[0]), before[4], after[4], *slopes(before, after))
      end

      private

      def between(before, after, wanted)
        before[0] + ((after[0] - before[0]) * Hermite.crossing(wanted, before[4], after[4], *slopes(before, after)))
      end

      # Minutes of age in this step at the pace of its two ends.
      def slopes(before, after)
        length = after[0] - before[0]
        [length * @reaction.pace(before[1]), length * @reaction.pace(after[1])]
      end
    end
  end
end
