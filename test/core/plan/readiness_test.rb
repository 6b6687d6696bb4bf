# frozen_string_literal: true

require_relative "../../plan_helper"

# When a job is ready, in the words of its work: never before the latest its sheet says, and nothing where that is silent.
class ReadinessTest < PlacedTest
  Kinds = Work::Kinds

  def ready(sheet, kind)
    place = Work::Place.new(name: "top", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 1000, width_mm: 500))
    task = Plan::Task.new(id: "c1", kind: Kinds::ALL.fetch(kind), places: [place], place_ids: ["top"], sheet: sheet,
      figures: { film: Work::Cover.new(film_mm: 0.2) })
    made = Plan.of(Plan::Job.new(tasks: [task], room: room, hours: hours))
    [made.coats.last, Plan::Readiness.new(made.schedule).all.to_h { |one| [one.word, one] }]
  end

  def test_each_word_has_its_own_stage
    sheet = exact_sheet(purposes: [:floor], stages: { recoat_opens: [150, 210], handle: [1200, 1500], load_light: [2000, 2400],
                                                      load: [4000, 4400], wet: [5000, 5600], full: [8640, 9000] })
    coat, found = ready(sheet, :floor)

    assert_equal %i[walk load_light load wet], found.keys
    { walk: :handle, load_light: :load_light, load: :load, wet: :wet }.each do |word, stage|
      assert_in_delta coat.stage(stage).late, found[word].minute, 1e-6
      refute found[word].full
    end
    assert_equal found.values.map(&:minute).sort, found.values.map(&:minute)
  end

  # A primer that is covered over is nothing anybody waits to handle.
  def test_what_is_covered_over_is_not_asked_for
    place = Work::Place.new(name: "floor", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 1000, width_mm: 500))
    sheet = exact_sheet(purposes: %i[floor coat], stages: { recoat_opens: [150, 210], recoat_closes: [900, 1200], handle: [1200, 1500],
                                                            full: [8640, 9000] })
    tasks = %i[primer floor].each_with_index.map do |kind, i|
      Plan::Task.new(id: "c#{i + 1}", kind: Kinds::ALL.fetch(kind), places: [place], place_ids: ["floor"], sheet: sheet,
        figures: { film: Work::Cover.new(film_mm: 0.2) })
    end
    words = Plan::Readiness.new(Plan.of(Plan::Job.new(tasks: tasks, room: room, hours: hours)).schedule).all.map(&:word)

    assert_equal %i[walk load_light load wet], words
  end

  def test_full_cure_stands_for_what_a_sheet_is_silent_on
    coat, found = ready(exact_sheet(stages: { recoat_opens: [150, 210], handle: [1200, 1500], full: [8640, 9000] }), :coat)

    assert_in_delta coat.stage(:handle).late, found[:handle].minute, 1e-6
    assert_in_delta coat.stage(:full).late, found[:wet].minute, 1e-6
    assert found[:wet].full
  end

  def test_where_nothing_is_told_it_is_as_is_usual_and_says_so
    coat, found = ready(exact_sheet(stages: { recoat_opens: [150, 210] }), :coat)

    assert_equal [true, true], found.values_at(:handle, :wet).map(&:assumed)
    assert_in_delta coat.stage(:handle).late, found[:handle].minute, 1e-6
    assert found[:wet].full
  end

  # Waxed, cured warm: what the builder told comes first, then the maker's, then one as hot as the service.
  def test_a_warm_cure_is_the_builders_the_makers_or_as_hot_as_it_gets
    limits = WorkLimits.new(cure_c: 60, cure_min: 480, cure_ramp_c_h: 20, service_cured_c: 75)
    told = Plan::WarmCure.new(at_c: 50.0, soak_min: 720.0, ramp_c_h: 10.0)
    makers = Plan::Service.new(coating(limits: limits), hottest_c: 70, cured_at_c: 20)

    assert_equal [60.0, 120.0, 480.0], makers.post_cure
    assert_equal [50.0, 180.0, 720.0], Plan::Service.new(coating(limits: limits), hottest_c: 70, cured_at_c: 20, told: told).post_cure
    cool = WorkLimits.new(cure_c: 60, cure_min: 480)
    assert_equal [70.0, 300.0, 240.0], Plan::Service.new(coating(limits: cool), hottest_c: 70, cured_at_c: 20).post_cure
  end
end
