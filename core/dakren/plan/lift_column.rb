# frozen_string_literal: true

require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Plan
    # The lifts of one task as they are laid, one on another: how hot the whole gets, which is more than any of them alone.
    #
    #   LiftColumn.of(schedule.coats)   # => Heat, or nil where there is but one, or nobody knows
    #
    # Rule: lifts poured before the one below has reacted to 0.58 at its middle are told as one pour of their depths; they are solved as
    # they are laid, each on the column below it as it then is.
    class LiftColumn
      # peak_c, peak_min: hottest of the whole, from when the first was poured; depth_mm: of all, where as_one: are they told as one pour?
      Heat = Value.define(:peak_c, :peak_min, :depth_mm, :as_one)
      AS_ONE_CONVERSION = 0.58
      # Lifts beyond these meet a column as they do.
      MOST_LIFTS = 4
      NODES = 9
      KNOWN = Memo.new(300)

      # @param coats [Array<Entry>] of one task, in the order they are laid
      # @return [Heat, nil]
      # @raise [NotSolved]
      def self.of(coats)
        first = coats.first&.plan
        return if coats.size < 2 || !first.pour? || first.sheet.silent?

        new(coats.first(MOST_LIFTS)).heat
      end

      def initialize(coats)
        @coats = coats
        @order = coats.first.plan.order
        @begun = coats.first.from_min + coats.first.plan.batches.first.pour_from
      end

      # @return [Heat]
      def heat
        KNOWN.recall([mix.key, lifts, room, *@order.ground.values]) do
          run = Cure::Column.new(mix.reaction, mix.body, lifts: lifts, room: room, nodes: NODES, **@order.ground).run
          Heat.new(peak_c: run.peak_c, peak_min: run.peak_min, depth_mm: lifts.sum(&:depth_mm), as_one: as_one?)
        end
      end

      private

      def mix
        @mix ||= @order.laid_mix
      end

      def room
        @room ||= @order.room.from(@begun)
      end

      def lifts
        @lifts ||= @coats.map do |coat|
          at = coat.from_min + coat.plan.batches.first.pour_from - @begun
          Cure::Column::Lift.new(depth_mm: coat.plan.film_mm.to_f, at_min: [at, 0.0].max.round, start_c: coat.plan.order.tins_c.to_f)
        end
      end

      # Is any poured before the one below has set in its middle?
      def as_one?
        gap = lifts.each_cons(2).map { |one, two| two.at_min - one.at_min }.min
        run = mix.with(nodes: NODES).pour(depth_mm: lifts.first.depth_mm, start_c: lifts.first.start_c, room: room, **@order.ground)
        step = run.track.reverse.find { |row| row[0] <= gap }
        mix.reaction.conversion_at(step[5]) < AS_ONE_CONVERSION
      end
    end
  end
end
