# frozen_string_literal: true

module Dakren
  module Cure
    # How fast a mix reacts is not looked up: it is the one rate for which the sheet's own test comes
    # out as the sheet says.
    #
    #   Calibration.new(clock).cup_rate_per_s    # its pot life, in its mass, at its temperature
    #   Calibration.new(clock).pour_rate_per_s   # its largest depth peaks at its limit
    #
    # Rule: ln K between -18 and -2. A pot life not shorter than the working time tells no heat: K = exp(-18).
    # A sheet with a depth but no pot life uses the pour's rate for its cups too.
    class Calibration
      LOW = -18.0
      HIGH = -2.0
      COARSE_NODES = 11

      # @param clock [Clock]
      # @param nodes [Integer] cells across the depth the sheet names
      def initialize(clock, nodes: Pour::NODES)
        @clock = clock
        @nodes = nodes
      end

      # @return [Float] K per second at the reference temperature
      # @raise [InputError] when no rate can give the sheet's pot life
      def cup_rate_per_s
        return pour_rate_per_s if from_depth?
        return Math.exp(LOW) unless heat_told?

        Math.exp(cup_log_rate)
      end

      # @return [Float] K per second at the reference temperature
      # @raise [InputError] when no rate makes the sheet's depth reach its limit
      def pour_rate_per_s
        return cup_rate_per_s if @clock.max_depth_mm.nil?

        Math.exp(pour_log_rate)
      end

      # Does the sheet tell how hot its cups get?
      def heat_told?
        @clock.pot_life_min ? @clock.pot_life_min < @clock.working_min : !@clock.max_depth_mm.nil?
      end

      # Are the cups of this sheet judged by its depth, for want of a pot life?
      def from_depth?
        @clock.pot_life_min.nil? && !@clock.max_depth_mm.nil?
      end

      private

      def cup_log_rate
        vessel = Vessel.new(mass_g: @clock.pot_mass_g, density_g_ml: @clock.mixed_density_g_ml)
        longer = lambda do |log_rate|
          run = Cup.new(@clock, rate_per_s: Math.exp(log_rate), vessel: vessel, start_c: @clock.reference_temp_c,
            room_c: @clock.reference_temp_c).run(stop_at_usable: true)
          Math.log(run.usable_min / @clock.pot_life_min)
        end
        at_low = longer.call(LOW)
        return LOW if at_low <= 0

        Solve.root(LOW, HIGH, tolerance: 2e-7, at_low: at_low, &longer)
      rescue NotSolved
        raise InputError.new(:pot_life_min, "is too short for #{Check.plain(@clock.pot_mass_g)} g: no mix heats itself that fast",
          given: @clock.pot_life_min)
      end

      # First on a coarse grid, then close to that on the full one: a third of the work.
      def pour_log_rate
        coarse = bracketed(LOW, HIGH, COARSE_NODES, 1e-3)
        reach = 0.02
        while reach < HIGH - LOW
          low = [coarse - reach, LOW].max
          high = [coarse + reach, HIGH].min
          at_low = hotter(low, @nodes)
          at_high = hotter(high, @nodes)
          if at_low.negative? == at_high.negative?
            reach *= 6
            next
          end
          return Solve.root(low, high, tolerance: 1e-6, at_low: at_low, at_high: at_high) { |x| hotter(x, @nodes) }
        end
        raise NotSolved, "no rate found for the sheet's largest depth"
      end

      def bracketed(low, high, nodes, tolerance)
        Solve.root(low, high, tolerance: tolerance) { |x| hotter(x, nodes) }
      rescue NotSolved
        raise InputError.new(:max_depth_mm,
          "never reaches #{Check.plain(@clock.depth_peak_limit_c)} °C at any rate: check depth, limit and heat",
          given: @clock.max_depth_mm)
      end

      # Kelvin above the sheet's limit, squeezed so that a runaway does not mislead the root finder.
      def hotter(log_rate, nodes)
        room = Profile.constant(@clock.reference_temp_c)
        limit = @clock.depth_peak_limit_c
        run = Pour.new(@clock, rate_per_s: Math.exp(log_rate), depth_mm: @clock.max_depth_mm, start_c: @clock.reference_temp_c,
          room: room, nodes: nodes).run { |tally| tally.peak_c > limit + 60 || tally.spent? }
        Math.log([run.peak_c - @clock.reference_temp_c, 1e-9].max / (limit - @clock.reference_temp_c))
      end
    end
  end
end
