# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/memo"

module Dakren
  module Cure
    # A coat too thin to be followed for itself: how far the top of it ages ahead of a film for the warmth it makes, and how warm it gets.
    #
    # Rule: the very pour, in a room that stays as it is when the coat goes on; between two degrees and the next by a straight line. It
    # goes to nothing as the coat does.
    class Lead
      # Thicker than this each coat is followed in its own room.
      THINNEST_FOLLOWED_MM = 0.5
      # Ours, of the computation: how finely rooms are told apart.
      EVERY_C = 2.0
      NODES = 9
      # Ours, of the computation: nearer the room than this a film is the room's.
      COOL_WITHIN_C = 0.1
      KNOWN = Memo.new(4000)

      # age_min: minutes of age ahead; rise_c: °C at the most; peak_min: when.
      Ahead = Value.define(:age_min, :rise_c, :peak_min)

      # @param mix [Mix] @param depth_mm [Numeric] 0.001 to 0.5 @param wall [Wall]
      def initialize(mix, depth_mm:, wall: Wall::GROUNDS[:wood])
        @mix = mix.with(nodes: NODES)
        @depth_mm = depth_mm.to_f
        @wall = wall
      end

      # @param room_c [Float] °C when it goes on
      # @return [Ahead]
      def at(room_c)
        low = (room_c / EVERY_C).floor * EVERY_C
        share = (room_c - low) / EVERY_C
        below = known(low)
        return below if share.zero?

        above = known(low + EVERY_C)
        Ahead.new(**Ahead.members.to_h { |name| [name, below[name] + ((above[name] - below[name]) * share)] })
      end

      private

      def known(room_c)
        KNOWN.recall([*@mix.key, @depth_mm, @wall, room_c]) { followed(room_c.clamp(-40.0, 120.0)) }
      end

      def followed(room_c)
        last = nil
        run = Pour.new(@mix.reaction, @mix.body, depth_mm: @depth_mm, start_c: room_c, room: Profile.constant(room_c), wall: @wall,
          nodes: NODES).run { |tally| (last = tally).spent? && tally.hottest_c < room_c + COOL_WITHIN_C }
        ahead = last ? last.top_age_min - (last.minute * @mix.reaction.pace(room_c)) : 0.0
        Ahead.new(age_min: [ahead, 0.0].max, rise_c: [run.peak_c - room_c, 0.0].max, peak_min: run.peak_min)
      end
    end
  end
end
