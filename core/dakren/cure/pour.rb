# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # A thick pour: heat made in it leaves by conduction through its depth, above and below.
    #
    #   pour = Pour.new(clock, rate_per_s: 2.1e-5, depth_mm: 45, start_c: 24, room: Profile.constant(21))
    #   run = pour.run
    #   run.peak_c, run.peak_min, run.middle_usable_min
    #
    # Rule: rho c dT/dt = k d2T/dx2 + rho H da/dt; top 10 W/m2K to the room; bottom 1/(1/5 + wall/k_wall).
    # Cells across the depth, a third-order linearly implicit step (so conduction never limits it) whose
    # length follows the embedded error estimate through ignition.
    class Pour
      TOP_W_M2K = 10.0
      BOTTOM_W_M2K = 5.0
      NODES = 41
      MOST_STEPS = 5_000

      # Times are minutes; track holds [minute, top °C, middle °C, hottest °C, top age, middle age] a step;
      # ages holds the age at each depth, top to bottom, when the run ended.
      Run = Value.define(:peak_c, :peak_min, :middle_usable_min, :steps, :track, :ages)

      # @param clock [Clock]
      # @param rate_per_s [Float] K at the reference temperature, see Calibration
      # @param depth_mm [Numeric] 0.1 to 1000
      # @param start_c [Numeric] °C of the mix when poured, -40 to 120
      # @param room [Profile] °C of the room above and below
      # @param wall_mm [Numeric] thickness of what it lies on, 0 to 500
      # @param wall_w_mk [Numeric] conductivity of that, 0.01 to 500 (wood 0.13)
      # @raise [InputError]
      def initialize(clock, rate_per_s:, depth_mm:, start_c:, room:, wall_mm: 18, wall_w_mk: 0.13, nodes: NODES)
        @clock = clock
        @rate_per_min = rate_per_s * 60
        @depth_m = Check.number(:depth_mm, depth_mm, 0.1..1000, "mm") / 1000
        @start_c = Check.temp_c(:start_c, start_c)
        @room = room
        wall_m = Check.number(:wall_mm, wall_mm, 0..500, "mm") / 1000
        @bottom_w_m2k = 1 / ((1 / BOTTOM_W_M2K) + (wall_m / Check.number(:wall_w_mk, wall_w_mk, 0.01..500, "W/m K")))
        @nodes = nodes
      end

      # @param until_min [Float] follow it this long at most
      # @yieldparam state [PourTally] after each step; return true to stop there
      # @return [Run] middle_usable_min is nil when not reached
      # @raise [NotSolved] when the bound on steps is reached
      def run(until_min: HORIZON_MIN)
        stepper = PourStepper.new(@clock, rate_per_min: @rate_per_min, depth_m: @depth_m, start_c: @start_c,
          top_w_m2k: TOP_W_M2K, bottom_w_m2k: @bottom_w_m2k, nodes: @nodes)
        tally = PourTally.new(@clock.working_min, stepper)
        length = stepper.first_min
        steps = 0
        while until_min - tally.minute > 1e-9
          raise NotSolved, "the pour did not settle in #{MOST_STEPS} steps" if (steps += 1) > MOST_STEPS

          length = [length, until_min - tally.minute].min
          wrong = stepper.try(length, @room.at(tally.minute + (length / 2)))
          if wrong <= 1
            stepper.accept(length)
            tally.note(stepper, length)
            break if block_given? ? yield(tally) : tally.done?
          end
          length = next_length(length, wrong)
        end
        tally.finish(steps)
      end

      private

      def next_length(length, wrong)
        factor = if wrong.nan? then 0.1
                 else wrong < 1e-5 ? 4.0 : (0.85 * (wrong**(-1.0 / 3))).clamp(0.15, 4.0)
                 end
        raise NotSolved, "the pour's time step fell to nothing" if factor < 1 && length * factor < 1e-10

        length * factor
      end
    end
  end
end
