# frozen_string_literal: true

require_relative "../../core_helper"

class CupTest < CoreTest
  def mix(clock = slow_clock)
    Cure::Mix.new(clock)
  end

  def test_a_film_never_ends_before_its_cup
    rounds(60).times do
      cups = mix(random_clock)
      room = between(5, 30)
      cup = { mass_g: between(20, 5000), start_c: room + between(0, 10), room_c: room }
      left = Cure::Mix::Left.of(cups, spread_at_min: cups.cup(**cup).usable_min * chance.rand, **cup)

      age = cups.cup_age_min(cups.cup(**cup).usable_min - left.in_cup_min, **cup)
      film = Cure::Film.new(cups.reaction, Cure::Profile.constant(room)).reached_min(cups.reaction.working_min, start_age_min: age)

      assert_operator film, :>=, left.in_cup_min - 1e-3
      assert_operator left.as_film_min, :<=, film + 1e-6, "a film is offered no longer than its sheet says"
    end
  end

  def test_a_tray_outlasts_a_cup_and_half_a_batch_a_whole
    narrow = mix.cup(mass_g: 800, start_c: 20, room_c: 20, diameter_mm: 90).usable_min
    tray = mix.cup(mass_g: 800, start_c: 20, room_c: 20, diameter_mm: 300).usable_min

    assert_operator tray, :>, narrow * 1.3
    assert_operator mix.cup(mass_g: 400, start_c: 20, room_c: 20).usable_min, :>, mix.cup(mass_g: 800, start_c: 20, room_c: 20).usable_min
  end

  # Followed to where it is unusable, asked about, and followed on from there: the very same as in one go, whoever else goes on from it.
  def test_a_cup_followed_on_is_the_cup_followed_at_once
    rounds(40).times do
      asked = mix(random_clock)
      vessel = Cure::Vessel.new(mass_g: between(20, 3000), density_g_ml: 1.1, diameter_mm: between(60, 250))
      made = Cure::Cup.new(asked.reaction, asked.body, vessel: vessel, start_c: between(10, 30), room_c: between(5, 35))
      begun = made.run(stop_at_usable: true)
      steps = begun.track.size
      whole = made.run

      assert_equal whole.to_h, begun.whole.to_h
      assert_equal whole.to_h, begun.whole.to_h
      assert_equal steps, begun.track.size, "what was begun stays as it was"
    end
  end

  # With no way out for the heat all of it warms the mix: T - T0 = H/c x conversion, and nearly all converts.
  def test_the_energy_balance_of_an_insulated_cup_closes
    rounds(20).times do
      clock = random_clock
      body = mix(clock).body
      vessel = Cure::Vessel.new(mass_g: 500, density_g_ml: body.density_g_ml)
      tight = mix(clock).reaction.with(loss_factor: 1.0e-9)
      run = Cure::Cup.new(tight, body, vessel: vessel, start_c: 20, room_c: 20).run(until_min: 10_000)
      rise = 500 * body.heat_j_g / vessel.capacity_j_k(body.capacity_j_gk)

      assert_operator rise, :<, body.full_rise_k, "cup and stick take their part"
      assert_in_delta 20 + rise, run.peak_c, 0.01 * rise
      assert_operator run.peak_c, :<=, 20 + rise + 0.05
    end
  end

  def test_prewarmed_tins_cost_minutes
    assert_operator mix.cup(mass_g: 500, start_c: 32, room_c: 20).usable_min, :<, mix.cup(mass_g: 500, start_c: 20, room_c: 20).usable_min
  end

  def test_bounds
    assert_refused(:mass_g) { mix.cup(mass_g: 0, start_c: 20, room_c: 20) }
    assert_refused(:room_c) { mix.cup(mass_g: 10, start_c: 20, room_c: -300) }
    assert_refused(:start_c) { mix.cup(mass_g: 10, start_c: 900, room_c: 20) }
    assert_refused(:cup_diameter_mm) { mix.cup(mass_g: 10, start_c: 20, room_c: 20, diameter_mm: 0) }
    assert_refused(:spread_at_min) { Cure::Mix::Left.of(mix, spread_at_min: -1, mass_g: 10, start_c: 20, room_c: 20) }
  end

  def test_the_extremes_end_with_an_answer
    [[0.1, -40, -40], [1_000_000, 120, 120], [100_000, -40, 120], [0.1, 120, -40], [0.1, 20, 20]].each do |mass, start, room|
      run = mix.cup(mass_g: mass, start_c: start, room_c: room)

      assert_operator run.steps, :<, 5000
      assert_predicate run.peak_c, :finite?
    end
  end

  def test_a_drop_spread_wide_is_a_film_and_costs_few_steps
    run = mix.cup(mass_g: 0.1, start_c: 30, room_c: 20, diameter_mm: 3000)

    assert_share mix.reaction.working_min / mix.reaction.pace(20), run.usable_min, 0.02
    assert_in_delta 30, run.peak_c, 1e-6
    assert_operator run.steps, :<, 500
    assert_share mix.reaction.pace(20) * 100, mix.cup_age_min(100, mass_g: 0.1, start_c: 30, room_c: 20, diameter_mm: 3000), 0.05
  end

  # Wide and thin: heat leaves within seconds, which must cost neither accuracy nor endless small steps.
  def test_every_size_in_every_width_ends_in_bounded_work
    rounds(80).times do
      clock = random_clock
      room = between(0, 35)
      cup = { mass_g: 10**between(0, 4.5), start_c: room + between(-5, 15), room_c: room, diameter_mm: 10**between(1.3, 3.2) }
      run = mix(clock).cup(**cup)
      assert_operator run.steps, :<, 8000, cup.inspect
      assert_operator run.usable_min, :<=, Cure::Film.new(mix(clock).reaction, Cure::Profile.constant([room, cup[:start_c]].min))
        .reached_min(mix(clock).reaction.working_min) * 1.001
    end
  end

  def test_a_band_holds_the_likely_value_and_narrows_when_the_energy_is_told
    assumed = mix.usable_band(mass_g: 500, start_c: 15, room_c: 15)
    stated = mix(slow_clock(activation_kj_mol: 55)).usable_band(mass_g: 500, start_c: 15, room_c: 15)

    assert_operator assumed.early, :<, assumed.middle
    assert_operator assumed.middle, :<, assumed.late
    assert_operator assumed.late - assumed.early, :>, stated.late - stated.early
  end

  def test_the_age_at_a_minute_is_on_the_way_to_the_working_time
    cup = { mass_g: 500, start_c: 20, room_c: 20 }
    usable = mix.cup(**cup).usable_min

    assert_share mix.reaction.working_min, mix.cup_age_min(usable, **cup), 5e-4
    assert_in_delta(0.0, mix.cup_age_min(0, **cup))
    assert_in_delta(0.0, Cure::Mix::Left.of(mix, spread_at_min: usable + 5, **cup).in_cup_min)
  end
end

class HeatTest < CoreTest
  def test_grades
    assert_equal(%i[calm warm warm hot hot smoke], [49.9, 50, 79, 80, 119, 120].map { |peak| Cure::Heat.of(peak).name })
    refute Cure::Heat.refuses_lift?(79)
    assert Cure::Heat.refuses_lift?(80)
  end
end
