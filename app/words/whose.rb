# frozen_string_literal: true

module Dakren
  module Words
    # Whose figure a time is: the maker's, or this shop's own, and from how many of its batches.
    #
    #   Whose.new(sheet, wording).cup(mix, conditions)   # => "data sheet 31 min; here 27 min, 9 batches"
    class Whose
      # @param sheet [Sheet]
      def initialize(sheet, wording)
        @sheet = sheet
        @wording = wording
      end

      # How far it may be off stands with the figure itself.
      # @param mix [Cure::Mix] as the shop knows it, with what is in the cup @param conditions [Hash] of the cup
      # @return [String, nil] nil where it is the data sheet's alone
      def cup(mix, conditions)
        return unless learned?

        told = makers(mix).usable_band(**conditions, edges: false).middle
        band = mix.usable_band(**conditions)
        return if told.nil? || band.late.nil?

        "data sheet #{@wording.minutes(told)}; here #{@wording.minutes(band.middle)}, " \
          "#{counted(@sheet.shop.cups, "batch", "batches") || logs}"
      end

      # Of the first cup of a coat.
      # @param plan [Plan::CoatPlan]
      # @return [String, nil]
      def first_cup(plan)
        portion = plan.portions.first
        mix = plan.order.mix
        cup(mix, mass_g: mix.whole_g(portion.mass_g.to_f), start_c: plan.order.tins_c, room_c: plan.order.room_c,
          diameter_mm: portion.diameter_mm)
      end

      # @return [String, nil] of times that are no cup's
      def short
        learned? ? "as this shop found it, #{logs}" : nil
      end

      # @return [String] "9 batches", "9 batches and 2 stages seen"
      def logs
        shop = @sheet.shop
        [counted(shop.cups, "batch", "batches"), counted(shop.films, "stage seen", "stages seen")].compact.join(" and ")
      end

      private

      def learned?
        !@sheet.shop.nil? && @sheet.shop.logs.positive?
      end

      # The same in the cup, by the maker's word alone.
      def makers(mix)
        Cure::Mix.of(mix.clock, ballast: mix.ballast).for_work(shaped?(mix))
      end

      # Does it end as what must level by itself or be shaped?
      def shaped?(mix)
        plain = mix.calibration.reaction.conversion_at_end
        mix.reaction.conversion_at_end == plain ? mix.clock.levels_or_is_shaped : !mix.clock.levels_or_is_shaped
      end

      def counted(number, one, many)
        if number.zero?
          nil
        else
          "#{number} #{number == 1 ? one : many}"
        end
      end
    end
  end
end
