# frozen_string_literal: true

require_relative "placing"

module Dakren
  module Work
    # How fast it is laid. Part of Sizing.
    module Pacing
      # How long a coat takes to lay: by what was told of it, what the shop has timed, or else as is usual.
      # @param need [Need] of the coat @param people [Integer] who lay it
      # @return [Pace]
      def pace(need, people: 1)
        measure = @kind.placing.measure
        return by_the_gram(need, nil, people) if @places.empty?
        return drawn_in(measure) if measure.name == :fill

        weighed = @own.of(:rate, @kind.name) unless optional(measure.input) || @own.of(:pace, @kind.name)
        return by_the_gram(need, weighed, people) if weighed

        rate, whose, count = rate_of(measure)
        Pace.new(measure: measure, amount: amount_of(measure, need), rate: rate.to_f, whose: whose, count: count, people: people)
      end

      private

      def rate_of(measure)
        told = optional(measure.input)
        return [told, :told] if told

        timed = @own.of(:pace, @kind.name)
        return [timed.beside(usual_rate(measure)), :shop, timed.count] if timed
        return usual_area_rate if measure.name == :area
        return [Placing::SMALL_HOLES_H, :usual] if measure.name == :holes && small_holes?

        [@kind.placing.rate, :usual]
      end

      # In g/min, where that is what is usual for it.
      def usual_by_the_gram
        @kind.placing.rate if @kind.placing.measure.name == :mass
      end

      # What is usual for it, with the tool it is laid with.
      def usual_rate(measure)
        return usual_area_rate.first if measure.name == :area

        measure.name == :holes && small_holes? ? Placing::SMALL_HOLES_H : @kind.placing.rate
      end

      def small_holes?
        @places.all? { |place| place.shape.hollow? && place.shape.volume_ml / place.shape.hollows <= Placing::SMALL_HOLE_ML }
      end

      # The shop has timed this work by the gram, or nothing but grams is known of it.
      def by_the_gram(need, weighed, people)
        measure = Placing::BY.fetch(:mass)
        rate, whose = if optional(:pour_pace)
                        [optional(:pour_pace),
                          :told]
                      else
                        [weighed&.beside(usual_by_the_gram) || Placing::TOLD_G_MIN, weighed ? :shop : :usual]
                      end
        Pace.new(measure: measure, amount: amount_of(measure, need), rate: rate.to_f, whose: whose, count: weighed&.count, people: people)
      end

      def usual_area_rate
        tool = Placing::AREA_M2_H[@kind.inputs.include?(:spread) ? value(:spread) : nil]
        found = tool ? [tool, :tool] : [@kind.placing.rate, :usual]
        curved = @places.any? { |place| place.shape.curved? } && found[0] > Placing::CURVED_M2_H
        curved ? [Placing::CURVED_M2_H, :curved] : found
      end

      def amount_of(measure, need)
        case measure.name
        when :area then need.area_mm2 / 1e6
        when :plies then cloth_mm2(need) / 1e6
        when :length then @places.sum { |place| place.shape.length_mm }.to_f
        when :holes then @places.sum { |place| holes_in(place) }
        else need.grams(@density).to_f
        end
      end

      def cloth_mm2(need)
        need.scarf ? need.scarf.sum(&:cloth_mm2) : flat_mm2 * need.laminate.plies
      end

      def holes_in(place)
        place.shape.hollow? ? place.shape.hollows : 1
      end

      # Resin drawn through dry cloth: until the front noted so far, or the builder's word, says when it is full.
      def drawn_in(measure)
        far = optional(:distance)
        pairs = (@figures[:front] && value(:front)) || []
        minutes, whose = if far && pairs.any? then [Infusion.full_min(pairs, far.to_f), :noted]
                         elsif (told = optional(:fills)) then [told.to_f, :told]
                         else [Placing::FIRST_METRE_MIN * (((far || longest_mm).to_f / 1000)**2), :guessed]
                         end
        Pace.new(measure: measure, amount: minutes, rate: 1.0, whose: whose)
      end

      # As far as the resin has to go where nobody said: from the middle of a longer side to the far corners, where the vacuum is.
      def longest_mm
        @places.map do |place|
          short, long = place.shape.respond_to?(:extent_mm) ? place.shape.extent_mm.minmax : [Math.sqrt(place.shape.area_mm2)] * 2
          Math.hypot(long / 2, short)
        end.max
      end
    end
  end
end
