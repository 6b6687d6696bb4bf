# frozen_string_literal: true

require_relative "../../plan_helper"

# The search against trying everything, start by start, on small jobs.
class SearchTest < PlacedTest
  # Every combination of starts on the half hour of coats onto one another, each while tacky or after sanding.
  # @return [Float, nil] the earliest hand-over
  def brute_chain(task, open, grid: STEP, far: 6 * 1440.0)
    known = {}
    coat = Plan::CoatPlan.new(task.order.call(1, 1, 0.0, nil)) # the room stays as it is: the same at every hour
    sides = [%i[recoat_opens late], %i[recoat_closes early], %i[sandable late], %i[handle late]]
    takes, opens, closes, hard, ready_after = coat.done_at, *sides.map { |stage, side| coat.stage(stage)[side] }
    best = lambda do |left, ready, shut|
      known[[left, ready.ceil, shut&.floor]] ||= [starts(ready, shut || far, grid).filter_map do |at|
        next unless open.open?(at, at + takes) && (shut.nil? || at + takes <= shut)
        next at + ready_after if left == 1

        [best.call(left - 1, at + opens, at + closes), best.call(left - 1, sanded(at + hard, task, open), nil)].compact.min
      end.min].first
    end
    best.call(task.count, 0.0, 72 * 60.0)
  end

  # As soon as it may, and then on the grid.
  def starts(ready, shut, grid)
    [ready, *((ready / grid).ceil * grid).step(shut, grid)].uniq
  end

  def sanded(hard, task, open)
    Plan::Slots.new(Plan::Hands.alike(1, open)).worked(hard, Plan::WorkSteps.abrade_min(task.area_m2), []).last[1]
  end

  # A sheet that says when it can be handled: nothing of it is only usual.
  def told
    exact_sheet(stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [960, 1320], handle: [1440, 1560],
                          full: [8640, 11_520] })
  end

  def test_three_and_four_coats_agree_with_trying_everything
    [["09:00-13:00", "Sun", 3], ["07:00-10:40, 15:00-19:00", "Sat Sun", 3], ["08:00-12:00", "Wed Sun", 4]].each do |text, off, count|
      open = hours(text, days_off: off)
      task = job("a", count: count, sheet: told)
      made = Plan::Scheduler.new([task], hours: open, go_on: -> { true }).schedule
      tried = brute_chain(task, open)

      assert_predicate made, :kept?
      assert_predicate made, :proved
      # Ours may also begin between the half hours: never later than the best on them, and no day sooner.
      assert_operator made.hand_over_min, :<=, tried + 1, "#{text} off #{off}"
      assert_operator made.hand_over_min, :>, tried - (STEP * count) - 1, "#{text} off #{off}"
    end
  end

  # Begun at seven, six coats leave the last three to be sanded for over two nights and a Sunday; begun half an hour later they do not.
  def test_six_coats_over_a_sunday_are_found
    split = hours("07:00-10:40, 15:00-19:00", days_off: "Sun", start: Time.local(2026, 11, 26, 7))
    first, best = [nil, -> { true }].map { |go_on| Plan::Scheduler.new([job("a", count: 6, sheet: told)], hours: split, go_on: go_on).schedule }

    assert_operator best.hand_over_min, :<, first.hand_over_min - 1440
    assert_operator first.gain_min, :>, 1440
    assert_in_delta 0, best.gain_min, 1e-9
    assert_predicate best, :proved
  end

  # Two people, two surfaces, a gate or a panel to turn: every split of the crew, every order, every start on the grid.
  def test_two_people_gates_and_faces_agree_with_trying_everything
    cases = [[{}, {}], [{}, { gates: [["a", :hard]] }], [{ sides: { "top" => ["panel", :top] } }, { sides: { "b" => ["panel", :under] } }]]
    all = cases.product(["07:00-12:00, 12:30-17:00", "08:00-10:00, 13:00-14:00"])
    all.sample(rounds(12), random: chance).each do |(of_a, of_b), text|
      tasks = [job("a", sheet: quick_sheet, length: 3000, **of_a), job("b", sheet: quick_sheet, places: ["b"], length: 3000, **of_b)]
      made = plan(*tasks, text: text, look: true, hands: Plan::Hands.alike(2, hours(text)))
      tried = brute_two(tasks, hours(text))

      assert_true_to_life(made, tasks, crew: 2, text: text)
      assert_operator made.hand_over_min, :<=, tried + 1
      assert_operator made.hand_over_min, :>, tried - (2 * STEP) - 1
    end
  end

  # @return [Float] earliest hand-over of two coats on two surfaces by one or two people each
  def brute_two(tasks, open)
    starts = (0..(4 * 72)).map { |i| i * 15.0 }
    ways = tasks.map do |task|
      coats = [1, 2].to_h { |people| [people, Plan::CoatPlan.new(task.order.call(1, 1, 0.0, people))] }
      [1, 2].product(starts).filter_map do |people, at|
        coat = coats.fetch(people)
        [people, at, at + coat.done_at, coat] if open.open?(at, at + coat.done_at)
      end
    end
    over = ways.map { |list| list.to_h { |way| [way, way[1] + way[3].stage(:handle).late] }.compare_by_identity }
    ways[0].product(ways[1]).sort_by { |one, two| [over[0][one], over[1][two]].max }
      .find { |one, two| apart?(one, two, tasks, open) }.then { |one, two| [over[0][one], over[1][two]].max }
  end

  def apart?(one, two, tasks, open)
    return false if two[1] < one[1] # begun in the order told
    return false if one[1] < two[2] && two[1] < one[2] && one[0] + two[0] > 2
    return false if tasks[1].gates.any? && two[1] < one[1] + one[3].hard.late
    return true unless tasks[0].sides.any?

    first, second = [one, two].sort_by { |way| way[1] }
    turned = Plan::Slots.new(Plan::Hands.alike(1, open)).worked(first[1] + first[3].stage(:handle).late, 10.0, []).last[1]
    second[1] >= turned
  end

  # Whatever is planned with gates, faces, steps and two people is true to life, and looking further never makes it worse.
  def test_looking_further_never_makes_it_worse
    rounds(8).times do
      tasks = random_tasks
      text = pick(["07:00-12:00, 12:30-17:00", "06:00-20:00", "24 h"])
      crew = Plan::Hands.alike(1 + chance.rand(2), hours(text))
      rounds = 0
      first = Plan::Scheduler.new(tasks, hours: hours(text), hands: crew).schedule
      more = Plan::Scheduler.new(tasks, hours: hours(text), hands: crew, go_on: -> { (rounds += 1) < 60 }).schedule
      [first, more].each { |made| assert_true_to_life(made, tasks, crew: crew.size, text: text) }

      assert_operator more.missed.size, :<=, first.missed.size
      assert_operator more.hand_over_min, :<=, first.hand_over_min + 3 if more.missed.size == first.missed.size
      assert_operator first.gain_min || 0, :>=, first.hand_over_min - more.hand_over_min - 3 if first.kept?
    end
  end

  def random_tasks
    Array.new(2 + chance.rand(2)) do |i|
      side = pick([nil, [%w[panel].first, pick(%i[top under edge])]])
      place = "#{side ? side[1] : "p"}#{chance.rand(2)}"
      job("t#{i}", sheet: quick_sheet, count: 1 + chance.rand(2), places: [place], length: between(500, 3000),
        sides: side ? { place => side } : {}, gates: i.positive? && chance.rand < 0.4 ? [["t#{i - 1}", pick(Plan::GATES.keys)]] : [],
        ends: pick([{}, { trim: 8.0 }, { demould: 10.0 }]), before: pick([{}, { prepare: 25.0 }]))
    end
  end
end
