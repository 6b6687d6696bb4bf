# frozen_string_literal: true

require_relative "column"
require_relative "../base/memo"

module Dakren
  module Cure
    # How long the next lift waits for the one below to cool: poured sooner, the column would get hotter than the sheet allows.
    #
    #   Cooling.new(mix, depth_mm: 20, count: 3, start_c: 22, room: Profile.constant(21)).wait_min   # => 180.0
    #
    # Rule: put off in steps of 15 minutes until no place of the column is above the limit, or the lift is less than 5 K hotter than its
    # first; the limit is the higher of the sheet's own and what the sheet's own depth reaches alone at its reference temperature, and 5 K.
    # Where no depth is told the limit is the usual one, so that nothing waits shorter for knowing less; where no waiting helps nothing
    # waits: then the grades of heat speak.
    class Cooling
      # How finely and how long it is followed is ours; the margin is the rule's.
      STEP_MIN = 15.0
      LONGEST_MIN = 72 * 60.0
      MARGIN_K = 5.0
      # Lifts beyond the third meet a column as they do.
      MOST_LIFTS = 3
      NODES = 9
      KNOWN = Memo.new(500)

      # @param mix [Mix] as it is laid @param depth_mm [Numeric] of each lift @param count [Integer] how many there are
      # @param start_c [Numeric] @param room [Profile] @param wall [Wall] @param plan [Footprint, nil]
      def initialize(mix, depth_mm:, count:, start_c:, room:, wall: Wall::GROUNDS[:wood], plan: nil)
        @mix = mix
        @depth_mm = depth_mm.to_f
        @count = [count, MOST_LIFTS].min
        @place = { room: room, wall: wall, plan: plan }
        @start_c = start_c.to_f
      end

      # @return [Float] minutes from one lift to the next; 0 where none has to wait
      def wait_min
        return 0.0 if @count < 2 || !@mix.told?

        KNOWN.recall([@mix.key, @depth_mm, @count, @start_c, *@place.values]) { found }
      end

      # Is there any wait at which it stays cool?
      def possible?
        return true if @count < 2 || !@mix.told?

        KNOWN.recall([:possible, @mix.key, @depth_mm, @count, @start_c, *@place.values]) { [cool?(LONGEST_MIN) || cool?(0.0)] }.first
      end

      private

      # The first step at which it stays cool, halved out.
      def found
        return 0.0 if cool?(0.0)
        return 0.0 unless cool?(LONGEST_MIN)

        low = 0
        high = (LONGEST_MIN / STEP_MIN).to_i
        while high - low > 1
          middle = (low + high) / 2
          cool?(middle * STEP_MIN) ? high = middle : low = middle
        end
        high * STEP_MIN
      end

      def cool?(apart_min)
        run = column(Array.new(@count) { |i| i * apart_min })
        run.peak_c <= [limit_c, alone_c + MARGIN_K].max
      end

      def column(minutes)
        lifts = minutes.map { |minute| Column::Lift.new(depth_mm: @depth_mm, at_min: minute, start_c: @start_c) }
        Column.new(@mix.reaction, @mix.body, lifts: lifts, nodes: NODES, **@place).run
      end

      # How hot the first lift gets by itself.
      def alone_c
        @alone_c ||= column([0.0]).peak_c
      end

      def limit_c
        clock = @mix.clock
        return clock.depth_peak_limit_c + MARGIN_K if clock.max_depth_mm.nil?

        reference = clock.reference_temp_c
        own = Mix.new(clock).pour(depth_mm: clock.max_depth_mm, start_c: reference, room: Profile.constant(reference)).peak_c
        [clock.depth_peak_limit_c, own].max + MARGIN_K
      end
    end
  end
end
