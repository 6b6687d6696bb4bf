# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/memo"

module Dakren
  module Cure
    # A coat too thin to be followed for itself: how far the top of it ages ahead of a film for the warmth it makes, and how warm it gets.
    #
    # Rule: the very pour, in a room that stays as it is when the coat goes on; between two degrees and the next, and between a tenth of a
    # millimetre and the next, by a straight line: that strays less than the pour's own steps do. It goes to nothing as the coat does.
    class Lead
      # Thicker than this each coat is followed in its own room.
      THINNEST_FOLLOWED_MM = 0.5
      # Ours, of the computation: how finely rooms are told apart.
      EVERY_C = 2.0
      EVERY_MM = 0.1
      NODES = 9
      # Ours, of the computation: nearer the room than this a film is the room's.
      COOL_WITHIN_C = 0.1
      KNOWN = Memo.new(4000)

      # age_min: minutes of age ahead; rise_c: °C at the most; peak_min: when.
      Ahead = Value.define(:age_min, :rise_c, :peak_min) do
        # What lies between this and another.
        # @param share [Float] 0 to 1 of the way
        def towards(other, share)
          return self if share.zero?

          self.class.new(age_min: age_min + ((other.age_min - age_min) * share), rise_c: rise_c + ((other.rise_c - rise_c) * share),
            peak_min: peak_min + ((other.peak_min - peak_min) * share))
        end
      end

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
        share.zero? ? in_a_room(low) : in_a_room(low).towards(in_a_room(low + EVERY_C), share)
      end

      private

      def in_a_room(room_c)
        tenths = (@depth_mm / EVERY_MM).round(9)
        low = tenths.floor
        share = tenths - low
        return known(low, room_c) if share.zero?

        above = known(low + 1, room_c)
        (low.zero? ? above.with(age_min: 0.0, rise_c: 0.0) : known(low, room_c)).towards(above, share)
      end

      # @param tenths [Integer] of a millimetre deep
      def known(tenths, room_c)
        KNOWN.recall([*@mix.key, tenths, @wall, room_c]) { followed(tenths * EVERY_MM, room_c.clamp(-40.0, 120.0)) }
      end

      def followed(depth_mm, room_c)
        last = nil
        run = Pour.new(@mix.reaction, @mix.body, depth_mm: depth_mm, start_c: room_c, room: Profile.constant(room_c), wall: @wall,
          nodes: NODES).run { |tally| (last = tally).spent? && tally.hottest_c < room_c + COOL_WITHIN_C }
        ahead = last ? last.top_age_min - (last.minute * @mix.reaction.pace(room_c)) : 0.0
        Ahead.new(age_min: [ahead, 0.0].max, rise_c: [run.peak_c - room_c, 0.0].max, peak_min: run.peak_min)
      end
    end
  end
end
