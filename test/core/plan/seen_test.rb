# frozen_string_literal: true

require_relative "../../plan_helper"

# What was seen of a coat, by its test dab or on the work, moves what hangs on it: tacky from 150 to 210 minutes and hard from 960 to 1320
# by its sheet.
class SeenOfACoatTest < PlacedTest
  Seen = Plan::Seen

  def two(marks)
    plan(job("a", count: 2, real: marks.empty? ? {} : { [1, 1] => { began: 0.0, finished: 10.0, **marks } }), text: "24 h")
  end

  def test_a_later_look_wins
    assert_nil Seen.of({ began: 1.0 })
    assert_equal [nil, 30.0, nil], Seen.of({ soft: 20.0, tacky: 30.0 }).to_a
    assert_equal [40.0, nil, nil], Seen.of({ soft: 40.0, tacky: 30.0 }).to_a
    assert_equal [nil, 90.0, nil], Seen.of({ hard: 60.0, tacky: 90.0 }).to_a, "tacky after it was said hard: it was not"
    assert_equal [nil, 30.0, 60.0], Seen.of({ tacky: 30.0, hard: 60.0 }).to_a
  end

  def test_nothing_is_seen_before_it_lies_or_beyond_all_days
    assert_nil Seen.of({ began: 10.0, finished: 20.0, tacky: 15.0, hard: 5.0 })
    assert_nil Seen.of({ began: 10.0, tacky: 4_000_000.0 })
    assert_in_delta(30.0, Seen.of({ began: 10.0, finished: 20.0, soft: 1.0, tacky: 30.0, hard: 9e9 }).tacky)
  end

  # One who begins hours before the planned start, and looks before it too: the same work at the same hours.
  def test_what_was_seen_before_the_planned_start_counts_as_much
    60.times do
      sooner = rand(1..1400).to_f
      marks = { began: 0.0, finished: 10.0, tacky: between(60, 200), hard: between(400, 1500) }
      marks.delete(%i[tacky hard none].sample(random: chance))
      early = { began: 0.0, finished: 10.0, **marks }.transform_values { |minute| minute - sooner }
      made = plan(job("a", count: 2, real: { [1, 1] => marks }), text: "24 h", from_min: sooner)
      shifted = Plan::Scheduler.new([job("a", count: 2, real: { [1, 1] => early })],
        hours: hours("24 h", start: START + (sooner * 60)), hands: nil).schedule

      assert_in_delta made.coats.last.from_min - sooner, shifted.coats.last.from_min, 0.2, "#{marks} #{sooner}"
      assert_equal made.coats.first.seen.to_a.map(&:nil?), shifted.coats.first.seen.to_a.map(&:nil?)
    end
  end

  # The same in a room that changes, as warm before as it begins.
  def test_a_coat_ages_from_when_it_was_laid_wherever_minute_0_lies
    sheet = exact_sheet
    20.times do
      sooner = between(1, 900)
      told = [[0, 21], [1000, 21], [1400, 17], [3000, 24]]
      there, from_later = [0, sooner].map { |by| Cure::Film.new(sheet.mix.reaction, Cure::Profile.new(told.map { |at, temp| [at - by, temp] })) }
      age = between(20, 2000)

      assert_in_delta there.reached_after(0.0, age) - sooner, from_later.reached_after(-sooner, age), 1e-5
      assert_in_delta there.age_at(1200) - there.age_at(0), from_later.age_at(1200 - sooner) - from_later.age_at(-sooner), 1e-6
    end
  end

  # Whatever is noted, in whatever order: a plan comes of it, in which nothing lies on what is not on yet.
  def test_any_history_is_planned
    rounds(60).times do
      marks = { began: between(-500, 3000) }
      %i[finished soft tacky hard].each { |name| marks[name] = between(-2000, 9000) if chance.rand < 0.6 }
      marks.delete(:finished) if marks[:finished] && marks[:finished] < marks[:began]
      made = plan(job("a", count: 3, real: { [1, 1] => marks }), text: "24 h")

      assert_equal 3, made.coats.size
      made.coats.each_cons(2) { |below, above| assert_operator above.from_min, :>=, below.to_min - 1e-6, marks }
    end
  end

  def test_what_is_seen_is_when_it_was_reached
    early = two({ tacky: 120.0 })
    late = two({ tacky: 260.0 })

    assert_in_delta 120, early.coats[1].from_min, 1
    assert_in_delta 260, late.coats[1].from_min, 1
    assert_operator two({}).coats[1].from_min, :>, 200
    assert_equal [120.0] * 3, early.coats[0].stage(:recoat_opens).to_a
  end

  # Late to be tacky is late to be hard, by the same share, and never by more than twice.
  def test_what_comes_after_moves_with_it
    foretold = two({}).coats[0]
    middle = foretold.stage(:recoat_opens).middle
    slow = two({ tacky: middle * 1.4 }).coats[0]

    assert_share foretold.stage(:sandable).middle * 1.4, slow.stage(:sandable).middle, 0.02
    assert_share foretold.stage(:recoat_closes).early * 1.4, slow.stage(:recoat_closes).early, 0.02
    assert_share foretold.stage(:sandable).middle * 2, two({ tacky: middle * 9 }).coats[0].stage(:sandable).middle, 0.02
    assert_share foretold.stage(:sandable).middle / 2, two({ tacky: middle / 9 }).coats[0].stage(:sandable).middle, 0.02
  end

  def test_hard_is_hard_when_it_was_seen
    hard = two({ tacky: 170.0, hard: 700.0 }).coats[0]

    assert_equal [700.0] * 3, hard.hard.to_a
    assert_in_delta 170, hard.stage(:recoat_opens).middle
    foretold = two({}).coats[0].stage(:recoat_opens).middle

    assert_in_delta foretold * 700 / two({}).coats[0].hard.middle, two({ hard: 700.0 }).coats[0].stage(:recoat_opens).middle, 0.5
    assert_in_delta 100, two({ hard: 100.0 }).coats[0].stage(:recoat_opens).late, 1e-6, "what is hard was tacky before"
  end

  # A tin that says nothing of time: what was seen is all there is to go by.
  def test_what_no_sheet_tells_is_seen
    [exact_sheet(stages: {}), exact_sheet(clock: {}, stages: {})].each do |sheet|
      lies = { began: 0.0, finished: 10.0 }
      made = ->(marks) { plan(job("a", sheet: sheet, count: 2, real: { [1, 1] => { **lies, **marks } }), text: "24 h").coats }
      seen = made.call({ tacky: 333.0 })

      assert_equal [333.0] * 3, seen[0].stage(:recoat_opens).to_a
      assert_in_delta 333, seen[1].from_min, 1
      assert_equal [700.0] * 3, made.call({ tacky: 333.0, hard: 700.0 })[0].hard.to_a
    end
  end

  def test_with_nothing_seen_it_is_as_before
    real = plan(job("a", count: 2, real: { [1, 1] => { began: 0.0, finished: two({}).coats[0].to_min } }), text: "24 h")

    assert_in_delta two({}).coats[1].from_min, real.coats[1].from_min, 1e-6
  end
end
