# frozen_string_literal: true

require_relative "../../core_helper"

class BenchWalkTest < CoreTest
  def setup
    @sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    @events = []
    @now = 1_000_000.0
  end

  def recipe(**changes)
    Bench::Recipe.new(name: "Cup 1", sheet: @sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 20,
      method: :scale,
      placing_min: 4, **changes)
  end

  def walk(**changes)
    Bench::Walk.new(recipe(**changes), @events)
  end

  def happen(kind, after: 10, **data)
    @now += after
    @events << Bench::Event.new(number: @events.size + 1, kind: kind, at: @now, data: data)
  end

  def done(*steps)
    steps.each { |step| happen(:done, step: step) }
  end

  def poured(resin: 200.0, hardener: 300.0)
    done :tins, :gear, :ready, :tare
    happen :weighed, step: :first, reading_g: resin
    happen :weighed, step: :second, reading_g: hardener, after: 60
  end

  def test_the_way_from_tins_to_a_hard_witness
    assert_equal :tins, walk.step.name
    done :tins, :gear, :ready, :tare
    assert_equal [:first, :resin, 200], [walk.step.name, walk.pouring.part, walk.pouring.target]
    happen :weighed, step: :first, reading_g: 203.6
    assert_equal [:second, :hardener, Rational(3054, 10)], [walk.step.name, walk.pouring.part, walk.pouring.target]
    happen :weighed, step: :second, reading_g: 305.2
    assert_equal :mix, walk.step.name
    done :mix, :pour_out, :look_30, :look_60
    assert_equal :tack, walk.step.name
    done :tack
    assert_predicate walk, :over?
    assert_equal({ resin: Rational(2036, 10), hardener: Rational(1016, 10) }, walk.contents.grams)
  end

  # What follows the coat in the plan is what follows it here, in the order it falls due.
  def test_what_follows_a_cup_is_what_the_work_brings
    path = ->(steps) { Bench::Walk.new(recipe(after: steps), []).course.path.drop_while { |name| name != :pour_out } }

    assert_equal %i[pour_out tack], path.call([])
    assert_equal %i[pour_out bubbles look_30 tack], path.call(%i[look_30 bubbles])
    Bench::AFTER.each do |step|
      assert_equal Plan::WorkSteps::ALL.fetch(step.name).offset_min, step.after_min
      refute_empty step.tells
    end
  end

  def test_too_much_hardener_is_mended_before_it_is_mixed
    poured(hardener: 312.0)
    assert_equal %i[mend resin], [walk.step.name, walk.pouring.part]
    # 112 g of hardener want 224 g of resin: 24 g more.
    assert_equal 336, walk.pouring.target
    mend = walk.correction(@now)
    assert_equal 24, mend.verdict.add_amount
    refute_predicate mend, :bin_it?
    happen :mended, part: :resin, added_g: 24.1
    assert_equal :mix, walk.step.name
    assert_equal :good, walk.contents.verdict.name
    assert_equal Rational(3361, 10), walk.contents.mass_g
  end

  def test_a_half_mended_cup_is_still_to_mend
    poured(hardener: 312.0)
    happen :mended, part: :resin, added_g: 10
    assert_equal :mend, walk.step.name
    assert_equal 336, walk.pouring.target
    happen :mended, part: :resin, added_g: 14
    assert_equal :mix, walk.step.name
  end

  def test_it_may_be_taken_as_it_is
    poured(hardener: 308.0)
    happen :accepted, why: "only a sample"
    assert_equal :mix, walk.step.name
    assert_equal :weak, walk.contents.verdict.name
  end

  def test_the_clock_starts_when_the_parts_meet
    done :tins, :gear, :ready, :tare
    happen :weighed, step: :first, reading_g: 200
    assert_nil walk.clock(@now)
    happen :touched
    met = @now
    happen :weighed, step: :second, reading_g: 300, after: 45
    assert_equal met, walk.times.met_at
    assert_in_delta 0.75, walk.clock(@now).passed_min, 1e-9
  end

  def test_what_is_left_is_the_usable_time_less_what_passed
    poured
    whole = @sheet.mix.usable_band(mass_g: 300.0, start_c: 20, room_c: 20,
      diameter_mm: Plan::USUAL_CUPS[3].even_diameter_mm(300 / @sheet.clock.mixed_density_g_ml).round(1))
    left = walk.clock(@now + 600).in_cup
    assert_in_delta whole.early - 10, left.early, 1e-6
    assert_in_delta whole.late - 10, left.late, 1e-6
    assert_operator walk.clock(@now + 600).as_film.early, :>, left.early
    assert_in_delta(0.0, walk.clock(@now + 360_000).in_cup.late)
  end

  def test_the_mood_turns_before_the_end
    poured
    early = walk.clock(@now).in_cup.early
    assert_equal :fine, walk.clock(@now + 60).mood
    assert_equal :hurry, walk.clock(@now + (early * 60 * 0.8)).mood
    assert_equal :past, walk.clock(@now + (early * 60) + 1).mood
    done :mix, :pour_out
    assert_equal :poured, walk.clock(@now + 100_000).mood
  end

  def test_spread_it_lives_again
    poured
    done :mix
    happen :done, step: :pour_out, after: 300
    film = walk.clock(@now).as_film
    later = walk.clock(@now + 600).as_film
    assert_in_delta 10, film.early - later.early, 1e-6
    assert_operator walk.clock(@now).until_stage(:recoat_opens).early, :>, film.early
    assert_in_delta(30.0, walk.clock(@now).until_look(:look_30))
    assert_in_delta(0.0, walk.clock(@now + 1801).until_look(:look_30))
  end

  def test_back_opens_the_last_step_again_and_keeps_the_record
    poured(hardener: 400.0)
    assert_equal :mend, walk.step.name
    happen :back, why: "misread"
    assert_equal :second, walk.step.name
    assert_nil walk.times.met_at
    happen :weighed, step: :second, reading_g: 301
    assert_equal :mix, walk.step.name
    assert_equal 8, walk.events.size
  end

  def test_abandoned_is_over
    poured
    happen :abandoned, why: "smoked"
    assert_predicate walk, :over?
    refute_nil walk.abandoned
  end

  def test_the_mix_calls_scrape_and_the_second_cup
    @sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1), mixing: Mixing.new(cup_min: 4, second_cup_min: 3))
    poured
    from = @now
    assert_includes walk.clock(from + 10).mixing_call.says, "Stir round"
    assert_includes walk.clock(from + 70).mixing_call.says, "Scrape"
    assert_includes walk.clock(from + 250).mixing_call.says, "long enough"
    assert_in_delta 4 - (70 / 60.0), walk.clock(from + 70).mixing_call.left_min, 1e-9
    done :mix
    assert_equal [:second_cup, "Everything over into a second clean cup; scrape the first; stir on."], [walk.step.name, walk.step.tells]
  end

  def test_an_untared_cup_carries_its_own_weight
    done :tins, :gear, :ready
    happen :done, step: :tare, start_g: 38.2
    assert_equal Rational(2382, 10), walk.pouring.target
    happen :weighed, step: :first, reading_g: 238.2
    assert_equal Rational(3382, 10), walk.pouring.target
    happen :weighed, step: :second, reading_g: 338.2
    assert_equal 300, walk.contents.mass_g
    assert_equal 1, walk.contents.verdict.index
  end

  def test_the_clock_goes_by_the_thermometers_where_they_were_heard
    poured
    planned = walk.clock(@now).in_cup.early
    @events[-1] = @events[-1].with(data: @events[-1].data.merge(room_c: 26.0, tins_c: 27.5))
    assert_equal [26.0, 27.5], [walk.times.room_c, walk.times.tins_c]
    assert_operator walk.clock(@now).in_cup.early, :<, planned * 0.75
  end

  def test_too_little_stirring_is_asked_back_once
    poured
    refute_predicate walk, :asked?
    happen :asked, left_min: 3.0
    assert_predicate walk, :asked?
    assert_equal :mix, walk.step.name
    done :mix
    assert_equal :pour_out, walk.step.name
  end

  def test_powder_is_a_step_only_where_wanted
    poured
    done :mix
    assert_equal :pour_out, walk.step.name
    assert_equal :powder, walk(powder: :spreadable).step.name
  end

  # Said afterwards: the clock runs from then, whatever was pressed; going back over the hardener takes that back too.
  def test_when_the_hardener_really_went_in_can_always_be_said
    poured
    pressed = walk.times.met_at
    happen :met, met_at: pressed - 180
    assert_equal pressed - 180, walk.times.met_at
    assert_equal :mix, walk.step.name
    happen :back
    assert_nil walk.times.met_at
  end

  def test_what_ended_a_batch_is_taken_back_with_its_trace
    poured
    done :mix, :pour_out, :look_30, :look_60, :tack
    assert_predicate walk, :over?
    happen :reopened, why: "pressed too early"
    assert_equal :tack, walk.step.name
    assert_equal 12, walk.events.size
    happen :abandoned, why: "smoked"
    happen :reopened, why: "wrong cup"
    assert_nil walk.abandoned
    assert_equal :tack, walk.step.name
  end

  # 200 g of resin are meant: 27 g can hardly be it, 190 can.
  def test_a_reading_that_cannot_be_what_was_meant
    done :tins, :gear, :ready, :tare
    assert walk.pouring.unlikely?(27r)
    assert walk.pouring.unlikely?(310r)
    refute walk.pouring.unlikely?(190r)
    happen :weighed, step: :first, reading_g: 190
    assert walk.pouring.unlikely?(200r)
    refute walk.pouring.unlikely?(300r), "five grams too much are corrected"
    happen :asked, about: "reading", of: 200.0
    assert walk.asked_about?("reading", of: 200.0)
    refute walk.asked_about?("reading", of: 210.0)
    refute walk.asked_about?("hard")
    happen :weighed, step: :second, reading_g: 200
    refute walk.asked_about?("reading", of: 200.0)
  end

  def test_a_stage_far_before_its_time_is_too_soon
    poured
    done :mix, :pour_out, :look_30, :look_60
    early = walk.clock(@now).until_stage(:sandable)&.early || walk.clock(@now).as_film.early
    poured_at = walk.times.poured_at

    assert_operator walk.clock(poured_at + 40).too_soon(:sandable), :>, 0
    assert_nil walk.clock(poured_at + (early * 60)).too_soon(:sandable)
  end

  def test_hardener_first
    done :tins, :gear, :ready, :tare
    assert_equal [:hardener, 100], [walk(first: :hardener).pouring.part, walk(first: :hardener).pouring.target]
  end
end
