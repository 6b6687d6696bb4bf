# frozen_string_literal: true

require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Cure
    # One mix as it is asked about: how long a cup of it lasts, how hot a pour gets, what is left to spread. Everything that is in
    # the cup, powder or cloth included, and one reaction for all of it.
    #
    #   mix = Mix.new(clock)
    #   mix.cup(mass_g: 500, start_c: 20, room_c: 18).usable_min
    #   mix.usable_band(mass_g: 500, start_c: 20, room_c: 18)      # early, likely, late
    #   Cure::Mix::Left.of(mix, mass_g: 500, start_c: 20, room_c: 18, spread_at_min: 12)
    class Mix
      CUPS = Memo.new(20_000)
      BANDS = Memo.new(10_000)
      POURS = Memo.new(500)
      BAND_NODES = 21
      KEYS = Memo.new(5_000)

      # How ln(usable) of a cup hangs on each unknown, how far it is off for what the sheet leaves open, and for the room.
      Doubt = Value.define(:slopes, :sd, :room) do
        def whole_sd
          Math.sqrt((sd * sd) + (room * room))
        end
      end

      # Minutes that remain, in the cup and once spread; nil where it would stay usable for 60 days, 0 once it is past.
      Left = Value.define(:in_cup_min, :as_film_min) do
        # @param mix [Mix] @param spread_at_min [Numeric] 0 to 86,400, when it would be spread @param cup [Hash] as Mix#cup asks for it
        # @return [Left]
        def self.of(mix, spread_at_min:, **cup)
          minute = Check.number(:spread_at_min, spread_at_min, 0..HORIZON_MIN, "min")
          return new(in_cup_min: nil, as_film_min: nil) unless mix.told?

          usable = mix.cup(**cup).usable_min
          film = Film.new(mix.reaction, Profile.constant(cup.fetch(:room_c)))
            .reached_min(mix.working_min, start_age_min: mix.cup_age_min(minute, **cup))
          new(in_cup_min: usable && [usable - minute, 0.0].max, as_film_min: film)
        end
      end

      attr_reader :clock, :nodes, :ballast, :shop

      # @param clock [Clock]
      # @param nodes [Integer] layers across the depth of a pour
      # @param ballast [Ballast] powder or cloth added to what the sheet sells
      # @param reaction [Reaction, nil] another than the sheet's own, for bands
      # @param shop [Shop, nil] what the shop learned of it, where that counts
      def initialize(clock, nodes: Pour::NODES, ballast: Ballast.none, reaction: nil, shop: nil)
        @shop = shop
        @clock = clock
        @nodes = nodes
        @ballast = ballast
        @reaction = reaction
      end

      # The mix of a clock, as far as that tells anything.
      # @return [Mix]
      def self.of(clock, **more)
        clock.silent? ? Untold.new(clock, **more) : new(clock, **more)
      end

      # Is it known how fast it is?
      def told?
        true
      end

      # @return [Calibration] worked out once for a sheet; with what the shop learned of it
      # @raise [InputError, NotSolved]
      def calibration
        @calibration ||= shop ? shop.calibration(clock) : Calibration.of(clock)
      end

      # @return [Reaction]
      def reaction
        @reaction || calibration.reaction
      end

      # What takes part in the heat.
      # @return [Body]
      def body
        @body ||= Body.of(clock, reaction.heat_j_g, ballast)
      end

      # Minutes a film stays workable at the reference temperature: as told, and no longer than the reaction has it.
      def working_min
        [clock.working_min, reaction.working_min].compact.min
      end

      # The same in the cup, by another reaction or on another grid.
      # @return [Mix]
      def with(reaction: @reaction, nodes: @nodes, ballast: @ballast)
        Mix.new(clock, nodes: nodes, ballast: ballast, reaction: reaction, shop: shop)
      end

      # The same for work that ends at its own conversion: what must level by itself or be shaped is over sooner than what is only spread.
      #
      # Rule: a_end belongs to the sheet's main purpose; other work keeps the same k and the same z, and ends at the age at which its own
      # a_end is reached.
      # @param shaped [Boolean]
      # @return [Mix]
      def for_work(shaped)
        return self if shaped == clock.levels_or_is_shaped

        with(reaction: reaction.ending_at(calibration.unknowns.ended(shaped, calibration.z[0])))
      end

      # Share of its losses left under a tent or dust cover.
      COVERED_SHARE = 0.7

      # The same under a tent or dust cover.
      # @return [Mix]
      def covered
        with(reaction: reaction.with(loss_factor: reaction.loss_factor * COVERED_SHARE))
      end

      # What tells it from others: a number of its own for everything it depends on.
      # @return [Integer]
      def key
        @key ||= KEYS.recall([clock.key, ballast.share, ballast.density_g_ml, ballast.cloth, @reaction&.key, shop]) { Object.new.object_id }
      end

      # Grams of the whole for grams of resin and hardener, and their millilitres.
      # @param mix_g [Numeric] resin and hardener
      # @return [Numeric] g
      def whole_g(mix_g)
        ballast.share.zero? ? mix_g : mix_g / (1 - ballast.share)
      end

      # @param mix_g [Numeric] resin and hardener
      # @return [Float] ml of the whole
      def whole_ml(mix_g)
        whole_g(mix_g.to_f) / density_g_ml
      end

      # @param mass_g [Numeric] everything in it, 0.1 to 1,000,000
      # @param start_c [Numeric] °C of the parts
      # @param room_c [Numeric] °C
      # @param diameter_mm [Numeric, nil] of the cup; nil for as deep as wide
      # @return [Cup::Run]
      # @raise [InputError, NotSolved]
      def cup(mass_g:, start_c:, room_c:, diameter_mm: nil)
        cup = [key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]
        CUPS.recall(cup) { CUPS.forget([:usable, *cup])&.whole || standing(mass_g, start_c, room_c, diameter_mm).run }
      end

      # Usable minutes of a cup as far as they are known: what the sheet leaves open, and the room.
      # @param edges [Boolean] are its early and late ones asked for? If not, all three are the likely ones
      # @return [Band] usable minutes of a cup
      def usable_band(edges: true, **cup)
        run = to_usable(**cup)
        likely = run.usable_min or return Band.new(early: nil, middle: nil, late: nil)
        edges ? Band.around(likely, doubted(run, **cup).whole_sd) : Band.new(early: likely, middle: likely, late: likely)
      end

      # How far ln(usable) of a cup may be off; none where it is usable for 60 days.
      # @return [Doubt]
      def doubt(**cup)
        run = to_usable(**cup)
        run.usable_min ? doubted(run, **cup) : Doubt.new(slopes: [], sd: 0.0, room: 0.0)
      end

      # Age of a cup at one minute.
      # @return [Float] minutes
      def cup_age_min(minute, mass_g:, start_c:, room_c:, diameter_mm: nil)
        CUPS.recall([:age, minute.to_f, key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]) do
          to_usable(mass_g: mass_g, start_c: start_c, room_c: room_c, diameter_mm: diameter_mm).age_at(minute.to_f, reaction) ||
            standing(mass_g, start_c, room_c, diameter_mm).at(minute.to_f).first
        end
      end

      # @param depth_mm [Numeric] 0.001 to 1000
      # @param room [Profile]
      # @param wall [Wall] what it lies on @param wall_start_c [Numeric, nil] °C of that, nil for as the room
      # @param plan [Footprint, nil] where it is small in plan
      # @return [Pour::Run]
      # @raise [InputError, NotSolved]
      def pour(depth_mm:, start_c:, room:, wall: Wall::GROUNDS[:wood], wall_start_c: nil, plan: nil)
        POURS.recall([key, @nodes, depth_mm.to_f, start_c.to_f, room, wall, wall_start_c, plan]) do
          Pour.new(reaction, body, depth_mm: depth_mm, start_c: start_c, room: room, wall: wall, wall_start_c: wall_start_c, plan: plan,
            nodes: @nodes).run
        end
      end

      private

      def doubted(run, mass_g:, start_c:, room_c:, diameter_mm: nil)
        BANDS.recall([key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]) do
          *slopes, room = Sensitivity.new(standing(mass_g, start_c, room_c, diameter_mm), run, calibration.unknowns).slopes
          all = calibration.carried(slopes)
          Doubt.new(slopes: all, sd: calibration.sd(all), room: room.abs)
        end
      end

      # Density of everything in the cup, g/ml.
      def density_g_ml
        1 / (((1 - ballast.share) / clock.mixed_density_g_ml) + (ballast.share / ballast.density_g_ml))
      end

      # The same, followed no further than it is usable: half the work, for whoever does not ask how hot it gets.
      # @return [Cup::Run] whose peak is only the hottest so far
      def to_usable(mass_g:, start_c:, room_c:, diameter_mm: nil)
        cup = [key, mass_g.to_f, start_c.to_f, room_c.to_f, diameter_mm&.to_f]
        CUPS.known(cup) || CUPS.recall([:usable, *cup]) { standing(mass_g, start_c, room_c, diameter_mm).run(stop_at_usable: true) }
      end

      def standing(mass_g, start_c, room_c, diameter_mm)
        vessel = Vessel.new(mass_g: mass_g, density_g_ml: density_g_ml, diameter_mm: diameter_mm)
        Cup.new(reaction, body, vessel: vessel, start_c: start_c, room_c: room_c)
      end
    end
  end
end
