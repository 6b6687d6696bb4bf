# frozen_string_literal: true

require_relative "../../core_helper"

# Hands that several jobs want at once, against counting them minute by minute.
class TogetherTest < CoreTest
  Work = Dakren::Plan::Together::Work

  def together(works, people)
    Dakren::Plan::Together.new(works, people)
  end

  def test_two_jobs_want_one_pair_of_hands
    works = [Work.new(job: 1, from: 0, to: 60), Work.new(job: 2, from: 30, to: 90), Work.new(job: 2, from: 90, to: 120)]
    clash = together(works, 1).clashes

    assert_equal([[30, 60, 2, 1, [1, 2]]], clash.map { |one| [one.from, one.to, one.wanted, one.there, one.jobs] })
    assert_empty together(works, 2).clashes
    assert_equal([[[0, 60], [90, 120]], [[30, 90]]], together(works, 2).rows.map { |row| row.taken.map { |one| [one.from, one.to] } })
    assert_equal([false, true, false], together(works, 1).rows.first.taken.map(&:twice))
  end

  def test_each_is_elsewhere_by_name_and_the_last_for_whoever_asks_for_nobody
    works = [Plan::Together::Work.new(job: 1, from: 0, to: 60, count: 0, names: ["Ada"]),
      Plan::Together::Work.new(job: 2, from: 30, to: 90)]

    assert_equal({ "Ada" => [[0, 60]], "Cy" => [[30, 90]] }, Plan::Together.new(works, 3).elsewhere(%w[Ada Bo Cy]))
    assert_equal({ "Ada" => [[0, 60]] }, Plan::Together.new(works, 4).elsewhere(%w[Ada Bo Cy]), "the fourth is nobody's")
    assert_empty Plan::Together.new(works, 4).elsewhere(%w[Bo])
  end

  def test_dust_and_what_lies_open_share_one_air
    air = ->(job, from, to, dusty) { Plan::Together::Work.new(job: job, from: from, to: to, count: 0, thing: :clean_air, dusty: dusty) }
    clashes = ->(*works) { Plan::Together.new(works, 9, things: { clean_air: 0 }).clashes.map { |one| [one.from, one.to] } }

    assert_empty clashes.call(air.call(1, 0, 60, false), air.call(2, 0, 60, false))
    assert_empty clashes.call(air.call(1, 0, 60, true), air.call(2, 0, 60, true))
    assert_empty clashes.call(air.call(1, 0, 60, true), air.call(1, 0, 60, false)), "a job knows its own"
    assert_equal [[30, 60]], clashes.call(air.call(1, 0, 60, false), air.call(2, 30, 90, true))
  end

  def test_somebody_named_cannot_be_in_two_places
    works = [Work.new(job: 1, from: 0, to: 60, count: 0, names: ["Ada"]), Work.new(job: 2, from: 30, to: 90, count: 0, names: ["Ada"])]

    assert_equal([[30, 60]], together(works, 4).clashes.map { |one| [one.from, one.to] })
    assert_equal "Ada", together(works, 4).rows.first.name
    others = [works[0], works[1].with(names: ["Bo"])]

    assert_empty together(others, 2).clashes
  end

  def test_a_job_by_itself_never_clashes_and_nothing_takes_no_time
    assert_empty together([Work.new(job: 1, from: 0, to: 60, count: 3), Work.new(job: 1, from: 10, to: 20)], 1).clashes
    assert_empty together([Work.new(job: 1, from: 0, to: 60), Work.new(job: 2, from: 30, to: 30)], 1).clashes
    assert_empty together([], 1).clashes
    assert_equal 2, together([], 2).rows.size
  end

  # Any shop, counted a minute at a time by somebody who knows nothing of spans.
  def test_any_shop_counted_minute_by_minute
    rounds(200).times do
      people = 1 + chance.rand(3)
      works = Array.new(2 + chance.rand(8)) do
        from = chance.rand(60)
        names = %w[Ada Bo Cy].sample(chance.rand(3) / 2, random: chance)
        Work.new(job: [1, 2, 3, nil].sample(random: chance), from: from, to: from + chance.rand(25),
          count: names.empty? ? 1 + chance.rand(2) : chance.rand(2), names: names)
      end
      told = "#{people} people, #{works.map { |work| work.to_h.values }}"
      found = together(works, people).clashes
      minutes = (0..90).select { |minute| clash?(works, people, minute) }

      assert_equal minutes, (0..90).select { |minute| found.any? { |one| one.from <= minute && minute < one.to } }, told
      assert_equal found.map(&:from).sort, found.map(&:from), told
      found.each_cons(2) { |one, other| assert_operator one.to, :<=, other.from, told }
      assert_rows works, people, told, minutes
    end
  end

  private

  def clash?(works, people, minute)
    on = works.select { |work| work.from <= minute && work.to > minute }
    by_job = on.group_by(&:job)
    return false if by_job.size < 2

    hands = ->(some) { some.sum(&:count) + some.flat_map(&:names).uniq.size }
    twice = by_job.values.map { |some| some.flat_map(&:names).uniq }.flatten.tally.any? { |_, times| times > 1 }
    twice || hands.call(on) > [people, by_job.values.map(&hands).max].max
  end

  # Every hand's work is on a row, and what lies on a row twice is told.
  def assert_rows(works, people, told, _minutes)
    rows = together(works, people).rows

    assert_equal works.select { |work| work.to > work.from && work.names.any? }.sum { |work| work.names.size },
      rows.select(&:name).sum { |row| row.taken.size }, told
    rows.each do |row|
      row.taken.combination(2) do |one, other|
        next unless one.from < other.to && other.from < one.to

        assert(one.twice || other.twice, told)
      end
    end
  end
end
