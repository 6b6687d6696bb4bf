# frozen_string_literal: true

require_relative "portion"

module Dakren
  module Plan
    # Equal cups for a need, as few as can each be used up in time.
    #
    # Rule: two clocks. In the cup: mixing + carrying + until it is out <= 0.75 x the early usable minutes of that cup here; poured out,
    # that is a minute a kilogram and half a minute at least; from the cup it is all the laying; from a tray, 300 mm wide and 15 mm deep at
    # most, what is laid before its last filling, and each filling is a cup of its own. On the work, where it lies at most 2 mm deep:
    # laying <= 0.75 x what a film has left at the age at which it left the cup, early where the working time is assumed. The mix fills no
    # more than 0.7 of the cup: the smallest there is.
    class Cutter
      # A plan in whole units may take so many cups more.
      MORE_CUPS = 2
      POURS_MIN_KG = 1.0
      # Ours until weighed: the quickest a cup is emptied, and the roller tray mix is poured into.
      POURS_LEAST_MIN = 0.5
      TRAY_MM = 300.0
      TRAY_DEEP_MM = 15.0
      TRAY_ML = Math::PI / 4 * TRAY_MM * TRAY_MM * TRAY_DEEP_MM / 1000
      MOST_FILLINGS = 12
      # Deeper than this it lies as the pour that it is.
      FILM_MM = 2.0
      # Early side of a working time nobody told.
      ASSUMED_EARLY = 0.56
      # Ours, of the search for the largest batch: the least there is, how near it is found, and how far off is far.
      LEAST_G = Rational(1)
      LARGEST_TO = 1 / 200.0
      MOST_SPARE = 3.0

      # @param sheet [Sheet]
      # @param start_c [Numeric] °C of the tins
      # @param room_c [Numeric] °C
      # @param placing_g_per_min [Numeric] above 0, for the whole crew
      # @param placing_min [#call, nil] from grams on the work to the minutes it takes to lay them, where that goes by something else
      # @param folded_after [Numeric] share of the powder that is folded in once the hardener is in; 0 where none is
      # @param keeps [Boolean] is what stays in the cups to be mixed on top?
      # @param leaves [Symbol] how it leaves the cup: :poured, :tray or :cup
      # @param film_mm [Numeric, nil] how thick it lies, nil for no film
      # @param short_pct [Numeric] by how much whole counts may miss the need
      # @param cups [Array<CupKind>] to choose from, smallest first
      # @param mix [Cure::Mix] the sheet's, with what powder there is in it
      # @param most_g [Numeric, nil] what the tool it is measured with can take at a time
      # @param tool [Object, nil] of Measure::Tools: where it counts, whole units are what is planned
      def initialize(sheet, start_c:, room_c:, placing_g_per_min:, cups: USUAL_CUPS, mix: sheet.mix, most_g: nil, tool: nil,
        placing_min: nil, folded_after: 0, keeps: true, short_pct: Measure::Tools::SHORT_PCT,
        leaves: :cup, film_mm: nil)
        @keeps = keeps
        @leaves = leaves
        @film_mm = film_mm
        @short_pct = short_pct
        @folded_after = folded_after
        @tool = tool
        @placing_min = placing_min || ->(on_work_g) { on_work_g.to_f / @placing_g_per_min }
        @sheet = sheet
        @mix = mix
        @start_c = start_c
        @room_c = room_c
        @placing_g_per_min = Check.number(:placing_g_per_min, placing_g_per_min, 0.01..1_000_000, "g/min")
        @cups = cups
        @most_g = most_g
        @density = sheet.clock.mixed_density_g_ml
      end

      # @param on_work_g [Numeric] grams that must end on the work, above 0
      # @return [Array<Portion>] equal portions
      # @raise [TooFast] when no cup of any size can be used up in time
      # @param hint [Integer, nil] a count that is likely, e.g. of the same coat an hour earlier
      # @param pack_g [Rational, nil] whole packs of this much are mixed, whatever is left over
      # @param part_pack [Boolean] of the last one no more than is needed
      # @raise [InputError] when it would take more than 2000 cups
      def cut(on_work_g, pack_g: nil, part_pack: false, hint: nil)
        need = Exact.of(on_work_g)
        return packs(need, pack_g, part_pack) if pack_g

        count = hinted(need, hint) || fewest(need)
        counted(need, count) || Array.new(count) { portion(need / count) }
      end

      # @return [Portion, nil] of this much on the work, in the smallest cup that holds it with room to stir; nil where none does
      def portion(on_work_g)
        volume = @mix.whole_ml(on_work_g)
        cup = @cups.find { |kind| roomy?(kind, volume) } or return
        mass = on_work_g + kept_g(on_work_g, volume, cup)
        in_cup(mass, on_work_g, cup) unless @most_g && mass > @most_g
      end

      # Grams of the mix that stay in a cup with so much in it; it is as thick as what is poured out.
      # @return [Rational]
      def kept_g(mix_g, volume_ml, cup)
        return Rational(0) unless @keeps

        cup.kept_ml(volume_ml) * Exact.of(mix_g) / Exact.of(volume_ml)
      end

      # The largest batch that can be used up in time here, in a cup there is and with the tool there is.
      #
      # Rule: sought between one that can be and the largest cup, to one part in two hundred of its mass or of its minutes.
      # @param from [Portion, nil] one that can be used up in time, where one is known
      # @return [Portion, nil] nil where not even the least can
      def largest(from: nil)
        low = from&.in_time? ? from : portion(LEAST_G)
        return unless low&.in_time?

        high = [Exact.of((@cups.map(&:most_ml).max * @density).round(3)), @most_g && Exact.of(@most_g)].compact.min
        most = portion(high)
        most&.in_time? || low.on_work_g >= high ? most || low : largest_between(low, high, most)
      end

      private

      # @param best [Portion] one that can be used up in time
      # @param high [Rational] grams on the work that cannot @param most [Portion, nil] that much, where a cup holds it
      def largest_between(best, high, most)
        Solve.root(Math.log(best.on_work_g), Math.log(high), tolerance: LARGEST_TO, at_low: spare(best), at_high: spare(most)) do |log|
          tried = portion(Exact.of(Math.exp(log).round(3)))
          best = tried if tried&.in_time? && tried.on_work_g > best.on_work_g
          return best if best.spare < LARGEST_TO

          spare(tried)
        end
        best
      end

      def spare(tried)
        tried ? tried.spare.clamp(-MOST_SPARE, MOST_SPARE) : -MOST_SPARE
      end

      def packs(need, pack_g, part)
        found = of_mass(pack_g)
        raise InputError.new(:pack, "of #{pack_g.to_f.round} g fits no cup here") if found.nil?

        count = ((need / found.on_work_g) - Packs::HAIR).ceil
        raise InputError.new(:pack, "would be needed #{count} times; at most #{MOST_BATCHES} can be planned") if count > MOST_BATCHES

        rest = need - (found.on_work_g * (count - 1))
        last = part ? portion(rest) || found : found
        Array.new(count - 1) { found } << last
      end

      # Cups of whole strokes, drops, spoons or lines: as little over the need as can be, in as few cups.
      # @return [Array<Portion>, nil] nil where any amount can be had, or whole units cannot be used up in time
      def counted(need, count)
        return unless @tool

        tries = ([count - 1, 1].max..(count + MORE_CUPS)).filter_map { |cups| @tool.both_ml ? shared_out(need, cups) : alike(need, cups) }
        tries.min_by { |cups| [cups.sum(&:mass_g), cups.size] }
      end

      # So many cups of the same whole count.
      def alike(need, cups)
        plain = portion(need / cups) or return
        whole = @tool.whole(parts_of(plain.mass_g), @sheet.ratio, @sheet.tolerance_pct, @short_pct) or return
        found = of_whole(whole)
        Array.new(cups) { found } if found&.in_time?
      end

      # Strokes of both pumps dealt out to so many cups, one more to the first of them where they do not divide.
      def shared_out(need, cups)
        plain = portion(need / cups) or return
        all = @tool.strokes(parts_of(plain.mass_g * cups).total_ml, @short_pct)
        each, rest = all.divmod(cups)
        return if each.zero?

        found = [each + 1, each].to_h { |strokes| [strokes, of_strokes(strokes)] }
        portions = Array.new(cups) { |i| found.fetch(i < rest ? each + 1 : each) }
        portions if portions.all? { |one| one&.in_time? }
      end

      def of_strokes(strokes)
        split = @tool.split(@sheet.ratio, strokes)
        of_whole(Measure::Tools::Whole.new(split: split, counted: Measure::Tools::Counted.new(counting: @tool.declaration.counting,
          resin: strokes, hardener: strokes)))
      end

      # A cup of what was counted; what stays in it is not on the work.
      def of_whole(whole)
        mass = whole.split.total_g || (whole.split.total_ml * Exact.of(@density))
        of_mass(mass)&.with(whole: whole) unless @most_g && mass > @most_g
      end

      # So much mixed, in the smallest cup that holds it; nil where none does, or all of it would stay in there.
      def of_mass(mass)
        volume = @mix.whole_ml(mass)
        cup = @cups.find { |kind| kind.most_ml(stiff: stiff?) >= volume } or return
        on_work = mass - kept_g(mass, volume, cup)
        in_cup(mass, on_work, cup) if on_work.positive?
      end

      # A mass in its parts, by the basis the ratio has.
      def parts_of(grams)
        ratio = @sheet.ratio
        return ratio.split(total_g: grams) if ratio.densities? || ratio.by == :weight

        ratio.split(total_ml: grams / Exact.of(@density))
      end

      # The hint, where it is right: it serves, and one fewer does not.
      def hinted(need, hint)
        hint if hint && fits?(need / hint) && (hint == 1 || !fits?(need / (hint - 1)))
      end

      def fewest(need)
        count = 1
        until fits?(need / count)
          count *= 2
          give_up(need) if count > MOST_BATCHES
        end
        low = count / 2
        high = count
        while high - low > 1
          middle = (low + high) / 2
          fits?(need / middle) ? high = middle : low = middle
        end
        high
      end

      # Does a cup hold so much for the work, and what stays in it?
      def roomy?(kind, volume_ml)
        most = kind.most_ml(stiff: stiff?)
        most >= volume_ml && most >= volume_ml + kind.kept_ml(volume_ml)
      end

      def stiff?
        @mix.ballast.share.positive?
      end

      def fits?(on_work_g)
        found = portion(on_work_g)
        !found.nil? && found.in_time?
      end

      def give_up(need)
        smallest = portion([need, Rational(1)].min)
        raise TooFast, smallest if smallest && !smallest.in_time?

        raise InputError.new(:amount, "would take more than #{MOST_BATCHES} batches of the size that can be used up in time")
      end

      def in_cup(mass, on_work_g, cup)
        grams = mass.to_f
        volume = @mix.whole_ml(grams)
        across = cup.even_diameter_mm(volume)
        mixing = @sheet.mixing.minutes(grams) + (stiff? ? Work::Filler.folding_min(@mix.whole_g(grams)) * @folded_after.to_f : 0.0)
        laying = @placing_min.call(on_work_g)
        usable = early(grams, across)
        out = mixing + CARRYING_MIN + leaving_min(grams, volume, laying, (usable if across <= TRAY_MM && @start_c >= @room_c))
        Portion.new(mass_g: mass, on_work_g: on_work_g, cup: cup, fill_mm: cup.fill_mm(volume), diameter_mm: across.round(1),
          mixing_min: mixing, needed_min: mixing + CARRYING_MIN + laying, usable_min: usable, held_min: out,
          work_min: work_min(grams, across, out))
      end

      # Early usable minutes of so much in so wide a vessel.
      def early(grams, across_mm)
        @mix.usable_band(mass_g: @mix.whole_g(grams), start_c: @start_c, room_c: @room_c, diameter_mm: across_mm.round(1)).early ||
          Cure::HORIZON_MIN
      end

      # How long it takes until the cup is empty.
      # @param in_tray_min [Float, nil] minutes it lasts in a tray for sure, where they are known
      def leaving_min(grams, volume, laying, in_tray_min)
        pouring = [grams / 1000 * POURS_MIN_KG, POURS_LEAST_MIN].max
        case @leaves
        when :poured then [pouring, laying].min
        when :tray then [from_a_tray(grams, volume, laying, in_tray_min), laying].min
        else laying
        end
      end

      # What is rolled out before the last filling of the tray, and pouring that. As shallow as a tray is filled, and no colder than the
      # room, a batch lasts there no less than in a narrower cup: it is felt there only where that is not enough.
      def from_a_tray(grams, volume, laying, sure_min)
        least = (volume / TRAY_ML).ceil.clamp(1, MOST_FILLINGS)
        fillings = (least..MOST_FILLINGS).find do |count|
          (sure_min && laying / count <= TIME_SHARE * sure_min) || laying / count <= TIME_SHARE * early(grams / count, TRAY_MM)
        end or return laying
        (laying * (fillings - 1) / fillings) + POURS_LEAST_MIN
      end

      # Within how long a film must be laid once it is out of the cup.
      # @return [Float, nil]
      def work_min(grams, across, out_min)
        return if @leaves == :cup || !@mix.told? || @film_mm.nil? || @film_mm > FILM_MM

        age = @mix.cup_age_min(out_min, mass_g: @mix.whole_g(grams), start_c: @start_c, room_c: @room_c, diameter_mm: across.round(1))
        working = @mix.working_min * (@mix.clock.working_min ? 1 : ASSUMED_EARLY)
        TIME_SHARE * [working - age, 0.0].max / @mix.reaction.pace(@room_c)
      end
    end
  end
end
