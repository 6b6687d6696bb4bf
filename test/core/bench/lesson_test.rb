# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# What a batch teaches of its mix, and what is told of it beside its steps.
class LessonTest < CoreTest
  def setup
    @sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    @events = []
    @now = 1_000_000.0
  end

  def recipe(**changes)
    Bench::Recipe.new(name: "Cup 1", sheet: @sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 19,
      method: :scale, placing_min: 4, **changes)
  end

  def walk(**changes)
    Bench::Walk.new(recipe(**changes), @events)
  end

  def happen(kind, after_min: 0, **data)
    @now += after_min * 60
    @events << Bench::Event.new(number: @events.size + 1, kind: kind, at: @now, data: data)
  end

  def poured(resin: 200.0, total: 300.0, out_min: 20, **out)
    %i[tins gear ready tare].each { |step| happen(:done, step: step) }
    happen :weighed, step: :first, reading_g: resin
    happen :weighed, step: :second, reading_g: total, after_min: 1
    happen :done, step: :mix, after_min: 4
    happen(:done, step: :pour_out, after_min: out_min - 4, **out) if out_min
  end

  def lesson(**changes)
    Bench::Lesson.of(walk(**changes))
  end

  def test_how_a_cup_ended_and_when
    poured(ended: "thickening")

    assert_equal [:thickening, 20.0], lesson.to_h.values_at(:ended, :ended_min)
    assert_equal [300.0, 19.0, 20.0], lesson.cup.values_at(:mass_g, :start_c, :room_c)
    assert_in_delta 20.0, lesson.logged_cup.usable_min
    happen :ended, ended: "gummed", min: 31.5, after_min: 60

    assert_equal [nil, 31.5], lesson.logged_cup.to_h.values_at(:usable_min, :set_min)
    happen :ended, ended: "runny"

    assert_equal [20.0, nil], lesson.logged_cup.to_h.values_at(:still_min, :set_min), "as it was poured out, where nobody says when"
  end

  # Poured out alone teaches nothing; neither does what is off its ratio, thinned, or of a tin that told no time.
  def test_what_teaches_nothing
    poured

    assert_nil lesson
    happen :ended, ended: "thickening"

    refute_nil lesson
    assert_nil Bench::Lesson.of(walk(thinner_pct: 5.0, thinner_when: :start).tap { happen(:done, step: :thin) } && walk(thinner_pct: 5.0,
      thinner_when: :start))
    @events.clear
    poured(total: 360.0, ended: "thickening")

    assert_nil lesson
    @sheet = Dakren::Sheet.new(resin: "Tin", hardener: "only", ratio: ratio(by: :weight, resin: 2, hardener: 1), clock: {})
    @events.clear
    poured(ended: "thickening")

    assert_nil lesson
  end

  def test_the_hottest_counts_where_it_was_left_in_its_cup
    poured(out_min: nil)
    happen :peak, peak_c: 96.0, after_min: 40

    assert_in_delta 96.0, lesson.peak_c
    happen :done, step: :pour_out, ended: "runny"

    assert_nil lesson.peak_c
  end

  BED = Dakren::Cure::Bed.new(depth_mm: 40.0, wall: Dakren::Cure::Wall::GROUNDS[:wood],
    plan: Dakren::Cure::Footprint.new(perimeter_m: 1.2, area_m2: 0.08))

  # In a pour that lies somewhere known, within it or on its surface; elsewhere nobody can say what it should have been.
  def test_the_hottest_of_a_pour_counts_where_it_is_known_how_it_lies
    poured(ended: "runny")
    happen :peak, peak_c: 71.0, where: "inside", after_min: 200

    assert_nil lesson.pour_c
    found = lesson(bed: BED)

    assert_equal [71.0, false, BED], found.to_h.values_at(:pour_c, :surface, :bed)
    assert_equal found, Bench::Lesson.read(JSON.parse(JSON.generate(found.kept)))
    happen :peak, peak_c: 58.0, where: "surface"

    assert_predicate lesson(bed: BED).logged_pour, :surface
    kept = JSON.parse(JSON.generate(recipe(bed: BED).kept))

    assert_equal BED, Bench::Recipe.read(kept, name: "Cup 1", sheet: @sheet).bed
  end

  # A stage seen is one; seen long after it surely is, it was only found so.
  def test_stages_seen_on_the_work
    poured
    happen :touched_soft, after_min: 120
    happen :touched_tacky, after_min: 60

    assert_equal({ recoat_opens: 180.0 }, lesson.stages)
    assert_in_delta 120.0, lesson.soft_min
    film = lesson.logged_films(@sheet).first

    assert_in_delta Math.sqrt(150 * 210), film.age_min
    refute film.by_then
    @events.clear
    poured
    happen :touched_tacky, after_min: 900

    assert lesson.logged_films(@sheet).first.by_then
    assert_operator lesson.ages(@sheet)[:recoat_opens], :>, 600
  end

  def test_it_is_kept_and_read_again
    poured(ended: "thickening")
    happen :touched_tacky, after_min: 100
    again = Bench::Lesson.read(JSON.parse(JSON.generate(lesson.kept)))

    assert_equal lesson, again
    assert_equal lesson.logged_cup, again.logged_cup
  end

  # A reading put right stands in its place; what it said before stays. What is told beside the steps moves none of them.
  def test_corrections_and_remarks_move_no_step
    poured(total: 360.0)
    before = walk
    of = @events.find { |event| event.data[:step] == :second }.number
    happen :corrected, of: of, reading_g: 310.0, why: "misread"
    happen :corrected, of: of, reading_g: 300.0, tins_c: 24.0, why: "and again"
    happen :note, text: "x"
    after = walk

    assert_equal(%i[rubbery good], [before, after].map { |one| one.contents.verdict.name })
    assert_equal before.number, after.number
    assert_equal :look_30, after.step.name
    told = after.events.find { |event| event.number == of }

    assert_equal({ reading_g: 360.0 }, told.data[:was])
    assert_in_delta 24.0, after.times.tins_c
    happen :corrected, of: 999, reading_g: 1.0

    assert_equal :good, walk.contents.verdict.name
  end

  # A batch that is over stays over, whatever its readings are put right to.
  def test_a_finished_batch_stays_finished
    poured
    %i[look_30 look_60 tack].each { |step| happen(:done, step: step, after_min: 30) }

    assert_predicate walk, :over?
    [[:reading_g, 360.0], [:reading_g, 200.5], [:room_c, 2.0]].each do |name, value|
      happen :corrected, of: 6, name => value, why: "x"

      assert_predicate walk, :over?
    end
  end

  # Whatever is told of it, in whatever order, it is a walk and has an answer.
  def test_any_remarks
    rounds(120).times do
      @events.clear
      poured(out_min: chance.rand(1..90), ended: [nil, "runny", "gummed"].sample(random: chance))
      chance.rand(1..6).times do
        case chance.rand(5)
        when 0 then happen(:ended, ended: %w[runny thickening gummed set].sample(random: chance),
          min: [nil, chance.rand(0.2..500.0)].sample(random: chance))
        when 1 then happen(:peak, peak_c: chance.rand(10.0..300.0), where: [nil, "inside", "surface"].sample(random: chance))
        when 2 then happen(:corrected, of: 6, reading_g: chance.rand(210.0..420.0))
        when 3 then happen(:touched_tacky, after_min: chance.rand(1..2000))
        else happen(:aside, why: "")
        end
      end
      found = lesson(bed: [nil, BED].sample(random: chance))

      assert_equal found, Bench::Lesson.read(JSON.parse(JSON.generate(found.kept))) if found
      assert_kind_of Array, found.logged_films(@sheet) if found
    end
  end
end
