# frozen_string_literal: true

require_relative "../../core_helper"

# What a plan and a walk know, as facts for the fault finder.
class PlannedFactsTest < CoreTest
  Entry = Value.define(:plan, :task, :number, :of)
  Task = Value.define(:id, :figures, :place_ids, :kind)
  Kind = Value.define(:name)
  Job = Value.define(:room, :tasks, humidity_pct: nil, surface_c: nil, moisture_pct: nil)
  Plan = Value.define(:job)

  def facts(room:, drink: 0, before: [], **job)
    task = Task.new(id: "c2", figures: { drink: drink }, place_ids: ["p1"], kind: Kind.new(name: :coat))
    plan = Plan.new(job: Job.new(room: room, tasks: [*before, task], **job))
    entry = Entry.new(plan: Dakren::Plan::CoatPlan.new(order(room: room)), task: task, number: 1, of: 2)
    Faults::Planned.facts(plan, entry)
  end

  def test_the_air_and_the_room
    found = facts(room: Cure::Profile.new([[0, 20], [600, 11], [1200, 15]]), humidity_pct: 80, surface_c: 18)

    assert_in_delta 11.0, found[:coldest_c]
    refute found[:warming]
    assert_in_delta 18 - Care::Conditions.dew_point_c(20, 80), found[:above_dew_c], 0.06
    assert_in_delta 16.0, found[:lowest_c]
    assert_equal 2, found[:coats]
    assert facts(room: Cure::Profile.new([[0, 15], [120, 19], [600, 20]]))[:warming]
    refute facts(room: Cure::Profile.constant(20)).key?(:warming), "a room that stays as it is says nothing"
    refute facts(room: Cure::Profile.constant(20)).key?(:humidity_pct), "what nobody measured is not known"
  end

  def test_bare_wood_and_what_sealed_it
    seal = Task.new(id: "c1", figures: {}, place_ids: ["p1"], kind: Kind.new(name: :seal))
    other = seal.with(place_ids: ["p2"])
    room = Cure::Profile.constant(20)

    assert_equal [true, false], facts(room: room, drink: 60).values_at(:porous, :sealed)
    assert_equal [true, true], facts(room: room, drink: 60, before: [seal]).values_at(:porous, :sealed)
    assert_equal [true, false], facts(room: room, drink: 60, before: [other]).values_at(:porous, :sealed)
    refute facts(room: room).key?(:porous)
  end

  # Whatever a plan knows is a fact the finder takes.
  def test_every_fact_is_one
    found = facts(room: Cure::Profile.constant(12), drink: 60, humidity_pct: 92, moisture_pct: 14)

    assert_empty found.keys - Faults::Clues::NUMBERS - Faults::Clues::YES_NO
    assert_equal :blush, Faults::Look.new(:waxy, found).causes.first.cause.name
    assert_equal :wood_breathes, Faults::Look.new(:bubbles, found).causes.first.cause.name
  end
end
