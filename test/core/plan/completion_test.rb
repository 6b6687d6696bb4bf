# frozen_string_literal: true

require_relative "../../plan_helper"

# A job has come to its end once all coats are on and each is found hard, or surely as far as its own sheet says; never by what is usual.
class CompletionTest < CoreTest
  def made(marks, sheet: coating, coats: 2)
    place = Work::Place.new(name: "top", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 900, width_mm: 400))
    task = Plan::Task.new(id: "c1", kind: Work::Kinds::ALL[:coat], places: [place], place_ids: ["top"], sheet: sheet, coats: coats,
      figures: { film: Work::Cover.new(film_mm: 0.2) }, marks: marks)
    hours = Plan::Hours.read("24 h", days_off: "", start: Time.local(2026, 11, 24, 7))
    Plan.of(Plan::Job.new(tasks: [task], room: Cure::Profile.constant(21), hours: hours))
  end

  def completion(marks, **more)
    Plan::Completion.new(made(marks, **more).schedule)
  end

  def on(number, from, **seen)
    { [number, 1] => { began: from, finished: from + 10.0, **seen } }
  end

  def told
    coating(stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [900, 1000], handle: [1100, 1300] })
  end

  def test_nothing_is_over_while_a_coat_is_not_on
    assert_nil Plan::Completion.new(nil).ready_min
    [{}, on(1, 0.0), { **on(1, 0.0), [2, 1] => { began: 300.0 } }].each do |marks|
      refute_predicate completion(marks), :all_on?
      assert_nil completion(marks).ready_min
    end
  end

  def test_it_is_over_when_its_own_sheet_says_surely
    marks = { **on(1, 0.0), **on(2, 300.0) }
    last = made(marks, sheet: told).coats.last

    assert_in_delta last.stage(:handle).late, completion(marks, sheet: told).ready_min, 1e-6
  end

  def test_what_was_found_hard_counts
    assert_in_delta(900.0, completion({ **on(1, 0.0), **on(2, 300.0, hard: 900.0) }).ready_min)
  end

  def test_what_is_only_usual_waits_for_the_dab
    sheet = coating(stages: {})
    marks = { **on(1, 0.0), **on(2, 600.0) }

    assert_nil completion(marks, sheet: sheet).ready_min
    assert_equal 1, completion(marks, sheet: sheet).waits_for_the_dab.size
    assert_in_delta(2000.0, completion({ **on(1, 0.0), **on(2, 600.0, hard: 2000.0) }, sheet: sheet).ready_min)
  end
end
