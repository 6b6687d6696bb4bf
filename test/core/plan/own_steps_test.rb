# frozen_string_literal: true

require_relative "../../core_helper"

# Steps of the builder's own: before the first coat, after each, once it is hard.
class OwnStepsTest < CoreTest
  W = Plan::WorkSteps

  def planned(*own, coats: 2, hours: "24 h", steps: [])
    place = Work::Place.new(name: "top", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 1000, width_mm: 600))
    task = Plan::Task.new(id: "c1", kind: Work::Kinds::ALL[:coat], places: [place], place_ids: ["p1"], sheet: coating, coats: coats,
      steps: steps, own_steps: own, figures: { film: Work::Cover.new(film_mm: 0.2) })
    Plan.of(Plan::Job.new(tasks: [task], room: Cure::Profile.constant(20),
      hours: Plan::Hours.read(hours, days_off: "", start: Time.utc(2026, 11, 24, 7))), Plan::Shop.new)
  end

  def entries(made, label)
    made.schedule.entries.select { |entry| entry.label == label }
  end

  # Wax the mould, 10 min, then it waits 30: the first cup is mixed at minute 40.
  def test_a_step_before_the_first_coat_holds_it_up_with_its_wait
    made = planned(W.own(1, "wax the mould", at: :before, minutes: 10, waits: 30))
    wax = entries(made, "wax the mould")

    assert_equal([[0.0, 10.0, 30.0]], wax.map { |entry| [entry.from_min, entry.to_min, entry.waits_min] })
    assert_in_delta 40, made.coats.first.from_min
  end

  # Five minutes, a quarter of an hour after each of two coats.
  def test_a_step_after_each_coat
    made = planned(W.own(1, "tilt it", at: :after, minutes: 5, offset_min: 15))
    tilts = entries(made, "tilt it")

    assert_equal 2, tilts.size
    made.coats.zip(tilts).each do |coat, tilt|
      assert_in_delta coat.to_min + 15, tilt.from_min
      assert_in_delta 5, tilt.to_min - tilt.from_min
    end
  end

  def test_a_step_once_it_is_hard_is_never_earlier
    made = planned(W.own(1, "photograph it", at: :stage, minutes: 3))
    last = made.coats.last

    assert_operator entries(made, "photograph it").first.from_min, :>=, last.stage(:recoat_opens).late - 0.01
  end

  # Nobody works at night: a step is done when somebody is there, broken off at a break and gone on with.
  def test_own_steps_keep_the_hours
    made = planned(W.own(1, "wax", at: :before, minutes: 200), W.own(2, "tape", at: :before, minutes: 100), hours: "07:00-11:00")
    spans = made.schedule.entries.select { |entry| entry.kind == :step }.map { |entry| [entry.from_min, entry.to_min] }

    assert_equal 300, spans.sum { |from, to| to - from }.round
    spans.each { |from, to| assert_operator (from % 1440).round + (to - from).round, :<=, 240 }
  end

  def test_none_named_no_plan_is_changed
    assert_equal planned.schedule.entries.map(&:from_min), planned(steps: []).schedule.entries.map(&:from_min)
  end

  def test_minutes_have_limits
    [0, -1, 1441, Float::NAN].each { |wrong| assert_refused(:minutes) { W.own(1, "x", at: :before, minutes: wrong) } }
    assert_refused(:waits) { W.own(1, "x", at: :before, minutes: 1, waits: 30_000) }
  end
end
