# frozen_string_literal: true

require_relative "../../core_helper"

# A batch walked on as planned: each of its steps once, to its end, with what was planned in its cup.
class AsPlannedTest < CoreTest
  def recipe(**told)
    Bench::Recipe.new(name: "x", sheet: coating(ratio: ratio(by: :weight, resin: 2, hardener: 1)), total_g: 300r, first: :resin,
      cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 20, method: :scale, placing_min: 4, **told)
  end

  def walked(recipe, events = [])
    Bench::AsPlanned.new(Bench::Walk.new(recipe, events), at: 1000.0).to_a
  end

  def test_each_step_of_its_course_comes_once_and_in_order
    [recipe, recipe(powder: :brushable), recipe(first: :hardener), recipe(method: :graduated),
      recipe(own: [Bench.own_step(:own_after_1, "wax it", after_min: 12)]), recipe(thinner_pct: 5.0, thinner_when: :start)].each do |one|
      steps = walked(one).map { |walk, _| walk.step.name }

      assert_equal Bench::Walk.new(one, []).course.path, steps
      assert_equal steps.uniq, steps
      last, at = walked(one).last

      assert_predicate last.times, :met_at
      assert_operator at, :>, 1000.0
    end
  end

  def test_what_went_in_is_what_was_planned
    walk, = walked(recipe).find { |one, _| one.step.name == :mix }

    assert_in_delta 200, walk.contents.grams[:resin], 1e-6
    assert_in_delta 100, walk.contents.grams[:hardener], 1e-6
    assert_equal :good, walk.contents.verdict.name
  end

  # Of what is counted each stroke is a step.
  def test_strokes_are_steps_of_their_own
    steps = walked(recipe(method: :pump, count: Bench::Count.new(unit: :stroke, resin: 4, hardener: 4))).map { |walk, _| walk.step.name }

    assert_equal 8, steps.count(:second) - 1
    assert_includes steps, :mix
  end

  def test_it_goes_on_from_where_it_stands
    all = walked(recipe)
    half = all[4].first.events

    assert_equal(all.drop(4).map { |walk, _| walk.step.name }, walked(recipe, half).map { |walk, _| walk.step.name })
    assert_empty walked(recipe, [*half, Bench::Event.new(number: 99, kind: :abandoned, at: 1100.0, data: { why: "spilt" })])
  end
end
