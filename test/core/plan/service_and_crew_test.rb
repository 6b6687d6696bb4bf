# frozen_string_literal: true

require_relative "../../core_helper"

class ServiceAndCrewTest < CoreTest
  def test_a_part_that_gets_hot_needs_a_post_cure
    silent = Plan::Service.new(coating, hottest_c: 70, cured_at_c: 22)

    assert_in_delta 32, silent.bears_c, 1e-9
    refute_predicate silent, :enough?
    at, ramp, soak = silent.post_cure

    assert_equal [70, 48 * 6, 240], [at, ramp, soak]
    told = coating(limits: WorkLimits.new(service_c: 55, service_cured_c: 65))

    assert_predicate Plan::Service.new(told, hottest_c: 50, cured_at_c: 20), :enough?
    refute_predicate Plan::Service.new(told, hottest_c: 70, cured_at_c: 20), :possible?
    assert_nil Plan::Service.new(told, hottest_c: 70, cured_at_c: 20).post_cure
    assert_refused("service") { Plan::Service.new(told, hottest_c: 900, cured_at_c: 20) }
  end

  def test_a_helper_mixes_ahead_and_closes_the_gaps
    big = { outline: Geometry::Rectangle.new(length_mm: 12_000, width_mm: 2000), cover: Work::Cover.new(film_mm: 0.3) }
    alone = Plan::CoatPlan.new(order(**big))
    helped = Plan::CoatPlan.new(order(**big, people: 2))

    assert_operator alone.batches.size, :>, 2
    assert_operator helped.done_at, :<, alone.done_at - 5
    assert_in_delta 0, helped.edge.longest_gap_min, 1e-6
    helped.batches.each_cons(2) { |one, two| assert_operator two.mix_from, :>=, one.pour_from - 1e-6 }
    assert_predicate alone.edge, :kept?
  end

  def test_a_heated_spell_quickens_every_clock
    cold = Cure::Profile.constant(17)
    warmed = cold.held(0, 600, 24, least: true)

    assert_in_delta 24, warmed.at(300), 1e-9
    assert_in_delta 17, warmed.at(700), 1e-9
    assert_in_delta 30, Cure::Profile.constant(30).held(0, 600, 24, least: true).at(300), 1e-9
    assert_operator Plan::CoatPlan.new(order(room: warmed)).stage(:recoat_opens).late, :<,
      Plan::CoatPlan.new(order(room: cold)).stage(:recoat_opens).late
    assert_refused("heats") { cold.held(600, 600, 24) }
  end

  def test_one_film_serves_every_start
    room = Cure::Profile.daily_wave(low_c: 14, high_c: 24, days: 20)
    ageing = Ageing.new(coating(lowest_c: nil), room)
    15.times do
      from = between(0, 10_000)
      apart = Cure::Film.new(coating.mix.reaction, room.from(from)).reached_min(400)

      assert_share apart, ageing.film(:likely).reached_after(from, 400) - from, 1e-6
    end
  end
end
