# frozen_string_literal: true

require_relative "../base/value"
require_relative "coat_heat"
require_relative "front"

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

      # Beads and the like age as a film does.
      THIN_MM = 1.0
      # Of the working time a film's edge stays open to the next cup.
      WET_EDGE_SHARE = 0.5

      attr_reader :order, :portions, :batches

      # @param order [CoatOrder]
      # @raise [InputError, TooFast, NotSolved]
      def initialize(order)
        @order = order
        @mix = order.mix
        @need_g = order.need.grams(density)
        @portions = cutter.cut(@need_g, hint: order.hint, part_pack: order.part_pack, pack_g: order.pack_ml &&
          (Exact.of(order.pack_ml) * Exact.of(sheet.clock.mixed_density_g_ml)))
        @batches = lay_out
      end

      def sheet
        order.sheet
      end

      def ratio
        sheet.ratio
      end

      # @return [Array<Work::NeedLine>] where it goes, each with a value
      def lines
        order.need.lines
      end

      # One line of the need in grams and millilitres; the parts of it where they can be known.
      # @param name [Symbol] e.g. :work, :drink
      # @return [Measure::Ratio::Split, nil]
      def part(name)
        line = order.need.line(name)
        line && parts_of(line.grams(density))
      end

      # @return [Measure::Ratio::Split] the film alone
      def film
        part(:work)
      end

      # @return [Measure::Ratio::Split] what must leave the cups: every line of the need
      def on_work
        parts_of(@need_g)
      end

      # @return [Measure::Ratio::Split] everything mixed, the sum of all cups
      def total
        sum(batches.map(&:split))
      end

      # @return [Rational] grams left behind in the cups
      def kept_g
        portions.sum { |portion| portion.mass_g - portion.on_work_g }
      end

      # Wet film, or depth of a pour, in mm; nil where it is neither, e.g. a bead.
      def film_mm
        order.need.depth_mm || order.need.film_mm
      end

      # Is it thick enough to be followed for itself?
      def pour?
        !film_mm.nil? && film_mm > Cure::Lead::THINNEST_FOLLOWED_MM
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
          lifts = Cure::Lifts.new(laid_mix, start_c: order.tins_c, room: order.later_room, recoat: sheet.recoat_window_min, **order.ground)
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
        [usable, working, standing, work_heat]
        lifts unless calm?
        Cure::STAGE_NAMES.each { |name| stage(name) } if pour?
        self
      end

      # @return [Cure::Band] minutes left once spread from the moment it is poured out
      def working
        first_laid.working
      end

      # From the first square metre's early figure to the last one's late figure.
      # @param name [Symbol] of Cure::STAGES
      # @return [Cure::Band, nil] minutes from the start; nil when the sheet does not say
      def stage(name)
        first = first_laid.of(name)&.plus(batches.first.pour_from)
        last = last_laid.of(name)&.plus(batches.last.done_at)
        first && Cure::Band.new(early: first.early, middle: last.middle, late: last.late)
      end

      # @return [Cure::Band, nil] when it is hard, minutes from the start; nil where the sheet does not say
      def hard
        stage(sheet.hard_stage)
      end

      # @return [Cure::Band] when the coat can no longer be worked, from the start
      def thickens
        first = first_laid.working.plus(batches.first.pour_from)
        last = last_laid.working.plus(batches.last.done_at)
        Cure::Band.new(early: first.early, middle: last.middle, late: last.late)
      end

      # @return [Float] minute at which the last batch is on the work
      def done_at
        batches.last.done_at
      end

      # How long a cup of it is mixed: from as short as the sheet allows to as long as it may take.
      # @param portion [Portion]
      # @return [Array(Float, Float)] minutes
      def mixing_span(portion)
        longest = portion.mixing_min
        grams = portion.mass_g.to_f
        [longest - sheet.mixing.minutes(grams) + sheet.mixing.least_minutes(grams), longest]
      end

      # How long the edge of what was laid stays wet enough to join: half the working time of the film.
      # @return [Float, nil] minutes
      def wet_edge_min
        working.early && (working.early * WET_EDGE_SHARE)
      end

      # Longest gap between one cup used up and the next poured out, minutes.
      def longest_gap_min
        batches.each_cons(2).map { |one, two| two.pour_from - one.done_at }.max || 0.0
      end

      # Does the next cup come before the edge of the last has closed?
      def edge_kept?
        wet_edge_min.nil? || longest_gap_min <= wet_edge_min
      end

      # Minute and age at which the first cup and the last leave their cups.
      # @return [Array(Array(Float, Float), Array(Float, Float))]
      def laid_ages
        [[batches.first, batches.first.pour_from], [batches.last, batches.last.done_at]].map do |batch, minute|
          [minute, cup_age(batch, minute) + lead_min]
        end
      end

      def ageing
        @ageing ||= order.ageing || Cure::Ageing.new(sheet, order.room)
      end

      # The largest batch that could be used up in time here.
      # @return [Portion, nil]
      def largest
        @largest ||= cutter.largest
      end

      # Density of the mix: the sheet's, or the one assumed, so that a total always has an answer.
      # @return [Numeric] g/ml
      def density
        ratio.mixed_density_g_ml || Exact.of(sheet.clock.mixed_density_g_ml)
      end

      # Do grams of a total rest on an assumed density?
      def grams_assumed?
        !ratio.densities? && order.need.lines.any? { |line| line.unit == :ml }
      end

      # Do millilitres of a total?
      def millilitres_assumed?
        !ratio.densities? && order.need.lines.any? { |line| line.unit == :g }
      end

      # Are the parts known by weight, or else by volume only?
      def weighed?
        ratio.densities? || ratio.by == :weight
      end

      # Does it take longer to lay a whole pack than it surely lasts? Nothing else is ever cut that large.
      def hurried?
        portions.any? { |portion| !portion.in_time? }
      end

      def cup_conditions
        portion = portions.first
        { mass_g: @mix.whole_g(portion.mass_g.to_f), start_c: order.tins_c, room_c: order.room_c, diameter_mm: portion.diameter_mm }
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
          PlannedBatch.new(number: i + 1, portion: portion.with(needed_min: pot.done_at - pot.mix_from), split: split(portion),
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
          planned = PlannedBatch.new(number: index + 1, portion: portion, split: split(portion), mix_from: from, pour_from: pour,
            done_at: pour + portion.needed_min - mixing)
          free = from + mixing
          ready = planned.done_at
          planned
        end
      end

      # Is there somebody to mix while another spreads?
      def helper?
        order.people > 1
      end

      def split(portion)
        whole = portion.whole&.split or return parts_of(portion.mass_g)

        whole.with(total_g: whole.total_g || portion.mass_g, total_ml: whole.total_ml || (portion.mass_g / density))
      end

      # A total in its parts, by the basis its ratio has; the other total by the density known or assumed.
      def parts_of(grams)
        found = weighed? ? ratio.split(total_g: grams) : ratio.split(total_ml: grams / density)
        found.with(total_g: found.total_g || grams, total_ml: found.total_ml || (grams / density))
      end

      def sum(splits)
        members = Measure::Ratio::Split.members
        Measure::Ratio::Split.new(**members
          .to_h { |name| [name, splits.any? { |split| split[name].nil? } ? nil : splits.sum { |split| split[name] }] })
      end

      # How far a thin coat ages ahead of a film for the warmth it makes, minutes of age.
      def lead_min
        @lead_min ||= pour? || !@mix.told? ? 0.0 : lead.age_min
      end

      def lead
        @lead ||= Cure::Lead.new(laid_mix, depth_mm: (film_mm || THIN_MM).to_f, wall: order.ground[:wall]).at(order.room.at(order.from_min))
      end

      def laid_mix
        @laid_mix ||= order.laid_mix
      end

      def first_laid
        @first_laid ||= laid(batches.first, batches.first.pour_from)
      end

      # A thick coat is one body whoever poured it first: its last cup ages with it.
      def last_laid
        @last_laid ||= pour? ? first_laid : laid(batches.last, batches.last.done_at)
      end

      # Age of what is laid at that minute: its vessel's until it is out of that, a film's from there on. What has passed its working
      # time in the vessel is not spread any more, so nothing on the work is older than that when it leaves.
      def cup_age(batch, minute)
        return 0.0 unless @mix.told?

        since = minute - batch.mix_from
        held = [since, batch.portion.held_min].min
        age = [@mix.cup_age_min(held, **cup_conditions), @mix.working_min].min
        age + ((since - held) * @mix.reaction.pace(order.room.at(order.from_min)))
      end

      # Stage times of what left its cup at that minute, with the age it had by then.
      def laid(batch, minute)
        age = cup_age(batch, minute)
        Cure::Untold.times(sheet, room: order.room, from_min: order.from_min + minute, ageing: ageing, start_age_min: age,
          mix: laid_mix, depth_mm: (film_mm || THIN_MM).to_f, start_c: order.tins_c, **order.ground)
      end
    end
  end
end
