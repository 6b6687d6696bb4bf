# frozen_string_literal: true

module Dakren
  module Rooms
    # What the maker's packs make of a coat: what whole ones would give, or what those that are mixed cover.
    class PackWords
      # Less of a pack than this left over is nothing.
      LEFT_SHARE = 0.01
      # From this much of a pack on, packs are worth a word.
      NEAR_SHARE = 0.9
      PRESS = "mix whole packs"

      # @param plan [Plan::CoatPlan] @param task [Document::TaskDesk]
      def initialize(plan, task, wording)
        @plan = plan
        @task = task
        @wording = wording
        @need = plan.order.need
      end

      # A sentence, and the words of the button that mixes whole packs, where they are not taken yet.
      # @return [Array(String, String), nil]
      def words
        return ["#{taken}#{left}", nil] if @plan.order.pack_ml

        return unless of_the_sheet

        found = of_the_sheet.offers(@need)
        found.empty? ? near : ["#{found.map { |offer| gives(offer) }.join(", ")}; #{wanted}.", PRESS]
      end

      private

      def limits
        @plan.sheet.limits
      end

      # Packs of the data sheet, where this work is mixed in packs.
      def of_the_sheet
        pack = @task.kind.inputs.include?(:pack) && limits.pack_ml or return
        @of_the_sheet ||= Plan::Packs.new(pack_ml: pack, cups: @task.cups, limits: limits,
          density_g_ml: @plan.sheet.clock.mixed_density_g_ml, printed: @plan.order.need.printed)
      rescue InputError
        nil
      end

      def gives(offer)
        "#{packs(offer.count)} #{offer.count == 1 ? "gives" : "give"} #{show(offer.film_mm, :film_mm)} wet"
      end

      # Where the sheet tells no range of films: how many packs it comes to, once it comes to one.
      def near
        needed = of_the_sheet.needed(@need).to_f
        return unless needed > NEAR_SHARE

        ["It comes to #{@wording.significant(needed)} of the data sheet's packs, #{show(limits.pack_ml, :ml)} each.",
          PRESS]
      end

      # "5 packs cover it at 0.245 mm wet, one of them 20.4 m²."
      def taken
        film = " at #{show(@need.film_mm, :film_mm)} wet" if @need.film_mm
        "#{packs(count)} #{count == 1 ? "covers" : "cover"} it#{film}, one of them #{show(each_m2, :m2)}#{part}."
      end

      def count
        @plan.portions.size
      end

      def one
        @plan.portions.first
      end

      def needed_g
        @need.grams(@plan.amounts.density)
      end

      def each_m2
        @need.area_mm2 / 1e6 * (one.on_work_g / needed_g).to_f
      end

      def part
        last = @plan.portions.last
        last.mass_g < one.mass_g ? "; of the last one #{show(last.mass_g, :g)}" : ""
      end

      def left
        over = ((@plan.portions.sum(&:on_work_g) - needed_g) / one.on_work_g).to_f
        over > LEFT_SHARE ? " #{@wording.significant(over)} of a pack is left over." : ""
      end

      def packs(count)
        count == 1 ? "1 pack" : "#{count} packs"
      end

      def wanted
        return "the data sheet wants #{film_range}" if limits.thinnest_film_mm && limits.thickest_film_mm

        "#{show(@need.film_mm, :film_mm)} is wanted"
      end

      def film_range
        [limits.thinnest_film_mm, limits.thickest_film_mm].map { |mm| show(mm, :film_mm) }.join(" to ")
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
