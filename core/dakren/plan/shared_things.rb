# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # What a coat or a step takes of the things jobs share, and for how long.
    #
    # Rule: a bag is pumped until its resin has set; what is cured warm has the oven until it is over; a finish lies in the dust-free room
    # until it is no longer wet; a mixer and a scale are taken while pots are mixed.
    module SharedThings
      SORTS = { dust_free_room: "dust-free room", oven: "oven", vacuum_pump: "vacuum pump", drill_mixer: "drill mixer",
                scale: "scale" }.freeze
      # The air what lies open needs clean: shared by all that is done in one shop.
      AIR = :clean_air
      # A pot of less is stirred by hand, g.
      DRILLED_FROM_G = 1000
      # Last coats of these are seen.
      FINISHES = %i[coat flood].freeze
      PUMPED = %i[infusion].freeze
      WARM = %i[warm_cure post_cure].freeze
      # Make dust.
      DUSTY = %i[sand abrade].freeze

      module_function

      # @param entry [Entry]
      # @return [Array<Array(Symbol, Float, Float)>] of SORTS, and minutes of the job
      def of(entry)
        entry.coat? ? of_coat(entry) : of_step(entry)
      end

      # Does a step make dust?
      # @param entry [Entry]
      def dusty?(entry)
        !entry.coat? && DUSTY.include?(entry.name.to_s.to_sym)
      end

      # Until when a coat takes dust.
      # @param entry [Entry]
      # @return [Float, nil] minute; nil where nothing tells
      def open_until(entry)
        (entry.stage(:recoat_opens) || entry.hard)&.late
      end

      def of_coat(entry)
        kind = entry.task.kind.name
        set = open_until(entry)
        found = []
        found << [:vacuum_pump, entry.from_min, set] if PUMPED.include?(kind) && set
        found << [:dust_free_room, entry.from_min, set] if FINISHES.include?(kind) && entry.number == entry.of && set
        found << [:drill_mixer, entry.from_min, entry.to_min] if entry.plan.batches.any? { |batch| batch.portion.mass_g >= DRILLED_FROM_G }
        found << [:scale, entry.from_min, entry.to_min] if entry.plan.order.method == :scale
        found
      end

      def of_step(entry)
        WARM.include?(entry.name.to_s.to_sym) ? [[:oven, entry.from_min, entry.to_min + entry.waits_min]] : []
      end
      private_class_method :of_coat, :of_step
    end
  end
end
