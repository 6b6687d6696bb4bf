# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# Shops whose truth is known: what they log is drawn from it, and what is learned is held against it.
class LearningTest < CoreTest
  by_turns :test_four_times_in_five_the_truth_lies_in_the_band,
    :test_a_wild_log_moves_the_answer_by_less_than_a_third_of_its_band

  LONG = !ENV["DAKREN_LONG"].nil?
  SHOPS = LONG ? 300 : 60
  # Of 300 shops the 80 % band covers the truth in 72 to 88 %; of fewer chance alone strays further (three standard deviations).
  COVERED = LONG ? (0.72..0.88) : (0.645..0.955)

  # A mix as it truly is, what its maker says of it, and what the shop saw of its cups.
  class Shop
    include Dakren

    attr_reader :clock, :truth, :chance

    def initialize(seed)
      @chance = Random.new(seed)
      usual = Cure::Clock.new(reference_temp_c: 23, working_min: chance.rand(40.0..200.0), pot_life_min: 60)
      z = Array.new(6) { normal }
      inside = Cure::Unknowns.new(usual, working_min: usual.working_min).reaction(z)
      @clock = Cure::Clock.new(reference_temp_c: 23, working_min: usual.working_min, pot_mass_g: 100,
        pot_life_min: usable(inside, mass_g: 100, start_c: 23, room_c: 23) * Math.exp(0.05 * normal))
      @truth = inside.with(speed: Math.exp(Cure::Learning::SPEED_SD * normal))
    end

    def normal
      Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand)
    end

    def usable(reaction, **cup)
      Cure::Mix.new(@clock || Cure::Clock.new(working_min: 60), reaction: reaction).cup(**cup).usable_min || Cure::HORIZON_MIN
    end

    def cup
      temp = chance.rand(15.0..26.0)
      { mass_g: Math.exp(chance.rand(Math.log(40)..Math.log(900))), start_c: temp, room_c: temp + chance.rand(-1.5..1.5) }
    end

    def logged(noise: Math.exp(Cure::LOGGED_SD * normal), **cup)
      Cure::LoggedCup.new(**cup, usable_min: usable(truth, **cup) * noise)
    end

    def logs(count)
      Array.new(count) { logged(**cup) }
    end
  end

  ASKED = { mass_g: 300, start_c: 20, room_c: 19 }.freeze

  def off(shop, learned)
    likely = Cure::Mix.new(shop.clock, reaction: learned.reaction).cup(**ASKED).usable_min
    Math.log(shop.usable(shop.truth, **ASKED) / likely)
  end

  def test_four_times_in_five_the_truth_lies_in_the_band
    held = Array.new(SHOPS) do |seed|
      shop = Shop.new(seed)
      learned = Cure::Learning.new(shop.clock, shop.logs(2 + (seed % 6)))
      off(shop, learned).abs <= Cure::EIGHTY_PCT_SD * learned.usable_sd(Cure::Ballast.none, **ASKED)
    end

    assert_includes COVERED, held.count(true) / SHOPS.to_f, "#{held.count(true)} of #{SHOPS}"
  end

  def test_a_wild_log_moves_the_answer_by_less_than_a_third_of_its_band
    (LONG ? 40 : 8).times do |seed|
      shop = Shop.new(1000 + seed)
      sane = shop.logs(6)
      before = Cure::Learning.new(shop.clock, sane)
      after = Cure::Learning.new(shop.clock, [*sane, shop.logged(noise: [5.0, 0.2].sample(random: shop.chance), **shop.cup)])
      band = 2 * Cure::EIGHTY_PCT_SD * before.usable_sd(Cure::Ballast.none, **ASKED)

      assert_operator (off(shop, before) - off(shop, after)).abs, :<, band / 3, "shop #{seed}"
    end
  end

  # Cups that were poured out while they were still runny say that it lasts at least so long, and no more.
  def test_lower_bounds_alone_never_make_it_worse_than_the_sheet
    (LONG ? 40 : 10).times do |seed|
      shop = Shop.new(2000 + seed)
      bounds = Array.new(5) do
        cup = shop.cup
        Cure::LoggedCup.new(**cup, still_min: shop.usable(shop.truth, **cup) * shop.chance.rand(0.2..0.9))
      end
      sheet = Cure::Learning.new(shop.clock, [])
      learned = Cure::Learning.new(shop.clock, bounds)

      assert_operator off(shop, learned).abs, :<=, off(shop, sheet).abs + 0.01, "shop #{seed}"
    end
  end

  def test_bounds_pull_only_where_they_are_broken
    clock = Cure::Clock.new(reference_temp_c: 25, pot_life_min: 32, working_min: 75)
    cup = { mass_g: 200, start_c: 20, room_c: 20 }
    usable = Cure::Mix.new(clock).cup(**cup).usable_min
    factor = ->(**seen) { Cure::Learning.of(clock, [Cure::LoggedCup.new(**cup, **seen)]).shop_factor }

    assert_in_delta 1.0, factor.call(still_min: usable * 0.9), 1e-6
    assert_operator factor.call(still_min: usable * 1.4), :<, 0.95
    assert_in_delta 1.0, factor.call(set_min: usable * 1.1), 1e-6
    assert_operator factor.call(set_min: usable * 0.7), :>, 1.05
    assert_operator factor.call(usable_min: usable * 0.7), :>, 1.05
  end

  # What is kept of it plans as it did: the same likely minutes, the same band.
  def test_what_is_kept_is_what_was_learned
    shop = Shop.new(7)
    learned = Cure::Learning.new(shop.clock, shop.logs(5))
    kept = Cure::Shop.read(JSON.parse(JSON.generate(learned.shop.kept(shop.clock))), shop.clock)
    mix = Cure::Mix.new(shop.clock, shop: kept)

    assert_in_delta learned.shop_factor, kept.factor, 1e-12
    assert_in_delta Cure::Mix.new(shop.clock, reaction: learned.reaction).cup(**ASKED).usable_min, mix.cup(**ASKED).usable_min, 1e-9
    assert_in_delta learned.usable_sd(Cure::Ballast.none, **ASKED), mix.doubt(**ASKED).sd, 0.01
    assert_operator mix.doubt(**ASKED).sd, :<, Cure::Learning.new(shop.clock, []).usable_sd(Cure::Ballast.none, **ASKED)
    assert_nil Cure::Shop.read(kept.kept(shop.clock), shop.clock.with(working_min: 61)), "learned beside other numbers of the sheet"
    assert_nil Cure::Shop.read({ "z" => [1] }, shop.clock)
  end

  # A pour that got hotter than its data sheet has it makes the shop hotter than that, by less than what was seen; its surface is cooler
  # than what is within.
  def test_the_heat_of_a_pour_teaches
    clock = slow_clock
    sheet = Cure::Calibration.of(clock).reaction
    bed = Cure::Bed.new(depth_mm: 45.0, wall: Cure::Wall::GROUNDS[:wood])
    pour = Cure::LoggedPour.new(bed: bed, start_c: 22, room_c: 21, peak_c: 0.0)
    here = pour.hottest_c(clock, sheet)
    [-15.0, 15.0].each do |off|
      learned = Cure::Learning.new(clock, [pour.with(peak_c: here + off)])
      moved = (pour.hottest_c(clock, learned.reaction) - here) / off

      assert_operator moved, :>, 0.1
      assert_operator moved, :<, 1.0
      assert_equal 1, learned.shop.cups
    end
    assert_operator pour.with(surface: true).hottest_c(clock, sheet), :<, here
  end

  def test_a_film_seen_by_then_is_no_more_than_that
    clock = Cure::Clock.new(reference_temp_c: 23, working_min: 60)
    factor = ->(**seen) { Cure::Learning.of(clock, [Cure::LoggedFilm.new(age_min: 120, room_c: 23, **seen)]).shop_factor }

    assert_operator factor.call(minutes: 200), :<, 0.95
    assert_in_delta 1.0, factor.call(minutes: 200, by_then: true), 1e-6
    assert_operator factor.call(minutes: 80, by_then: true), :>, 1.05
    assert_operator factor.call(minutes: 110, start_age_min: 20), :<, 1.0
  end
end
