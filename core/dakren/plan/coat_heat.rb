# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # How warm a coat gets where it lies, and its cups where they are left standing. Part of CoatPlan.
    module CoatHeat
      # How hot the work gets, and how many minutes after it was laid.
      Hot = Value.define(:peak_c, :peak_min)
      # A cup that is not emptied: how hot it gets and after how many minutes; thin: is there little time to spare? second: does another
      # wait beside it?
      Standing = Value.define(:peak_c, :peak_min, :grade, :thin, :second)
      # More of the time there is than this is a thin margin.
      THIN_SHARE = 0.9
      # What stands so long without getting hot needs no word.
      FOR_HOURS_MIN = 180
      # Thinner than this in a tray nobody can stir it, or get it out again.
      SHALLOWEST_MM = 2.0
      # How warm the work gets, and when, from the moment it lies there; nil where it is no coat, or nobody knows.
      # @return [Hot, nil]
      def work_heat
        @work_heat ||= ((pour? ? heat_of_pour : heat_of_film) if film_mm && @mix.told?)
      end

      # Is it known to stay calm where it lies?
      def calm?
        work_heat.nil? || Cure::Heat.of(work_heat.peak_c).name == :calm
      end

      # @return [Cure::Cup::Run] what a cup does when it is left standing
      def standing
        @mix.cup(**cup_conditions)
      end

      # What a cup does if nobody empties it, where it does not stay calm.
      # @return [Standing, nil]
      def left_standing
        run = standing
        grade = Cure::Heat.of(run.peak_c)
        return if grade.name == :calm || usable.early.nil? || (usable.early > FOR_HOURS_MIN && !Cure::Heat.refuses_lift?(run.peak_c))

        Standing.new(peak_c: run.peak_c, peak_min: run.peak_min, grade: grade, second: helper? && batches.size > 1,
          thin: portions.first.held_min > THIN_SHARE * TIME_SHARE * usable.early)
      end

      # What the same batch gains in the widest tray.
      # @return [Array(CupKind, Float), nil] kind and minutes gained; nil where none is wider
      def tray_gain
        volume = @mix.whole_ml(portions.first.mass_g)
        tray = USUAL_TRAYS.reverse.find { |kind| kind.most_ml >= volume && kind.fill_mm(volume) >= SHALLOWEST_MM }
        across = tray&.even_diameter_mm(volume)&.round(1)
        return if across.nil? || across <= portions.first.diameter_mm

        wide = @mix.usable_band(**cup_conditions, diameter_mm: across).middle
        wide && usable.middle && [tray, wide - usable.middle]
      rescue NotSolved
        nil
      end

      private

      def heat_of_pour
        run = laid.mix.pour(depth_mm: film_mm, start_c: order.tins_c, room: order.later_room, **order.ground)
        Hot.new(peak_c: run.peak_c, peak_min: run.peak_min)
      end

      def heat_of_film
        Hot.new(peak_c: [order.room.at(order.from_min) + laid.lead.rise_c, order.tins_c.to_f].max, peak_min: laid.lead.peak_min)
      end
    end
  end
end
