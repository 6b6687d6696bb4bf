# frozen_string_literal: true

require_relative "../../core_helper"

# The same at the bench.
class BenchBoundariesTest < CoreTest
  NOW = 1_000_000.0

  def walk(cup: Plan::USUAL_CUPS[3])
    sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup 1", sheet: sheet, total_g: 300r, first: :resin, cup: cup, room_c: 20, tins_c: 20, method: :scale,
      placing_min: 4)
    told = [[:done, { step: :tins }], [:done, { step: :gear }], [:done, { step: :ready }], [:done, { step: :tare }],
      [:weighed, { step: :first, reading_g: 200.0 }],
      [:weighed, { step: :second, reading_g: 312.0 }]]
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
    Plan::CupKind.new(name: "tight", bottom_mm: across, top_mm: across, height_mm: ml * 1000 / (Math::PI * across * across / 4))
  end

  def test_a_mended_cup_is_not_filled_to_the_brim
    density = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1)).clock.mixed_density_g_ml
    fullest = Bench::Walk::MENDED_FULLEST

    assert_operator fullest, :<, 1
    assert_predicate walk(cup: cup_full_to(fullest - 0.01, density)).correction(NOW), :fits_cup?
    refute_predicate walk(cup: cup_full_to(fullest + 0.01, density)).correction(NOW), :fits_cup?
  end
end
