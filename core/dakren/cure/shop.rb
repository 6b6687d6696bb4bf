# frozen_string_literal: true

require_relative "calibration"
require_relative "../base/value"

module Dakren
  module Cure
    # What a shop learned of one mix, as it is kept: where the unknowns and its factor lie, and how well that is known.
    #
    # z: in standard deviations, the factor's last; covariance; cups, films: how many of each it was learned from.
    Shop = Value.define(:z, :covariance, cups: 0, films: 0) do
      # @param kept [Hash, nil] see kept @param clock [Clock] of the sheet it is read for
      # @return [Shop, nil] nil where it is none, or was learned beside other numbers of the sheet
      def self.read(kept, clock)
        return unless kept.is_a?(Hash) && kept["key"] == clock.key.inspect && Array(kept["z"]).size == Shop::UNKNOWNS

        new(z: kept["z"].map(&:to_f).freeze, covariance: kept["covariance"].map { |row| row.map(&:to_f).freeze }.freeze,
          cups: kept["cups"].to_i, films: kept["films"].to_i)
      end

      # @param clock [Clock] it was learned of
      # @return [Hash{String=>Object}] of JSON
      def kept(clock)
        { "key" => clock.key.inspect, "z" => z, "covariance" => covariance, "cups" => cups, "films" => films }
      end

      # @return [Float] on the speed; above 1 is faster than the sheet
      def factor
        Math.exp(Learning::SPEED_SD * z.last)
      end

      # @return [Integer]
      def logs
        cups + films
      end

      # @return [Calibration] of that clock, with what was learned
      def calibration(clock)
        Learnt::KNOWN.recall([clock.key, z, covariance]) { Learnt.new(clock, self) }
      end
    end
    # Five numbers, the working time, and the shop's factor.
    Shop::UNKNOWNS = 7

    # A sheet's clock as a shop knows it: like the sheet's own, with one unknown more, its factor on the speed.
    #
    # Rule: the factor multiplies the pace, of the age and of the reaction alike; for a cup that is as if its working time were divided.
    class Learnt < Calibration
      KNOWN = Memo.new(500)

      # @param clock [Clock] @param shop [Shop]
      def initialize(clock, shop)
        @shop = shop
        super(clock, Calibration.of(clock).unknowns, shop.z, Calibration.of(clock).misfits, shop.covariance)
      end

      # How ln(usable) hangs on the factor, from how it hangs on the sheet's unknowns.
      # @param slopes [Array<Float>]
      # @return [Array<Float>] with that of the factor
      def carried(slopes)
        [*slopes, -slopes.last / unknowns.spread(:working_min) * Learning::SPEED_SD]
      end

      # The working time as a film lasts here.
      def sd_of(name)
        return super unless name == :working_min

        sd([*Array.new(Shop::UNKNOWNS - 2, 0.0), unknowns.spread(:working_min), -Learning::SPEED_SD])
      end

      private

      def at(all)
        super.with(speed: Math.exp(Learning::SPEED_SD * all.last))
      end
    end
  end
end
