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

      # What else went into the cup between its two parts and weighs on the scale: powder in the resin.
      # @return [Rational]
      def between
        @recipe.weighed? && @done.any? { |event| event.data[:step].to_s == "prethicken" } ? @recipe.first_powder_g : Rational(0)
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
