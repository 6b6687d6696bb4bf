# frozen_string_literal: true

require_relative "vessel"

module Dakren
  module Cure
    # What happens in a batch in its vessel at one temperature and conversion: how fast it ages and reacts, and how it loses heat. Asked
    # seven times a step, so all of it is worked out in one go and read from here.
    class CupHeat
      # Conversion at which the mix no longer turns over by itself, and within which about that.
      GELS_AT = 0.60
      GELS_WITHIN = 0.02
      # K by which a surface must be warmer than the room for still air to take twice as much.
      DOUBLE_K = 150.0

      # rise_k: K by which the whole heat of reaction warms it, vessel and all. As last felt: pace, minutes of age a minute; reacting,
      # conversion a minute; loss, K a minute for each K above the room; warming, K a minute.
      attr_reader :rise_k, :pace, :reacting, :loss, :warming

      # @param reaction [Reaction] @param vessel [Vessel] @param body [Body] @param room_c [Float]
      # @param loss_factor [Float] u
      def initialize(reaction, vessel, body, room_c, loss_factor: reaction.loss_factor)
        capacity = vessel.capacity_j_k(body.capacity_j_gk)
        @rise_k = vessel.mass_g * body.heat_j_g / capacity
        @over = 60 / capacity
        @side = vessel.side_m2
        @ends = vessel.end_m2
        @through_side = 4 * body.conductivity_w_mk / (vessel.diameter_mm / 1000)
        @through_ends = 4 * body.conductivity_w_mk / (vessel.fill_mm / 1000)
        @exponent = reaction.age_exponent
        @offset = reaction.age_offset
        @rate = reaction.rate_per_min
        @seed = reaction.autocatalysis
        @u = loss_factor
        @room = room_c
      end

      # @param temp_c [Float] of its core @param conversion [Float] 0 to 1
      # @return [Float] loss, K a minute for each K above the room
      def feel(temp_c, conversion)
        left = 1 - conversion
        @pace = Math.exp(@offset - (@exponent / (temp_c + ZERO_C_K)))
        @reacting = @rate * @pace * (@seed + conversion) * left * left
        apart = temp_c - @room
        warmer = @u * (1 + (apart.abs / DOUBLE_K))
        turns = 1 + (1 / (1 + Math.exp((conversion - GELS_AT) / GELS_WITHIN)))
        around = Vessel::SIDE_W_M2K * warmer
        above = Vessel::TOP_W_M2K * warmer
        below = Vessel::BOTTOM_W_M2K * warmer
        side = @through_side * turns
        ends = @through_ends * turns
        @loss = @over *
          ((@side * around * side / (around + side)) + (@ends * ((above * ends / (above + ends)) + (below * ends / (below + ends)))))
        @warming = (@rise_k * @reacting) - (@loss * apart)
        @loss
      end

      # The same for another u.
      def with(loss_factor)
        dup.tap { |other| other.instance_variable_set(:@u, loss_factor) }
      end
    end
  end
end
