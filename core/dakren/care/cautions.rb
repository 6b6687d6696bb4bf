# frozen_string_literal: true

require_relative "../base/value"
require_relative "surroundings"

module Dakren
  # Cautions, and where in the work they arise.
  module Care
    # at: where it is shown (:conditions, :cups, :measure, :film); grave: red, for stop only.
    Caution = Value.define(:at, :says, :first, parts: {}.freeze, grave: false)

    # What to beware of in one coat's plan, the reason with it, and what to do first.
    #
    # Every one defers to the maker's safety data sheet, local codes and licensed practice.
    class CoatCautions
      include Surroundings

      # @param plan [Plan::CoatPlan]
      # @param lifts [Integer] how many of them are poured on one another @param column [Plan::LiftColumn::Heat, nil] as they are laid
      def initialize(plan, lifts: 1, column: nil)
        @plan = plan
        @lifts = lifts
        @column = column
        @sheet = plan.sheet
        @room = plan.order.room
        @from_min = plan.order.from_min
      end

      # @return [Array<Caution>]
      def all
        [*temperature, cold_resin, warming_wood, *heat, thin_laminate, *work, measuring, protection].compact
      end

      # A cup left standing is in alarm only where its core would pass this; no figure is told above that.
      ALARM_C = 80
      # The practice's: past this a model of an unstressed cup is not to be believed, and no figure is told.
      NO_FIGURE_C = 150
      # So little of it is no fire.
      LITTLE_G = 200
      # Less than this in a cup is very little.
      TINY_G = 1
      # Where the other basis is not known.
      OTHER_WAY = {
        weight: { says: "The ratio is by weight and the data sheet gives no densities, so it cannot be filled to lines.",
                  first: "Weigh it: that needs none." },
        volume: { says: "The ratio is by volume and the data sheet gives no densities, so it cannot be weighed.",
                  first: "Fill it to lines, or count strokes: that needs none." }
      }.freeze

      private

      def degrees(value)
        Quantity.new(value: value, unit: :c)
      end

      def temperature
        low = @sheet.lowest_c
        high = @sheet.highest_c
        now = @room.at(@from_min)
        found = []
        if low && now < low
          found << Caution.new(at: :conditions, grave: true, first: "Warm the room first.", parts: { now: degrees(now), low: degrees(low) },
            says: "%{now} is below the data sheet's lowest %{low}: it cures slowly and may stay soft.")
        elsif low && (night = coldest) < low
          found << Caution.new(at: :conditions, first: "Hold the room above that until it is hard.",
            parts: { night: degrees(night), low: degrees(low) },
            says: "It falls to %{night}, below the data sheet's lowest %{low}, before it is hard: it will not cure there.")
        end
        if high && now > high
          found << Caution.new(at: :conditions, first: "Wait for a cooler hour, or take a slower hardener.",
            parts: { now: degrees(now), high: degrees(high) },
            says: "%{now} is above the data sheet's highest %{high}.")
        end
        found
      end

      def coldest
        hard = @plan.hard&.middle || @plan.stage(:recoat_opens)&.middle || Cure::HORIZON_MIN
        @room.coldest(@from_min, @from_min + [hard, Cure::HORIZON_MIN].min)
      end

      def heat
        [hurried_pack, standing_cup, thick_coat, lifts].compact
      end

      # A whole pack is as large as it is: where it cannot be laid in time that is said.
      def hurried_pack
        return if @plan.portions.all?(&:in_time?)

        pack = @plan.portions.first
        says = if pack.stands_too_long?
                 "A whole pack takes %{needed} to mix and get out of its pail here, and lasts %{usable} in there."
               else
                 "A whole pack takes %{needed} to lay here, and can be worked for %{usable} once it is out."
               end
        Caution.new(at: :cups, grave: pack.takes_min > pack.lasts_min && @plan.order.pace&.known? == true, says: says,
          parts: { needed: Quantity.new(value: pack.takes_min, unit: :min), usable: Quantity.new(value: pack.lasts_min, unit: :min) },
          first: "More hands, packs measured out in parts, or pour it out at once and spread from there.")
      end

      # An alarm only where this plan is at risk; else the ticket says in one line when to empty it.
      def standing_cup
        standing = @plan.left_standing
        return unless standing && standing.peak_c > ALARM_C && (standing.thin || standing.second)

        says = standing.second ? "A second pot waits while the first is used" : "There is little time to spare"
        Caution.new(at: :cups,
          first: "Pour it all out and spread it before that. A hot cup goes outside on bare ground: no lid, not the bin.",
          says: "#{says}: a cup left standing #{gets(standing)} after %{when}.", parts: peak(standing))
      end

      def thick_coat
        run = @column || @plan.work_heat or return
        grade = Cure::Heat.of(run.peak_c)
        deepest = @sheet.clock.max_depth_mm
        if deepest && @plan.pour? && @plan.film_mm > deepest
          return Caution.new(at: :film, grave: true, first: "Pour it in thinner lifts.",
            parts: { deepest: Quantity.new(value: deepest, unit: :mm), **peak(run) },
            says: "Deeper than the data sheet's largest lift, %{deepest}; it #{gets(run)} after %{when}.")
        end
        return if grade.name == :calm

        return on_one_another(run) if @column

        Caution.new(at: :film, grave: Cure::Heat.refuses_lift?(run.peak_c) && !little?, first: "Pour thinner, or in a cooler room.",
          says: "Poured this thick it #{gets(run)} after %{when}.", parts: peak(run))
      end

      # Lifts as they are laid: hotter together than any of them alone, and one pour where the one below has not set.
      def on_one_another(run)
        together = run.as_one ? "Poured this soon on one another they are one pour of %{whole}" : "Lying on one another, %{whole} in all"
        Caution.new(at: :film, grave: Cure::Heat.refuses_lift?(run.peak_c) && !little?,
          first: "Thinner lifts further apart, or a cooler room.",
          says: "#{together}: it #{gets(run)} after %{when}.",
          parts: { whole: Quantity.new(value: run.depth_mm, unit: :mm), **peak(run) })
      end

      # What heat does, in proportion: a figure above 150 °C is none to rely on, and a few grams do not burn a shop.
      def gets(run)
        grade = Cure::Heat.of(run.peak_c)
        return "reaches %{peak} and #{grade.means}" if run.peak_c <= NO_FIGURE_C

        little? ? "gets far too hot: it foams and cracks" : "smokes and may ignite"
      end

      def little?
        @plan.amounts.total.total_g.to_f < LITTLE_G
      end

      def peak(run)
        { when: Quantity.new(value: run.peak_min, unit: :min), **(run.peak_c > NO_FIGURE_C ? {} : { peak: degrees(run.peak_c) }) }
      end

      # How to do it instead: lifts that stay under the limit here, and the wait between them.
      def lifts
        hot = @column || @plan.work_heat
        return unless @plan.pour? && hot && Cure::Heat.of(hot.peak_c).name != :calm

        depths, wait = @plan.lifts(of: @lifts)
        return if depths.nil? || depths.size < 2 || depths.size <= @lifts

        each = Quantity.new(value: depths.first, unit: :mm)
        if wait.missed?
          return Caution.new(at: :film, first: "Let each cure, wash and abrade it before the next.",
            parts: { count: count(depths), each: each },
            says: "%{count} of %{each} stay under the data sheet's limit here, but the window closes before each has cooled.")
        end
        Caution.new(at: :film, first: "Keep it level and dust-free between them.",
          parts: { count: count(depths), each: each, wait: Quantity.new(value: wait.opens_min, unit: :min) },
          says: "%{count} of %{each}, the next %{wait} after the last, stay under the data sheet's limit here.")
      end

      def count(depths)
        Quantity.new(value: depths.size, unit: :lift)
      end

      # What belongs to the kind of work, and to its powder.
      def work
        found = Work::Kinds::ALL.fetch(@plan.order.kind).cautions.map { |says, first| Caution.new(at: :work, says: says, first: first) }
        powder, = @plan.order.need.powder
        if powder
          found << Caution.new(at: :work, says: "Loose powder: #{powder.dust}.",
            first: "Particulate mask until it is wet through; fold it in, never blow it off.")
        end
        found
      end

      # How it is measured where the way that was chosen needs densities nobody has: the other way does as well.
      def measuring
        return tiny if measurable?

        Caution.new(at: :measure, parts: {}, **OTHER_WAY.fetch(@plan.sheet.ratio.by))
      end

      # Under a gram no scale of a shop tells the parts apart.
      def tiny
        total = @plan.batches.first.split.total_g
        return unless total && total < TINY_G

        Caution.new(at: :measure, parts: { total: Quantity.new(value: total, unit: :g) },
          says: "In %{total} a small error ruins the mix.",
          first: "Count drops, or mix a few grams and throw the rest away.")
      end

      def measurable?
        split = @plan.batches.first.split
        %i[scale pack].include?(@plan.order.method) ? !split.resin_g.nil? : !split.resin_ml.nil?
      end

      def protection
        Caution.new(at: :measure, first: "The maker's safety data sheet comes first.", parts: {},
          says: "Nitrile or vinyl gloves, sleeves, glasses; air the room. Epoxy allergy is permanent.")
      end
    end
  end
end
