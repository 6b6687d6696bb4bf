# frozen_string_literal: true

require_relative "walk"

module Dakren
  module Bench
    # A batch walked on as it is planned, to see what each of its steps will ask.
    #
    #   AsPlanned.new(walk, at: now).each { |step, walk| ... }   # walk: as it stands when that step is on
    class AsPlanned
      include Enumerable

      # Counting takes a step for each stroke.
      MOST_STEPS = 400

      # @param walk [Walk] @param at [Float] seconds from which on it is walked
      def initialize(walk, at:)
        @walk = walk
        @at = at
      end

      # @yieldparam walk [Walk] at each step, the present one first
      # @yieldparam at [Float] when it would be done
      def each
        walk = @walk
        at = @at
        MOST_STEPS.times do
          break if walk.over?

          at += duration_s(walk)
          yield walk, at
          walk = on(walk, at)
        end
      end

      private

      # As long as a step usually takes, so that what follows in time follows.
      def duration_s(walk)
        case walk.step.name
        when :mix then walk.times.mixing_min * 60
        when :pour_out then walk.recipe.placing_min.to_f * 60
        else walk.step.after_min ? 60 : 1
        end
      end

      def on(walk, at)
        kind, data = deed(walk)
        number = walk.events.last&.number.to_i + 1
        Walk.new(walk.recipe, [*walk.events, Event.new(number: number, kind: kind, at: at, data: data)])
      end

      def deed(walk)
        step = walk.step.name
        return [:accepted, { why: "as planned" }] if step == :mend
        return [:counted, { part: walk.pouring.next_count }] if walk.pouring.next_count
        return [:done, { step: step }] unless %i[first second].include?(step) && walk.pouring.target && walk.recipe.count.nil?

        if walk.recipe.weighed?
          [:weighed,
            { step: step, reading_g: walk.pouring.target.to_f }]
        else
          [:filled, { step: step, reading_ml: walk.pouring.target.to_f }]
        end
      end
    end
  end
end
