# frozen_string_literal: true

require_relative "learning"
require_relative "../base/value"

module Dakren
  module Cure
    # Which batch a shop would best time next: the one that leaves the least doubt about its cups.
    #
    # Rule: the covariance with one observation more, as in Narrowing; cups of the usual sizes in a cool, a usual and a warm room.
    module NextLog
      # Ours: cups as they are mixed, and rooms as they are.
      MASSES_G = [60, 200, 800].freeze
      TEMPS_C = [13, 20, 26].freeze
      # Ours: less than this much of its doubt left is worth somebody's watch.
      WORTH = 0.85
      Offer = Value.define(:mass_g, :temp_c, :sd, :before_sd) do
        # Is it worth somebody's watch?
        def worth?
          sd < before_sd * WORTH
        end
      end

      module_function

      # @param mix [Mix] as the shop knows it
      # @return [Offer, nil] nil where nothing would narrow it
      def best(mix)
        known = mix.calibration
        asked = cups.filter_map { |cup| slopes(mix, cup) }
        found = cups.filter_map { |cup| offer(mix, cup, known, asked) }.min_by(&:sd)
        found&.worth? ? found : nil
      end

      def cups
        TEMPS_C.product(MASSES_G).map { |temp, mass| { mass_g: mass, start_c: temp, room_c: temp } }
      end

      def slopes(mix, cup)
        found = mix.doubt(**cup).slopes
        found.empty? ? nil : found
      end

      def offer(mix, cup, known, asked)
        own = slopes(mix, cup) or return
        before = mean(asked.map { |one| product(known, one, one) })
        weight = (LOGGED_SD**2) + product(known, own, own)
        after = mean(asked.map { |one| product(known, one, one) - ((product(known, one, own)**2) / weight) })
        Offer.new(mass_g: cup[:mass_g], temp_c: cup[:start_c], sd: Math.sqrt([after, 0.0].max), before_sd: Math.sqrt(before))
      end

      def product(known, one, two)
        one.each_with_index.sum { |a, i| a * two.each_with_index.sum { |b, j| known.covariance[i][j] * b } }
      end

      def mean(all)
        all.sum / all.size
      end
      private_class_method :cups, :slopes, :offer, :product, :mean
    end
  end
end
