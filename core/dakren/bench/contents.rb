# frozen_string_literal: true

require_relative "../measure/running"
require_relative "../base/exact"

module Dakren
  module Bench
    # What is in the cup of one batch, from what was done to it, in the unit it is measured in: grams on a scale, millilitres to lines,
    # by strokes, drops and syringes. Neither needs the other, nor any density.
    class Contents
      # Steps in which a part goes in.
      POURED = %i[first second].freeze

      # @param recipe [Recipe] @param done [Array<Event>] in order, undone ones left out
      def initialize(recipe, done)
        @recipe = recipe
        @done = done
      end

      # @return [Array<Symbol>] the parts in the order they go in
      def parts
        running.parts
      end

      # Where it must stop, part after part.
      # @return [Measure::Running]
      def running
        @running ||= begin
          planned = @recipe.planned
          Measure::Running.new(planned, total: planned.values.sum, first: @recipe.first, start_reading: start_reading, unit: @recipe.unit)
        end
      end

      # What the scale showed with the empty cup on it: 0 unless it was left untared.
      # @return [Rational]
      def start_reading
        tared = @done.find { |event| event.data[:step].to_s == "tare" }
        Exact.of(tared&.data&.fetch(:start_g, nil) || 0)
      end

      # What the scale, or the line, showed after each part; as planned where nobody read it.
      # @return [Array<Rational>]
      def readings
        poured.reduce([]) do |known, event|
          told = event.data[:reading_g] || event.data[:reading_ml]
          [*known, if told
                     Exact.of(told) - (event.data[:step].to_s == "second" ? beside.between : 0)
                   else
                     running.target(known)
                   end]
        end
      end

      # @return [Rational] what it showed last
      def last_reading
        (readings.last || start_reading) + beside.between + mends.sum { |event| mended(event) }
      end

      # Resin and hardener really in the cup, corrections included.
      # @return [Hash{Symbol=>Rational}] in the recipe's unit
      def amounts
        found = if @recipe.count
                  count.amounts
                else
                  parts.zip(running.amounts(readings)).to_h.transform_values do |value|
                    value || Rational(0)
                  end
                end
        mends.each { |event| found[event.data.fetch(:part).to_sym] += mended(event) }
        found
      end

      # @return [Hash{Symbol=>Rational}] in grams; by the density assumed for the mix where their own is not known
      def grams
        found = amounts
        return found if @recipe.unit == :g

        found.to_h { |name, ml| [name, ml * @recipe.density_of(name)] }
      end

      # @return [Rational] g of resin and hardener by now
      def mass_g
        grams.values.sum
      end

      # @return [Rational] g of everything in the cup by now, powder included
      def whole_g
        mass_g + beside.powder_g
      end

      # @return [Cure::Mix] what is in the cup, with its powder once that is in
      def mix
        @mix ||= @recipe.clock.mix_with(mass_g, beside.powder_g)
      end

      # @return [Beside] what goes in beside resin and hardener
      def beside
        @beside ||= Beside.new(@recipe, @done, self)
      end

      # @return [Counts] strokes, drops or spoons
      def count
        @count ||= Counts.new(@recipe, @done, self)
      end

      # Is it as it was planned: every line filled to where it was to be, every stroke counted and none too many?
      def as_planned?
        mends.empty? && poured.none? { |event| event.data[:reading_g] || event.data[:reading_ml] } &&
          (@recipe.count.nil? || %i[resin hardener].all? { |part| count.of(part) <= @recipe.count.public_send(part) })
      end

      # Are both parts in?
      def both?
        @recipe.count ? @done.any? { |event| event.data[:step].to_s == "second" } : readings.size == 2
      end

      # @return [Measure::Verdict, nil] nil until both parts are in
      def verdict
        @recipe.verdict(**amounts) if both?
      end

      private

      def poured
        @done.select { |event| event.kind != :counted && POURED.include?(event.data[:step]&.to_sym) }
      end

      def mends
        @done.select { |event| event.kind == :mended }
      end

      # How much one correction added, in the recipe's unit.
      def mended(event)
        data = event.data
        return Exact.of(data[:added_g] || data.fetch(:added_ml)) unless data[:units]

        data[:units].to_i * @recipe.one_ml(data.fetch(:part).to_sym)
      end
    end

    # What goes into the cup beside resin and hardener: powder, thinner.
    class Beside
      # @param recipe [Recipe] @param done [Array<Event>] @param contents [Contents]
      def initialize(recipe, done, contents)
        @recipe = recipe
        @done = done
        @contents = contents
      end

      # What else went into the cup between its two parts: powder in the resin, which weighs on the scale and lifts the line.
      # @return [Rational] in the recipe's unit
      def between
        grams = powder_in(:prethicken) or return Rational(0)
        @recipe.weighed? ? grams : @recipe.additions.powder_ml(grams)
      end

      # Powder that is in, as it was noted or else as planned.
      # @return [Rational] g
      def powder_g
        (powder_in(:prethicken) || 0) + (powder_in(:powder) || 0)
      end

      # Thinner that is in, as it was noted, or as planned where it was stirred in from the start.
      # @return [Rational] ml
      def thinner_ml
        @done.sum { |event| thinner_of(event) }
      end

      # @return [Rational] ml of thinner for what is really in the cup
      def thinner_planned_ml
        @recipe.additions.thinner_ml(@contents.mass_g / @recipe.density_of)
      end

      # @return [Rational] g of powder planned for a step: half of it first, the rest for what is really in the cup
      def powder_planned(step)
        return @recipe.additions.first_powder_g if step == :prethicken

        @recipe.additions.powder_g(@contents.mass_g) - (powder_in(:prethicken) || 0)
      end

      private

      # @return [Rational, nil] nil where that step was not done
      def powder_in(step)
        done = @done.reverse.find { |event| event.data[:step].to_s == step.to_s } or return
        done.data[:powder_g] ? Exact.of(done.data[:powder_g]) : powder_planned(step)
      end

      def thinner_of(event)
        return Exact.of(event.data[:thinner_ml]) if event.data[:thinner_ml]

        event.data[:step].to_s == "thin" ? thinner_planned_ml : 0
      end
    end

    # Strokes, drops and spoons of a batch that is counted.
    class Counts
      # @param recipe [Recipe] @param done [Array<Event>] @param contents [Contents]
      def initialize(recipe, done, contents)
        @recipe = recipe
        @done = done
        @contents = contents
      end

      # Strokes, drops or spoons of one part that are in, corrections included.
      # @return [Integer]
      def of(part)
        @done.count { |event| event.kind == :counted && event.data.fetch(:part).to_sym == part } +
          mends.sum { |event| event.data.fetch(:part).to_sym == part ? event.data[:units].to_i : 0 }
      end

      # @return [Symbol, nil] the part of the next stroke, drop or spoon; nil when all are in
      def next_part
        left = { resin: of(:resin), hardener: of(:hardener) }
        @recipe.count.order.find { |part| (left[part] -= 1).negative? }
      end

      # Strokes, drops or spoons of the short part that bring it nearest to right.
      # @return [Integer] 1 or more
      def units_to_add
        (@contents.verdict.add_amount / @recipe.one_ml(@contents.verdict.add)).round.clamp(1..)
      end

      # What was counted, corrections apart.
      # @return [Hash{Symbol=>Rational}] ml
      def amounts
        %i[resin hardener].to_h do |part|
          ours = @done.count { |event| event.kind == :counted && event.data.fetch(:part).to_sym == part }
          [part, @recipe.one_ml(part) * ours]
        end
      end

      private

      def mends
        @done.select { |event| event.kind == :mended }
      end
    end
  end
end
