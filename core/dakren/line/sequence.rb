# frozen_string_literal: true

module Dakren
  module Line
    # Coats one after another: each begins when the crew is free and what lies below it will take it.
    #
    # Rule: on what was coated before, a coat begins when the recoat window has surely opened; where a sheet tells of
    # no window, when it can be handled; where it tells nothing, when the last cup is on.
    class Sequence
      # One coat where it falls: minutes from the start of the job.
      Coat = Value.define(:pass, :number, :of, :from_min, :plan) do
        # Its stage in minutes from the start of the job.
        # @return [Cure::Band, nil]
        def stage(name)
          plan.stage(name)&.plus(from_min)
        end

        def done_min
          from_min + plan.done_at
        end
      end

      attr_reader :coats

      def initialize
        @coats = []
        @below = {}
        @free = 0.0
      end

      # @param pass [Object] whatever names the pass @param places [Array] names of what it covers
      # @param count [Integer] coats
      # @yieldparam number [Integer] 1 for the first @yieldparam from_min [Float] when it begins
      # @yieldreturn [CoatPlan, nil] nil where it is held back
      # @return [Array<Coat>] the pass's coats
      def pass(pass, places, count)
        (1..count).filter_map do |number|
          from = [@free, *places.filter_map { |place| @below[place] && ready(@below[place]) }].max
          plan = yield(number, from)
          plan && keep(Coat.new(pass: pass, number: number, of: count, from_min: from, plan: plan), places)
        end
      end

      # Minute at which a coat will take the next.
      # @param coat [Coat]
      # @return [Float]
      def ready(coat)
        %i[recoat_opens handle sandable].each do |stage|
          band = coat.stage(stage)
          return band.late || Cure::HORIZON_MIN if band
        end
        coat.done_min
      end

      private

      def keep(coat, places)
        @coats << coat
        @free = coat.done_min
        places.each { |place| @below[place] = coat }
        coat
      end
    end
  end
end
