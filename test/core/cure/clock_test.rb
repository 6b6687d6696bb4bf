# frozen_string_literal: true

require_relative "../../core_helper"

class ClockTest < CoreTest
  def test_the_pace_is_one_at_the_reference_and_about_double_ten_degrees_up
    assert_in_delta 1.0, slow_reaction.pace(25), 1e-12
    # exp(54000/8.314462618 x (1/298.15 - 1/308.15))
    assert_in_delta Math.exp(54_000 / 8.314462618 * ((1 / 298.15) - (1 / 308.15))), slow_reaction.pace(35), 1e-12
    assert_in_delta 2.03, slow_reaction.pace(35), 0.01
  end

  def test_what_the_sheet_is_silent_on_is_assumed_and_named
    clock = Cure::Clock.new(working_min: 60)

    assert_equal [54, 340, 1.9, 1.12, 100], [clock.activation_kj_mol, clock.heat_j_g, clock.heat_capacity_j_gk, clock.mixed_density_g_ml,
      clock.pot_mass_g]
    assert_equal Cure::Clock::DEFAULTS.keys.sort, clock.assumed.sort
    refute slow_clock.assumed?(:heat_j_g)
    assert_equal slow_clock.assumed - [:activation_kj_mol], slow_clock.with(activation_kj_mol: 60).assumed
  end

  def test_numbers_that_cannot_be_name_the_field_and_the_limits
    { reference_temp_c: [-300, 900, Float::NAN], working_min: [0, -5, Float::INFINITY], pot_life_min: [0, -1], pot_mass_g: [0],
      max_depth_mm: [0, 1001],
      activation_kj_mol: [19.9, 120.1], heat_j_g: [0], mixed_density_g_ml: [0, 90], heat_capacity_j_gk: [0], depth_peak_limit_c: [1000] }
      .each do |name, values|
      values.each { |value| assert_refused(name, "must be a number from") { slow_clock(name => value) } }
    end
    assert_refused(:working_min) { slow_clock(working_min: "60") }
    assert_refused(:speed) { slow_clock(speed: 1) }
    assert_refused(:depth_peak_limit_c, "above the reference") { slow_clock(max_depth_mm: 30, depth_peak_limit_c: 24) }
  end

  def test_the_energy_fitted_from_two_temperatures_gives_both_times_back
    50.times do
      energy = between(30, 100)
      clock = slow_reaction(activation_kj_mol: energy)
      cold = between(5, 20)

      assert_in_delta energy, Cure::Clock.fit_activation_kj_mol([100, 25], [100 / clock.pace(cold), cold]), 1e-9
    end
  end

  def test_two_times_that_cannot_belong_together_are_refused
    assert_refused(:temperature_c, "differ") { Cure::Clock.fit_activation_kj_mol([60, 20], [30, 21]) }
    assert_refused(:activation_kj_mol, "two times") { Cure::Clock.fit_activation_kj_mol([60, 20], [60, 30]) }
    assert_refused(:activation_kj_mol) { Cure::Clock.fit_activation_kj_mol([60, 20], [90, 30]) }
  end

  # Half powder: 340 × 0.5 and 1.9 × 0.5 + 0.8 × 0.5; a heat that is told is per gram as sold.
  def test_powder_sold_in_it_makes_the_usual_heat_less
    putty = Cure::Clock.new(working_min: 14, inert_share: 0.5)

    assert_in_delta 170, putty.heat_j_g, 1e-9
    assert_in_delta 1.35, putty.heat_capacity_j_gk, 1e-9
    assert_in_delta 1.55, putty.mixed_density_g_ml, 1e-9
    assert_in_delta 300, Cure::Clock.new(working_min: 14, inert_share: 0.5, heat_j_g: 300).heat_j_g, 1e-9
  end

  # 1.1 × ln 5 and so on by hand: k W = 2.3583 at a_end 0.4 and b 0.1.
  def test_the_rate_follows_from_the_working_time_and_the_end
    assert_in_delta 2.3583, slow_reaction.effort(0.4), 1e-4
    assert_in_delta 2.3583 / 120, slow_reaction.rate_per_min, 1e-6
    steps = (0...40_000).sum { |i| 1e-5 / ((0.1 + ((i + 0.5) * 1e-5)) * ((1 - ((i + 0.5) * 1e-5))**2)) }

    assert_in_delta steps, slow_reaction.effort(0.4), 1e-6
    assert_in_delta slow_reaction.pace(20) * 1.2, slow_reaction.with(speed: 1.2).pace(20), 1e-12
  end
