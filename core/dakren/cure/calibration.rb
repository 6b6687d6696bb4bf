# frozen_string_literal: true

require_relative "../base/memo"
require_relative "../base/least_squares"

module Dakren
  module Cure
    # The one reaction that is least unusual and still meets what the sheet says, and how well it is known.
    #
    #   known = Calibration.of(clock)
    #   known.reaction.working_min   # told, or found
    #   known.sd(slopes)             # of ln(usable), from how it hangs on the unknowns
    #
    # Rule: the z that make |z|^2 + the sum of squared misfits smallest; covariance (J'J)^-1 at the minimum, J the identity stacked on the
    # slopes of the misfits.
    class Calibration
      KNOWN = Memo.new(500)
      # Two numbers of one sheet further apart than this, in standard deviations, do not go together.
      TOO_FAR = 3.0
      LOOK = 0.02

      attr_reader :unknowns, :z, :misfits, :covariance, :reaction

      # @param clock [Clock]
      # @return [Calibration] worked out once for the same numbers
      # @raise [InputError, NotSolved]
      def self.of(clock)
        raise InputError.new(:pot_life_min, Clock::ONE_OF_THEM) if clock.silent?

        KNOWN.recall(clock.key) { worked_out(clock) }
      end

      # @return [Calibration]
      def self.worked_out(clock)
        unknowns = Unknowns.new(clock)
        statements = Statements.of(clock)
        found = LeastSquares.minimise(Array.new(unknowns.count, 0.0), look: LOOK) do |z, like|
          reaction = unknowns.reaction(z)
          statements.each_with_index.map { |one, i| one.misfit(reaction, like && like[i]) }
        end
        new(clock, unknowns, found.at, found.misfits, found.covariance)
      rescue NotSolved
        raise InputError.new(Statements.of(clock).first&.field || :working_min,
          "has no answer with the data sheet's other numbers: check them")
      end

      # What was worked out before and kept, as it was kept.
      # @param kept [Hash] see kept; nil or of another sheet: false
      # @return [Boolean] is it known now?
      def self.remembered?(clock, kept)
        return false unless kept.is_a?(Hash) && kept["key"] == clock.key.inspect

        unknowns = Unknowns.new(clock, working_min: kept["working_min"])
        KNOWN.recall(clock.key) { new(clock, unknowns, kept["z"], kept["misfits"], kept["covariance"]) }
        true
      end

      def initialize(clock, unknowns, z, misfits, covariance)
        @clock = clock
        @unknowns = unknowns
        @z = z
        @misfits = misfits
        @covariance = covariance
        @reaction = at(z)
        freeze
      end

      # @return [Hash] as it is kept with its sheet
      def kept
        { "key" => @clock.key.inspect, "working_min" => unknowns.working_min, "z" => z, "misfits" => misfits,
          "covariance" => covariance }
      end

      # @return [Float]
      def distance
        Math.sqrt(z.sum { |one| one * one })
      end

      # Standard deviation of one of the numbers: kJ/mol of the activation energy, of the logarithm of the others.
      # @param name [Symbol] of Unknowns::NAMES
      # @return [Float] 0 for a working time that is told
      def sd_of(name)
        index = Unknowns::NAMES.keys.index(name)
        index < z.size ? Math.sqrt(covariance[index][index]) * unknowns.spread(name) : 0.0
      end

      # A working time as far as it is known: one where the sheet tells it.
      # @param minutes [Float]
      # @return [Array<Float>] early and late, minutes
      def around(minutes)
        share = Math.exp(EIGHTY_PCT_SD * sd_of(:working_min))
        [minutes / share, minutes * share]
      end

      # Standard deviation of something, from its slopes on the unknowns.
      # @param slopes [Array<Float>]
      # @return [Float]
      def sd(slopes)
        variance = slopes.each_with_index.sum { |one, i| one * slopes.each_with_index.sum { |two, j| covariance[i][j] * two } }
        Math.sqrt([variance, 0.0].max)
      end

      # The same reaction with each unknown moved a little, in order.
      # @return [Array<Reaction>]
      def moved(look = LOOK)
        z.each_index.map { |i| at(z.each_with_index.map { |one, j| i == j ? one + look : one }) }
      end

      # How ln(usable) hangs on all that is open, from how it hangs on the sheet's unknowns.
      # @param slopes [Array<Float>]
      # @return [Array<Float>]
      def carried(slopes)
        slopes
      end

      # Each statement with the clock the sheet would have if it said nothing else of speed.
      # @return [Array<Array(#field, Clock)>]
      def apart
        plain = @clock.stated.except(:more_pot_lives, :max_depth_mm, :depth_peak_limit_c, :pot_peak_c, :pot_life_min, :pot_mass_g)
        Statements.of(@clock).map { |one| [one, Clock.new(**plain, **one.alone)] }
      end

      # Statements that do not go together with the others; with a working time that is far off, what it is held against.
      # @return [Array<#field>]
      def at_odds
        told = Statements.of(@clock)
        found = told.zip(misfits).filter_map { |one, misfit| one if misfit.abs > TOO_FAR }
        working.any? && z.last.abs > TOO_FAR ? (working + told.first(1) + found).uniq(&:name) : found
      end

      # The working time, where it is told beside something else.
      def working
        @clock.working_min && Statements.of(@clock).any? ? [Statements::Working.new] : []
      end

      private

      def at(all)
        unknowns.reaction(all)
      end
    end
  end
end
