# frozen_string_literal: true

require_relative "conditions"

module Dakren
  module Care
    # What to beware of in a whole job before anything is mixed: moisture, dew point, and a room that was not told for long enough.
    class JobCautions
      # @param plan [Plan::Made]
      def initialize(plan)
        @job = plan.job
        @over_min = plan.schedule&.hand_over_min
      end

      # @return [Array<Caution>]
      def all
        Conditions.new(air_c: @job.room.at(0), humidity_pct: @job.humidity_pct, surface_c: @job.surface_c, moisture_pct: @job.moisture_pct,
          moisture_most_pct: @job.tasks.filter_map { |task| task.sheet.limits.moisture_most_pct }.min).all + [room_runs_out].compact
      end

      private

      # Is the room told of for as long as the job lasts?
      def room_runs_out
        told = @job.room.told_until
        return if told.nil? || @over_min.nil? || @job.room_repeats || told >= @over_min

        Caution.new(at: :conditions,
          says: "The room is told of for %{told} only, and the job takes %{over}: the last temperature is taken to hold.",
          first: "Tell it for longer.",
          parts: { told: Quantity.new(value: [told, 0].max, unit: :min), over: Quantity.new(value: @over_min, unit: :min) })
      end
    end
  end
end
