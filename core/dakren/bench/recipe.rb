# frozen_string_literal: true

require_relative "../base/value"
require_relative "../cure/logged_pour"
require_relative "../measure/tools"
require_relative "../plan/cup_kind"
require_relative "steps"

module Dakren
  module Bench
    # From this size on a vessel is a pail.
    PAIL_ML = 3000
    # The walk as it is now: with the look before the hardener is opened, part A stirred alone, the second cup and the closing of a joint
    # as steps of their own.
    VERSION = 2

    # How what a recipe says is read from where it is kept, as JSON has it.
    module Kept
      PLAIN = ->(kept) { kept }
      NUMBER = ->(kept) { kept.is_a?(String) ? Rational(kept).to_f : kept }
      WORD = ->(kept) { kept&.to_sym }
      EXACT = ->(kept) { Rational(kept) }
      PARTS = ->(kept) { kept&.to_h { |part, ml| [part.to_sym, Rational(ml)] } }
      SHARES = ->(kept) { kept&.map { |name, share| [name, Rational(share)] } }
      COUNT = ->(kept) { kept && Count.new(**kept.transform_keys(&:to_sym)) }
      CUP = ->(kept) { Plan::CupKind.new(**kept.transform_keys(&:to_sym)) }
      WORDS = ->(kept) { kept.map(&:to_sym) }
      BED = ->(kept) { Cure::Bed.read(kept) }
      OWN = ->(kept) { kept.map { |name, label, after_min| Bench.own_step(name.to_sym, label, after_min: after_min) } }
    end

    # What a recipe says beside its name and its sheet, each once: how it is read, and what counts where it is not told; the first
    # always are. masses in g, temperatures in °C.
    ALWAYS_TOLD = { total_g: Kept::EXACT, first: Kept::WORD, cup: Kept::CUP, room_c: Kept::NUMBER, tins_c: Kept::NUMBER,
                    placing_min: Kept::NUMBER, method: Kept::WORD }.freeze
    TOLD = {
      resolution_g: [Kept::NUMBER, 0.1],
      # A grade of Work::Filler, the powder's name, its grams to 100 g of mix, or several with theirs.
      powder: [Kept::WORD, nil], powder_name: [Kept::PLAIN, "silica"], powder_to_100_g: [Kept::NUMBER, nil],
      powder_parts: [Kept::PLAIN, nil],
      # Does half of it go into the resin first?
      thicken_first: [Kept::PLAIN, false],
      count: [Kept::COUNT, nil], tool: [Kept::PLAIN, nil],
      # What is planned of each part where it is measured by volume; nil for as the ratio says.
      parts_ml: [Kept::PARTS, nil],
      # Of Work::Kinds, nil without a job.
      kind: [Kept::WORD, nil],
      # Wet film the comb must show.
      comb_mm: [Kept::NUMBER, nil],
      # Of a blend, each with its share.
      hardeners: [Kept::SHARES, nil], note: [Kept::PLAIN, nil],
      # Names of AFTER that follow it, and Instructions of the builder's own, before it and after it.
      after: [Kept::WORDS, USUAL_AFTER], own: [Kept::OWN, [].freeze],
      # Of the mix, brushed on neat before the rest is thickened.
      prime_share: [Kept::NUMBER, 0],
      # By volume of the mix; :start where it is stirred in, :tray where so much may be added as it thickens.
      thinner_pct: [Kept::NUMBER, nil], thinner_when: [Kept::WORD, nil],
      # Of how many batches of its coat it is one, as it was planned; nil without a job.
      of: [Kept::PLAIN, nil],
      # Where a pour of one lift lies; nil for all else.
      bed: [Kept::BED, nil],
      # How cloth is, of Work::Cloth::LAID.
      laid: [Kept::WORD, nil],
      # Of the walk it was made for, since a batch goes through the steps it began with.
      version: [Kept::PLAIN, VERSION]
    }.freeze
    # Batches made before walks had one.
    FIRST_VERSION = 1

    # One batch as it is to be made: its name, the sheet it is mixed by, and what stands above.
    Recipe = Value.define(:name, :sheet, *ALWAYS_TOLD.keys, **TOLD.transform_values(&:last)) do
      # @param kept [Hash{String=>Object}] as it was written, see kept
      # @return [Recipe]
      def self.read(kept, name:, sheet:)
        always = ALWAYS_TOLD.to_h { |part, reads| [part, reads.call(kept.fetch(part.to_s))] }
        told = TOLD.filter_map { |part, (reads, _)| [part, reads.call(kept[part.to_s])] unless kept[part.to_s].nil? }.to_h
        new(name: name, sheet: sheet, **always, version: FIRST_VERSION, **told)
      end

      # As it is kept: what can be written as JSON and read again.
      # @return [Hash{String=>Object}]
      def kept
        to_h.except(:name, :sheet, :bed).to_h { |part, value| [part.to_s, written(value)] }.merge("cup" => cup.told, "bed" => bed&.kept)
      end

      # @return [Measure::Way] how it is measured
      def way
        Measure::WAYS.fetch(method)
      end

      def weighed?
        way.read == :weight
      end

      # Everything that may be done with it, in order.
      # @return [Array<Instruction>]
      def steps
        return STEPS if own.empty?

        before, after = own.partition { |step| step.after_min.nil? }
        [*before, *BEFORE, *(AFTER + after).sort_by(&:after_min), STEPS.last]
      end

      # A step in the words of this work.
      # @param name [Symbol] of a step
      # @return [Instruction]
      def step(name)
        found = BY_NAME[name] || own.find { |step| step.name == name }
        return found unless name == :pour_out

        use = manner.use
        found.with(title: use.title, tells: use.tells, done: use.done, told: [use.why])
      end

      # How it is worked, and the words for it.
      # @return [Manner]
      def manner
        Bench.manner(kind, sheet, laid: laid, thickened: !powder.nil?, on_foil: cup.flat)
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
        total = unit == :g ? total_g : Exact.of(total_g) / density_of
        %i[resin hardener].zip(Exact.share(Exact.of(total), parts)).to_h
      end

      # @param part [Symbol, nil] :resin or :hardener; nil for the mix
      # @return [Rational] of one part, or of the mix, or the one assumed for that
      def density_of(part = nil)
        own = sheet.ratio.public_send(:"#{part}_density_g_ml") if part && sheet.ratio.densities?
        own || sheet.ratio.mixed_density_g_ml || Exact.of(sheet.clock.mixed_density_g_ml)
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

      # @return [Additions] what goes in beside resin and hardener
      def additions
        Additions.new(self)
      end

      # @return [CupClock] what the clock of its cup hangs on
      def clock
        CupClock.new(self)
      end

      private

      def written(value)
        case value
        when Rational, Symbol then value.to_s
        when Count then value.to_h
        when Instruction then [value.name.to_s, value.title, value.after_min]
        when Hash then value.to_h { |name, one| [name.to_s, written(one)] }
        when Array then value.map { |one| written(one) }
        else value
        end
      end
    end

    # What goes into a batch beside resin and hardener, as its recipe has it: powder, thinner.
    class Additions
      # @param recipe [Recipe]
      def initialize(recipe)
        @recipe = recipe
      end

      # Which powder, and grams of it to 100 g of resin and hardener; nil where none goes in.
      # @return [Array(Work::Filler::Powder, Numeric), nil]
      def thickener
        return unless @recipe.powder
        if @recipe.powder_parts
          return Work::Filler.together(@recipe.powder_parts.map do |name, grams|
            [Work::Filler::POWDERS.fetch(name.to_sym), grams]
          end)
        end

        kind = Work::Filler::POWDERS.values.find { |one| one.label == @recipe.powder_name } || Work::Filler::POWDERS.fetch(:silica)
        [kind, @recipe.powder_to_100_g || Work::Filler.grams_to_100(kind.name, @recipe.powder)]
      end

      # Grams of powder for so much resin and hardener.
      # @return [Rational] g; 0 where none goes in
      def powder_g(mix_g)
        thickener ? Exact.of(mix_g) * Exact.of(thickener[1]) / 100 : Rational(0)
      end

      # Grams of powder that go into the resin before the hardener does.
      # @return [Rational] g; 0 where none does
      def first_powder_g
        @recipe.thicken_first ? powder_g(@recipe.total_g) / 2 : Rational(0)
      end

      # @return [Rational] ml the grains of so much powder take up
      def powder_ml(grams)
        thickener ? Exact.of(grams) / Exact.of(thickener[0].density_g_ml) : Rational(0)
      end

      # @return [Rational] ml of thinner, for so many of mix; 0 where none is planned
      def thinner_ml(mix_ml)
        @recipe.thinner_pct ? Exact.of(mix_ml) * Exact.of(@recipe.thinner_pct) / 100 : Rational(0)
      end
    end

    # What the clock of a batch in its cup hangs on, as its recipe has it.
    class CupClock
      # @param recipe [Recipe]
      def initialize(recipe)
        @recipe = recipe
      end

      # @return [Cure::Mix] everything that is to be in the cup
      def mix
        of_work(@recipe.sheet.mix(powder: additions.thickener))
      end

      # @param mix_g [Numeric] of resin and hardener @param powder_g [Numeric] really in it
      # @return [Cure::Mix]
      def mix_with(mix_g, powder_g)
        of_work(powder_g.positive? && mix_g.positive? ? @recipe.sheet.mix(powder: [additions.thickener[0],
          (powder_g * 100 / mix_g).to_f]) : @recipe.sheet.mix)
      end

      # What its clock hangs on.
      # @param mix [Cure::Mix] what is in it @param mix_g [Numeric] grams of resin and hardener
      # @return [Hash{Symbol=>Numeric}] as Cure::Mix asks for it
      def conditions(mix, mix_g, start_c: @recipe.tins_c, room_c: @recipe.room_c)
        grams = [mix_g.to_f, 0.1].max
        { mass_g: mix.whole_g(grams), start_c: start_c, room_c: room_c,
          diameter_mm: @recipe.cup.even_diameter_mm(mix.whole_ml(grams)).round(1) }
      end

      # Minutes the whole batch would last in its cup, as planned.
      # @return [Cure::Band]
      def usable
        mix.usable_band(**conditions(mix, @recipe.total_g))
      end

      private

      def additions
        @recipe.additions
      end

      # What is mixed for no work that is known lasts as its sheet says.
      def of_work(mix)
        @recipe.kind && Work::Kinds::ALL.key?(@recipe.kind) ? mix.for_work(Work::Kinds::ALL.fetch(@recipe.kind).shaped) : mix
      end
    end
  end
end
