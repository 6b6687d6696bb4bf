# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # A time as it can honestly be told: early, likely, late, in minutes. nil means not within 60 days.
    Band = Value.define(:early, :middle, :late) do
      # @param middle [Float, nil]
      # @param all [Array<Float, nil>] every variant computed
      def self.over(middle, all)
        told = (all + [middle]).compact
        new(early: told.min, middle: middle, late: (all + [middle]).any?(&:nil?) ? nil : told.max)
      end

      # @return [Band] the same counted from another minute
      def plus(minutes)
        Band.new(early: early && (early + minutes), middle: middle && (middle + minutes), late: late && (late + minutes))
      end
    end

    # What is not known exactly: the room, and the activation energy where it is assumed.
    #
    # Rule: room +/- 1.5 °C, and E +/- 6 kJ/mol where assumed.
    module Doubt
      ROOM_C = 1.5
      ACTIVATION_KJ_MOL = 6.0

      module_function

      # @param clock [Clock]
      # @return [Array<Array(Clock, Float)>] clocks to try, each with a shift of the room in °C
      def variants(clock)
        clocks = if clock.assumed?(:activation_kj_mol)
                   [-1, 1].map do |sign|
                     clock.with(activation_kj_mol: clock.activation_kj_mol + (sign * ACTIVATION_KJ_MOL))
                   end
                 else
                   [clock]
                 end
        clocks.product([-ROOM_C, ROOM_C])
      end
    end
  end
end
