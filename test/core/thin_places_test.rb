# frozen_string_literal: true

require_relative "../plan_helper"

# Places where a small mistake once went unnoticed: each by hand.
class ThinPlacesTest < PlacedTest
  T = Measure::Tools

  def surface(id, length: 3000, width: 2000)
    Work::Place.new(name: id, sort: :surface, shape: Geometry::Rectangle.new(length_mm: length, width_mm: width))
  end

  def task(id, sheet: exact_sheet, kind: :coat, **more)
    Plan::Task.new(id: id, kind: Work::Kinds::ALL.fetch(kind), places: [surface(id)], place_ids: [id], sheet: sheet,
      figures: { film: Work::Cover.new(film_mm: 0.2), spread: "small_roller" }, **more)
  end

  def planned(*tasks, people: 1)
    Plan.of(Plan::Job.new(tasks: tasks, room: room, hours: hours("24 h", days_off: ""), people: people))
  end

  # Of two people one mixes: six square metres take one of them half an hour, as they take one alone; of three, two lay.
  def test_who_mixes_does_not_lay
    laid = [1, 2, 3].map { |people| planned(task("c1"), people: people).coats.first.plan.portions.sum(&:laying_min) }

    assert_in_delta 30, laid[0], 1e-6
    assert_in_delta 30, laid[1], 1e-6
    assert_in_delta 15, laid[2], 1e-6
  end

  # A job is ready when its slowest coat surely is; and where nobody knows of one, nobody knows.
  def test_ready_is_the_latest_and_unknown_where_one_is_unknown
    told = task("c1")
    silent = task("c2", sheet: Sheet.new(resin: "Attic", hardener: "its", ratio: ratio, clock: {}))
    made = planned(told)
    ready = Plan::Readiness.new(made.schedule).all.find { |one| one.word == :handle }

    # Of handling its sheet says nothing: what it tells is the full cure.
    assert_in_delta made.coats.last.stage(:full).late, ready.minute, 1e-6
    both = Plan::Readiness.new(planned(told, silent).schedule).all.find { |one| one.word == :handle }

    assert_nil both.minute
  end

  # Twenty-four tasks on one surface, of which the lowest says nothing of time: all others wait for it, however many there are.
  def test_all_that_lies_on_the_unknown_waits
    place = surface("top")
    silent = Sheet.new(resin: "Attic", hardener: "its", ratio: ratio, clock: {})
    stack = Array.new(24) { |i| task("c#{i}", sheet: i.zero? ? silent : exact_sheet).with(places: [place], place_ids: ["top"]) }
    made = planned(*stack)

    assert_equal(["c0"], made.coats.map { |coat| coat.task.id })
    assert_equal(23, made.tasks.count { |one| one.after && one.coats.empty? })
    assert_nil made.tasks.first.after
    assert_equal 23, planned(*stack.drop(1)).coats.size
  end

  # Filled 25 ml with a 10 ml syringe: three times, each half a division off.
  def test_each_refill_of_a_syringe_may_be_misread
    syringe = T::Syringe.new(name: "syringe", division_ml: 0.2, volume_ml: 10)
    split = ratio.split(total_ml: Rational(75, 2))

    assert_in_delta 0.1 * 3 / 25, syringe.errors(split)[0], 1e-9
    assert_in_delta 0.1 * 2 / 12.5, syringe.errors(split)[1], 1e-9
    assert_nil syringe.refusal(ratio.split(total_ml: 90), ratio)
    assert_includes syringe.refusal(ratio.split(total_ml: 120), ratio), "filled 8 times"
  end

  # 2 : 1 by weight; 200 g of resin and 120 of hardener are short of 40 g of resin, 240 and 100 of 20 g of hardener.
  def test_what_is_short_is_what_is_added
    mix = ratio(by: :weight, resin: 2, hardener: 1)
    poor, rich = [[200, 120], [240, 100]].map { |resin, hardener| Measure::Verdict.new(mix, resin_g: resin, hardener_g: hardener) }

    assert_equal [:resin, 40], [poor.add, poor.add_amount]
    assert_equal [:hardener, 20], [rich.add, rich.add_amount]
    # 3 % extra hardener is past its 2 %, and 4 % extra resin within its 5.
    assert_equal :weak, Measure::Verdict.new(mix, resin_g: 200, hardener_g: 103).name
    assert_equal :good, Measure::Verdict.new(mix, resin_g: 208, hardener_g: 100).name
  end

  # A batch is good enough as long as the worst of it meets the tolerance, and not twice that.
  def test_a_budget_is_held_to_the_tolerance_itself
    scale = T::Scale.new(name: "coarse", resolution_g: 1, repeatability_g: 0, capacity_g: 5000)
    mix = ratio(by: :weight, resin: 1, hardener: 1)
    # 100 g each, either off by a gram: 101 : 99, 2.02 %.
    worst = Measure::Budget.new(scale, mix, tolerance_pct: [5, 5]).worst(mix.split(total_g: 200)).max
    good = ->(pct) { Measure::Budget.new(scale, mix, tolerance_pct: [pct, pct]).good?(mix.split(total_g: 200)) }

    assert good.call(worst * 1.001)
    refute good.call(worst * 0.999)
    refute good.call(worst * 0.6)
  end

  # What was poured out of a pail at once is at the end of its laying as old as a film is, not as the pail would have been.
  def test_a_pail_poured_out_does_not_age_as_a_pail
    made = Plan::CoatPlan.new(order(leaves: :poured, placing_g_per_min: 100, pack_ml: 5000, sheet: exact_sheet, room: room, tins_c: 23))
    pack = made.batches.first
    out = pack.portion.held_min
    minute, age = made.laid.ages.last
    in_the_pail = made.sheet.mix.cup_age_min(out, **made.send(:cup_conditions))
    lead = age - (in_the_pail + (minute - made.batches.last.mix_from - out))

    assert_operator minute - made.batches.last.mix_from, :>, out + 20
    assert_operator lead, :>=, -1e-6
    assert_operator lead, :<, 15, "no more than the warmth of a thin coat"
  end

  # Twelve small moulds of a mix that tells no recoat time: at the root of its window the second lift would be on the first while that is
  # hot. It waits.
  def test_a_window_that_is_only_usual_does_not_open_on_what_is_hot
    sheet = Sheet.new(resin: "Lens", hardener: "mount", ratio: ratio(by: :weight, resin: 100, hardener: 12.5, densities: [1.16, 0.96]),
      clock: { reference_temp_c: 23, pot_life_min: 45, pot_mass_g: 50, working_min: 110 }, purposes: [:mount],
      stages: { sandable: [540, 720], demould: [480, 600], full: [2880, 4320] })
    moulds = Geometry::Cavity.new(bottom_mm: 38, top_mm: 44, height_mm: 25, count: 12)
    task = Plan::Task.new(id: "c1", kind: Work::Kinds::ALL.fetch(:cups), figures: {}, sheet: sheet, coats: 2,
      places: [Work::Place.new(name: "moulds", sort: :cavity, shape: moulds)], place_ids: ["p1"])
    made = Plan.of(Plan::Job.new(tasks: [task], room: Cure::Profile.constant(21), hours: hours("24 h", days_off: "")))
    one, two = made.coats.map { |coat| coat.from_min + coat.plan.batches.first.pour_from }

    assert_operator two - one, :>=, 100
    assert_operator made.tasks.first.column.peak_c, :<, 65
  end

  # A film is offered the lesser of what is told and what the reaction has.
  def test_a_told_working_time_is_never_outlasted
    short = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 23, pot_life_min: 30, pot_mass_g: 100, working_min: 20))
    long = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 23, pot_life_min: 30, pot_mass_g: 100, working_min: 300))

    assert_operator short.reaction.working_min, :>, 20
    assert_in_delta 20, short.working_min, 1e-9
    assert_operator long.reaction.working_min, :<, 300
    assert_in_delta long.reaction.working_min, long.working_min, 1e-9
  end

  def test_a_blend_with_what_says_nothing_says_nothing
    silent = Sheet.new(resin: "Clear", hardener: "mute", ratio: ratio, clock: {})
    blend = Blend.new([[coating, 0.5], [silent, 0.5]]).sheet

    assert_predicate blend, :silent?
    assert_nil blend.ages(:recoat_opens)
  end
