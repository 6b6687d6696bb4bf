# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # A coat or pour of any depth: heat made in it leaves by conduction through its depth, above to the room and below through what
    # it lies on.
    #
    #   pour = Pour.new(reaction, body, depth_mm: 45, start_c: 24, room: Profile.constant(21))
    #   run = pour.run
    #   run.peak_c, run.peak_min, run.middle_usable_min, run.top_usable_min
    #
    # Rule: rho c dT/dt = k d2T/dx2 + rho H da/dt - side (T - room); what goes out as Slab has it.
    # Layers across depth and wall, a third-order linearly implicit step (so conduction never limits it) whose
    # length follows the embedded error estimate through ignition.
    class Pour
      NODES = 41
      MOST_STEPS = 5_000
      # Where resin and wall meet they differ at once: the first steps are taken whatever the error, so that this does not have to be
      # followed down to the thinnest layer. They are so short that nothing else happens meanwhile.
      BLIND_STEPS = 3
      # Ours, of the computation: of the first step's length.
      BLIND_SHARE = 0.02
      # No step ages the mix by more than this share of its working time while that lasts.
      LONGEST_SHARE = 0.06
      # Ours: what can be asked.
      DEPTHS_MM = (0.001..1000)

      # Times are minutes; track holds [minute, top °C, middle °C, hottest °C, top age, middle age, slowest age] a step;
      # ages holds the age at each depth, top to bottom, when the run ended.
      Run = Value.define(:peak_c, :peak_min, :middle_usable_min, :top_usable_min, :steps, :track, :ages)

      # @param reaction [Reaction]
      # @param body [Body]
      # @param depth_mm [Numeric] 0.001 to 1000
      # @param start_c [Numeric] °C of the mix when poured, -40 to 120
      # @param room [Profile] °C of the room above and below
      # @param wall [Wall] what it lies on @param wall_start_c [Numeric, nil] °C of that, nil for as warm as the room when the mix is poured
      # @param plan [Footprint, nil] where it is small enough in plan to lose heat sideways
      # @raise [InputError]
      def initialize(reaction, body, depth_mm:, start_c:, room:, wall: Wall::GROUNDS[:wood], wall_start_c: nil, plan: nil,
        nodes: NODES)
        @reaction = reaction
        @start_c = Check.temp_c(:start_c, start_c)
        @room = room
        @longest_min = reaction.working_min * LONGEST_SHARE
        @wall_c = wall_start_c ? Check.temp_c(:wall_start_c, wall_start_c) : room.at(0)
        @slab = Slab.new(body, lifts_m: [Check.number(:depth_mm, depth_mm, DEPTHS_MM, "mm") / 1000], wall: wall, nodes: nodes,
          loss_factor: reaction.loss_factor, plan: plan)
      end

      # @param until_min [Float] follow it this long at most
      # @yieldparam state [PourTally] after each step; return true to stop there
      # @return [Run] middle_usable_min is nil when not reached
      # @raise [NotSolved] when the bound on steps is reached
      def run(until_min: HORIZON_MIN)
        stepper = PourStepper.new(@reaction, @slab, start_c: @start_c, room_c: @room.at(0), wall_c: @wall_c)
        tally = PourTally.new(@reaction.working_min, stepper, @start_c)
        length = stepper.first_min * BLIND_SHARE
        steps = 0
        while until_min - tally.minute > 1e-9
          raise NotSolved, "the pour did not settle in #{MOST_STEPS} steps" if (steps += 1) > MOST_STEPS

          length = [length, until_min - tally.minute, @longest_min / [stepper.quickest, 1.0e-9].max].min
          wrong = stepper.try(length, @room.at(tally.minute + (length / 2)))
          if wrong <= 1 || (steps <= BLIND_STEPS && wrong.finite? && stepper.led?)
            stepper.accept(length)
            tally.note(stepper, length)
            break if block_given? ? yield(tally) : tally.done?
          end
          length = self.class.next_length(length, wrong)
        end
        tally.finish(steps)
      end

      # How long the next step may be.
      def self.next_length(length, wrong)
        factor = if wrong.nan? then 0.1
                 else wrong < 1e-5 ? 4.0 : (0.85 * (wrong**(-1.0 / 3))).clamp(0.15, 4.0)
                 end
        raise NotSolved, "the pour's time step fell to nothing" if factor < 1 && length * factor < 1e-10

        length * factor
      end
    end
  end
end
