# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/memo"

module Dakren
  module Cure
    # Everything that is in the cup, ready to be asked: resin and hardener of one sheet, and the powder among them. Masses are of
    # the whole. Everything is remembered, so that a second look costs nothing.
    #
    #   mix = Mix.new(clock)
    #   mix.cup(mass_g: 500, start_c: 20, room_c: 18).usable_min
    #   mix.usable_band(mass_g: 500, start_c: 20, room_c: 18)      # early, likely, late
    #   mix.left(mass_g: 500, start_c: 20, room_c: 18, spread_at_min: 12)
    class Mix
      RATES = Memo.new(500)
      CUPS = Memo.new(20_000)
      POURS = Memo.new(500)
      BAND_NODES = 21

      # Minutes that remain, in the cup and once spread.
      Left = Value.define(:in_cup_min, :as_film_min)

      attr_reader :clock, :nodes

      # @param clock [Clock]
      # @param nodes [Integer] cells across the depth of a pour
      # @param powder_share [Numeric] powder's part of the whole mass, 0 to 0.9: it takes heat and makes none
      # @param powder_density_g_ml [Numeric] its true density
      def initialize(clock, nodes: Pour::NODES, powder_share: 0, powder_density_g_ml: Clock::POWDER_DENSITY_G_ML)
        @clock = clock
        @nodes = nodes
        @powder_share = powder_share.to_f
        @powder_density_g_ml = powder_density_g_ml
        @body = powder_share.zero? ? clock : clock.filled(powder_share, powder_density_g_ml)
        @calibration = Calibration.new(clock, nodes: nodes)
      end

      # The clock with the powder in it: what heats and cools.
      # @return [Clock]
      attr_reader :body

      # The same in the cup, by another clock or on another grid.
      # @return [Mix]
      def with(clock: @clock, nodes: @nodes)
        Mix.new(clock, nodes: nodes, powder_share: @powder_share, powder_density_g_ml: @powder_density_g_ml)
      end

      # What tells it from others.
      def key
        [clock.key, @powder_share, @powder_density_g_ml]
      end

      # Grams of the whole for grams of resin and hardener, and their millilitres.
      # @param mix_g [Numeric] resin and hardener
      # @return [Numeric] g
      def whole_g(mix_g)
        @powder_share.zero? ? mix_g : mix_g / (1 - @powder_share)
      end

      # @param mix_g [Numeric] resin and hardener
      # @return [Float] ml of the whole
      def whole_ml(mix_g)
        whole_g(mix_g.to_f) / body.mixed_density_g_ml
      end

      # @return [Float] K per second at the reference temperature, for cups
      # @raise [InputError, NotSolved]
      def cup_rate_per_s
        RATES.recall([:cup, clock.key, @calibration.from_depth? && @nodes]) { @calibration.cup_rate_per_s }
      end

      # @return [Float] K per second at the reference temperature, for pours
      def pour_rate_per_s
        RATES.recall([:pour, clock.key, @nodes]) { @calibration.pour_rate_per_s }
      end

      # Does the sheet tell how much its cups heat themselves?
      def heat_told?
        @calibration.heat_told?
      end

      # @param mass_g [Numeric] 0.1 to 100,000
      # @param start_c [Numeric] °C of the parts
      # @param room_c [Numeric] °C
      # @param diameter_mm [Numeric, nil] of the cup; nil for as deep as wide
      # @return [Cup::Run]
      # @raise [InputError, NotSolved]
      def cup(mass_g:, start_c:, room_c:, diameter_mm: nil)
        CUPS.recall([*key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]) do
          standing(mass_g, start_c, room_c, diameter_mm).run
        end
      end

      # @return [Band] usable minutes of a cup
      def usable_band(mass_g:, start_c:, room_c:, diameter_mm: nil)
        likely = cup(mass_g: mass_g, start_c: start_c, room_c: room_c, diameter_mm: diameter_mm).usable_min
        Band.over(likely, Doubt.variants(clock).map do |other, shift|
          with(clock: other).cup(mass_g: mass_g, start_c: start_c + shift, room_c: room_c + shift, diameter_mm: diameter_mm).usable_min
        end)
      end

      # Age of a cup at one minute.
      # @return [Float] minutes
      def cup_age_min(minute, mass_g:, start_c:, room_c:, diameter_mm: nil)
        CUPS.recall([:age, minute.to_f, *key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]) do
          standing(mass_g, start_c, room_c, diameter_mm).at(minute.to_f).first
        end
      end

      # What is left at one minute: in the cup, and if it were spread now.
      # @param spread_at_min [Numeric] 0 to 86,400
      # @return [Left] nil where it would stay usable for 60 days; 0 once it is past
      def left(spread_at_min:, **cup)
        minute = Check.number(:spread_at_min, spread_at_min, 0..HORIZON_MIN, "min")
        usable = cup(**cup).usable_min
        age = cup_age_min(minute, **cup)
        film = Film.new(clock, Profile.constant(cup.fetch(:room_c))).reached_min(clock.working_min, start_age_min: age)
        Left.new(in_cup_min: usable && [usable - minute, 0.0].max, as_film_min: film)
      end

      # @param depth_mm [Numeric] 0.1 to 1000
      # @param room [Profile]
      # @return [Pour::Run]
      # @raise [InputError, NotSolved]
      def pour(depth_mm:, start_c:, room:, wall_mm: 18, wall_w_mk: 0.13)
        POURS.recall([*key, @nodes, depth_mm.to_f, start_c.to_f, room, wall_mm.to_f, wall_w_mk.to_f]) do
          Pour.new(@body, rate_per_s: pour_rate_per_s, depth_mm: depth_mm, start_c: start_c, room: room,
            wall_mm: wall_mm, wall_w_mk: wall_w_mk, nodes: @nodes).run
        end
      end

      # @return [Film] a thin film of this mix in that room
      def film(room, stalled_below_c: nil)
        Film.new(clock, room, stalled_below_c: stalled_below_c)
      end

      private

      def standing(mass_g, start_c, room_c, diameter_mm)
        vessel = Vessel.new(mass_g: mass_g, density_g_ml: body.mixed_density_g_ml, diameter_mm: diameter_mm)
        Cup.new(@body, rate_per_s: cup_rate_per_s, vessel: vessel, start_c: start_c, room_c: room_c)
      end
    end
  end
end
