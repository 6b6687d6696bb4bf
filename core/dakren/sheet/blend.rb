# frozen_string_literal: true

module Dakren
  # Several hardeners of one resin mixed to set the time in between.
  #
  #   Blend.new([[slow_sheet, 0.7], [fast_sheet, 0.3]]).sheet   # => a Sheet of its own
  #
  # Rules: shares f by weight of hardener; h = m / sum(f q) with q grams of resin per gram of hardener;
  # time scales mix logarithmically, ln t = sum f ln t. Every time of a blend is an estimate.
  class Blend
    # @param parts [Array<Array(Sheet, Numeric)>] sheets of one resin with their share of the hardener, sum 1
    # @raise [InputError]
    def initialize(parts)
      raise InputError.new(:blend, "must name two hardeners or more") if parts.size < 2
      raise InputError.new(:blend, "must stay with one resin") if parts.map { |sheet, _| sheet.resin }.uniq.size > 1

      @sheets = parts.map(&:first)
      @shares = parts.map { |_, share| Exact.of(Check.number(:share, share, 0..1)) }
      raise InputError.new(:share, "must add up to 1") unless (@shares.sum - 1).abs < Rational(1, 1_000_000)
    end

    # @return [Rational] grams of resin one gram of the blended hardener needs
    # @raise [InputError] when a ratio is by volume and its densities are not known
    def resin_per_hardener
      @sheets.zip(@shares).sum do |sheet, share|
        weights = sheet.ratio.weight_parts
        raise InputError.new(:resin_density_g_ml, "and the hardener's are needed to blend #{sheet.name}") unless weights

        share * weights[0] / weights[1]
      end
    end

    # @param resin_g [Numeric]
    # @return [Array<Rational>] grams of each hardener
    def hardeners_g(resin_g)
      total = Exact.of(resin_g) / resin_per_hardener
      Exact.share(total, @shares)
    end

    # @return [Sheet] all its times at the first sheet's reference temperature
    def sheet
      plain = made
      learned = @sheets.any?(&:shop) && !plain.silent? ? shop(plain.clock).kept(plain.clock) : nil
      learned ? made(learned: learned) : plain
    end

    private

    def made(**more)
      Sheet.new(resin: @sheets.first.resin, hardener: hardener_name, ratio: ratio, clock: clock_numbers, stages: stages,
        lowest_c: @sheets.filter_map(&:lowest_c).max, highest_c: @sheets.filter_map(&:highest_c).min,
        purposes: purposes, mixing: mixing, limits: WorkLimits.blended(@sheets.map(&:limits)), bands: bands, **tolerance,
        hardeners: @sheets.map(&:hardener).zip(@shares), looks: @sheets.first.looks, **more)
    end

    # What the shop learned of each: its factor mixes as times do, by their logarithms; of one nothing was learned of, it is the usual one,
    # as little known as ever.
    def shop(clock)
      sheet = Cure::Calibration.of(clock)
      known = @sheets.map { |one| one.shop ? [one.shop.z.last, one.shop.covariance.last.last] : [0.0, 1.0] }
      factor = known.zip(@shares).sum { |(z, _), share| z * share.to_f }
      variance = known.zip(@shares).sum { |(_, one), share| one * (share.to_f**2) }
      Cure::Shop.new(z: [*sheet.z, factor].freeze, covariance: [*sheet.covariance.map do |row|
        [*row, 0.0]
      end, [*Array.new(sheet.z.size, 0.0), variance]],
        cups: @sheets.sum { |one| one.shop&.cups.to_i }, films: @sheets.sum { |one| one.shop&.films.to_i })
    end

    # What all are made for; a sheet that does not say is made for anything.
    def purposes
      told = @sheets.map(&:purposes).reject(&:empty?)
      shared = told.reduce(:&) || []
      shared.empty? ? told.flatten.uniq : shared
    end

    def mixing
      parts = @sheets.map(&:mixing)
      Mixing.new(cup_min: parts.map(&:cup_min).max, pail_min: parts.map(&:pail_min).max, second_cup_min: parts.map(&:second_cup_min).max)
    end

    # Tolerates no more than either, each way; assumed only where all are.
    def tolerance
      tightest = @sheets.map(&:tolerance_pct).transpose.map(&:min)
      { extra_resin_pct: tightest[0], extra_hardener_pct: tightest[1] }.select { |name, _| @sheets.any?(&name) }
    end

    # A miss is as bad as the worse of the two says.
    def bands
      told = @sheets.map(&:bands)
      Measure::Verdict::BANDS.to_h { |name| [name, told.filter_map { |one| one[name] }.then { |all| name == :soft ? all.min : all.max }] }
    end

    def hardener_name
      @sheets.zip(@shares).map { |sheet, share| "#{Check.plain((share * 100).to_f.round(1))} % #{sheet.hardener}" }.join(" / ")
    end

    def ratio
      Measure::Ratio.new(by: :weight, resin: resin_per_hardener, hardener: 1,
        resin_density_g_ml: @sheets.first.ratio.resin_density_g_ml, hardener_density_g_ml: hardener_density)
    end

    # Volumes of the hardeners add.
    def hardener_density
      densities = @sheets.map { |sheet| sheet.ratio.hardener_density_g_ml }
      return if densities.any?(&:nil?)

      1 / @shares.zip(densities).sum { |share, density| share / density }
    end

    # Of what says nothing of time nobody knows how fast a blend is.
    def clock_numbers
      return { reference_temp_c: @sheets.first.clock.reference_temp_c } if @sheets.any?(&:silent?)

      pot_life = blended(&:pot_life_min)
      {
        reference_temp_c: @sheets.first.clock.reference_temp_c, working_min: blended(&:working_min) || (working unless pot_life),
        pot_life_min: pot_life, pot_mass_g: blended(time: false, &:pot_mass_g), inert_share: weighted(:inert_share),
        max_depth_mm: @sheets.filter_map { |sheet| sheet.clock.max_depth_mm }.min,
        depth_peak_limit_c: @sheets.map { |sheet| sheet.clock.depth_peak_limit_c }.min,
        **%i[heat_j_g activation_kj_mol heat_capacity_j_gk].to_h { |name| [name, weighted(name)] }
      }
    end

    # The working times found for those that do not tell them: something must say how fast it is.
    def working
      logs = @sheets.map { |sheet| Math.log(sheet.mix.working_min / pace(sheet)) }
      Math.exp(logs.zip(@shares).sum { |log, share| log * share.to_f })
    end

    # How much faster a sheet's mix ages at the common reference temperature than at its own.
    def pace(sheet)
      sheet.mix.reaction.pace(@sheets.first.clock.reference_temp_c)
    end

    # Nil where every sheet leaves it to be assumed: so it stays marked.
    def weighted(name)
      return if @sheets.all? { |sheet| sheet.clock.assumed?(name) }

      @sheets.zip(@shares).sum { |sheet, share| sheet.clock.public_send(name) * share.to_f }
    end

    # Logarithmic mean; times are first carried to the common reference temperature.
    def blended(time: true)
      values = @sheets.map { |sheet| yield(sheet.clock) }
      return if values.any?(&:nil?)

      logs = @sheets.zip(values).map { |sheet, value| Math.log(time ? value / pace(sheet) : value) }
      Math.exp(logs.zip(@shares).sum { |log, share| log * share.to_f })
    end

    def stages
      return {} if @sheets.any?(&:silent?)

      shared = @sheets.map { |sheet| sheet.stages.keys }.reduce(:&)
      shared.to_h do |name|
        [name, [blended_stage(name, 0), blended_stage(name, 1)]]
      end
    end

    def blended_stage(name, end_)
      Math.exp(@sheets.zip(@shares).sum { |sheet, share| Math.log(sheet.stages[name][end_] / pace(sheet)) * share.to_f })
    end
  end
end
