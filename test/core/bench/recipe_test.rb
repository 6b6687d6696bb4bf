# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# A recipe that is written and read again is the same recipe, whatever it says.
class RecipeTest < CoreTest
  def told
    { total_g: Rational(chance.rand(1..900_000), chance.rand(1..700)), first: pick(%i[resin hardener]), cup: pick(Plan::USUAL_CUPS),
      room_c: between(5, 35), tins_c: between(5, 35), placing_min: pick([20, Rational(31, 3).to_f]),
      method: pick(%i[scale graduated eye pack]), resolution_g: pick([0.1, 1, 5]) }
  end

  def more
    { powder: pick(Work::Filler::GRADES.keys), powder_name: "wood flour", powder_to_100_g: between(1, 40),
      powder_parts: [["silica", 3.5], ["wood", 9.0]], thicken_first: true,
      count: Bench::Count.new(unit: "stroke", resin: 7, hardener: 7, alternate: true), tool: "Pump pair",
      parts_ml: { resin: Rational(200, 3), hardener: Rational(100, 3) }, kind: :fill, comb_mm: 0.4,
      hardeners: [["slow", Rational(2, 3)], ["fast", Rational(1, 3)]], note: "edge left bare", after: %i[look_30],
      own: [Bench.own_step(:own_after_1, "wax it", after_min: 12), Bench.own_step(:own_before_1, "mask it")], prime_share: 0.12,
      thinner_pct: 5.0, thinner_when: :tray, laid: :wet, of: 3, version: 1,
      bed: Cure::Bed.new(depth_mm: 31.5, wall: Cure::Wall::GROUNDS[:foam], plan: Cure::Footprint.new(perimeter_m: 0.5, area_m2: 0.01)) }
  end

  def again(recipe)
    Bench::Recipe.read(JSON.parse(JSON.generate(recipe.kept)), name: recipe.name, sheet: recipe.sheet)
  end

  def same(one, other)
    one.to_h.each do |part, value|
      if part == :cup
        assert_equal value.told, other.cup.told
      else
        value.nil? ? assert_nil(other[part], part) : assert_equal(value, other[part], part)
      end
    end
  end

  def test_written_and_read_again_it_is_the_same
    40.times do
      said = more.to_a.sample(chance.rand(more.size + 1), random: chance).to_h
      recipe = Bench::Recipe.new(name: "x", sheet: coating, **told, **said)
      same(recipe, again(recipe))
    end
  end

  def test_everything_a_recipe_may_say_is_tried
    assert_equal Bench::TOLD.keys.sort, (more.keys + %i[resolution_g]).sort
  end

  # Batches made before walks had a version go through the steps they began with, and say nothing of what came later.
  def test_an_earlier_one_is_read
    kept = Bench::Recipe.new(name: "x", sheet: coating, **told).kept
      .slice("total_g", "first", "cup", "room_c", "tins_c", "placing_min", "method")
    found = Bench::Recipe.read(kept, name: "x", sheet: coating)

    assert_equal [1, Bench::USUAL_AFTER, "silica", [], 0], [found.version, found.after, found.powder_name, found.own, found.prime_share]
  end

  def test_what_a_recipe_does_not_know_is_not_taken
    assert_raises(ArgumentError) { Bench::Recipe.new(name: "x", sheet: coating, **told, colour: "blue") }
  end
end
