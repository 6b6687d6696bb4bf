# frozen_string_literal: true

require_relative "../base/value"
require_relative "coat_heat"
require_relative "front"
require_relative "amounts"
require_relative "edge"
require_relative "laid_coat"

module Dakren
  module Plan
    # The plan of one coat: how much of A and B, in which cups, how long each lasts, and when the coat
    # tasks its stages. Minutes count from the start of mixing the first batch.
    #
    #   plan = CoatPlan.new(order)
    #   plan.total.resin_g         # exact, or nil where a density is missing
    #   plan.batches.first.usable  # Band of minutes in the cup
    #   plan.stage(:recoat_opens)  # Band of minutes from the start
    class CoatPlan
      include CoatHeat

      # One cup of the plan: when it is mixed, poured out and used up, in minutes from the start.
      PlannedBatch = Value.define(:number, :portion, :split, :mix_from, :pour_from, :done_at)

      attr_reader :order, :sheet, :portions, :batches, :amounts, :laid

      # @param order [CoatOrder]
      # @raise [InputError, TooFast, NotSolved]
      def initialize(order)
        @order = order
        @sheet = order.sheet
        @mix = order.mix
        @need_g = order.need.grams(sheet.ratio.mixed_density_g_ml || Exact.of(sheet.clock.mixed_density_g_ml))
        @portions = cutter.cut(@need_g, hint: order.hint, part_pack: order.part_pack, pack_g: order.pack_ml &&
          (Exact.of(order.pack_ml) * Exact.of(sheet.clock.mixed_density_g_ml)))
        @amounts = Amounts.new(order, portions)
        @batches = lay_out
        @laid = LaidCoat.new(order, batches, film_mm: film_mm, conditions: cup_conditions)
      end

      # Wet film, or depth of a pour, in mm; nil where it is neither, e.g. a bead.
      def film_mm
        order.need.depth_mm || order.need.film_mm
      end

      # Is it thick enough to be followed for itself?
      def pour?
        laid.pour?
      end

      # @return [Cure::Band] minutes each cup stays usable from when its parts meet
      def usable
        @usable ||= @mix.usable_band(**cup_conditions)
      end

      # A thick coat, with the others it is poured with, cut into lifts that stay under the sheet's limit in this room, and the wait between
      # them.
      # @param of [Integer] of so many like it
      # @return [Array(Array<Float>, Cure::Lifts::Wait), nil] depths in mm, and the wait where there is more than one; nil for a film, and
      #   where it is too warm for any lift
      def lifts(of: 1)
        return unless pour? && @mix.told?

        @lifts ||= {}
        @lifts[of] ||= begin
          lifts = Cure::Lifts.new(laid.mix, start_c: order.tins_c, room: order.later_room, recoat: sheet.recoat_window_min, **order.ground)
          depths = lifts.fewest(film_mm.to_f * of)
          [depths, depths.size > 1 ? lifts.wait(depths.first, count: depths.size) : nil]
        end
        @lifts[of].first.empty? ? nil : @lifts[of]
      rescue NotSolved
        @lifts[of] = [[], nil]
        nil
      end

      # Works out everything that may be asked, so that what cannot be solved shows now and not later.
      # @return [CoatPlan] self
      # @raise [NotSolved]
      def complete
        [usable, laid.working, standing, work_heat]
        lifts unless calm?
        Cure::STAGE_NAMES.each { |name| stage(name) } if pour?
        self
      end

      # From the first square metre's early figure to the last one's late figure.
      # @param name [Symbol] of Cure::STAGES
      # @return [Cure::Band, nil] minutes from the start; nil when the sheet does not say
      def stage(name)
        laid.stage(name)
      end

      # @return [Cure::Band, nil] when it is hard, minutes from the start; nil where the sheet does not say
      def hard
        laid.hard
      end

      # @return [Edge] of a coat that several cups make
      def edge
        Edge.new(batches, laid.working)
      end

      # @return [Float] minute at which the last batch is on the work
      def done_at
        batches.last.done_at
      end

      # The largest batch that could be used up in time here.
      # @return [Portion, nil]
      def largest
        @largest ||= cutter.largest(from: portions.first)
      end

      private

      def cutter
        Cutter.new(sheet, mix: @mix, most_g: order.most_g, tool: order.tool, short_pct: order.short_pct,
          start_c: order.tins_c, room_c: order.room_c, cups: order.cups,
          folded_after: order.need.folded_after, leaves: order.leaves, film_mm: film_mm,
          keeps: !order.need.printed,
          placing_g_per_min: order.placing_g_per_min, placing_min: order.pace && ->(on_work_g) { order.pace.minutes(on_work_g / @need_g) })
      end

      # Several pots feed one front.
      def drawn_in
        pots = Front.new(order.pace, portions.map { |portion| portion.on_work_g / @need_g },
          portions.map { |portion| portion.mixing_min + CARRYING_MIN }).pots
        portions.zip(pots).each_with_index.map do |(portion, pot), i|
          PlannedBatch.new(number: i + 1, portion: portion.with(needed_min: pot.done_at - pot.mix_from), split: amounts.split(portion),
            mix_from: pot.mix_from, pour_from: pot.pour_from, done_at: pot.done_at)
        end
      end

      # One mixer: a cup is mixed when the one before is used up. A helper mixes ahead, so that the next cup is
      # ready when the one before is used up, and never two at once.
      def lay_out
        return drawn_in if order.pace&.front?

        ready = 0.0
        free = 0.0
        portions.each_with_index.map do |portion, index|
          mixing = portion.mixing_min + CARRYING_MIN
          from = helper? ? [ready - mixing, free].max : ready
          pour = [from + mixing, ready].max
          planned = PlannedBatch.new(number: index + 1, portion: portion, split: amounts.split(portion), mix_from: from, pour_from: pour,
            done_at: pour + portion.needed_min - mixing)
          free = from + mixing
          ready = planned.done_at
          planned
        end
      end

      # What the clock of its cups hangs on, as Cure::Mix asks for it.
      def cup_conditions
        portion = portions.first
        { mass_g: @mix.whole_g(portion.mass_g.to_f), start_c: order.tins_c, room_c: order.room_c, diameter_mm: portion.diameter_mm }
      end

      # Is there somebody to mix while another spreads?
      def helper?
        order.people > 1
      end
    end
  end
end
