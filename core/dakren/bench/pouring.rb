# frozen_string_literal: true

module Dakren
  module Bench
    # What goes into the cup in the present step: which part, and how far.
    class Pouring
      # A part outside of this share of what was to go in is asked about before the next one follows.
      LIKELY = [Rational(3, 4), Rational(3, 2)].freeze
      UNLIKELY_STEPS = %i[first second].freeze
      UNLIKELY_STEPS_APART = 10

      # @param step [Symbol, nil] the present step's name @param account [Account] @param contents [Contents] @param course [Course]
      def initialize(step, account, contents, course)
        @step = step
        @account = account
        @contents = contents
        @course = course
        @recipe = course.recipe
      end

      # @return [Symbol, nil] :resin or :hardener; nil where none is poured
      def part
        case @step
        when :first then @contents.parts[0]
        when :second then @contents.parts[1]
        when :mend then @contents.verdict.add
        end
      end

      # Reading or line at which the present part is right.
      # @return [Rational, nil] g or ml; nil where nothing is poured now
      def target
        case @step
        when :first, :second then @contents.running.target(@contents.readings) + @contents.beside.between
        when :mend then @contents.last_reading + @contents.verdict.add_amount
        end
      end

      # @return [Symbol, nil] the part of the next stroke or drop; nil when all are in, or nothing is counted now
      def next_count
        @contents.count.next_part if @recipe.count && @step == :second
      end

      # Can somebody say how far a part really came: on a scale, to a line, in a syringe?
      def read?
        @recipe.way.told? && @recipe.count.nil? && (@recipe.weighed? || @recipe.unit == :ml)
      end

      # Is the hardener measured apart, since powder stands in the resin and its lines tell nothing?
      def apart?
        @course.prethickened? && @recipe.unit == :ml && @account.finished?(:prethicken)
      end

      # Is so much of a part hardly what was meant?
      # @param reading [Rational] on scale, line or syringe
      def unlikely?(reading)
        return false unless UNLIKELY_STEPS.include?(@step) && target

        meant = target - @contents.last_reading
        own = reading - @contents.last_reading
        (own - meant).abs > UNLIKELY_STEPS_APART * Exact.of(@recipe.resolution_g) && !(own / meant).between?(*LIKELY)
      end
    end
  end
end
