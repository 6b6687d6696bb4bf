# frozen_string_literal: true

require_relative "../../core_helper"

# Rules by their boundary: each of these once stood a little off, and nothing noticed.
class BoundariesTest < CoreTest
  def test_an_edge_stays_wet_for_half_the_films_early_working_time
    plan = Plan::CoatPlan.new(order)

    assert_in_delta plan.laid.working.early / 2, plan.edge.wet_min, 1e-9
  end

  def test_the_thinnest_film_itself_is_not_refused
    sheet = coating(limits: WorkLimits.new(thinnest_film_mm: 0.1, thickest_film_mm: 0.25))
    refused = ->(film_mm) { Suitability.new(Work::Kinds::ALL.fetch(:coat), sheet, room_c: 20, film_mm: film_mm).refusals.map(&:name) }

    assert_empty refused.call(Rational(1, 10))
    assert_empty refused.call(Rational(1, 4))
    assert_equal [:film], refused.call(Rational(99, 1000))
    assert_equal [:film], refused.call(Rational(251, 1000))
  end

  # Each state ends at the likely minute of what ends it, and the next begins there.
  def test_a_lane_is_drawn_to_the_likely_minutes
    plan = Plan::CoatPlan.new(order)
    stretches = Plan::Lane.new(plan).stretches

    assert_equal %i[mixing runny thickening tacky firm hard], stretches.map(&:state)
    ends = [plan.done_at, plan.laid.thickens.middle, *%i[recoat_opens recoat_closes sandable].map { |name| plan.stage(name).middle }]
    ends.zip(stretches).each { |minute, stretch| assert_in_delta minute, stretch.to, 1e-9, stretch.state }
    stretches.each_cons(2) { |one, two| assert_in_delta one.to, two.from, 1e-9 }
  end

  # A floor that is hard before its window closes is hard.
  def test_what_is_hard_is_no_longer_tacky
    floor = coating(stages: { recoat_opens: [150, 210], recoat_closes: [2000, 2400], sandable: [960, 1320] })
    plan = Plan::CoatPlan.new(order(sheet: floor))
    tacky = Plan::Lane.new(plan).stretches.find { |stretch| stretch.state == :tacky }

    assert_in_delta plan.stage(:sandable).middle, tacky.to, 1e-9
  end
end
