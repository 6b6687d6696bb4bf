# frozen_string_literal: true

require_relative "reaction"
require_relative "../base/value"

module Dakren
  module Cure
    # What a sheet says of speed and heat, each an observation of the reaction behind it.
    module Statements
      # @param clock [Clock]
      # @return [Array<#misfit>] the own pot life first, then further ones, the depth, the hottest of the pot test
      def self.of(clock)
        [*clock.pot_lives.map { |row| PotLife.new(clock, *row) }, (Depth.new(clock) if clock.max_depth_mm),
          (PotPeak.new(clock) if clock.pot_peak_c && clock.pot_life_min)].compact
      end

      # A test in a pot as deep as wide, tins and room alike.
      #
      # Rule: ln +/- 0.05 of its minutes.
      class PotLife
        SD = 0.05
        # A pot never outlives a film, but a large one may last a small part of it.
        FILM_TO_POT = (0.999..5000.0)

        attr_reader :mass_g, :temp_c, :minutes

        def initialize(clock, mass_g, temp_c, minutes)
          @clock = clock
          @mass_g = mass_g
          @temp_c = temp_c
          @minutes = minutes
        end

        def name
          :pot_life
        end

        def field
          @clock.pot_life_min ? :pot_life_min : :more_pot_lives
        end

        # @return [Float] misfit in standard deviations
        def misfit(reaction, _like = nil)
          Math.log(usable_min(reaction) / minutes) / SD
        end

        # The same, for finding the working time.
        def squeezed(reaction)
          misfit(reaction)
        end

        # @return [Hash] numbers of a sheet that says only this
        def alone
          { more_pot_lives: [[mass_g, temp_c, minutes]] }
        end

        def bounded?
          false
        end

        # Working times among which the one is that meets it.
        def working_range
          pace = @clock.pot_lives.first[1] == temp_c ? 1.0 : 1.0e-3
          [minutes * FILM_TO_POT.begin * pace, minutes * FILM_TO_POT.end / pace]
        end

        # @return [Cup]
        def cup(reaction)
          body = Body.of(@clock, reaction.heat_j_g)
          Cup.new(reaction, body, vessel: Vessel.new(mass_g: mass_g, density_g_ml: body.density_g_ml), start_c: temp_c, room_c: temp_c)
        end

        private

        # A mix that is never unusable within the horizon is taken to last as long as that, and its age's rest.
        def usable_min(reaction)
          cup(reaction).run(stop_at_usable: true).usable_min || (HORIZON_MIN * reaction.working_min)
        end
      end

      # The largest depth, poured on 18 mm wood with everything at the reference temperature, peaks at the sheet's limit.
      #
      # Rule: +3 °C above it and -15 °C below it as standard deviation, since makers have other reasons for a depth too. One of 5 mm or less
      # only says that it must not overheat; of speed it says nothing.
      class Depth
        # The rule's.
        ABOVE_C = 3.0
        BELOW_C = 15.0
        NODES = 25
        # Enough for how the peak hangs on an unknown.
        SLOPE_NODES = 11
        # The rule's depth; and the working times, ours, it is begun from where the sheet tells none.
        WORKING_MIN = [60.0, 960.0].freeze
        SHALLOW_MM = 5.0

        def initialize(clock)
          @clock = clock
        end

        def name
          :depth
        end

        def field
          :max_depth_mm
        end

        # @param like [Float, nil] a misfit close by, whose side is kept to
        def misfit(reaction, like = nil)
          over = peak_c(reaction, like ? SLOPE_NODES : NODES) - @clock.depth_peak_limit_c
          return 0.0 if shallow? && !(like || over).positive?

          over / ((like || over).positive? ? ABOVE_C : BELOW_C)
        end

        def shallow?
          @clock.max_depth_mm <= SHALLOW_MM
        end

        def bounded?
          true
        end

        # The working time within an hour and sixteen at which it is met, or the end that comes nearest.
        # @yieldparam minutes [Float] @yieldreturn [Reaction]
        def nearest(low, high)
          off = ->(log) { squeezed(yield(Math.exp(log))) }
          at_low = off.call(Math.log(low))
          at_high = off.call(Math.log(high))
          return low if at_low.negative?
          return high if at_high.positive?

          Math.exp(Solve.root(Math.log(low), Math.log(high), tolerance: 1.0e-7, at_low: at_low, at_high: at_high, &off))
        end

        def squeezed(reaction)
          reference = @clock.reference_temp_c
          Math.log([peak_c(reaction) - reference, 1.0e-9].max / (@clock.depth_peak_limit_c - reference))
        end

        def working_range
          WORKING_MIN
        end

        def alone
          { max_depth_mm: @clock.max_depth_mm, depth_peak_limit_c: @clock.depth_peak_limit_c }
        end

        # @return [Float] hottest °C
        def peak_c(reaction, nodes = NODES)
          reference = @clock.reference_temp_c
          Pour.new(reaction, Body.of(@clock, reaction.heat_j_g), depth_mm: @clock.max_depth_mm, start_c: reference, nodes: nodes,
            room: Profile.constant(reference)).run(&:spent?).peak_c
        end
      end

      # The working time that is told: the reaction's own lies around it, ln +/- 0.30, as an unknown of its own.
      class Working
        def name
          :working
        end

        def field
          :working_min
        end
      end

      # The hottest the pot test got, +/- 12 °C.
      class PotPeak
        # The rule's.
        SD_C = 12.0

        def initialize(clock)
          @clock = clock
          @pot = PotLife.new(clock, *clock.pot_lives.first)
        end

        def name
          :pot_peak
        end

        def field
          :pot_peak_c
        end

        def alone
          { **@pot.alone, pot_life_min: @pot.minutes, pot_mass_g: @pot.mass_g, pot_peak_c: @clock.pot_peak_c }.except(:more_pot_lives)
        end

        def misfit(reaction, _like = nil)
          (@pot.cup(reaction).run.peak_c - @clock.pot_peak_c) / SD_C
        end
      end
    end
  end
end
