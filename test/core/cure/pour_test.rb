# frozen_string_literal: true

require_relative "../../core_helper"

class PourTest < CoreTest
  # Resin and room apart, thin and thick: what is told as the peak was really there, to the tenth between two steps.
  def test_no_peak_is_told_that_never_happens
    40.times do
      resin = between(5, 45)
      depth = between(0.5, 30)
      run = mix.pour(depth_mm: depth, start_c: resin, room: room(between(0, 40)))

      assert_operator run.peak_c, :<=, run.track.map { |step| step[3] }.max + 0.6, "#{depth} mm from #{resin} °C"
    end
  end

  # A thick pour that starts warm in a cold room: its upper half peaks first, its lower half later and hotter.
  def test_a_later_place_is_waited_for
    [[50, 24, 24], [20, 60, 0], [50, 35, 5]].each do |depth, start, around|
      hot = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 24, working_min: 45, pot_life_min: 35, pot_mass_g: 200, max_depth_mm: 6,
        heat_j_g: 380))
      short = hot.pour(depth_mm: depth, start_c: start, room: room(around))
      long = Cure::Pour.new(hot.reaction, hot.body, depth_mm: depth, start_c: start, room: room(around))
        .run { |state| state.minute > 400 }

      assert_in_delta long.peak_c, short.peak_c, 1.0
    end
  end

  def deep(**changes)
    Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, heat_j_g: 300, mixed_density_g_ml: 1.09, **changes)
  end

  def mix(clock = deep, **more)
    Cure::Mix.new(clock, **more)
  end

  def room(temp)
    Cure::Profile.constant(temp)
  end

  # A depth alone: the usual values are those that make it peak at its limit.
  def test_the_sheets_own_depth_peaks_at_its_limit
    [[30, 60], [20, 75]].each do |depth, limit|
      clock = deep(max_depth_mm: depth, depth_peak_limit_c: limit, working_min: nil)

      assert_in_delta limit, mix(clock).pour(depth_mm: depth, start_c: 25, room: room(25)).peak_c, 1.2
      assert_operator mix(clock).calibration.distance, :<, 0.01 if depth > 6
    end
  end

  def test_deeper_is_hotter_and_warmer_is_hotter
    peaks = [10, 20, 40, 60, 90].map { |depth| mix.pour(depth_mm: depth, start_c: 22, room: room(22)).peak_c }

    assert_equal peaks.sort, peaks
    peaks = [12, 18, 24, 30].map { |temp| mix.pour(depth_mm: 45, start_c: temp, room: room(temp)).peak_c }

    assert_equal peaks.sort, peaks
  end

  def test_a_metal_plate_below_keeps_it_cooler_than_foam
    steel = mix.pour(depth_mm: 55, start_c: 24, room: room(24), wall: Cure::Wall::GROUNDS[:metal])
    foam = mix.pour(depth_mm: 55, start_c: 24, room: room(24), wall: Cure::Wall::GROUNDS[:foam])

    assert_operator steel.peak_c, :<, foam.peak_c
  end

  def test_a_finer_grid_says_the_same
    coarse = mix(nodes: 21).pour(depth_mm: 65, start_c: 24, room: room(24))
    fine = mix(nodes: 81).pour(depth_mm: 65, start_c: 24, room: room(24))

    assert_in_delta fine.peak_c, coarse.peak_c, 0.5
    assert_share fine.peak_min, coarse.peak_min, 0.005
  end

  def test_a_cooling_room_is_followed
    falling = Cure::Profile.new([[0, 24], [600, 10]])

    assert_operator mix.pour(depth_mm: 60, start_c: 24, room: falling).peak_c, :<,
      mix.pour(depth_mm: 60, start_c: 24, room: room(24)).peak_c
  end

  def test_a_metre_deep_is_answered_in_bounded_work
    run = mix.pour(depth_mm: 1000, start_c: 24, room: room(24))

    assert_operator run.steps, :<, 1500
    assert_in_delta 24 + mix.body.full_rise_k, run.peak_c, 8
  end

  def test_bounds
    odd = mix(deep(max_depth_mm: 20, heat_j_g: 50, depth_peak_limit_c: 200, working_min: nil)).calibration

    assert_equal [:max_depth_mm], odd.at_odds.map(&:field)
    assert_refused(:depth_mm) { mix.pour(depth_mm: 1001, start_c: 20, room: room(20)) }
    assert_refused(:wall_w_mk) { Cure::Wall.of(mm: 18, w_mk: 0, mj_m3k: 1) }
    assert_refused(:wall_start_c) { mix.pour(depth_mm: 10, start_c: 20, room: room(20), wall_start_c: 200) }
  end

  def test_what_loses_heat_sideways_stays_cooler
    plans = [nil, 800, 60].map { |side| side && Cure::Footprint.new(perimeter_m: side / 250.0, area_m2: (side / 1000.0)**2) }
    peaks = plans.map { |plan| mix.pour(depth_mm: 60, start_c: 24, room: room(24), plan: plan).peak_c }

    assert_equal peaks.sort.reverse, peaks
  end

  def test_no_step_at_any_depth
    peaks = [0.4, 0.49, 0.51, 0.6].map { |depth| mix.pour(depth_mm: depth, start_c: 24, room: room(24)).peak_c }

    peaks.each_cons(2) { |one, two| assert_operator two - one, :<, 0.1 }
    ends = [0.49, 0.51].map do |depth|
      StageTimes.new(coating, room: room(23), depth_mm: depth, start_c: 23).of(:recoat_opens).middle
    end

    assert_share ends[0], ends[1], 0.03
  end

  def test_the_top_of_a_pour_ages_faster_than_a_film_and_then_follows_the_room
    top = Cure::PourTop.new(mix, depth_mm: 60, start_c: 25, room: room(25))
    film = Cure::Film.new(mix.reaction, room(25))

    assert_operator top.reached_min(1000), :<, film.reached_min(1000)
    assert_in_delta 5000, top.reached_min(40_000 + 5000) - top.reached_min(40_000), 1
    ages = [1, 100, 700, 2000, 9000].map { |age| top.reached_min(age) }

    assert_equal ages.sort, ages
  end
