# frozen_string_literal: true

module Dakren
  module Rooms
    # What bench pages say of grams and parts.
    module BenchWords
      def names(part)
        part == :resin ? "resin" : "hardener"
      end

      def grams(value)
        @wording.weight(value, resolution_g: @walk.recipe.resolution_g)
      end

      def weight(value)
        grams(value).join(" ")
      end

      # An amount in the unit this batch is measured in.
      def measure(value)
        @walk.recipe.unit == :ml ? @wording.volume(value) : grams(value)
      end

      def measured(value)
        measure(value).join(" ")
      end

      # So many strokes, drops or spoons.
      def units(count)
        Measure::Tools.counting(@walk.recipe.count.unit).told(count)
      end

      # How far it is from the sheet, as one says it: "7 % short of resin".
      def off(verdict)
        return "no hardener in it" if verdict.index.nil?

        short = verdict.index < 1 ? 1 - verdict.index : 1 - (1 / verdict.index)
        pct = @wording.significant((short * 100).to_f.round(1))
        if verdict.name == :good && short < 0.005
          "right by the data sheet"
        else
          "#{pct} % short of #{names(verdict.index < 1 ? :resin : :hardener)}"
        end
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      # A sentence with its part put in.
      def told(text, part)
        format(text, part: names(part || :resin)).sub(/\A\w/, &:upcase)
      end
    end
  end
end