end

# Mended at the bench: what is asked after that begins anew.
class ThinBenchTest < CoreTest
  # 2 : 1 by weight, 200 g of resin and 120 of hardener: 40 g of resin are added, and mixing begins once they are in.
  def test_mixing_begins_once_it_is_mended
    sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 20,
      method: :scale, placing_min: 4)
    at = 1_000_000.0
    told = [[:done, { step: :tins }], [:done, { step: :gear }], [:done, { step: :ready }], [:done, { step: :tare }],
      [:weighed, { step: :first, reading_g: 200.0 }], [:weighed, { step: :second, reading_g: 320.0 }],
      [:mended, { part: :resin, step: :mend, reading_g: 360.0, added_g: 40.0 }]]
    events = told.each_with_index.map { |(kind, data), i| Bench::Event.new(number: i + 1, kind: kind, at: at + (i * 60), data: data) }
    before = Bench::Walk.new(recipe, events.first(6))

    assert_predicate before.course, :mending?
    left = before.clock(at + 330).in_cup.early
    correction = before.correction(at + 330)

    assert_in_delta 40, before.contents.verdict.add_amount.to_f, 1e-9
    assert_predicate correction, :in_time?
    # As long as it lasts, less mixing and laying.
    late = at + 300 + ((left + 0.5 - 4 - before.times.mixing_min + 0.6) * 60)
    refute_predicate before.correction(late + 120), :in_time?
    walk = Bench::Walk.new(recipe, events)

    assert_equal :mix, walk.step.name
    assert_in_delta at + 360, walk.times.mixing_from, 1e-6
  end
end