end

class ProfileTest < CoreTest
  Profile = Cure::Profile

  def test_straight_lines_between_points_and_ends_that_hold
    room = Profile.new([[60, 22], [180, 10]])

    assert_equal([22, 22, 16, 10, 10], [0, 60, 120, 180, 9999].map { |minute| room.at(minute) })
  end

  def test_a_daily_wave
    room = Profile.daily_wave(low_c: 10, high_c: 20, start_minute_of_day: 540)

    assert_in_delta 20, room.at(360), 1e-9
    assert_in_delta 10, room.at(360 + 720), 1e-9
    assert_in_delta room.at(100), room.at(100 + 1440), 0.05
    assert_refused(:low_c) { Profile.daily_wave(low_c: 25, high_c: 20) }
  end

  def test_seen_from_later
    room = Profile.new([[0, 20], [100, 10], [200, 30]])
    later = room.from(50)

    [0, 25, 50, 100, 150, 400].each { |minute| assert_in_delta room.at(50 + minute), later.at(minute), 1e-9 }
    assert_in_delta 30, room.from(500).at(10), 1e-9
    assert_in_delta 21.5, room.shifted(1.5).at(0), 1e-9
  end

  def test_what_is_no_profile
    [[], [[0, 20]], nil, "20", [[0, 20], [0, 21]], [[10, 20], [5, 21]], [[0, 20], [10, 900]], [[0, Float::NAN], [1, 2]], [[0, 20], [10]],
      [[0, 20], 7]].each do |points|
      assert_refused(:profile) { Profile.new(points) }
    end
  end
end

class FilmTest < CoreTest
  def test_age_is_the_integral_of_the_pace
    room = Cure::Profile.new([[0, 22], [600, 22], [840, 14], [1200, 12], [1440, 18], [2040, 23]])
    film = Cure::Film.new(slow_reaction, room)
    fine = (0...200_000).sum { |i| slow_reaction.pace(room.at((i + 0.5) / 100)) / 100 }

    assert_share fine, film.age_at(2000), 1e-7
    assert_in_delta 2000, film.reached_min(film.age_at(2000)), 1e-3
  end

  def test_never_within_sixty_days_is_nil
    assert_nil Cure::Film.new(slow_reaction, Cure::Profile.constant(-40)).reached_min(100_000)
    assert_in_delta(0.0, Cure::Film.new(slow_reaction, Cure::Profile.constant(20)).reached_min(0))
    assert_refused(:age_min) { Cure::Film.new(slow_reaction, Cure::Profile.constant(20)).reached_min(-1) }
  end

  def test_below_the_lowest_temperature_it_stalls
    night = Cure::Profile.new([[0, 20], [60, 20], [61, 5], [600, 5], [601, 20]])
    going = Cure::Film.new(slow_reaction, night).reached_min(120)
    stalled = Cure::Film.new(slow_reaction, night, stalled_below_c: 10).reached_min(120)

    assert_operator stalled, :>, going
    # 120 min of age at 20 °C need 120/pace(20) warm minutes; the cold ones do not count.
    assert_in_delta (120 / slow_reaction.pace(20)) + 540, stalled, 2.0
    assert_nil Cure::Film.new(slow_reaction, Cure::Profile.constant(5), stalled_below_c: 10).reached_min(1)
  end

  def test_waves_across_the_lowest_temperature_always_give_an_answer
    24.times do |hour|
      room = Cure::Profile.daily_wave(low_c: 14, high_c: 22, start_minute_of_day: hour * 60, days: 60)
      [14, 15.5, 16, 18, 22].each do |lowest|
        film = Cure::Film.new(slow_reaction, room.from(between(0, 60)), stalled_below_c: lowest)
        reached = film.reached_min(300)
        assert_operator reached, :>=, Cure::Film.new(slow_reaction, room.from(0)).reached_min(240) * 0.5 if reached
      end
    end
  end

  def test_warmer_is_never_slower
    100.times do
      clock = slow_reaction(activation_kj_mol: between(45, 70), reference_temp_c: between(18, 27))
      room = Cure::Profile.new([[0, between(0, 25)], [300, between(0, 25)], [900, between(0, 25)]])
      age = between(10, 2000)

      assert_operator Cure::Film.new(clock, room.shifted(between(0.1, 8))).reached_min(age), :<,
        Cure::Film.new(clock, room).reached_min(age)
    end
  end
end
