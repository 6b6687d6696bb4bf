# frozen_string_literal: true

require_relative "body"
require_relative "logged_pour"
require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Cure
    # Standard deviations of what a shop logs: of ln(minutes), and of a hottest temperature.
    LOGGED_SD = 0.12
    # Ours until weighed: how far a peak read off a thermometer in a pour lies from the true one.
    LOGGED_PEAK_SD_C = 8.0

    # A cup as the shop saw it: when it could not be spread any more, or how hot it got.
    #
    # mass_g: everything in it; start_c, room_c: °C; minutes since the parts met, each nil where it was not seen: usable_min, when it
    # thickened; still_min, when it was still runny (it lasted at least so long); set_min, when it was found gummed or set (it lasted at
    # most so long); peak_c: hottest °C seen, or nil; diameter_mm: of the cup, or nil for as deep as wide; ballast; shaped:
    # was it for what must level or be shaped, nil for as the sheet says?
    LoggedCup = Value.define(:mass_g, :start_c, :room_c, usable_min: nil, still_min: nil, set_min: nil, peak_c: nil, diameter_mm: nil,
      ballast: Ballast.none, shaped: nil) do
      # @param clock [Clock] @param reaction [Reaction] with the shop's own speed
      # @return [Array<Float>] misfits in standard deviations; a bound that is kept is none
      def misfits(clock, reaction)
        run = run(clock, for_work(clock, reaction))
        off = ->(minutes) { Math.log((run.usable_min || HORIZON_MIN) / minutes) / LOGGED_SD }
        [usable_min && off.call(usable_min), still_min && [off.call(still_min), 0.0].min, set_min && [off.call(set_min), 0.0].max,
          peak_c && ((run.peak_c - peak_c) / LOGGED_PEAK_SD_C)].compact
      end

      private

      def run(clock, reaction)
        body = Body.of(clock, reaction.heat_j_g, ballast)
        Cup.new(reaction, body, start_c: start_c, room_c: room_c,
          vessel: Vessel.new(mass_g: mass_g, density_g_ml: body.density_g_ml, diameter_mm: diameter_mm))
          .run(stop_at_usable: peak_c.nil?)
      end

      # For other work than the sheet's it ends elsewhere, by the same odds against what is usual.
      def for_work(clock, reaction)
        return reaction if shaped.nil? || shaped == clock.levels_or_is_shaped

        logit = ->(share) { Math.log(share / (1 - share)) }
        odds = logit.call(reaction.conversion_at_end) - logit.call(Unknowns::CONVERSIONS.fetch(clock.levels_or_is_shaped)) +
          logit.call(Unknowns::CONVERSIONS.fetch(shaped))
        reaction.ending_at(1 / (1 + Math.exp(-odds)))
      end
    end

    # What is left of an age once it lies on the work is no less than this share of it.
    LEAST_LEFT = 0.02

    # A film as the shop saw it reach a stage of the sheet, in a room that stayed as it was.
    #
    # age_min: the sheet's minutes to that stage; minutes: as they were here, on the work; start_age_min: what it had aged in its cup, by
    # the sheet; by_then: was it only found so, whenever it came to be?
    LoggedFilm = Value.define(:age_min, :minutes, :room_c, start_age_min: 0.0, by_then: false) do
      # @return [Array<Float>]
      def misfits(_clock, reaction)
        left = [age_min - (start_age_min * reaction.speed), LEAST_LEFT * age_min].max
        off = Math.log(left / reaction.pace(room_c) / minutes) / LOGGED_SD
        [by_then ? [off, 0.0].max : off]
      end
    end

    # What the shop's own cups and films add to what the sheet says: the same unknowns, and a factor on the speed.
    #
    #   shop = Learning.of(clock, [LoggedCup.new(mass_g: 200, start_c: 20, room_c: 19, usable_min: 58)])
    #   shop.reaction.speed   # => 0.98
    #
    # Rule: minimise |z|^2 + the sheet's misfits^2 + (ln f/0.15)^2 + the sum over logs of 4 ln(1 + (r/2)^2): one wild log does not swing
    # the shop. The factor acts on the shop's logs and answers, never on the sheet's statements.
    class Learning
      SPEED_SD = 0.15
      MOST_LOGS = 500
      KNOWN = Memo.new(200)

      attr_reader :reaction, :covariance, :unknowns, :z, :logs

      # @param clock [Clock] @param logs [Array<LoggedCup, LoggedPour, LoggedFilm>] at most 500
      # @return [Learning]
      # @raise [InputError, NotSolved]
      def self.of(clock, logs)
        raise InputError.new(:logs, "must be at most #{MOST_LOGS}") if logs.size > MOST_LOGS

        KNOWN.recall([clock.key, logs]) { new(clock, logs) }
      end

      # @param from [Array<Float>, nil] where it is begun: what was found with other logs
      def initialize(clock, logs, from: nil)
        @logs = logs
        @clock = clock
        sheet = Calibration.of(clock)
        @unknowns = sheet.unknowns
        statements = Statements.of(clock)
        found = LeastSquares.minimise(from || [*sheet.z, 0.0], look: Calibration::LOOK) do |all, like|
          plain = unknowns.reaction(all)
          here = at(all)
          statements.each_with_index.map { |one, i| one.misfit(plain, like && like[i]) } +
            logs.flat_map { |log| log.misfits(clock, here).map { |misfit| softened(misfit) } }
        end
        @z = found.at
        @reaction = at(z)
        @covariance = found.covariance
        freeze
      end

      # @return [Float] factor on the speed; above 1 is faster than the sheet
      def shop_factor
        reaction.speed
      end

      # What it comes to, to be kept and planned by.
      # @return [Shop]
      def shop
        Shop.new(z: z, covariance: covariance, cups: logs.size - logs.grep(LoggedFilm).size, films: logs.grep(LoggedFilm).size)
      end

      # @return [Float] standard deviation from slopes on all unknowns, the factor's last
      def sd(slopes)
        variance = slopes.each_with_index.sum { |one, i| one * slopes.each_with_index.sum { |two, j| covariance[i][j] * two } }
        Math.sqrt([variance, 0.0].max)
      end

      # Standard deviation of ln(usable) of a cup, as far as sheet and shop leave it open.
      # @param ballast [Ballast] @param cup [Hash] mass_g, start_c, room_c, diameter_mm
      # @return [Float] 0 where it is usable for 60 days
      def usable_sd(ballast, mass_g:, start_c:, room_c:, diameter_mm: nil)
        body = Body.of(@clock, reaction.heat_j_g, ballast)
        make = lambda do |as|
          Cup.new(as, body, start_c: start_c, room_c: room_c,
            vessel: Vessel.new(mass_g: mass_g, density_g_ml: body.density_g_ml, diameter_mm: diameter_mm))
        end
        run = make.call(reaction).run(stop_at_usable: true)
        return 0.0 if run.usable_min.nil?

        faster = make.call(reaction.with(speed: reaction.speed * Math.exp(LOOK * SPEED_SD))).run(stop_at_usable: true).usable_min
        *open, _room = Sensitivity.new(make.call(reaction), run, unknowns).slopes
        sd([*open, Math.log(faster / run.usable_min) / LOOK])
      end
      LOOK = 0.02

      private

      def at(all)
        unknowns.reaction(all).with(speed: Math.exp(SPEED_SD * all.last))
      end

      # A residual whose square is 4 ln(1 + (r/2)^2).
      def softened(misfit)
        size = 2 * Math.sqrt(Math.log(1 + (misfit * misfit / 4)))
        misfit.negative? ? -size : size
      end
    end
  end
end