end

class LiftsTest < CoreTest
  def lifts(temp, recoat: [960, 2160], **changes)
    clock = Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, heat_j_g: 300, mixed_density_g_ml: 1.09, **changes)
    Cure::Lifts.new(Cure::Mix.new(clock), start_c: temp, room: Cure::Profile.constant(temp), recoat: recoat)
  end

  def test_at_the_reference_the_largest_lift_is_the_sheets_own
    assert_share 50, lifts(25).largest_mm, 0.01
  end

  def test_a_warm_room_takes_less_and_a_cool_one_more
    assert_operator lifts(30).largest_mm, :<, 48
    assert_operator lifts(18).largest_mm, :>, 52
  end

  def test_equal_lifts_that_add_up
    plan = lifts(25).plan(110)

    assert_equal 3, plan.size
    assert_in_delta 110, plan.sum, 1e-9
    assert_equal [20.0], lifts(25).plan(20)
    assert_refused(:depth_mm) { lifts(25).plan(0) }
  end

  def test_the_next_lift_waits_for_tack_and_for_cooling
    wait = lifts(25).wait(25)

    assert_in_delta [wait.cool_min, wait.tacky_min].max, wait.opens_min, 1e-9
    assert_operator wait.closes_min, :>, wait.opens_min
    refute_predicate wait, :missed?
  end

  # Followed by hand: at that minute the top is as old as the window asks.
  def test_the_wait_is_as_long_as_the_top_takes
    [40, 50].each do |depth|
      wait = lifts(25).wait(depth)
      mix = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, heat_j_g: 300,
        mixed_density_g_ml: 1.09))
      track = Cure::Pour.new(mix.reaction, mix.body, depth_mm: depth, start_c: 25, room: Cure::Profile.constant(25)).run do |state|
        state.spent? && state.top_age_min > 2160
      end.track
      young, old = track.each_cons(2).find { |_, step| step[0] >= wait.tacky_min }.map { |step| step[4] }.minmax

      assert(960.between?(young - 1e-6, old + 1e-6))
      cooling = Cure::Cooling.new(mix, depth_mm: depth, count: 2, start_c: 25, room: Cure::Profile.constant(25))
      assert_in_delta cooling.wait_min, wait.cool_min, 1e-9
    end
  end

  def test_a_window_that_shuts_before_it_has_cooled_is_missed
    assert_predicate lifts(25, recoat: [100, 200]).wait(50), :missed?
  end

  def test_a_silent_sheet_leaves_only_the_cooling
    wait = lifts(25, recoat: nil).wait(45)

    assert_equal wait.cool_min, wait.opens_min
    assert_nil wait.closes_min
  end
end
