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
                     Exact.of(told) - (event.data[:step].to_s == "second" ? between : 0)
                   else
                     running.target(known)
                   end]
        end
      end

      # @return [Rational] what it showed last
      def last_reading
        (readings.last || start_reading) + between + mends.sum { |event| mended(event) }
      end

      # What else went into the cup between its two parts: powder in the resin, which weighs on the scale and lifts the line.
      # @return [Rational] in the recipe's unit
      def between
        grams = powder_in(:prethicken) or return Rational(0)
        @recipe.weighed? ? grams : @recipe.powder_ml(grams)
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
        @recipe.thinner_ml(grams.values.sum / @recipe.density_g_ml)
      end

      # @return [Rational] g of powder planned for a step: half of it first, the rest for what is really in the cup
      def powder_planned(step)
        step == :prethicken ? @recipe.first_powder_g : @recipe.powder_g(grams.values.sum) - (powder_in(:prethicken) || 0)
      end

      # Resin and hardener really in the cup, corrections included.
      # @return [Hash{Symbol=>Rational}] in the recipe's unit
      def amounts
        found = if @recipe.count
                  counted_amounts
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

      # Strokes, drops or spoons of one part that are in, corrections included.
      # @return [Integer]
      def counted(part)
        @done.count { |event| event.kind == :counted && event.data.fetch(:part).to_sym == part } +
          mends.sum { |event| event.data.fetch(:part).to_sym == part ? event.data[:units].to_i : 0 }
      end

      # @return [Symbol, nil] the part of the next stroke, drop or spoon; nil when all are in
      def next_count
        left = { resin: counted(:resin), hardener: counted(:hardener) }
        @recipe.count.order.find { |part| (left[part] -= 1).negative? }
      end

      # Is it as it was planned: every line filled to where it was to be, every stroke counted and none too many?
      def as_planned?
        mends.empty? && poured.none? { |event| event.data[:reading_g] || event.data[:reading_ml] } &&
          (@recipe.count.nil? || %i[resin hardener].all? { |part| counted(part) <= @recipe.count.public_send(part) })
      end

      # Are both parts in?
      def both?
        @recipe.count ? @done.any? { |event| event.data[:step].to_s == "second" } : readings.size == 2
      end

      # Strokes, drops or spoons of the short part that bring it nearest to right.
      # @return [Integer] 1 or more
      def units_to_add
        (verdict.add_amount / @recipe.one_ml(verdict.add)).round.clamp(1..)
      end

      # @return [Measure::Verdict, nil] nil until both parts are in
      def verdict
        @recipe.verdict(**amounts) if both?
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

      def counted_amounts
        %i[resin hardener].to_h do |part|
          ours = @done.count { |event| event.kind == :counted && event.data.fetch(:part).to_sym == part }
          [part, @recipe.one_ml(part) * ours]
        end
      end
    end
  end
end
