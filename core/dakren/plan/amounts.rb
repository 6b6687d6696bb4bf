# frozen_string_literal: true

module Dakren
  module Plan
    # How much a coat takes, in grams and millilitres, of A and of B, as far as they can be known.
    class Amounts
      # @param order [CoatOrder] @param portions [Array<Portion>] its cups
      def initialize(order, portions)
        @order = order
        @portions = portions
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
        parts_of(order.need.grams(density))
      end

      # @return [Measure::Ratio::Split] everything mixed, the sum of all cups
      def total
        @total ||= sum(portions.map { |portion| split(portion) })
      end

      # @return [Rational] grams left behind in the cups
      def kept_g
        portions.sum { |portion| portion.mass_g - portion.on_work_g }
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

      # What goes into one cup.
      # @param portion [Portion]
      # @return [Measure::Ratio::Split]
      def split(portion)
        whole = portion.whole&.split or return parts_of(portion.mass_g)

        whole.with(total_g: whole.total_g || portion.mass_g, total_ml: whole.total_ml || (portion.mass_g / density))
      end

      private

      attr_reader :order, :portions

      def ratio
        order.sheet.ratio
      end

      def sheet
        order.sheet
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
    end
  end
end
