# frozen_string_literal: true

require_relative "pace_figures"

module Dakren
  module Plan
    # Every figure of a coat's plan with the way it was worked out, in the builder's own numbers.
    #
    #   CoatFigures.new(plan).usable   # => Figure with value, early, late, working, assumed
    class CoatFigures
      include PaceFigures

      CUP_NUMBERS = %i[activation_kj_mol heat_j_g heat_capacity_j_gk pot_mass_g].freeze

      # @param plan [CoatPlan]
      def initialize(plan)
        @plan = plan
        @order = plan.order
        @sheet = plan.sheet
      end

      # m2
      def area
        Figure.new(value: @order.need.area_mm2 / 1e6, unit: :m2,
          working: @order.outline.respond_to?(:working) ? [@order.outline.working] : [])
      end

      # What stays of the wet film once it is dry, mm; nil where there is no film, or the sheet does not tell its solids.
      #
      # Rule: dry film = wet film × solids by volume.
      # @return [Figure, nil]
      def dry_film
        wet = @order.need.film_mm
        solids = @sheet.limits.solids_vol_pct
        return unless wet && solids && Work::Kinds::ALL.fetch(@order.kind).rule == :film

        dry = wet * Exact.of(solids) / 100
        Figure.new(value: dry, unit: :film_mm, working: [Working
          .new(says: "%{wet} wet × %{solids} solids by volume = %{dry}",
            parts: { wet: quantity(wet, :film_mm), solids: quantity(solids, :pct),
                     dry: quantity(dry, :film_mm) })])
      end

      # Everything that must leave the cups, line by line, in grams where they can be known and else in ml.
      # @return [Hash{String=>Figure}] by what it is for
      def lines
        @plan.amounts.lines.to_h { |line| [line.label, line_figure(line)] }
      end

      # What is needed beside resin and hardener: thinner, grain, powder.
      # @return [Hash{String=>Figure}]
      def extras
        need = @order.need
        found = need.extras.to_h { |line| [line.label, Figure.new(value: line.value, unit: line.unit, working: line.working)] }
        return found unless need.powder

        found.merge((need.powder[0].parts || [need.powder]).to_h { |powder, to_100| [powder.label, powder_figure(to_100)] })
      end

      def powder_figure(to_100)
        Figure.new(value: total_mix_g * Exact.of(to_100) / 100, unit: :g, working: [
          Working.new(says: "%{to} to 100 g of mix, in %{mix}", parts: { to: quantity(to_100, :g), mix: quantity(total_mix_g, :g) })
        ])
      end
      private :powder_figure

      # What stays in the cups, g
      def kept_g
        total(@plan.amounts.kept_g, :g, [Working.new(says: "a film of 0.1 mm stays on all that was wet in a cup, " \
                                                           "%{count} × %{each} = %{kept}", parts: {
                                                             count: count_quantity, kept: quantity(@plan.amounts.kept_g, :g),
                                                             each: quantity(portion.mass_g - portion.on_work_g, :g)
                                                           })])
      end

      # Everything mixed, g
      def total_g
        grams = @plan.amounts.lines.to_h { |line| [line.name, line.grams(@plan.amounts.density)] }.merge(kept: @plan.amounts.kept_g)
        labels = Work::Sizing::LABELS.merge(@plan.amounts.lines.to_h { |line| [line.name, line.label] }).merge(kept: "left in cups")
        says = grams.keys.map { |name| "%{#{name}} #{labels.fetch(name)}" }.join(" + ")
        total(@plan.amounts.total.total_g, :g, [Working.new(says: "#{says} = %{total}", parts: { **grams.transform_values do |value|
          quantity(value, :g)
        end, total: quantity(@plan.amounts.total.total_g, :g) })])
      end

      # Everything mixed, ml
      def total_ml
        total(@plan.amounts.total.total_ml, :ml, film_working)
      end

      # One part in all cups.
      # @param name [Symbol] of Measure::Ratio::Split: :resin_g, :hardener_ml, ...
      def total_part(name)
        amount(@plan.amounts.total[name], unit_of(name), -> { part_working(name, @plan.amounts.total) })
      end

      def on_the_work
        portion.work_min ? "once out it is laid in %{laying}, within %{share} of what a film has left, %{work}; " : ""
      end

      def on_the_work_parts
        portion.work_min ? { laying: minutes(portion.laying_min), work: minutes(portion.work_min) } : {}
      end
      private :on_the_work, :on_the_work_parts

      # One part in one cup.
      def cup_part(name)
        split = @plan.batches.first.split
        amount(split[name], unit_of(name), -> { part_working(name, split) })
      end

      # How many cups
      def cups
        Figure.new(value: @plan.batches.size, unit: :count, assumed: pace_assumed, working: [
          Working.new(says: "one batch of %{mass} needs %{mixing} mixing + %{carrying} carrying + #{laying_words} = %{needed}",
            parts: {
              mass: mass_quantity, mixing: minutes(portion.mixing_min), carrying: minutes(CARRYING_MIN), **laying_parts,
              needed: minutes(portion.needed_min)
            }),
          how_many
        ])
      end

      # Minutes in the cup, early to late
      def usable
        band_figure(@plan.usable, CUP_NUMBERS) do
          [pot_test, Working.new(says: "this batch: %{mass} in a %{across} wide cup, resin at %{tins}, room %{room}; it warms itself, " \
                                       "and its age reaches the working time of %{working} after %{usable}",
            parts: { mass: mass_quantity, across: quantity(portion.diameter_mm, :mm), tins: quantity(@order.tins_c, :c),
                     room: quantity(room_c, :c), working: minutes(@order.mix.working_min), usable: minutes(@plan.usable.middle) }), doubt]
        end
      end

      # Minutes as a film from pouring out, early to late
      def working
        band_figure(@plan.laid.working, [:activation_kj_mol]) do
          [Working.new(says: "#{whose_working} %{working} at %{ref}, less the age it has when poured after %{pour}; then it ages as the " \
                             "room does, %{pace} times as fast",
            parts: { working: minutes(@order.mix.working_min), ref: quantity(@sheet.clock.reference_temp_c, :c),
                     pour: minutes(@plan.batches.first.pour_from), pace: quantity(pace, :"") }), doubt]
        end
      end

      # Whose the working time is: the sheet's, or what its reaction makes of it for this work.
      def whose_working
        @order.mix.working_min == @sheet.clock.working_min ? "the data sheet's" : "found from the data sheet, for this work:"
      end
      private :whose_working

      # When it is hard, as far as the sheet says.
      def hard
        stage(@sheet.hard_stage)
      end

      # @param name [Symbol] of Cure::STAGES; minutes from the start
      def stage(name)
        band = @plan.stage(name)
        return Figure.unknown(:min, "the data sheet does not say") unless band

        band_figure(band, [:activation_kj_mol]) { stage_working(name) }
      end

      private

      def stage_working(name)
        early, late = @sheet.stages[name] || @sheet.ages(name)
        told = early == late ? "%{early}" : "%{early} to %{late}"
        usual = @sheet.noted.any? ? "usual for such mixes, and as seen here" : "usual for such mixes"
        whose = @sheet.assumed_stage?(name) ? "#{usual}, not on the data sheet" : "the data sheet"
        [Working.new(says: "#{whose}: #{told} at %{ref}; at %{room} it cures at %{pace} of its speed at %{ref}",
          parts: {
            early: minutes(early), late: minutes(late), ref: quantity(@sheet.clock.reference_temp_c, :c),
            room: quantity(room_c, :c), pace: quantity(pace, :"")
          }),
          Working.new(says: "early: the first batch, poured %{first} after the start; late: the last, on the work after %{last}", parts: {
            first: minutes(@plan.batches.first.pour_from), last: minutes(@plan.done_at)
          }), doubt]
      end

      def portion
        @plan.portions.first
      end

      # Minutes of age a minute here.
      def pace
        @sheet.mix.reaction.pace(room_c)
      end

      def room_c
        @order.room_c
      end

      def unit_of(name)
        name.end_with?("_ml") ? :ml : :g
      end

      def quantity(value, unit)
        Quantity.new(value: value, unit: unit)
      end

      def minutes(value)
        quantity(value, :min)
      end

      def count_quantity
        quantity(@plan.batches.size, :count)
      end

      def mass_quantity
        quantity(portion.mass_g, :g)
      end

      # A total, never unknown: where it rests on an assumed density that is said.
      def total(value, unit, working)
        assumed = unit == :g ? @plan.amounts.grams_assumed? : @plan.amounts.millilitres_assumed?
        Figure.new(value: value, unit: unit, working: working, assumed: assumed ? @sheet.clock.assumed_words([:mixed_density_g_ml]) : [])
      end

      def amount(value, unit, working)
        value.nil? ? Figure.unknown(unit, Measure::Ratio::NO_DENSITY) : Figure.new(value: value, unit: unit, working: working)
      end

      def total_mix_g
        @plan.amounts.total.total_g
      end

      def line_figure(line)
        grams = line.grams(@plan.sheet.ratio.mixed_density_g_ml)
        return Figure.new(value: line.value, unit: line.unit, working: line.working) if grams.nil? || line.unit == :g

        Figure.new(value: grams, unit: :g, working: line.working + [line_density(line, grams)])
      end

      def line_density(line, grams)
        Working.new(says: "%{ml} at %{density} weigh %{g}",
          parts: { ml: quantity(line.value, :ml), density: quantity(@plan.sheet.ratio.mixed_density_g_ml, :"g/ml"),
                   g: quantity(grams, :g) })
      end

      def film_working
        density = @plan.sheet.ratio.mixed_density_g_ml
        lines = @order.need.line(:work).working
        density ? lines + [density_working(density)] : lines
      end

      def density_working(density)
        Working.new(says: "mixed density (mA + mB) ÷ (mA/dA + mB/dB) = %{density}: %{ml} weigh %{g}", parts: {
          density: quantity(density, :"g/ml"), ml: quantity(@plan.amounts.film.total_ml, :ml), g: quantity(@plan.amounts.film.total_g, :g)
        })
      end

      def part_working(name, split)
        unit = unit_of(name)
        parts = unit == :g ? @plan.sheet.ratio.weight_parts : @plan.sheet.ratio.volume_parts
        return [] unless parts

        index = name.start_with?("resin") ? 0 : 1
        total = split[:"total_#{unit}"]
        lines = [Working.new(says: "%{total} × %{part} ÷ (%{a} + %{b}) = %{result}", parts: {
          total: quantity(total, unit), part: quantity(parts[index], :""), a: quantity(parts[0], :""), b: quantity(parts[1], :""),
          result: quantity(split[name], unit)
        })]
        basis = unit == :g ? :weight : :volume
        @plan.sheet.ratio.by == basis ? lines : [basis_working(basis, parts)] + lines
      end

      def basis_working(basis, parts)
        ratio = @plan.sheet.ratio
        says = if basis == :weight
                 "the data sheet's %{ra} : %{rb} by volume is %{ra} × %{da} : %{rb} × %{db} = %{a} : %{b} by weight"
               else
                 "the data sheet's %{ra} : %{rb} by weight is %{ra} ÷ %{da} : %{rb} ÷ %{db} = %{a} : %{b} by volume"
               end
        Working.new(says: says, parts: {
          ra: quantity(ratio.resin, :""), rb: quantity(ratio.hardener, :""), a: quantity(parts[0], :""), b: quantity(parts[1], :""),
          da: quantity(ratio.resin_density_g_ml, :"g/ml"), db: quantity(ratio.hardener_density_g_ml, :"g/ml")
        })
      end

      def pot_test
        clock = @sheet.clock
        ref = quantity(clock.reference_temp_c, :c)
        if clock.pot_life_min
          return Working.new(says: "the data sheet: %{mass} at %{ref} last %{pot} in the cup; that tells how this mix heats itself",
            parts: {
              mass: quantity(clock.pot_mass_g, :g), ref: ref, pot: minutes(clock.pot_life_min)
            })
        end
        if clock.max_depth_mm
          return Working.new(says: "the data sheet gives no pot life; its largest depth %{depth} at %{ref} tells how this mix heats itself",
            parts: { depth: quantity(clock.max_depth_mm, :mm), ref: ref })
        end

        Working.new(says: "the data sheet tells nothing of the heat in a cup: it is taken as usual for such a mix")
      end

      def doubt
        Working.new(says: "early and late: 8 times in 10 it falls between them, allowing for gaps in the data sheet and a room " \
                          "#{Cure::Sensitivity::ROOM_C} °C warmer or colder")
      end

      # What the shop's own batches make of it.
      def learned
        shop = @sheet.shop or return

        Working.new(says: "this shop: learned from %{logs} of its own batches and stages; it goes %{factor} times as fast as the " \
                          "data sheet says",
          parts: { logs: quantity(shop.logs, :""), factor: quantity(shop.factor.round(2), :"") })
      end

      # @yieldreturn [Array<Working>]
      def band_figure(band, numbers)
        Figure.new(value: band.middle, unit: :min, early: band.early, late: band.late, working: -> { [*yield, learned].compact },
          assumed: -> { @sheet.clock.assumed_words(numbers) })
      end
    end
  end
end
