# frozen_string_literal: true

require_relative "../../plan_helper"

class SchedulerTest < PlacedTest
  def plan(*tasks, text: "07:00-12:00, 12:30-17:00", goal: :hand_over, start: START, **more)
    Plan::Scheduler.new(tasks, hours: Plan::Hours.read(text, days_off: "Sat Sun", start: start), goal: goal, **more).schedule
  end

  # Worked by hand. The window of a coat laid from 7:05 to 7:0x: tacky after 180 min, by the sheet 210 at the latest, in a room
  # 1.28 × 1.5 °C colder 207; shut after 600 min, by the sheet 480 at the earliest, in one as much warmer 517. Shares of the likely time
  # are added as squares of their logarithms.
  def test_two_coats_in_a_day_by_hand
    made = plan(job("a", count: 2))
    first, second = made.coats
    pace = exact_sheet.mix.reaction.method(:pace)

    assert_equal "Tue 07:00", clock(first.from_min)
    (poured, young), (done, old) = first.plan.laid.ages
    tacky = 180 - old
    shut = 600 - young

    colder = Math.exp(Math.hypot(Math.log((tacky + 30) / tacky), Math.log(pace[23 - 1.92])))
    warmer = Math.exp(Math.hypot(Math.log(shut / (shut - 120)), Math.log(pace[23 + 1.92])))

    assert_in_delta done + (tacky * colder), second.window[0], 0.01
    assert_in_delta poured + (shut / warmer), second.window[1], 0.01
    assert_in_delta second.window[0], second.from_min, 1e-6
    assert_equal :tack, second.school
    assert_predicate made, :kept?
  end

  # Wet on wet: begun as soon as the first is laid, long before it is tacky, and poured before that may thicken.
  def test_wet_on_wet_goes_on_at_once
    made = plan(job("a", count: 3, school: :wet))
    made.coats.each_cons(2) do |below, above|
      assert_in_delta below.to_min, above.from_min, 1e-6
      assert_equal :wet, above.school
      assert_in_delta below.from_min + below.plan.batches.first.pour_from + below.plan.laid.working.early, above.window[1], 1e-6
    end
    assert_predicate made, :kept?
  end

  # A coat that takes a whole break longer than the film stays liquid cannot go on wet: that is said with its window.
  def test_wet_on_wet_that_falls_into_a_break_is_missed_and_said
    first = plan(job("a")).coats.first
    shut = format("%02d:%02d", *((7 * 60) + first.to_min.ceil + 1).divmod(60))
    made = plan(job("a", count: 2, school: :wet), text: "07:00-#{shut}, 12:00-17:00", put_off: false)

    assert_equal :window, made.coats.last.missed
    assert_equal :wet, made.coats.last.school
    refute_predicate made, :kept?
  end

  # Each task by its own school: wet on wet onto what went on while tacky.
  def test_schools_are_mixed_within_a_job
    made = plan(job("a", count: 2, school: :tack), job("b", school: :wet))

    assert_equal [nil, :tack, :wet], made.coats.map(&:school)
  end

  def test_a_window_that_shuts_at_night_is_waited_out_and_abraded
    made = plan(job("a", count: 2), text: "07:00-09:00")

    assert_equal :abrade, made.coats.last.school
    abrading = made.entries.find { |entry| entry.kind == :abrade }

    # Sandable after 1140 minutes at 23 °C, by the sheet 1320 at the latest and in a room so much colder 1316: 1400 together, late on
    # Wednesday before half past six, so abraded at seven, when the day begins.
    assert_equal "Wed 07:00", clock(abrading.from_min)
    assert_in_delta 5 + 1400, made.coats.first.stage(:sandable).late, 12
    assert_in_delta Plan::WorkSteps.abrade_min(0.5), abrading.to_min - abrading.from_min, 1e-9
    assert_in_delta abrading.to_min, made.coats.last.from_min, 1e-9
  end

  def test_on_tack_only_says_what_cannot_be_kept
    made = plan(job("a", count: 2, school: :tack), text: "07:00-09:00")

    refute_predicate made, :kept?
    assert_equal [:window], made.missed.map(&:missed)
    assert_operator made.missed.first.window[1], :<, made.missed.first.from_min + 1e6
  end

  def test_a_later_start_keeps_a_window_that_an_early_one_misses
    # Begun at 7:00 the window opens at about 10:45, in the break that lasts till 15:00, and shuts at 14:35; begun later it opens after
    # the break.
    made = plan(job("a", count: 2, school: :tack), text: "07:00-10:40, 15:00-19:00")

    assert_predicate made, :kept?
    assert_operator made.coats.first.from_min, :>, 0
    assert_operator made.coats.last.from_min, :>=, 480
  end

  def test_cured_and_abraded_only
    made = plan(job("a", count: 2, school: :abrade))

    assert_equal :abrade, made.coats.last.school
    assert_operator made.coats.last.from_min, :>, 1320
  end

  # Laid in two sections, each is abraded for itself: half the area each time.
  def test_a_section_is_abraded_for_its_own_area
    made = plan(job("a", count: 2, sections: 2, school: :abrade))
    abrading = made.entries.select { |entry| entry.kind == :abrade }

    assert_equal 2, abrading.size
    abrading.each { |entry| assert_in_delta Plan::WorkSteps.abrade_min(0.25), entry.to_min - entry.from_min, 1e-9 }
  end

  # Trimmed while green, and only then covered: not through the wet coat above.
  def test_what_ends_one_task_comes_before_the_next_goes_on_top
    made = plan(job("a", ends: { trim: 10.0 }), job("b"))
    trim = made.entries.find { |entry| entry.name == :trim }
    lower, upper = made.coats

    assert_operator trim.from_min, :>=, lower.stage(:recoat_opens).late - 1e-6
    assert_operator trim.to_min, :<=, upper.from_min + 1e-6
    assert_operator upper.to_min, :<=, lower.stage(:recoat_closes).early
    assert_predicate made, :kept?
    assert_equal(1, made.entries.count { |entry| entry.name == :trim })
  end

  # Sanded first, the next coat goes on what was sanded: nothing is abraded twice.
  def test_a_sanding_before_the_next_task_is_its_abrading
    made = plan(job("a", ends: { sand: 20.0, hand_over: 10.0 }), job("b"))
    sand, over = %i[sand hand_over].map { |name| made.entries.find { |entry| entry.name == name } }
    lower, upper = made.coats

    assert_operator sand.from_min, :>=, lower.stage(:sandable).late - 1e-6
    assert_operator upper.from_min, :>=, sand.to_min - 1e-6
    assert_equal :abrade, upper.school
    assert(made.entries.none? { |entry| entry.kind == :abrade })
    assert_operator over.from_min, :>=, upper.stage(:sandable).late - 1e-6, "handed over when the uppermost coat is hard"
  end

  def test_no_step_is_done_through_what_lies_wet_on_top
    12.times do
      tasks = Array.new(2 + chance.rand(2)) do |i|
        job("p#{i}", places: [pick(%w[a b])], ends: pick([{}, { trim: 8.0 }, { sand: 12.0 }, { trim: 8.0, sand: 12.0, hand_over: 5.0 }]))
      end
      made = plan(*tasks, text: pick(["07:00-12:00, 12:30-17:00", "06:00-20:00"]))
      made.entries.select { |entry| %i[trim sand].include?(entry.name) }.each do |step|
        stage = step.name == :trim ? :recoat_opens : :sandable
        on_top = made.coats
          .select { |coat| coat.from_min < step.from_min && coat.places.intersect?(tasks.find { |task| task.equal?(step.task) }.places) }
          .max_by(&:from_min)

        assert_operator step.from_min, :>=, on_top.stage(stage).late - 1e-6
      end
    end
  end

  # A sheet that tells no more than when it is tacky: when it is hard is what is usual, later and less certain, and never nothing.
  def test_what_a_sheet_does_not_tell_is_waited_for
    soft = exact_sheet(stages: { recoat_opens: [150, 210] })
    made = plan(job("a", sheet: soft, ends: { sand: 10.0, hand_over: 10.0 }))
    coat = made.coats.first
    sand, over = %i[sand hand_over].map { |name| made.entries.find { |entry| entry.name == name } }

    assert_operator sand.from_min, :>=, coat.stage(:sandable).late - 1e-6
    assert_operator over.from_min, :>=, coat.stage(:handle).late - 1e-6
    assert_equal [coat], made.assumed.ready
    refute_predicate made, :proved
    bare = plan(job("a", count: 2, sheet: exact_sheet(stages: {})))
    opens, shut = %i[recoat_opens recoat_closes].map { |stage| bare.coats.first.stage(stage) }

    assert_operator bare.coats.last.from_min, :>=, opens.middle, "never onto wet resin"
    assert_operator bare.coats.last.from_min, :<=, [shut.late, opens.late].max + (24 * 60)
    refute_predicate bare.assumed, :nothing?
  end

  def test_tasks_on_other_places_need_not_wait
    made = plan(job("a"), job("b", places: ["edge"]))

    assert_in_delta made.coats[0].to_min, made.coats[1].from_min, 1e-6
  end

  # Tasks are begun in the order told: round the feet only after the feet are on, however long those wait. Further coats go on in between.
  def test_tasks_are_begun_in_the_order_told
    waits = job("a", count: 2, school: :abrade)
    made = plan(waits, job("b", places: ["edge"]), job("c", places: ["other"], before: { prepare: 600.0 }), job("d", places: ["last"]))

    assert_equal(%w[a b a c d], made.coats.map { |coat| coat.task.id })
  end

  def test_steps_fall_where_they_belong
    made = plan(job("a", before: { prepare: 30.0, condition: 5.0 }, after: { look_30: 2.0 },
      ends: { trim: 10.0, sand: 15.0, hand_over: 10.0 }))
    at = made.entries.to_h { |entry| [entry.name, entry] }

    assert_in_delta 30, at[:condition].from_min, 1e-9
    assert_in_delta 30 + 5 + 180, at[:coat].from_min, 1e-6
    assert_in_delta at[:coat].to_min + 30, at[:look_30].from_min, 1e-6
    assert_operator at[:trim].from_min, :>=, at[:coat].stage(:recoat_opens).late - 1e-6
    assert_operator at[:sand].from_min, :>=, at[:coat].stage(:sandable).late - 1e-6
    assert_operator at[:hand_over].from_min, :>=, at[:sand].to_min
    assert_in_delta at[:hand_over].to_min, made.hand_over_min, 1e-6
  end

  def test_the_whole_is_begun_later_where_a_step_would_fall_into_the_night
    slow = exact_sheet(stages: { recoat_opens: [500, 520], recoat_closes: [860, 1060], sandable: [1200, 1320] },
      clock: { reference_temp_c: 23, working_min: 200, heat_j_g: 380, activation_kj_mol: 58 })
    made = plan(job("a", sheet: slow, ends: { trim: 10.0 }), text: "07:00-12:00, 20:30-23:00")

    assert_predicate made, :kept?
    assert_operator made.coats.first.from_min, :>, 0
    refute_predicate plan(job("a", sheet: slow, ends: { trim: 10.0 }), text: "07:00-12:00, 20:30-23:00", put_off: false), :kept?
  end

  def test_parts_of_different_age_below_one_coat
    quick = job("q", places: ["edge"])
    slow = job("s", sheet: exact_sheet(stages: { recoat_opens: [1300, 1350], recoat_closes: [2600, 3000], sandable: [4000, 4400] }))
    made = plan(slow, quick, job("over", places: %w[edge top]), text: "24 h")
    over = made.coats.last

    assert_equal :abrade, over.school # the edge is hard by then, the top still open
    assert_operator over.from_min, :<, 2600
    assert_predicate made, :kept?
  end

  def test_what_really_happened_moves_the_rest
    usual = plan(job("a", count: 3))
    late = plan(job("a", count: 3, real: { [1, 1] => { began: 60.0, finished: 90.0 } }))
    soft = plan(job("a", count: 2, real: { [1, 1] => { began: 0.0, finished: 10.0, soft: 400.0 } }))

    assert_in_delta 60, late.coats[0].from_min, 1e-9
    assert_operator late.coats[1].from_min, :>, usual.coats[1].from_min + 50
    assert_operator soft.coats[1].from_min, :>=, 440
  end

  def test_hours_that_are_too_short_for_a_coat_are_told
    assert_refused("hours", "in one go") { plan(job("a"), text: "07:00-07:05") }
  end

  # Silent on when it can be handled, a sheet is taken as is usual; told, it is as told.
  def test_nothing_is_handed_over_before_it_can_be_handled
    made = plan(job("a"))

    assert_in_delta made.coats.last.stage(:handle).late, made.hand_over_min, 1e-6
    refute_predicate made.assumed, :nothing?
    assert_predicate plan(job("a", sheet: handled)).assumed, :nothing?
  end

  def handled
    exact_sheet(stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [960, 1320], handle: [1440, 1560] })
  end

  def test_back_from_a_hand_over
    by = 60.0 * 24 * 5
    start, made = Plan::Backward
      .new(by) do |from|
      Plan::Scheduler.new([job("a", count: 2, sheet: handled)], hours: Plan::Hours.read("07:00-17:00", start: START), put_off: false,
        from_min: from).schedule
    end.latest

    assert_operator made.hand_over_min, :<=, by
    later = Plan::Scheduler.new([job("a", count: 2, sheet: handled)], hours: Plan::Hours.read("07:00-17:00", start: START), put_off: false,
      from_min: start + 30).schedule

    assert(later.hand_over_min > by || !later.kept?)
    assert_nil(Plan::Backward.new(30.0) { |from| plan(job("a"), from_min: from) }.latest)
  end

  # Whatever is planned: nothing outside the hours, nobody in two places, no coat outside its window, batches add up to the need.
  def test_no_plan_breaks_its_own_rules
    12.times do
      low = between(17, 21)
      in_room = Cure::Profile.daily_wave(low_c: low, high_c: low + between(0, 5), start_minute_of_day: 420, days: 60)
      tasks = Array.new(1 + chance.rand(3)) do |i|
        job("p#{i}", count: 1 + chance.rand(3), places: [pick(%w[top edge]), "top"].uniq.first(1 + chance.rand(2)),
          length: between(500, 4000), in_room: in_room,
          after: pick([{}, { bubbles: 5.0 }, { look_30: 2.0, look_60: 2.0 }]), ends: pick([{}, { sand: 12.0 }]))
      end
      text = pick(["07:00-12:00, 12:30-17:00", "08:00-16:00", "06:00-22:00", "24 h"])
      hours = Plan::Hours.read(text, days_off: "Sat Sun", start: START)
      made = Plan::Scheduler.new(tasks, hours: hours, goal: pick(Plan::GOALS.keys)).schedule

      made.entries.each { |entry| assert hours.open?(entry.from_min, entry.to_min - 0.6), "#{entry.name} outside #{text}" }
      made.entries.map { |entry| [entry.from_min, entry.to_min] }.sort.each_cons(2) do |(_, to), (from, _)|
        assert_operator from, :>=, to - 0.6
      end
      made.coats.select { |coat| coat.school == :tack && coat.missed.nil? }.each do |coat|
        assert_operator coat.from_min, :>=, coat.window[0] - 0.01
        assert_operator coat.to_min, :<=, coat.window[1] + 1 if coat.window[1]
      end
      made.coats.each { |coat| assert_equal coat.plan.amounts.on_work.total_g, coat.plan.portions.sum(&:on_work_g) }
      assert_equal tasks.sum(&:count), made.coats.size
    end
  end

  def test_a_later_start_never_ends_earlier_where_the_room_is_constant
    overs = (0..8).map { |i| plan(job("a", count: 2), text: "24 h", put_off: false, from_min: i * 90.0).hand_over_min }

    assert_equal overs.sort, overs
  end

  # Every combination of starts on the half hour, tried one by one.
  def test_the_search_agrees_with_trying_everything
    sheet = exact_sheet
    ["07:00-10:40, 15:00-19:00", "07:00-12:00, 12:30-17:00", "09:00-13:00"].each do |text|
      one = job("a", count: 2, school: :tack, sheet: sheet)
      hours = Plan::Hours.read(text, days_off: "Sat Sun", start: START)
      made = Plan::Scheduler.new([one], hours: hours).schedule
      tried = brute(one, hours)

      assert_equal !tried.nil?, made.kept?, text
      # Ours may also begin between the half hours: never later than the best on them.
      assert_operator made.coats.last.from_min, :<=, tried + 1e-6, text if tried
      assert_operator made.coats.last.from_min, :>, tried - 30, text if tried
    end
  end

  # @return [Float, nil] earliest second coat there is
  def brute(job, hours)
    found = (0..(72 * 2)).filter_map do |i|
      first = Plan::CoatPlan.new(job.order.call(1, 1, i * 30.0))
      next unless hours.open?(i * 30.0, (i * 30.0) + first.done_at)

      open = first.stage(:recoat_opens).late + (i * 30)
      shut = first.stage(:recoat_closes).early + (i * 30)
      (0..(30 * 4)).map { |j| open + (j * 5) }.find { |at| at + first.done_at <= shut && hours.open?(at, at + first.done_at) }
    end
    found.min
  end

  def test_least_sanding_and_least_bench_are_what_was_asked
    long = job("a", count: 3)
    text = "07:00-10:40, 15:00-19:00"
    soonest = plan(long, text: text)
    smooth = plan(long, text: text, goal: :sanding)

    assert_operator smooth.sanding_min, :<=, soonest.sanding_min
    assert_operator soonest.hand_over_min, :<=, smooth.hand_over_min + 1
  end
end
