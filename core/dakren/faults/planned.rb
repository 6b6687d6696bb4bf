# frozen_string_literal: true

require_relative "../care/conditions"

module Dakren
  module Faults
    # What a plan knows of one coat as it is taken to the bench, as facts: kept with its batches, since plans change.
    #
    #   Planned.facts(plan, entry)   # => { humidity_pct: 62.0, coldest_c: 14.5, film_mm: 0.2, ... }
    module Planned
      # How long the room is looked at, from the coat's beginning on.
      CURES_MIN = 24 * 60
      # A mix that leaves so long is slow.
      SLOW_MIN = 120.0
      BREATHES_MIN = 120
      RISES_C = 1.5
      SEALS = %i[seal primer].freeze

      module_function

      # @param plan [Plan::Plan] @param entry [Plan::Entry] the coat
      # @return [Hash{Symbol=>Object}] see Clues; nothing that is not known
      def facts(plan, entry)
        { **conditions(plan, entry), **mix(entry), coats: entry.of }.compact
      end

      # Those alone that do not hang on how it is cut into batches.
      def conditions(plan, entry)
        order = entry.plan.order
        sheet = order.sheet
        { **air(plan.job), **room(order), **layer(order), **wood(plan, entry), tins_c: order.tins_c.to_f, room_c: order.room_c.to_f,
          lowest_c: sheet.lowest_c, highest_c: sheet.highest_c, most_moisture_pct: sheet.limits.moisture_most_pct }.compact
      end

      def air(job)
        dew = job.humidity_pct && Care::Conditions.dew_point_c(job.room.at(0), job.humidity_pct)
        { humidity_pct: job.humidity_pct&.to_f, above_dew_c: dew && ((job.surface_c || job.room.at(0)) - dew).round(1),
          moisture_pct: job.moisture_pct&.to_f }
      end

      def room(order)
        room = order.room
        over = (0..CURES_MIN).step(60).map { |minute| room.at(order.from_min + minute) }
        { coldest_c: over.min.round(1), warmest_c: over.max.round(1), warming: warming(room, order.from_min) }
      end

      # Does the room rise while it is open, or fall? Where it stays as it is, that says nothing.
      def warming(room, from_min)
        by = room.at(from_min + BREATHES_MIN) - room.at(from_min)
        by >= RISES_C || (by <= -RISES_C / 3 ? false : nil)
      end

      def layer(order)
        need = order.need
        deep = need.depth_mm
        { depth_mm: deep&.to_f, film_mm: deep ? nil : need.film_mm&.to_f, most_depth_mm: order.sheet.clock.max_depth_mm,
          thickened: !need.powder.nil?, soak_counted: !(need.line(:drink) || need.line(:soak)).nil? }
      end

      def mix(entry)
        sheet = entry.plan.sheet
        bulk = sheet.purposes.any? && (sheet.purposes - %i[cast]).empty? && sheet.clock.max_depth_mm
        { made_for_bulk: bulk ? entry.task.kind.name != :cast : nil, slow: sheet.silent? ? nil : sheet.mix.working_min >= SLOW_MIN,
          most_thinner_pct: sheet.limits.to_h[:thinner_most_pct],
          batch_share: largest(entry.plan) }
      end

      def largest(plan)
        return unless plan.sheet.mix.told? && plan.largest

        (plan.portions.map { |portion| portion.mass_g.to_f }.max / plan.largest.mass_g.to_f).round(2)
      rescue NotSolved
        nil
      end

      # Does what it covers drink, and did anything seal it before?
      def wood(plan, entry)
        drinks = entry.task.figures[:drink].to_f.positive?
        before = plan.job.tasks.take_while { |task| task.id != entry.task.id }
        sealed = entry.number > 1 || before.any? do |task|
          SEALS.include?(task.kind.name) && task.place_ids.intersect?(entry.task.place_ids)
        end
        drinks || sealed ? { porous: true, sealed: sealed } : {}
      end
      private_class_method :air, :room, :warming, :layer, :mix, :largest, :wood
    end
  end
end
