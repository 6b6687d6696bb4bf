# frozen_string_literal: true

module Dakren
  module Plan
    # When what lies below a coat has surely opened, may have closed, and is surely hard. Part of the scheduler.
    module Windows
      # A witness found soft is given a tenth of its time more.
      SOFT_SHARE = 0.1

      private

      def opens(below)
        stage_reached(below, [:recoat_opens, *Sheet::READY])
      end

      def closes(below)
        reached(below, :recoat_closes, 0)
      end

      def hard(below)
        stage_reached(below, Sheet::HARD)
      end

      # Between when and when a coat may go onto what lies below, by its school.
      # @return [Array(Float, Float)] the second nil where it never closes
      def window_of(unit, below)
        return [below.map { |one| one[:done] }.max, below.filter_map { |one| thickens(one) }.min] if unit[0].school == :wet

        [below.map { |one| opens(one) || one[:done] }.max, below.filter_map { |one| closes(one) }.min]
      end

      # When what lies below may begin to thicken: what goes on wet must have begun to go on by then.
      # @return [Float, nil] nil where it never does
      def thickens(below)
        plan = below[:quick][:plan]
        early = plan.working.early
        early && (below[:from] + plan.batches.first.pour_from + early)
      end

      # When what lies below is surely at the first of these stages that its sheet tells of.
      # @return [Float, nil] nil where it tells of none
      def stage_reached(below, stages)
        told = stages.find { |stage| below[:quick][:plan].sheet.stages.key?(stage) }
        told && reached(below, told, 1)
      end

      # When a stage of what lies below is surely reached (late, 1), or may be at the earliest (early, 0).
      def reached(below, stage, side)
        pass = below[:unit][0]
        plan = below[:quick][:plan]
        range = plan.sheet.ages(stage) or return
        found = (@reached ||= {})[[*below[:unit].then { |one, number, section| [one.id, number, section] }, below[:from].round(1), stage,
          side]] ||= [thin_or_thick(below, plan, stage, range, side)]
        minute = found.first
        minute ||= Cure::HORIZON_MIN if side == 1
        return minute unless below[:soft] && side == 1 && minute

        pass && [minute, below[:soft] + ((below[:soft] - below[:from]) * SOFT_SHARE)].max
      end

      def thin_or_thick(below, plan, stage, range, side)
        if below[:quick][:pour]
          band = plan.stage(stage)
          return band && (side == 1 ? band.late : band.early)&.+(below[:from])
        end
        (first_min, first_age), (last_min, last_age) = below[:quick][:ages]
        if side == 1
          plan.ageing.edge(below[:from] + last_min, range, last_age, :late)
        else
          plan.ageing.edge(below[:from] + first_min, range, first_age, :early)
        end
      end
    end
  end
end
