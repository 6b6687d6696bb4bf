# frozen_string_literal: true

require_relative "../../app_helper"

# What went into the cups counts: the rest of the need is cut anew, and what is missing at the end is told with what mixes it.
class AmountsOfHistoryTest < AppTest
  include BenchHelp

  def job
    @job ||= new_job("name" => "Lid", "c1-method" => "scale", "c1-coats" => "1", length: "4 m", width: "2 m", "c1-cup" => "auto",
      room: "20", "c1-most" => "900 g", "hours" => "24 h", "days_off" => "2000-01-01")
  end

  def coat
    @coat ||= Stores::Planning.new(job_id: job[/\d+/].to_i).desk_of(Stores::Job.find(job[/\d+/]).document).coats.first
  end

  def recipe(cup)
    Stores::Walks.recipe(Stores::Batch.find(cup[/\d+\z/]))
  end

  # Mixed and poured out, by so much of what was to go in.
  def used(cup, share = 1)
    told = recipe(cup)
    parts = told.planned.transform_values { |value| value.to_f * share }
    record = Stores::Batch.find(cup[/\d+\z/])
    first = parts[told.first]
    [[:done, "tins"], [:done, "gear"], [:done, "ready"], [:done, "tare"], [:weighed, "first", first],
      [:weighed, "second", parts.values.sum], [:done, "mix"], [:done, "pour_out"]].each_with_index do |(kind, step, grams), i|
      record.events.create!(number: i + 1, kind: kind.to_s, at: Stores::Now.now - 600 + (i * 30),
        data: { step: step, reading_g: grams }.compact)
    end
    record.stand(Stores::Walks.walk(record.reload))
  end

  def test_the_next_batches_make_up_for_a_small_one
    planned = coat.plan.amounts.total.total_g.to_f
    count = coat.plan.batches.size

    assert_operator count, :>, 2
    first = to_bench(job)
    full = recipe(first).total_g.to_f
    used(first, 0.8)
    get job

    assert_match(/g of .* mixed, .* left to mix/, words)
    assert_in_delta (planned - (full * 0.8)) / (count - 1), recipe(to_bench(job)).total_g.to_f, 0.5
  end

  def test_what_is_missing_at_the_end_is_mixed_by_one_press
    coat.plan.batches.each { |batch| used(to_bench(job, cup: batch.number, coat: 1, section: 1), 0.9) }
    get job
    missing = words[/mix ([\d. ]+) g more/, 1].delete("^0-9.").to_f

    assert_operator missing, :>, 10
    more = to_bench(job, cup: coat.plan.batches.size, coat: 1, section: 1, again: "short")

    assert_in_delta missing, recipe(more).total_g.to_f, 1
    used(more)
    get job

    refute_match(/left to mix|mix [\d. ]+ g more/, words)
  end

  # What lies off its ratio is told where the job is looked at, and drawn where it lies.
  def test_a_batch_off_its_ratio_marks_its_stretch
    cup = to_bench(job)
    told = recipe(cup)
    parts = told.planned.transform_values(&:to_f)
    record = Stores::Batch.find(cup[/\d+\z/])
    first = parts[told.first]
    [[:done, "tins"], [:done, "gear"], [:done, "ready"], [:done, "tare"], [:weighed, "first", first],
      [:weighed, "second", first + ((parts.values.sum - first) * 0.6)], [:accepted, nil], [:done, "mix"],
      [:done, "pour_out"]].each_with_index do |(kind, step, grams), i|
      record.events.create!(number: i + 1, kind: kind.to_s, at: Stores::Now.now - 600 + (i * 30),
        data: { step: step, reading_g: grams }.compact)
    end
    record.stand(Stores::Walks.walk(record.reload))
    get job

    assert_match(/Batch 1 went on off its ratio: .*Mark where it lies/, words)
    assert_includes page, ">off ratio</text>"
    used(to_bench(job))
    get job

    assert_equal 1, page.scan(">off ratio</text>").size
  end

  def test_as_planned_stays_as_planned
    whole = coat.plan.batches.map { |batch| batch.portion.mass_g.to_f }
    cups = coat.plan.batches.map { |batch| to_bench(job, cup: batch.number, coat: 1, section: 1).tap { |cup| used(cup) } }

    assert_equal(whole, cups.map { |cup| recipe(cup).total_g.to_f })
    get job

    assert_match(/ mixed\. /, words)
    refute_includes words, "left to mix"
  end
end
