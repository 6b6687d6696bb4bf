# frozen_string_literal: true

require_relative "../../app_helper"

# Whatever is said to have happened, and whenever: pages stand, and what is kept beside a batch is what its events say.
class AnyHistoryTest < AppTest
  include BenchHelp

  # 1970, 2090, and the hours around both nights in which the clocks of Oslo are set.
  MOMENTS = [0.0, 3_786_912_000.0, Time.utc(2026, 10, 25, 0, 30).to_f,
    Time.utc(2026, 10, 25, 1, 30).to_f, Time.utc(2026, 3, 29, 0, 59).to_f,
    Time.utc(2026, 3, 29, 1, 1).to_f].freeze

  def job(start)
    new_job("name" => "Any", "zone" => "Europe/Oslo", "c1-coats" => "2", "c1-most" => "300 g", "hours" => "24 h",
      "days_off" => "2000-01-01", "start" => start)
  end

  def moment
    chance.rand < 0.3 ? MOMENTS.sample(random: chance) : Stores::Now.now - chance.rand(0.0..400_000.0)
  end

  # A part of a walk, its steps in their order and their times in any; then whatever else may be said.
  def any_events(recipe)
    first = recipe.planned[recipe.first].to_f * chance.rand(0.5..1.5)
    second = first + (recipe.planned.values.min.to_f * chance.rand(0.2..4.0))
    walked = [[:done, { step: "tins" }], [:done, { step: "gear" }], [:done, { step: "ready" }], [:done, { step: "tare" }],
      [:weighed, { step: "first", reading_g: first }],
      [:weighed, { step: "second", reading_g: second }],
      [:accepted, { why: "x" }], [:done, { step: "mix" }], [:done, { step: "pour_out" }], [:touched_soft, {}], [:touched_tacky, {}],
      [:done, { step: "tack" }]]
    said = [[:met, { met_at: moment }], [:back, { why: "" }], [:abandoned, { why: "x" }], [:reopened, { why: "y" }], [:touched_soft, {}],
      [:touched_tacky, {}], [:touched, {}]]
    walked.first(chance.rand(0..walked.size)) + said.sample(chance.rand(0..3), random: chance)
  end

  def happen(cup)
    batch = Stores::Batch.find(cup[/\d+\z/])
    return batch if batch.events.any?

    number = 0
    any_events(Stores::Walks.recipe(batch)).each do |kind, data|
      batch.events.create!(number: number += 1, kind: kind.to_s, at: moment, data: data.merge(chance.rand < 0.1 ? { set_s: 3600.0 } : {}))
    end
    batch.stand(Stores::Walks.walk(batch.reload))
    batch
  end

  def test_any_history_is_shown_planned_and_read_again_the_same
    rounds(12).times do
      path = job(%w[2026-10-25T01:00 2026-03-29T01:30 2026-11-30T07:00].sample(random: chance))
      batches = Array.new(3) { |i| happen(to_bench(path, "cup" => "1", "coat" => (1 + (i % 2)).to_s, "again" => "short")) }
      told = "seed #{Minitest.seed}: #{batches.map { |one| one.events.map { |event| [event.kind, event.at, event.data] } }}"
      batches.each do |batch|
        batch.reload
        came = batch.came_to(Stores::Walks.walk(batch)).transform_keys(&:to_s)

        assert_equal came, batch.attributes.slice(*came.keys), told
      end
      [path, "/", "/bench", "/bench/wall", "/paper/#{path[/\d+/]}/handover", *batches.map { |one| "/bench/#{one.id}" }].each do |address|
        get address

        assert_equal 200, last_response.status, "#{address} #{told}"
      end
      Stores::Renewer.new.renew_all(breath_s: 0)

      refute Stores::Job.find(path[/\d+/]).stale?(Stores::Planning.new.stamp), told
    end
  end

  # The same events of several batches, written down in another order, come to the same plan.
  def test_the_order_in_which_devices_send_does_not_matter
    path = job("2026-11-30T07:00")
    cups = [1, 2].map { |coat| to_bench(path, "cup" => "1", "coat" => coat.to_s) }
    told = cups.map { |cup| any_events(Stores::Walks.recipe(Stores::Batch.find(cup[/\d+\z/]))).each_with_index.map { |one, i| [*one, i] } }
    digests = [[0, 1], [1, 0]].map do |order|
      Stores::Event.delete_all
      order.each do |i|
        batch = Stores::Batch.find(cups[i][/\d+\z/])
        told[i].each { |kind, data, n| batch.events.create!(number: n + 1, kind: kind.to_s, at: 1.7e9 + (n * 60), data: data) }
        batch.stand(Stores::Walks.walk(batch.reload))
      end
      Stores::Mixed.of(path[/\d+/].to_i).digest
    end

    assert_equal(*digests)
  end
end
