# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# What a sheet says, and how well the clock is known from it: properties over random sheets.
class CalibrationTest < CoreTest
  ROUNDS = 12

  def random_sheet(chance, **more)
    pot = chance.rand(8.0..90.0)
    { reference_temp_c: chance.rand(18..26), pot_life_min: pot, pot_mass_g: [80, 100, 150, 200].sample(random: chance),
      working_min: chance.rand < 0.3 ? nil : pot * chance.rand(1.5..3.5), inert_share: chance.rand < 0.3 ? chance.rand(0.2..0.6) : nil,
      **more }
  end

  def mix(**numbers)
    Cure::Mix.new(Cure::Clock.new(**numbers))
  end

  def each_sheet(**more)
    ROUNDS.times do |i|
      chance = Random.new(Minitest.seed + i)
      yield mix(**random_sheet(chance, **more)), chance
    end
  end

  def usable(mix, mass_g, temp_c, **cup)
    mix.cup(mass_g: mass_g, start_c: temp_c, room_c: temp_c, **cup).usable_min
  end

  def test_warmer_is_never_slower_and_bigger_never_lasts_longer
    each_sheet do |mix, chance|
      mass = 10**chance.rand(0.5..4.0)
      temp = chance.rand(8.0..32.0)

      assert_operator usable(mix, mass, temp + 3), :<, usable(mix, mass, temp)
      assert_operator usable(mix, mass * 1.5, temp), :<=, usable(mix, mass, temp) * 1.0001
    end
  end

  def test_powder_is_never_hotter
    each_sheet do |mix, chance|
      mass = 10**chance.rand(1.0..3.5)
      filled = mix.with(ballast: Cure::Ballast.new(share: chance.rand(0.1..0.6)))
      at = { mass_g: mass, start_c: 22, room_c: 22 }

      assert_operator filled.cup(**at).peak_c, :<=, mix.cup(**at).peak_c + 0.01
    end
  end

  def test_as_thin_as_paper_it_ages_as_a_film_on_any_wall
    each_sheet do |mix, chance|
      wall = Cure::Wall::GROUNDS.values.sample(random: chance)
      temp = chance.rand(10..30)
      top = mix.pour(depth_mm: 0.005, start_c: temp, room: Cure::Profile.constant(temp), wall: wall).top_usable_min
      film = Cure::Film.new(mix.reaction, Cure::Profile.constant(temp)).reached_min(mix.reaction.working_min)

      assert_share film, top, 0.004
    end
  end

  def test_cup_and_film_agree_where_there_is_next_to_nothing
    each_sheet do |mix, _chance|
      film = Cure::Film.new(mix.reaction, Cure::Profile.constant(20)).reached_min(mix.reaction.working_min)

      assert_share film, usable(mix, 0.1, 20, diameter_mm: 200), 0.002
    end
  end

  def test_a_further_statement_never_widens_the_band
    each_sheet do |mix, chance|
      numbers = mix.clock.stated
      more = mix(**numbers, more_pot_lives: [[500, mix.clock.reference_temp_c, usable(mix, 500, mix.clock.reference_temp_c)]])
      at = { mass_g: 10**chance.rand(1.0..3.5), start_c: 20, room_c: 20 }

      assert_operator more.doubt(**at).sd, :<=, mix.doubt(**at).sd + 0.002
    end
  end

  def test_the_sheets_own_test_comes_out_as_it_says
    each_sheet do |mix, _chance|
      clock = mix.clock
      found = usable(mix, clock.pot_mass_g, clock.reference_temp_c)

      assert_in_delta 0, Math.log(found / clock.pot_life_min), 3 * Cure::Statements::PotLife::SD
    end
  end

  def test_the_slopes_along_one_run_are_those_of_many
    each_sheet do |mix, chance|
      at = { mass_g: 10**chance.rand(0.5..3.7), start_c: chance.rand(12..30), room_c: chance.rand(12..30) }
      slopes = mix.calibration.moved.map do |reaction|
        Math.log(mix.with(reaction: reaction).cup(**at).usable_min / mix.cup(**at).usable_min)
      end
      sd = mix.calibration.sd(slopes.map { |slope| slope / Cure::Calibration::LOOK })

      assert_in_delta sd, mix.doubt(**at).sd, [0.15 * sd, 0.01].max
    end
  end

  def test_one_statement_of_speed_suffices
    [{ pot_life_min: 40 }, { working_min: 90 }, { max_depth_mm: 30 }, { more_pot_lives: [[200, 25, 30]] }].each do |told|
      mix = mix(**told)
      band = mix.usable_band(mass_g: 300, start_c: 20, room_c: 20)

      assert_operator band.early, :<, band.middle
      assert_operator band.middle, :<, band.late
      assert_equal 23, mix.clock.reference_temp_c
    end
  end

  # A coating's mix poured as a flood keeps its reaction and its heat, and is over where that work's own conversion is reached.
  def test_other_work_ends_at_its_own_conversion
    20.times do
      coating = mix(pot_life_min: between(15, 80), pot_mass_g: 100, levels_or_is_shaped: [true, false].sample)
      other = coating.for_work(!coating.clock.levels_or_is_shaped)
      z = coating.calibration.z[0]
      usual = coating.clock.levels_or_is_shaped ? 0.5 : 0.3

      assert_in_delta Math.log(usual / (1 - usual)) + (0.4 * z), other.reaction.conversion_at_end.then { |a| Math.log(a / (1 - a)) }, 1e-9
      assert_share coating.reaction.rate_at_reference_per_s, other.reaction.rate_at_reference_per_s, 1e-9
      cup = { mass_g: 300, start_c: 21, room_c: 20 }
      sooner, later = [coating, other].sort_by { |one| one.clock.levels_or_is_shaped ^ (one == other) ? 0 : 1 }

      assert_operator sooner.cup(**cup).usable_min, :<, later.cup(**cup).usable_min
      assert_in_delta coating.cup(**cup).peak_c, other.cup(**cup).peak_c, 0.3
      assert_same coating, coating.for_work(coating.clock.levels_or_is_shaped)
    end
  end

  # A ratio alone has no clock: every time that is asked of it is not known, and none is zero.
  def test_where_nothing_is_told_nothing_is_known
    clock = Cure::Clock.new(reference_temp_c: 23)
    mix = Cure::Mix.of(clock)
    cup = { mass_g: 300, start_c: 20, room_c: 20 }

    assert_predicate clock, :silent?
    assert_equal([nil] * 3, mix.usable_band(**cup).then { |band| [band.early, band.middle, band.late] })
    assert_nil mix.cup(**cup).usable_min
    assert_nil Cure::Mix::Left.of(mix, spread_at_min: 5, **cup).as_film_min
    assert_equal "pot_life_min", assert_raises(InputError) { Cure::Calibration.of(clock) }.field
    refute_predicate Cure::Clock.new(reference_temp_c: 23, pot_life_min: 30), :silent?
    silent = Sheet.new(resin: "A", hardener: "B", ratio: ratio, clock: {})
    Cure::STAGE_NAMES.each { |name| assert_nil silent.ages(name), name }
    refute silent.assumed_stage?(:recoat_opens)
  end

  def test_a_pot_life_alone_leaves_more_open_than_with_a_working_time
    alone = mix(pot_life_min: 40, pot_mass_g: 150)
    both = mix(pot_life_min: 40, pot_mass_g: 150, working_min: alone.working_min)
    at = { mass_g: 20, start_c: 20, room_c: 20 }

    assert_operator both.doubt(**at).sd, :<, alone.doubt(**at).sd
  end

  def test_statements_that_do_not_go_together_are_told
    told = mix(reference_temp_c: 25, pot_life_min: 20, pot_mass_g: 100, working_min: 75, more_pot_lives: [[1000, 25, 60]])

    refute_empty told.calibration.at_odds
    alone = told.calibration.apart.to_h { |statement, clock| [statement.minutes, usable(Cure::Mix.new(clock), 500, 25)] }

    assert_operator alone[20.0], :<, alone[60.0] / 2
    assert_empty mix(pot_life_min: 30, working_min: 70).calibration.at_odds
  end

  def test_a_calibration_is_kept_and_known_again
    clock = Cure::Clock.new(pot_life_min: 41.5, pot_mass_g: 130, max_depth_mm: 7.5)
    kept = JSON.parse(JSON.generate(Cure::Calibration.of(clock).kept))
    Cure::Calibration::KNOWN.forget(clock.key)

    assert Cure::Calibration.remembered?(clock, kept)
    again = Cure::Calibration::KNOWN.known(clock.key)

    assert_in_delta Cure::Calibration.worked_out(clock).reaction.loss_factor, again.reaction.loss_factor, 1e-9
    refute Cure::Calibration.remembered?(Cure::Clock.new(pot_life_min: 41.6), kept)
  end

  def test_odd_numbers_give_an_answer_or_a_named_field
    [0.1, 1_000_000].product([-40, 120]).each do |mass, temp|
      each_sheet do |mix, _|
        run = mix.cup(mass_g: mass, start_c: temp, room_c: temp)

        assert_predicate run.peak_c, :finite?
        assert(run.usable_min.nil? || run.usable_min.positive?)
      rescue NotSolved
        next
      end
    end
    { inert_share: 1, pot_life_min: 0, pot_mass_g: Float::NAN, max_depth_mm: -3, heat_j_g: Float::INFINITY }.each do |name, value|
      error = assert_raises(InputError) { Cure::Clock.new(pot_life_min: 30, **{ name => value }) }

      assert_equal name.to_s, error.field
    end
    assert_equal "wall_mm", assert_raises(InputError) { Cure::Wall.of(mm: 0, w_mk: 0.13, mj_m3k: 1) }.field
    assert_equal "more_pot_lives", assert_raises(InputError) { Cure::Clock.new(more_pot_lives: [[1, 2]]) }.field
  end

  def test_one_wild_log_does_not_swing_the_shop
    clock = Cure::Clock.new(reference_temp_c: 25, pot_life_min: 32, working_min: 75)
    sane = [[200, 58], [300, 49], [150, 63]].map { |mass, minutes| Cure::LoggedCup.new(mass_g: mass, start_c: 20, room_c: 20, usable_min: minutes) }
    wild = [*sane, Cure::LoggedCup.new(mass_g: 250, start_c: 20, room_c: 20, usable_min: 300)]

    assert_in_delta Cure::Learning.of(clock, sane).shop_factor, Cure::Learning.of(clock, wild).shop_factor, 0.05
  end
end
