# frozen_string_literal: true

module Dakren
  module Plan
    # A coat where it lies: with what age it left its cups, and when it reaches its stages. Minutes from the start of mixing the first
    # batch.
    class LaidCoat
      # Beads and the like age as a film does.
      THIN_MM = 1.0

      # @param order [CoatOrder] @param batches [Array<CoatPlan::PlannedBatch>]
      # @param film_mm [Numeric, nil] how thick it lies @param conditions [Hash] of its cups, as Cure::Mix asks for it
      def initialize(order, batches, film_mm:, conditions:)
        @order = order
        @batches = batches
        @film_mm = film_mm
        @conditions = conditions
      end

      # Is it thick enough to be followed for itself?
      def pour?
        !@film_mm.nil? && @film_mm > Cure::Lead::THINNEST_FOLLOWED_MM
      end

      # @return [Cure::Band] minutes left once spread from the moment it is poured out
      def working
        first_laid.working
      end

      # From the first square metre's early figure to the last one's late figure.
      # @param name [Symbol] of Cure::STAGES
      # @return [Cure::Band, nil] minutes from the start; nil when the sheet does not say
      def stage(name)
        @stages ||= {}
        @stages.fetch(name) { @stages[name] = reached(name) }
      end

      # @return [Cure::Band, nil] when it is hard, minutes from the start; nil where the sheet does not say
      def hard
        stage(sheet.hard_stage)
      end

      # @return [Cure::Band] when the coat can no longer be worked, from the start
      def thickens
        first = first_laid.working.plus(batches.first.pour_from)
        last = last_laid.working.plus(batches.last.done_at)
        Cure::Band.new(early: first.early, middle: last.middle, late: last.late)
      end

      # Minute and age at which the first cup and the last leave their cups.
      # @return [Array(Array(Float, Float), Array(Float, Float))]
      def ages
        [[batches.first, batches.first.pour_from], [batches.last, batches.last.done_at]].map do |batch, minute|
          [minute, cup_age(batch, minute) + lead_min]
        end
      end

      def lead
        @lead ||= Cure::Lead.new(mix, depth_mm: (@film_mm || THIN_MM).to_f, wall: order.ground[:wall]).at(order.room.at(order.from_min))
      end

      def ageing
        @ageing ||= order.ageing || Ageing.new(sheet, order.room)
      end

      # @return [Cure::Mix] what lies there
      def mix
        @mix ||= order.laid_mix
      end

      private

      attr_reader :order, :batches

      def sheet
        order.sheet
      end

      def reached(name)
        first = first_laid.of(name)&.plus(batches.first.pour_from)
        last = last_laid.of(name)&.plus(batches.last.done_at)
        first && Cure::Band.new(early: first.early, middle: last.middle, late: last.late)
      end

      def first_laid
        @first_laid ||= laid(batches.first, batches.first.pour_from)
      end

      # A thick coat is one body whoever poured it first: its last cup ages with it.
      def last_laid
        @last_laid ||= pour? ? first_laid : laid(batches.last, batches.last.done_at)
      end

      # Age of what is laid at that minute: its vessel's until it is out of that, a film's from there on. What has passed its working
      # time in the vessel is not spread any more, so nothing on the work is older than that when it leaves.
      def cup_age(batch, minute)
        return 0.0 unless order.mix.told?

        since = minute - batch.mix_from
        held = [since, batch.portion.held_min].min
        age = [order.mix.cup_age_min(held, **@conditions), order.mix.working_min].min
        age + ((since - held) * order.mix.reaction.pace(order.room.at(order.from_min)))
      end

      # Stage times of what left its cup at that minute, with the age it had by then.
      def laid(batch, minute)
        age = cup_age(batch, minute)
        StageTimes.of(sheet, room: order.room, from_min: order.from_min + minute, ageing: ageing, start_age_min: age,
          mix: mix, depth_mm: (@film_mm || THIN_MM).to_f, start_c: order.tins_c, **order.ground)
      end

      # How far a thin coat ages ahead of a film for the warmth it makes, minutes of age.
      def lead_min
        @lead_min ||= pour? || !order.mix.told? ? 0.0 : lead.age_min
      end
    end
  end
end
