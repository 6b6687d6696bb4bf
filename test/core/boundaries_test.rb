# frozen_string_literal: true

require_relative "../core_helper"

# Rules by their boundary: each of these once stood a little off, and nothing noticed.
class BoundariesTest < CoreTest
  def test_an_edge_stays_wet_for_half_the_films_early_working_time
    plan = Line::CoatPlan.new(order)

    assert_in_delta plan.working.early / 2, plan.wet_edge_min, 1e-9
  end

  def test_the_thinnest_film_itself_is_not_refused
    sheet = coating(limits: WorkLimits.new(thinnest_film_mm: 0.1, thickest_film_mm: 0.25))
    refused = ->(film_mm) { Size::Suitability.new(Size::Kinds::ALL.fetch(:coat), sheet, room_c: 20, film_mm: film_mm).refusals.map(&:name) }

    assert_empty refused.call(Rational(1, 10))
    assert_empty refused.call(Rational(1, 4))
    assert_equal [:film], refused.call(Rational(99, 1000))
    assert_equal [:film], refused.call(Rational(251, 1000))
  end

  # Each state ends at the likely minute of what ends it, and the next begins there.
  def test_a_lane_is_drawn_to_the_likely_minutes
    plan = Line::CoatPlan.new(order)
    stretches = Line::Lane.new(plan).stretches

    assert_equal %i[mixing runny thickening tacky firm hard], stretches.map(&:state)
    ends = [plan.done_at, plan.thickens.middle, *%i[recoat_opens recoat_closes sandable].map { |name| plan.stage(name).middle }]
    ends.zip(stretches).each { |minute, stretch| assert_in_delta minute, stretch.to, 1e-9, stretch.state }
    stretches.each_cons(2) { |one, two| assert_in_delta one.to, two.from, 1e-9 }
  end

  # A floor that is hard before its window closes is hard.
  def test_what_is_hard_is_no_longer_tacky
    floor = coating(stages: { recoat_opens: [150, 210], recoat_closes: [2000, 2400], sandable: [960, 1320] })
    plan = Line::CoatPlan.new(order(sheet: floor))
    tacky = Line::Lane.new(plan).stretches.find { |stretch| stretch.state == :tacky }

    assert_in_delta plan.stage(:sandable).middle, tacky.to, 1e-9
  end
end

# The same at the bench.
class BenchBoundariesTest < CoreTest
  NOW = 1_000_000.0

  def walk(cup: Batch::USUAL_CUPS[3])
    sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup 1", sheet: sheet, total_g: 300r, first: :resin, cup: cup, room_c: 20, tins_c: 20, method: :scale, placing_min: 4)
    told = [[:done, { step: :tins }], [:done, { step: :gear }], [:done, { step: :tare }], [:weighed, { step: :first, reading_g: 200.0 }], [:weighed, { step: :second, reading_g: 312.0 }]]
    Bench::Walk.new(recipe, told.each_with_index.map { |(kind, data), i| Bench::Event.new(number: i + 1, kind: kind, at: NOW, data: data) })
  end

  def test_it_is_time_to_hurry_in_the_last_quarter
    made = walk
    early = made.clock(NOW).in_cup.early * 60

    assert_equal :fine, made.clock(NOW + (early * 0.74)).mood
    assert_equal :hurry, made.clock(NOW + (early * 0.76)).mood
  end

  # 200 g with 112 g instead of 100 g of hardener: 24 g of resin mend it, 336 g in all.
  def cup_full_to(share, density)
    ml = 336 / density / share
    across = 100.0
    Batch::CupKind.new(name: "tight", bottom_mm: across, top_mm: across, height_mm: ml * 1000 / (Math::PI * across * across / 4))
  end

  def test_a_mended_cup_is_not_filled_to_the_brim
    density = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1)).clock.mixed_density_g_ml
    fullest = Bench::Walk::MENDED_FULLEST

    assert_operator fullest, :<, 1
    assert_predicate walk(cup: cup_full_to(fullest - 0.01, density)).correction(NOW), :fits_cup?
    refute_predicate walk(cup: cup_full_to(fullest + 0.01, density)).correction(NOW), :fits_cup?
  end
end
