# frozen_string_literal: true

require_relative "../../plan_helper"

# Lifts on one another: hotter than any of them alone, and one pour where the one below has not set.
class LiftColumnTest < CoreTest
  def sheet(**clock)
    Sheet.new(resin: "Slow", hardener: "lay", ratio: ratio, clock: { reference_temp_c: 23, pot_life_min: 40, working_min: 90, **clock })
  end

  def task(depth_mm:, coats:, school: :either, sheet: self.sheet, known: false)
    shape = Geometry::Rectangle.new(length_mm: 300, width_mm: 200)
    place = Work::Place.new(name: "tray", sort: :void, shape: Geometry::Void.new(shape, depth_mm: depth_mm))
    Plan::Task.new(id: "c1", kind: Work::Kinds::ALL.fetch(:cast), name: "casting", places: [place], place_ids: ["p1"], figures: {},
      sheet: sheet, coats: coats, sections: 1, school: school, known: known)
  end

  def made(**task)
    hours = Plan::Hours.read("24 h", days_off: "", start: Time.local(2026, 11, 24, 7))
    Plan.of(Plan::Job.new(tasks: [task(**task)], room: Cure::Profile.constant(22), hours: hours, goal: :hand_over, people: 1))
  end

  # 12 + 12 mm of a slow laminating mix, wet on wet and known about: as hot as the column that is solved by itself.
  def test_wet_lifts_are_told_as_one_pour_and_solved_as_they_are_laid
    plan = made(depth_mm: 24, coats: 2, school: :wet, known: true)
    column = plan.tasks.first.column
    coats = plan.coats
    lifts = coats.map do |coat|
      at = coat.from_min + coat.plan.batches.first.pour_from - coats.first.from_min - coats.first.plan.batches.first.pour_from
      Cure::Column::Lift.new(depth_mm: 12, at_min: at, start_c: 22)
    end
    mix = coats.first.plan.order.laid_mix
    run = Cure::Column.new(mix.reaction, mix.body, lifts: lifts, room: Cure::Profile.constant(22), nodes: 17,
      **coats.first.plan.order.ground).run

    assert_in_delta run.peak_c, column.peak_c, [3.0, 0.03 * run.peak_c].max
    assert_in_delta 24, column.depth_mm, 1e-9
    assert_operator column.peak_c, :>, coats.first.plan.work_heat.peak_c
    alone = mix.pour(depth_mm: 12, start_c: 22, room: Cure::Profile.constant(22), **coats.first.plan.order.ground)
    middle_age = alone.track.reverse.find { |row| row[0] <= lifts[1].at_min }[5]

    assert_equal mix.reaction.conversion_at(middle_age) < 0.58, column.as_one
  end

  # What would run away on one another waits for "I know", and the reason is the column, not one lift of it.
  def test_what_runs_away_together_wants_to_be_known
    plan = made(depth_mm: 60, coats: 2, school: :wet)

    assert plan.tasks.first.held_back
    says = Care::CoatCautions.new(plan.tasks.first.held_back, lifts: 2, column: plan.tasks.first.column).all
    assert(says.any? { |caution| caution.at == :film && caution.grave })
  end

  def test_as_few_as_stay_cool_enough_says_what_fewer_would_come_to
    plan = made(depth_mm: 24, coats: nil)
    fewer = plan.tasks.first.fewer

    assert_operator plan.tasks.first.lifts, :>, 1
    assert_equal 1, fewer.count
    assert_operator fewer.peak_c, :>, 80
    assert_nil made(depth_mm: 3, coats: nil).tasks.first.fewer
    assert_nil made(depth_mm: 6, coats: 2).tasks.first.fewer
  end
end
