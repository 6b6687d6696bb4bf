# frozen_string_literal: true

require_relative "../base/memo"

module Dakren
  module Cure
    # A small body in a mould, slot or cell, asked as the top of a pour is: it ages with its own warmth while that lasts, and then
    # follows the room.
    class PocketAge
      TRACKS = Memo.new(300)

      # @param mix [Mix]
      # @param pocket [Hash] volume_ml, depth_mm, perimeter_mm
      # @param start_c [Numeric] @param room [Profile] from the moment it is poured @param wall [Wall]
      def initialize(mix, pocket:, start_c:, room:, wall:)
        @reaction = mix.reaction
        @room = room
        room_c = room.at(0)
        @track = TRACKS.recall([mix.key, pocket, start_c.to_f, room_c, wall]) do
          vessel = Pocket.new(density_g_ml: mix.density_g_ml, wall: wall, **pocket)
          Cup.new(mix.reaction, mix.body, vessel: vessel, start_c: start_c, room_c: room_c).run(until_cool: true).track
        end
      end

      # @param age_min [Numeric] age sought
      # @param start_age_min [Numeric] age it had when poured
      # @return [Float, nil] minutes after pouring; nil when not within 60 days
      def reached_min(age_min, start_age_min: 0)
        wanted = age_min - start_age_min
        return 0.0 if wanted <= 0

        after = @track.bsearch_index { |step| step[2] >= wanted }
        return between(@track[after - 1], @track[after], wanted) if after&.positive?

        minute, _, age = @track.last
        rest = Film.new(@reaction, @room.from(minute)).reached_min(wanted, start_age_min: age)
        rest && (minute + rest)
      end

      private

      def between(before, after, wanted)
        length = after[0] - before[0]
        before[0] + (length * Hermite.crossing(wanted, before[2], after[2], length * @reaction.pace(before[1]),
          length * @reaction.pace(after[1])))
      end
    end
  end
end
