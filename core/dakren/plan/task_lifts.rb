# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # Lifts of a task: how many stay cool enough, how long each waits, how hot they get on one another. Part of its planner.
    module TaskLifts
      # Fewer lifts, of so many mm each: how hot one of them would get, or what the data sheet allows instead.
      Instead = Value.define(:count, :each_mm, peak_c: nil, deepest_mm: nil)
      # So many lifts more than each would need by itself.
      MOST_MORE = 6
      # Less than this is stopped by no figure that is only assumed, g.
      LITTLE_G = 200

      # How hot its lifts get as they are laid.
      # @param schedule [Schedule, nil]
      # @return [LiftColumn::Heat, nil]
      def column_in(schedule)
        @held_column || (schedule && column(coats(schedule)))
      end

      # Why it is laid in so many lifts, where nobody told how many.
      # @return [Instead, nil] what fewer of them would come to; nil where it was told, or one is enough
      def fewer_lifts
        return if @task.coats || lifts < 2

        deepest = @task.sheet.clock.max_depth_mm
        @instead || (deepest && Instead.new(count: lifts - 1, each_mm: whole_need(1, lifts - 1).depth_mm, deepest_mm: deepest))
      end

      # How many lifts lie on one another; 1 where it is no pour.
      # @return [Integer]
      def lifts
        @task.kind.pours ? count : 1
      end

      private

      # How long each lift waits for the one below to cool, from when it was poured.
      # @param first [CoatPlan]
      # @return [Float] minutes
      def cool_min(first)
        return 0.0 unless @task.kind.pours && count > 1 && first.pour? && !@task.sheet.silent?

        order = first.order
        Cure::Cooling.new(order.laid_mix, depth_mm: first.film_mm, count: count, start_c: order.tins_c, room: cool_room(order), **ground)
          .wait_min
      rescue NotSolved
        0.0
      end

      # The room as it is when the first is poured: a column is solved once for a plan.
      def cool_room(order)
        Cure::Profile.constant(order.room_c)
      end

      def cool_enough(whole, least)
        need = whole_need(1, least)
        return least if need.depth_mm <= Cure::Lead::THINNEST_FOLLOWED_MM || @task.known || @task.sheet.silent?

        mix = @task.sheet.mix(powder: need.powder)
        mix = mix.covered if @task.covered?
        place = { start_c: @job.tins_at(@from_min), room: room.from(@from_min), **ground }
        alone_c = mix.pour(depth_mm: need.depth_mm, **place).peak_c
        return least unless Cure::Heat.refuses_lift?(alone_c)

        @instead = Instead.new(count: least, each_mm: need.depth_mm, peak_c: alone_c)

        deepest = Cure::Lifts.new(mix, **place, recoat: @task.sheet.recoat_window_min).deepest_mm
        deepest < Cure::Lifts::LEAST_MM ? least : stacked(mix, whole, [(whole / deepest).ceil, least].max, place)
      end

      # Lying on one another they lead their heat away worse than the first does into what it lies on: a few more of them, where that helps.
      def stacked(mix, whole, count, place)
        (count..(count + MOST_MORE)).find do |many|
          Cure::Cooling.new(mix, depth_mm: whole / many, count: many, **place.except(:room), room: Cure::Profile.constant(place[:room].at(0)))
            .possible?
        end || count
      end

      def too_hot?(planned, column)
        hot = column || planned.work_heat
        planned.pour? && hot && !guessed?(planned) && Cure::Heat.refuses_lift?(hot.peak_c)
      end

      # Its lifts on one another, section by section the hottest.
      # @param laid [Array<Entry>]
      # @return [LiftColumn::Heat, nil]
      def column(laid)
        return unless @task.kind.pours

        laid.group_by(&:section).values.filter_map { |coats| LiftColumn.of(coats) }.max_by(&:peak_c)
      rescue NotSolved
        nil
      end

      # An assumed heat advises, and never stops a plan of little.
      def guessed?(planned)
        clock = @task.sheet.clock
        little = planned.amounts.total.total_g.to_f * count < LITTLE_G
        little && clock.assumed?(:heat_j_g) && clock.max_depth_mm.nil? && clock.pot_peak_c.nil?
      end
    end
  end
end
