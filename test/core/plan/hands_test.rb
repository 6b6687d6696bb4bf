# frozen_string_literal: true

require_relative "../../plan_helper"

# Who is there when and what each can do; two people at two faces or two jobs at once.
class HandsTest < PlacedTest
  Need = Plan::Hands::Need

  def test_two_people_work_two_surfaces_at_once
    tasks = [job("a", people: 1), job("b", places: ["other"], people: 1)]
    made = plan(*tasks, hands: Plan::Hands.alike(2, hours))

    assert_equal [0.0, 0.0], made.coats.map(&:from_min)
    assert_true_to_life(made, tasks, crew: 2, text: "07:00-12:00, 12:30-17:00")
    assert_equal(2, made.coats.sum { |coat| coat.crew.size })
    alone = plan(*tasks, hands: Plan::Hands.alike(1, hours))

    assert_in_delta alone.coats[0].to_min, alone.coats[1].from_min, 0.6
  end

  def test_roles_are_given_to_those_who_can
    hands = Plan::Hands.new([hand("Ada", does: %i[lay roll]), hand("Bo", does: %i[mix]), hand("Cy", does: %i[inspect])])
    made = plan(job("a", people: 2, after: { look_30: 2.0 }), hands: hands)

    assert_equal [["Ada", :lay], ["Bo", :mix]], made.coats.first.crew.sort
    assert_equal(1, made.entries.find { |entry| entry.name == :look_30 }.crew.size)
    assert hands.able?(Need.new(count: 2, skills: %i[mix roll]))
    refute hands.able?(Need.new(count: 1, skills: %i[mix roll]))
  end

  def test_nobody_who_can_lay_is_named
    assert_refused("crew", "nobody who lays") { plan(job("a"), hands: Plan::Hands.new([hand("Bo", does: %i[mix inspect])])) }
    assert_refused("crew", "too few") { plan(job("a", people: 3), hands: Plan::Hands.alike(2, hours)) }
  end

  # Bo is there in the afternoon alone: whatever takes two waits for him, whatever takes one does not.
  def test_a_coat_waits_for_whoever_it_takes
    hands = Plan::Hands.new([hand("Ada"), hand("Bo", "13:00-17:00")])

    assert_equal "Tue 13:00", clock(plan(job("a", people: 2), hands: hands).coats.first.from_min)
    assert_equal "Tue 07:00", clock(plan(job("a", people: 1), hands: hands).coats.first.from_min)
    assert_equal "Tue 07:00", clock(plan(job("a"), hands: hands).coats.first.from_min), "one alone begins before two could"
  end

  def test_first_free_is_right_and_nothing_sooner
    30.times do
      hands = Plan::Hands.new(Array.new(1 + chance.rand(3)) do |i|
        there = format("%02d:00-%02d:00", 6 + chance.rand(4), 14 + chance.rand(6))
        hand("p#{i}", there, does: pick([%i[mix lay], %i[lay], %i[mix lay roll]]))
      end)
      busy = Array.new(chance.rand(6)) { |i| [i * 55.0, (i * 55.0) + between(5, 50), 1 << chance.rand(hands.size)] }
      need = Need.new(count: 1 + chance.rand(hands.size), skills: pick([[], %i[lay], %i[mix lay]]))
      length = between(5, 60)
      at, who = hands.first(0.0, length, busy, need)
      next refute(hands.able?(need) && hands.alike?) if at.nil?

      assert_equal need.count, who.digits(2).sum
      hands.list.each_with_index { |one, i| assert one.hours.open?(at, at + length) if who[i] == 1 }
      refute(busy.any? { |from, to, mask| mask.anybits?(who) && from < at + length - 1e-6 && to > at + 1e-6 })
      (0...20).map { |i| at * i / 20 }.each { |sooner| assert_nil hands.at(sooner, sooner + length, busy, need) if sooner < at - 0.01 }
    end
  end

  # Preparing 80 m² by hand: 20 min and 6 min a square metre; four people share the 480, not the 20. Told minutes stay as told.
  def test_what_goes_by_area_is_shared_by_the_crew
    minutes = { prepare: 20 + (6 * 80.0) }
    { 1 => 500, 2 => 260, 4 => 140 }.each do |people, shared|
      made = plan(job("a", before: minutes).with(area_m2: 80.0), hands: Plan::Hands.alike(people, hours), text: "24 h")
      steps = made.entries.select { |entry| entry.name == :prepare }

      assert_in_delta shared, steps.sum { |entry| entry.to_min - entry.from_min }, 1e-6, people
      assert_equal people, steps.first.crew.size
    end
    told = plan(job("a", before: { prepare: 90.0 }, own_minutes: [:prepare]).with(area_m2: 80.0), hands: Plan::Hands.alike(4, hours))

    assert_in_delta 90, told.entries.find { |entry| entry.name == :prepare }.then { |entry| entry.to_min - entry.from_min }, 1e-6
  end
end
