# frozen_string_literal: true

require_relative "statements"
require_relative "unknowns"
require_relative "../base/value"

module Dakren
  module Cure
    # What each number a sheet does not tell would add, were it told as it is likely: which would narrow the band most.
    #
    # Rule: the covariance of the unknowns with one observation more, C - C g g'C / (sd^2 + g'C g); nothing is worked out anew.
    class Narrowing
      # Cups it is judged by: g and °C.
      ASKED = [[100, 15], [1000, 20]].freeze
      # Ours: the batches a second pot life is asked for, small, usual and a pail.
      SECOND_POTS_G = [50, 500, 2000].freeze
      # A second pot life has to be at another mass than the first by this much.
      APART = 2.5
      # What the sheet would have to tell, as data: name of the field, and what of.
      Offer = Value.define(:name, :sd, mass_g: nil)

      attr_reader :mass_g, :temp_c, :band, :sd

      # @param mix [Mix] @param asked [Array<Array(Numeric, Numeric)>] cups it may be judged by, g and °C
      # @param second_pots_g [Array<Numeric>] masses of which a further pot life may be asked for
      def initialize(mix, asked: ASKED, second_pots_g: SECOND_POTS_G)
        @mix = mix
        @second_pots_g = second_pots_g
        @known = mix.calibration
        @mass_g, @temp_c = asked.select { |mass, temp| usable(mass, temp) }.max_by { |mass, temp| @known.sd(slopes(mass, temp)) }
        raise NotSolved, "a cup of it never sets within 60 days" unless @mass_g

        @asked = slopes(mass_g, temp_c)
        @sd = @known.sd(@asked)
        @band = Band.around(usable(mass_g, temp_c), sd)
      end

      # What could be told further, the most telling first.
      # @return [Array<Offer>]
      def offers
        [*second_pots, *plain].sort_by(&:sd)
      end

      # @param offer [Offer]
      # @return [Band] as it would be then
      def with(offer)
        Band.around(band.middle, offer.sd)
      end

      private

      def usable(mass_g, temp_c)
        @mix.cup(mass_g: mass_g, start_c: temp_c, room_c: temp_c).usable_min
      end

      def slopes(mass_g, temp_c)
        cup = { mass_g: mass_g, start_c: temp_c, room_c: temp_c }
        @mix.doubt(**cup).slopes
      end

      def second_pots
        clock = @mix.clock
        told = clock.pot_lives.map(&:first)
        fresh = @second_pots_g.select do |mass|
          usable(mass, clock.reference_temp_c) && told.none? { |one| Math.log(one / mass).abs < Math.log(APART) }
        end
        fresh.map do |mass|
          Offer.new(name: :more_pot_lives, mass_g: mass, sd: after(slopes(mass, clock.reference_temp_c), Statements::PotLife::SD))
        end
      end

      # The numbers that are unknowns themselves.
      def plain
        names = Unknowns::NAMES.keys
        told = { working_min: 1.0e-3, heat_j_g: Unknowns::HEAT_SD[true] / Unknowns::HEAT_SD[false],
                 activation_kj_mol: Unknowns::ENERGY_SD[true] / Unknowns::ENERGY_SD[false] }
        told.reject { |name, _| @mix.clock.told?(name) }.map do |name, sd|
          index = names.index(name)
          Offer.new(name: name, sd: after(@known.z.each_index.map { |i| i == index ? 1.0 : 0.0 }, sd))
        end
      end

      # Standard deviation asked for, once something with these slopes is told within an sd.
      def after(slopes, sd)
        covariance = @known.covariance
        carried = covariance.map { |row| row.zip(slopes).sum { |one, two| one * two } }
        own = slopes.zip(carried).sum { |one, two| one * two }
        shared = @asked.zip(carried).sum { |one, two| one * two }
        Math.sqrt([(@sd**2) - ((shared**2) / ((sd**2) + own)), 0.0].max)
      end
    end
  end
end
