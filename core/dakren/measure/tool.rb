# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/check"
require_relative "../base/exact"
require_relative "units"
require_relative "way"

module Dakren
  module Measure
    # What a shop measures with: each tool is one file in tools/, which says all there is to say of it.
    #
    # Of a tool: errors(split), the worst share by which resin and hardener may be off; index(ratio), the ratio it gives over the sheet's;
    # refusal(split, ratio), why it cannot at all, or nil; whole(split, ratio, tolerance), whole strokes, drops, spoons or lines for about
    # that much; advice(split), a sentence for the ticket; most_g(density), grams it takes at a time; guessed, does any of its numbers stand
    # at its usual value?
    module Tools
      # A number the shop gives of a tool: units and bare as Units name them; fallback: what counts where nothing is given;
      # spare: it may be left out.
      Number = Value.define(:name, :label, :units, :bare, :allowed, fallback: nil, spare: false)

      # What is counted at the bench, and the words for it there; alternate: one of each in turn; many: of several, where an s will not do.
      Counting = Value.define(:unit, :alternate, :ready, :heading, :how, many: nil) do
        # @return [String] "strokes"
        def plural
          many || "#{unit}s"
        end

        # @return [String] "1 stroke", "4 strokes"
        def told(count)
          "#{count} #{count == 1 ? unit : plural}"
        end
      end

      # So many of each part. @see Counting
      Counted = Value.define(:counting, :resin, :hardener)
      # What whole units give: counted, and what is in the cup then. unit_ml: of one of each, where they only go together.
      Whole = Value.define(:counted, :split)

      # name: as it is kept; way: how a batch is measured with it.
      Declaration = Value.define(:name, :way, :label, :fields, counting: nil) do
        def method
          way.name
        end

        def short
          way.short
        end
      end

      # What every tool must answer by itself. One that counts: whole counts, and the millilitres of one; where both parts only come
      # together, the mix that so many give.
      CONTRACT = %i[errors refusal].freeze

      NO_DENSITIES = "the data sheet gives no densities, so this ratio by weight cannot be"

      # A whole count may miss the need by so much; the ratio goes by the data sheet's own tolerance.
      SHORT_PCT = 3

      # What a tool says where it says nothing of its own.
      module Usual
        def declaration
          self.class.declaration
        end

        # What is counted or filled to whole lines, nearest to a batch.
        # @param tolerance_pct [Array(Numeric, Numeric)] extra resin, extra hardener the sheet tolerates
        # @param short_pct [Numeric] by how much the need may be missed
        # @return [Whole, nil] nil where any amount can be had
        def whole(_split, _ratio, _tolerance_pct, _short_pct = SHORT_PCT)
          nil
        end

        # @return [Rational] its own ratio over the sheet's; 1 where it has none of its own
        def index(_ratio)
          Rational(1)
        end

        # Do both parts only come together, so much at a time?
        # @return [Rational, nil] ml
        def both_ml
          nil
        end

        # So many of both together, nearest to that much and a little short of it at most.
        # @return [Integer]
        def strokes(total_ml, short_pct = SHORT_PCT)
          WholeUnits.nearest(total_ml, both_ml, short_pct)
        end

        # Does any of its numbers stand at its usual value, and was perhaps never measured?
        def guessed?
          declaration.fields.reject(&:spare).any? { |field| !field.fallback.nil? && public_send(field.name) == field.fallback }
        end

        # @return [String, nil]
        def advice(_split)
          nil
        end

        # @return [Float, nil] g; nil where it sets no limit
        def most_g(_density_g_ml)
          nil
        end
      end

      # Whole numbers of units of each part.
      module WholeUnits
        MOST_UNITS = 400

        module_function

        # The nearest whole count for an amount: one less where that falls short by no more than is forgiven.
        # @param wanted [Numeric] @param unit [Numeric] both in ml @param short_pct [Numeric] by how much the need may be missed
        # @return [Integer] 1 or more
        def nearest(wanted, unit, short_pct)
          count = (Exact.of(wanted) / Exact.of(unit)).floor
          [count + (count * Exact.of(unit) >= Exact.of(wanted) * (1 - (Exact.of(short_pct) / 100)) ? 0 : 1), 1].max
        end

        # The fewest of each that meet the ratio within what is forgiven and give about as much as is wanted; where no numbers meet
        # it, those that come nearest.
        # @param split [Ratio::Split] with millilitres @param unit [Numeric] ml of one of either part
        # @param tolerance_pct [Array(Numeric, Numeric)] of the ratio @param short_pct [Numeric] by how much the need may be missed
        # @return [Array(Integer, Integer)] resin and hardener
        def pair(split, unit, tolerance_pct, short_pct)
          wanted = [split.resin_ml, split.hardener_ml].map { |ml| Exact.of(ml) / Exact.of(unit) }
          return wanted.map { |units| units.round.clamp(1..) } if wanted.sum > MOST_UNITS

          least = wanted.sum * (1 - (Exact.of(short_pct) / 100))
          from = [wanted[1].floor, 1].max
          ratio = wanted[0] / wanted[1]
          first = []
          (from..(from + MOST_UNITS)).each do |hardener|
            pair = [(ratio * hardener).round.clamp(1..), hardener]
            next if pair.sum < least
            return pair if forgiven?(pair, wanted, tolerance_pct)

            first << pair if first.size < MOST_TRIED
          end
          first.min_by { |found| off(found, wanted).abs }
        end
        MOST_TRIED = 12

        # Does this pair miss the ratio by no more than the sheet tolerates on that side?
        def forgiven?(pair, wanted, tolerance_pct)
          miss = off(pair, wanted) * 100
          miss.between?(-Exact.of(tolerance_pct[1]), Exact.of(tolerance_pct[0]))
        end

        # Extra resin as a share; below 0 where it is short of resin.
        def off(pair, wanted)
          (Rational(pair[0], pair[1]) * wanted[1] / wanted[0]) - 1
        end
      end

      ALL = {} # rubocop:disable Style/MutableConstant -- filled by the files of tools/

      module_function

      # Declares a tool.
      # @param way [Way]
      # @return [Class] a frozen value with name and the fields
      # @raise [ArgumentError] where it does not say all that is asked of a tool
      def declare(name, way, label:, fields:, counting: nil, &body)
        declaration = Declaration.new(name: name, way: way, label: label, fields: fields, counting: counting)
        spare, needed = fields.partition(&:spare)
        tool = Value.define(:name, *needed.map { |field| field.name.to_sym }, **spare.to_h { |field| [field.name.to_sym, nil] }) do
          include Usual

          class_eval(&body)
        end
        tool.define_singleton_method(:declaration) { declaration }
        complete(tool, declaration)
        ALL[name] = tool
      end

      # A tool that leaves something out is found when it is loaded, not when somebody measures with it.
      def complete(tool, declaration)
        together = tool.method_defined?(:both_ml, false)
        asked = CONTRACT + (declaration.counting ? [:whole, (:one_ml unless together)].compact : []) + (together ? %i[split] : [])
        missing = asked.reject { |name| tool.method_defined?(name, false) }.map(&:to_s)
        missing << "a way that reads a count" if declaration.counting && declaration.way.read != :count
        missing << "a way of #{Way::READ.join(", ")}" unless Way::READ.include?(declaration.way.read)
        raise ArgumentError, "#{declaration.label} does not say: #{missing.join(", ")}" if missing.any?
      end

      def field(name, label, units, bare, allowed, **more)
        Number.new(name: name, label: label, units: units, bare: bare, allowed: allowed, **more)
      end

      # What so many millilitres of each part come to.
      # @param ratio [Ratio] whose densities count
      # @return [Ratio::Split]
      def split_of(ratio, resin_ml, hardener_ml)
        made = Ratio.new(by: :volume, resin: Exact.of(resin_ml) / Exact.of(hardener_ml), hardener: 1,
          resin_density_g_ml: ratio.resin_density_g_ml, hardener_density_g_ml: ratio.hardener_density_g_ml)
        made.split(total_ml: Exact.of(resin_ml) + Exact.of(hardener_ml))
      end

      # @return [Array<Counting>] all there are
      def countings
        ALL.each_value.filter_map { |tool| tool.declaration.counting }
      end

      # @param unit [String] of a count kept with a cup
      # @return [Counting, nil]
      def counting(unit)
        countings.find { |counting| counting.unit == unit }
      end
    end
  end
end
