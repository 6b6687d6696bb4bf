# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # How long it takes to get the mix onto the work, which goes by what the work is measured in: square metres rolled, metres of bead,
    # holes filled. Only pours go by the gram.
    module Placing
      # One measure: unit of the amount, of the rate, the input that tells the builder's own, and what a rate may be.
      # per_h: is the rate an hourly one, or one a minute?
      By = Value.define(:name, :unit, :rate_unit, :input, :allowed, per_h: true)

      BY = [
        By.new(name: :area, unit: :m2, rate_unit: :"m2/h", input: :pace, allowed: 0.001..10_000),
        By.new(name: :plies, unit: :m2, rate_unit: :"m2/h", input: :ply_pace, allowed: 0.001..1000),
        By.new(name: :length, unit: :mm, rate_unit: :"m/h", input: :bead_pace, allowed: 0.01..5000),
        By.new(name: :holes, unit: :hole, rate_unit: :"/h", input: :hole_pace, allowed: 0.1..10_000),
        By.new(name: :mass, unit: :g, rate_unit: :"g/min", input: :pour_pace, allowed: 0.1..20_000, per_h: false),
        By.new(name: :fill, unit: :min, rate_unit: :min, input: :fills, allowed: 0.1..2880, per_h: false)
      ].to_h { |by| [by.name, by] }.freeze

      # What a kind of work says of itself; rate: what one person does an hour (grams: a minute) until something better is known.
      Usual = Value.define(:by, :rate) do
        def measure
          BY.fetch(by)
        end
      end

      # m2 of a film that one person covers in an hour, by what it is spread with.
      #
      # Rule: roller on a floor 20, patchwise with a small one 12, brush 8, spreader 30; on anything curved 6 at most.
      AREA_M2_H = { "roller" => 20.0, "small_roller" => 12.0, "brush" => 8.0, "wide_brush" => 8.0, "glue_brush" => 8.0,
                    "spreader" => 30.0 }.freeze
      # The practice's: on anything curved no faster.
      CURVED_M2_H = 6.0

      # Holes of no more than this go faster.
      SMALL_HOLE_ML = 2.0
      # The practice's: small holes from a syringe.
      SMALL_HOLES_H = 200.0

      # Grams one person uses up in a minute where nothing but an amount was told.
      TOLD_G_MIN = 60.0

      # A drawn-in front nobody has noted yet: so long for the first metre, and nothing longer than this is guessed.
      FIRST_METRE_MIN = 20.0

      module_function

      # Declared by a kind of work.
      # @return [Usual]
      def by(name, rate)
        Usual.new(by: name, rate: rate)
      end
    end

    # How long one coat takes to lay: amount of it in its measure (m2, mm, holes, g; minutes for what is drawn in), rate of one person,
    # whose: :usual, :tool, :curved, :shop, :told, :noted or :guessed; count: weighings of the shop's own; people: who lay it.
    Pace = Value.define(:measure, :amount, :rate, :whose, count: nil, people: 1) do
      # Is it somebody's own, told, timed or noted? A usual pace may advise and never alarms.
      def known?
        %i[told shop noted].include?(whose)
      end

      # @return [Float] minutes for the whole coat, by all who lay it
      def whole_min
        case measure.name
        when :fill then amount.to_f
        when :mass then amount.to_f / (rate * people)
        when :length then amount.to_f / 1000 / (rate * people) * 60
        else amount.to_f / (rate * people) * 60
        end
      end

      # Rule: what is drawn in slows with its way, t = c x², so that the last of several pots takes longest; all else takes its share.
      # @param share [Numeric] of the coat, above 0
      # @return [Float] minutes for so much of it, the slowest such part
      def minutes(share)
        part = share.to_f
        return whole_min * part unless front? && part < 1

        whole_min * (1 - ((1 - part)**2))
      end

      # Is it drawn in by one front?
      def front?
        measure.name == :fill
      end

      # Minutes the front takes from one share of the way to another.
      #
      # Rule: t = c x², the whole way once.
      def between(from_share, to_share)
        whole_min * ((to_share.to_f.clamp(0, 1)**2) - (from_share.to_f.clamp(0, 1)**2))
      end

      # What so much of the coat comes to, in its own measure.
      # @return [Quantity]
      def of(share)
        Quantity.new(value: amount.to_f * share.to_f, unit: measure.unit)
      end
    end
  end
end
