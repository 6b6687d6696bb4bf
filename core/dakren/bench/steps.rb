# frozen_string_literal: true

require_relative "../base/value"
require_relative "../plan/work_steps"
require_relative "manner"

module Dakren
  # Walking one batch at the bench.
  module Bench
    # One thing to do: what it is called, what to do, the words on the button that says it is done, and why.
    # Where its part decides the caution, caution holds one for each part. only: what must hold of the walk; after_min: how long after
    # the cup was poured out; told: more sentences.
    Instruction = Value.define(:name, :title, :tells, :done, caution: nil, only: nil, after_min: nil, told: [].freeze) do
      # @param part [Symbol, nil] :resin or :hardener, where one is poured
      # @return [String, nil]
      def caution_of(part)
        caution.is_a?(Hash) ? caution[part] : caution
      end

      # Is it a step of this batch?
      # @param walk [Walk]
      def of?(walk)
        return walk.recipe.after.include?(name) || walk.recipe.own.include?(self) if after_min

        only.nil? || walk.public_send(only)
      end
    end

    BEFORE = [
      Instruction.new(name: :tins, title: "Tins", tells: "Use only these tins.", done: "Tins ready",
        told: ["A tube of hardener belongs to its tin: do not cross lots."]),
      Instruction.new(name: :gear, title: "Gear", tells: "Gloves, sleeves, glasses. Air the room.", done: "I'm wearing it",
        caution: "Epoxy allergy is permanent. The maker's safety data sheet comes first."),
      Instruction.new(name: :ready, title: "At hand", tells: "Before the hardener is opened: all of this within reach.", done: "All ready",
        only: :looked_over?),
      Instruction.new(name: :leak_test, title: "Leak test", only: :infused?, done: "It holds",
        tells: "Draw the bag down, clamp it off and watch the gauge for ten minutes.",
        told: ["It may fall a little as the bag settles, then it stands still. Listen along the seal for what does not.",
          "Marks on the bag every 100 or 200 mm from the feed: the resin front passing them tells when it will be full."]),
      Instruction.new(name: :stir_a, title: "Stir A", only: :stirred_alone?, done: "It is one colour",
        tells: "Stir part A alone, on the bottom too, for a minute.", told: ["Until nothing is left lying on the bottom."]),
      Instruction.new(name: :tare, title: "Cup", tells: "Set the empty cup on the scale and tare it.", done: "The scale shows zero",
        only: :weighed?),
      Instruction.new(name: :first, title: "First", tells: "Pour %{part} until the scale shows", done: "%{part} is in",
        caution: "Add the last grams slowly."),
      Instruction.new(name: :prethicken, title: "Thicken", only: :prethickened?, done: "It is half stiff",
        tells: "Fold half of the powder into the resin.",
        told: ["Not past half-way: stiff resin does not take the hardener evenly. Leave the cup on the scale as it is."],
        caution: "Particulate mask: silica floats for hours."),
      Instruction.new(name: :second, title: "Second", tells: "Pour %{part} until the scale shows", done: "%{part} is in, start the clock",
        caution: {
          hardener: "Slow down at the end: too much resin can be fixed, too much hardener stays soft.",
          resin: "Slow down at the end: each gram too much wants hardener with it, and the cup grows."
        }),
      Instruction.new(name: :mend, title: "Correct", tells: "Add %{part} until the scale shows", done: "It is corrected", only: :mending?),
      Instruction.new(name: :mix, title: "Mix", tells: "Stir.", done: "Fully mixed",
        caution: "If in doubt whether it was measured right, throw it away: a cup is cheaper than the work."),
      Instruction.new(name: :second_cup, title: "2nd cup", tells: "Everything over into a second clean cup; scrape the first; stir on.",
        done: "Stirred through", only: :second_cup?),
      Instruction.new(name: :thin, title: "Thin", tells: "Stir in the thinner.", done: "Thinner is in", only: :thinned?,
        caution: "With thinner: no spark, no flame, no torch in the room; air it, organic-vapour respirator."),
      Instruction.new(name: :powder, title: "Powder", tells: "Stir in powder, let it rest until the bottom feels warm, stir again.",
        done: "Right consistency", only: :thickened?, caution: "Particulate mask: silica floats for hours."),
      Instruction.new(name: :pour_out, title: "Pour it out", tells: "Pour it all out and spread it.", done: "It is poured out",
        caution: "A cup left standing heats itself and may smoke. A hot cup goes outside on bare ground: no lid, not the bin."),
      Instruction.new(name: :close, title: "Close", tells: "Close the joint until a little squeezes out all along.", done: "It is closed",
        only: :closed?, told: ["Block what may creep; do not clamp it dry. Wipe dry, then damp with alcohol, then dry.",
          "Checks count from now: look again after 30 and after 60 minutes."]),
      Instruction.new(name: :comb, title: "Comb", only: :combed?, tells: "Press the comb into the wet coat, upright, in several places.",
        done: "The comb shows it"),
      Instruction.new(name: :clamp_shut, title: "Clamp shut", only: :infused?, tells: "Full: clamp the feed shut, leave the vacuum on.",
        done: "The feed is shut",
        told: ["Full is when the last dry corner is wet and no bubbles come along the line. Note the resin front at each mark."],
        caution: "The line and the trap still hold resin: they set hard and hot. The trap goes outside when it warms.")
    ].freeze
    # What the plan has follow a coat, follows it at the bench too, in the order it falls due.
    AFTER = Plan::WorkSteps::ALL.values.select { |step| step.at == :after }.sort_by(&:offset_min).map do |step|
      Instruction.new(name: step.name, title: step.label.capitalize, tells: "#{[step.label.capitalize, step.hint].compact.join(": ")}.",
        done: "Done", after_min: step.offset_min.to_f)
    end.freeze
    STEPS = [
      *BEFORE, *AFTER,
      Instruction.new(name: :tack, title: "Test dab", tells: "Touch the test dab, not the work.", done: "The test dab is hard")
    ].freeze
    # A step of the builder's own, walked with a batch.
    # @param name [Symbol] @param label [String] @param after_min [Numeric, nil] minutes after the cup was poured out; nil for before it
    # @return [Instruction]
    def self.own_step(name, label, after_min: nil)
      Instruction.new(name: name, title: label, tells: "#{label.sub(/\A./, &:upcase)}.", done: "Done", after_min: after_min&.to_f)
    end

    # What follows a cup that belongs to no plan.
    USUAL_AFTER = %i[look_30 look_60].freeze
    BY_NAME = STEPS.to_h { |step| [step.name, step] }.freeze

    POWDER_WORDS = {
      loose: "levels by itself", brushable: "holds brush marks", spreadable: "holds a peak that bends", standing: "holds a sharp ridge"
    }.freeze

    # Measuring by counting: strokes of two pumps, one for one, changing pump each stroke so that a miscount
    # shows; or drops, all of one part and then all of the other.
    Count = Value.define(:unit, :resin, :hardener, alternate: true) do
      # @return [Array<Symbol>] the part of each stroke or drop, in order
      def order
        return Array.new(resin, :resin) + Array.new(hardener, :hardener) unless alternate

        Array.new([resin, hardener].max) { |i| [(:resin if i < resin), (:hardener if i < hardener)] }.flatten.compact
      end
    end

    # From this size on a vessel is a pail.
    PAIL_ML = 3000
    # The walk as it is now: with the look before the hardener is opened, part A stirred alone, the second cup and the closing of a joint
    # as steps of their own.
    VERSION = 2

    # One batch as it is to be made. masses in g, temperatures °C; first: :resin or :hardener; parts_ml: what is planned of each part
    # where it is measured by volume, nil for as the ratio says; kind: of Work::Kinds, nil without a job; comb_mm: wet film the comb
    # must show; note: what somebody wants remembered here; powder: a grade of Work::Filler or nil; powder_parts: several, each with its
    # grams to 100 g of mix; thicken_first: does half of it go into the resin first? hardeners: of a blend, each with its share; count: a
    # Count or nil; placing_min: minutes it takes to use it up; after: names of AFTER that follow it; own: Instructions of
    # the builder's own, before it and after it; prime_share: of the mix, brushed on neat before the rest is thickened; thinner_pct: by
    # volume of the mix, :start where it is stirred in, :tray where so much may be added as it thickens; laid: how cloth is, of Work::Cloth::LAID;
    # version: of the walk it was made for, since a batch goes through the steps it began with.
    Recipe = Value.define(:name, :sheet, :total_g, :first, :cup, :room_c, :tins_c, :method, :placing_min, resolution_g: 0.1, powder: nil,
      powder_name: "silica", powder_to_100_g: nil, powder_parts: nil, thicken_first: false, count: nil, tool: nil, parts_ml: nil,
      kind: nil, comb_mm: nil, hardeners: nil, note: nil, after: USUAL_AFTER, own: [].freeze, prime_share: 0, thinner_pct: nil,
      thinner_when: nil, laid: nil, version: VERSION) do
      def weighed?
        method == :scale
      end

      # Everything that may be done with it, in order.
      # @return [Array<Instruction>]
      def steps
        return STEPS if own.empty?

        before, after = own.partition { |step| step.after_min.nil? }
        [*before, *BEFORE, *(AFTER + after).sort_by(&:after_min), STEPS.last]
      end

      # @param name [Symbol] of a step
      # @return [Instruction]
      def step(name)
        BY_NAME[name] || own.find { |step| step.name == name }
      end

      # How it is worked, and the words for it.
      # @return [Manner]
      def manner
        Bench.manner(kind, sheet, laid: laid, thickened: !powder.nil?, on_foil: cup.flat)
      end

      # Is it stirred by a drill?
      def pail?
        cup.brim_ml >= PAIL_ML
      end

      # @return [Rational] ml of thinner, for so many of mix; 0 where none is planned
      def thinner_ml(mix_ml)
        thinner_pct ? Exact.of(mix_ml) * Exact.of(thinner_pct) / 100 : Rational(0)
      end

      # What it is measured in: grams on a scale, else millilitres where the ratio can be told by volume.
      # @return [Symbol] :g or :ml
      def unit
        weighed? || (parts_ml.nil? && sheet.ratio.volume_parts.nil?) ? :g : :ml
      end

      # @return [Hash{Symbol=>Rational}] resin and hardener as planned, in the unit it is measured in
      def planned
        return parts_ml.transform_values { |ml| Exact.of(ml) } if unit == :ml && parts_ml

        ratio = sheet.ratio
        parts = unit == :g ? ratio.weight_parts || ratio.volume_parts : ratio.volume_parts
        total = unit == :g ? total_g : Exact.of(total_g) / density_g_ml
        %i[resin hardener].zip(Exact.share(Exact.of(total), parts)).to_h
      end

      # @return [Rational] of the mix, or the one assumed
      def density_g_ml
        sheet.ratio.mixed_density_g_ml || Exact.of(sheet.clock.mixed_density_g_ml)
      end

      # @return [Rational] of one part, or the one assumed for the mix
      def density_of(part)
        (sheet.ratio.densities? && sheet.ratio.public_send(:"#{part}_density_g_ml")) || density_g_ml
      end

      # How much of each hardener of a blend: by their shares of its weight.
      # @param amount [Numeric] of all hardener
      # @return [Array<Array(String, Rational)>] empty where it is no blend
      def each_hardener(amount)
        (hardeners || []).map { |name, share| [name, Exact.of(amount) * Exact.of(share)] }
      end

      # Millilitres of one stroke, drop or spoon of a part.
      # @return [Rational]
      def one_ml(part)
        planned.fetch(part) / [count.public_send(part), 1].max
      end

      # @return [Measure::Verdict] of so much of each part, in the unit it is measured in
      def verdict(resin:, hardener:)
        sheet.verdict("resin_#{unit}": resin, "hardener_#{unit}": hardener)
      end

      # Which powder, and grams of it to 100 g of resin and hardener; nil where none goes in.
      # @return [Array(Work::Filler::Powder, Numeric), nil]
      def thickener
        return unless powder
        return Work::Filler.together(powder_parts.map { |name, grams| [Work::Filler::POWDERS.fetch(name.to_sym), grams] }) if powder_parts

        kind = Work::Filler::POWDERS.values.find { |one| one.label == powder_name } || Work::Filler::POWDERS.fetch(:silica)
        [kind, powder_to_100_g || Work::Filler.grams_to_100(kind.name, powder)]
      end

      # Grams of powder for so much resin and hardener.
      # @return [Rational] g; 0 where none goes in
      def powder_g(mix_g)
        thickener ? Exact.of(mix_g) * Exact.of(thickener[1]) / 100 : Rational(0)
      end

      # Grams of powder that go into the resin before the hardener does.
      # @return [Rational] g; 0 where none does
      def first_powder_g
        thicken_first ? powder_g(total_g) / 2 : Rational(0)
      end

      # @return [Rational] ml the grains of so much powder take up
      def powder_ml(grams)
        thickener ? Exact.of(grams) / Exact.of(thickener[0].density_g_ml) : Rational(0)
      end

      # @param mix_g [Numeric] of resin and hardener @param powder_g [Numeric] really in it
      # @return [Cure::Mix]
      def mix_with(mix_g, powder_g)
        of_work(powder_g.positive? && mix_g.positive? ? sheet.mix(powder: [thickener[0], (powder_g * 100 / mix_g).to_f]) : sheet.mix)
      end

      # @return [Cure::Mix] everything that is to be in the cup
      def mix
        of_work(sheet.mix(powder: thickener))
      end

      # What is mixed for no work that is known lasts as its sheet says.
      def of_work(mix)
        kind && Work::Kinds::ALL.key?(kind) ? mix.for_work(Work::Kinds::ALL.fetch(kind).shaped) : mix
      end

      # What its clock hangs on.
      # @param mix [Cure::Mix] what is in it @param mix_g [Numeric] grams of resin and hardener
      # @return [Hash{Symbol=>Numeric}] as Cure::Mix asks for it
      def conditions(mix, mix_g, start_c: tins_c, room_c: self.room_c)
        grams = [mix_g.to_f, 0.1].max
        { mass_g: mix.whole_g(grams), start_c: start_c, room_c: room_c, diameter_mm: cup.even_diameter_mm(mix.whole_ml(grams)).round(1) }
      end

      # Minutes the whole batch would last in its cup, as planned.
      # @return [Cure::Band]
      def usable
        mix.usable_band(**conditions(mix, total_g))
      end
    end

    # What happened: kind is :done, :weighed, :filled (to a line), :counted, :mended, :asked, :met (when the parts really met),
    # :touched_soft, :touched_tacky, :touched, :back, :accepted, :abandoned or :reopened; at is in seconds of the server's clock; data holds
    # what belongs to the kind.
    Event = Value.define(:number, :kind, :at, data: {}.freeze)
  end
end
