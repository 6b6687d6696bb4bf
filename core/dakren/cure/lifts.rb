# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/memo"

module Dakren
  module Cure
    # Cutting a deep casting into lifts: how deep each may be in this room, and how long to wait.
    #
    #   lifts = Lifts.new(mix, start_c: 22, room: Profile.constant(20), recoat: 720..2880)
    #   lifts.largest_mm          # deepest lift that stays under the sheet's limit in this room
    #   lifts.plan(60)            # => depths, and the wait after each
    #
    # Rule: next lift when the top's age is inside its recoat window and the column stays cool with it on top, see Cooling.
    class Lifts
      # Ours: deeper than this nothing is planned as one pour.
      DEEPEST_MM = 1000.0
      SEARCH_NODES = 21
      # Ours, of the computation: a run so far above what is sought need not be finished.
      FAR_ABOVE_C = 40.0
      # Ours: so many lifts are tried one by one.
      FEW = 3
      # Less than this is no lift.
      LEAST_MM = 0.1
      # Nobody waits longer than this for the next lift.
      LONGEST_WAIT_MIN = 14 * 1440.0
      LARGEST = Memo.new(500)
      PEAKS = Memo.new(500)
      WAITS = Memo.new(500)

      # opens_min is nil when its top never gets so far in time; closes_min is nil where the sheet is silent.
      Wait = Value.define(:opens_min, :closes_min, :cool_min, :tacky_min) do
        # Does the window close before it has cooled? Then: let it cure, abrade, pour.
        def missed?
          opens_min.nil? || (!closes_min.nil? && opens_min > closes_min)
        end
      end

      # @param mix [Mix]
      # @param start_c [Numeric] °C of the mix
      # @param room [Profile]
      # @param recoat [Array(Numeric, Numeric), nil] ages at which the window opens and closes; nil if silent
      # @param wall [Wall] what it lies on @param plan [Footprint, nil] where it is small in plan
      def initialize(mix, start_c:, room:, recoat: nil, wall: Wall::GROUNDS[:wood], plan: nil)
        @mix = mix
        @coarse = mix.with(nodes: SEARCH_NODES)
        @place = { start_c: start_c, room: room, wall: wall, plan: plan }
        @recoat = recoat
      end

      # @return [Float] mm, at most 1000; the sheet's own largest depth is a further limit the caller applies
      # @raise [NotSolved]
      def largest_mm
        limit = @mix.clock.depth_peak_limit_c
        LARGEST.recall([@mix.key, @place]) do
          over = ->(log_mm) { peak_near(Math.exp(log_mm), limit) - limit }
          low = Math.log(0.1)
          high = Math.log(DEEPEST_MM)
          at_high = over.call(high)
          at_low = over.call(low)
          if at_high <= 0 then DEEPEST_MM
          elsif at_low >= 0 then 0.0
          else Math.exp(Solve.root(low, high, tolerance: 0.002, at_low: at_low, at_high: at_high, &over))
          end
        end
      end

      # The largest here, and no deeper than the sheet allows.
      # @return [Float] mm
      def deepest_mm
        [largest_mm, @mix.clock.max_depth_mm].compact.min
      end

      # Equal lifts, each no deeper than the limit.
      # @param depth_mm [Numeric] of the whole void, 0.1 to 1000
      # @param deepest_mm [Numeric] limit for one lift
      # @return [Array<Float>] depths from the bottom up
      def plan(depth_mm, deepest_mm: self.deepest_mm)
        depth = Check.number(:depth_mm, depth_mm, 0.1..DEEPEST_MM, "mm")
        raise InputError.new(:room_c, "is too warm for any lift of this mix to stay under its limit") if deepest_mm < LEAST_MM

        count = (depth / deepest_mm).ceil
        Array.new(count, depth / count)
      end

      # A depth in as few equal lifts as stay under the limit here. A few are tried as they are; only where those are not enough is the
      # largest there could be looked for, which takes longer.
      # @param depth_mm [Numeric] of the whole void, 0.1 to 1000
      # @return [Array<Float>] depths from the bottom up; none where it is too warm for any lift
      def fewest(depth_mm)
        depth = Check.number(:depth_mm, depth_mm, 0.1..DEEPEST_MM, "mm")
        few = (1..FEW).find { |count| cool_enough?(depth / count) }
        return Array.new(few, depth / few) if few

        deepest_mm < LEAST_MM ? [] : plan(depth)
      end

      # @param depth_mm [Numeric] of one lift @param count [Integer] how many of them lie on one another in the end
      # @return [Wait] minutes after it was poured
      def wait(depth_mm, count: 2)
        WAITS.recall([@mix.key, @place, @recoat, depth_mm.to_f, count]) do
          track = @recoat && followed(depth_mm)
          tacky, closes = @recoat&.map { |age| when_aged(track, age) }
          cool = Cooling.new(@mix, depth_mm: depth_mm, count: count, **@place).wait_min
          opens = @recoat.nil? || tacky ? [cool, tacky].compact.max : nil
          Wait.new(opens_min: opens, closes_min: closes, cool_min: cool, tacky_min: tacky)
        end
      end

      private

      # Does one lift of that depth stay within what the sheet allows, and under its limit in this room?
      def cool_enough?(depth_mm)
        most = @mix.clock.max_depth_mm
        return false if most && depth_mm > most

        known = LARGEST.known([@mix.key, @place])
        limit = @mix.clock.depth_peak_limit_c
        known ? depth_mm <= known : PEAKS.recall([@mix.key, @place, depth_mm]) { peak_near(depth_mm, limit) } <= limit
      end

      # Hottest °C, followed no further once it is far above the limit.
      def peak_near(depth_mm, limit)
        Pour.new(@coarse.reaction, @coarse.body, depth_mm: depth_mm, nodes: SEARCH_NODES, **@place)
          .run { |tally| tally.peak_c > limit + FAR_ABOVE_C || tally.spent? }.peak_c
      end

      # The lift followed until its top is past the window.
      def followed(depth_mm)
        Pour.new(@mix.reaction, @mix.body, depth_mm: depth_mm, **@place).run(until_min: LONGEST_WAIT_MIN) do |state|
          state.spent? && state.top_age_min >= @recoat[1]
        end.track
      end

      def when_aged(track, age)
        before, after = track.each_cons(2).find { |_, step| step[4] >= age }
        return unless before

        before[0] + ((after[0] - before[0]) * (age - before[4]) / (after[4] - before[4]))
      end
    end
  end
end
