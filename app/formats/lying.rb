# frozen_string_literal: true

module Dakren
  module Formats
    # What a pour lies on and how, as a question to the core tells it. Part of Compute.
    module Lying
      PLAN_KEYS = %i[perimeter_m area_m2 side_m2k_w perimeter_mm area_mm2].freeze

      module_function

      # What it lies on, how warm that is, and how it lies in plan.
      def of(question)
        start = question[:wall_start_c]
        { wall: wall_of(question), wall_start_c: start.nil? ? nil : Check.temp_c(:wall_start_c, start), plan: plan_of(question[:plan]) }
      end

      def plan_of(plan)
        return if plan.nil?
        raise InputError.new("plan", "must be an object with perimeter_mm and area_mm2") unless plan.is_a?(Hash)

        only(plan, PLAN_KEYS, "a plan")
        Cure::Footprint.new(perimeter_m: metres(plan, :perimeter_m, :perimeter_mm, 1.0e3),
          area_m2: metres(plan, :area_m2, :area_mm2, 1.0e6),
          side_m2k_w: Check.number(:side_m2k_w, plan[:side_m2k_w] || 0, 0..1000, "m2 K/W"))
      rescue InputError => e
        raise e.field == "plan" ? e : e.within("plan")
      end

      # Told in metres, or in the small unit of the same.
      def metres(plan, large, small, share)
        return Check.number(large, plan[large], 1.0e-9..1.0e6, "m") unless plan[large].nil?

        Check.number(small, need(plan, small), 1.0e-3..1.0e12, "mm") / share
      end

      # @return [Object] what stands under a key
      # @raise [InputError] where nothing does
      def need(question, key)
        value = question[key]
        value.nil? ? raise(InputError.new(key, "must be given")) : value
      end

      def only(told, keys, what)
        unknown = told.keys - keys
        raise InputError.new(unknown.first, "is not a key of #{what}; it takes #{keys.join(", ")}") unless unknown.empty?
      end

      # Wood unless it is told; each of its numbers by itself.
      def wall_of(question)
        wood = Cure::Wall::GROUNDS[:wood]
        Cure::Wall.of(mm: question[:wall_mm] || wood.mm, w_mk: question[:wall_w_mk] || wood.w_mk,
          mj_m3k: question[:wall_mj_m3k] || wood.mj_m3k)
      end
      private_class_method :plan_of, :metres, :wall_of
    end
  end
end
