# frozen_string_literal: true

require_relative "../../app_helper"

# The plan, the bench and the lists are one thing: what is pressed at the bench is what the plan goes by.
class OneHistoryTest < AppTest
  include BenchHelp
  include PlanHelp

  # Two coats of a board, begun two hours ago and not mixed yet.
  def job(**more)
    @job ||= new_job("name" => "Lid", "c1-coats" => "2", "room" => "20", "hours" => "24 h", "days_off" => "2000-01-01",
      "start" => clock(-120), **more)
  end

  def clock(minutes)
    Document::Zones.of(Stores::Settings.shop.zone).at((@wall ||= Stores::Now.wall) + (minutes * 60)).strftime("%Y-%m-%dT%H:%M")
  end

  def planned
    Stores::Planning.new(job_id: job[/\d+/].to_i).desk_of(Stores::Job.find(job[/\d+/]).document)
  end

  def record(cup)
    Stores::Batch.find(cup[/\d+\z/])
  end

  # What happened to a batch, so many minutes ago each.
  def happened(cup, told)
    batch = record(cup)
    number = batch.events.maximum(:number).to_i
    told.each do |ago, kind, data|
      batch.events.create!(number: number += 1, kind: kind.to_s, at: Stores::Now.now - (ago * 60), data: data || {})
    end
    batch.stand(Stores::Walks.walk(batch.reload))
  end

  def grams(cup)
    recipe = Stores::Walks.recipe(record(cup))
    parts = recipe.planned
    [parts[recipe.first], parts.values.sum].map { |one| one.to_f.round(1) }
  end

  # Weighed, its parts met and it was poured out so many minutes ago.
  def mixed(cup, met:, poured: nil)
    first, all = grams(cup)
    happened(cup, [*%w[tins gear ready tare].map { |step| [met + 5, :done, { step: step }] },
      [met + 2, :weighed, { step: "first", reading_g: first }], [met, :weighed, { step: "second", reading_g: all }]])
    happened(cup, [[poured + 1, :done, { step: "mix" }], [poured, :done, { step: "pour_out" }]]) if poured
  end

  def minutes_ago(time)
    (Stores::Now.wall - time.to_f) / 60
  end

  def from(coat)
    minutes_ago(planned.time_at(coat.from_min))
  end

  def test_the_plan_goes_by_what_the_bench_says
    before = planned.coats

    assert_in_delta 120, from(before[0]), 1.1
    cup = to_bench(job)
    mixed(cup, met: 40, poured: 30)
    coats = planned.coats

    assert coats[0].real
    assert_in_delta 40, from(coats[0]), 0.2
    assert_in_delta 30, minutes_ago(planned.time_at(coats[0].to_min)), 0.2
    assert_in_delta before[1].from_min - before[0].from_min, coats[1].from_min - coats[0].from_min, 20
    get job
    assert_match(/film coat 1 of 2 .*actual/, words)
    assert_includes words, "batch 1 used"
    refute_match(/film coat 1 of 2.{0,80}started now/, words)
  end

  def test_a_tacky_dab_opens_the_window_and_a_hard_one_closes_the_wait
    cup = to_bench(job)
    mixed(cup, met: 300, poured: 290)
    foretold = planned.coats[1].window[0]
    happened(cup, [[100, :touched_tacky]])
    seen = planned

    assert_in_delta 100, minutes_ago(seen.time_at(seen.coats[1].window[0])), 0.2
    refute_in_delta foretold, seen.coats[1].window[0], 5
    happened(cup, [[50, :touched_soft]])

    assert_operator planned.coats[1].window[0], :>, seen.coats[1].window[0] + 40, "a later look wins"
  end

  # Told once, to whoever looked at the job before it happened.
  def test_begun_early_or_late_it_says_what_moved
    get job
    cup = to_bench(job)
    mixed(cup, met: 20, poured: 10)
    get job

    assert_match(/What changed: film coat 1 \S+ \S+ instead of \S+ \S+ · film coat 2 \S+ \S+ instead/, words)
    get job

    refute_includes words, "What changed"
  end

  # Both ways: colder opens the window later, warmer sooner; what is still to be laid goes by the room as it was told.
  def test_what_lies_goes_by_the_temperatures_that_were_measured
    cup = to_bench(job)
    mixed(cup, met: 40, poured: 30)
    opens = planned.coats[1].window[0]
    third = planned.coats[1].plan.order.room_c
    windows = [14.0, 26.0].map do |room|
      record(cup).events.find_by(kind: "weighed",
        number: 6).update!(data: { "step" => "second", "reading_g" => grams(cup).last, "room_c" => room })
      record(cup).stand(Stores::Walks.walk(record(cup)))
      planned.coats[1].window[0]
    end

    assert_operator windows[0], :>, opens * 1.3
    assert_operator windows[1], :<, opens * 0.85
    assert_equal third, planned.coats[1].plan.order.room_c
    assert_in_delta 26, planned.coats[0].plan.order.room_c
    get job

    assert_includes words, "laid at 26 °C: its times go by that"
  end

  def test_what_was_thrown_out_does_not_lie_on_the_work
    cup = to_bench(job)
    mixed(cup, met: 40)

    assert planned.coats[0].real
    happened(cup, [[30, :abandoned, { why: "a wasp" }]])

    refute planned.coats[0].real
  end

  def test_what_is_told_here_counts_before_what_the_bench_says
    cup = to_bench(job)
    mixed(cup, met: 40, poured: 30)
    submit job, { "c1-began_1_1" => clock(-70) }

    assert_in_delta 70, from(planned.coats[0]), 1.1
  end

  # All coats on and found hard: the job has come to its end, and says so, with what goes along with the work.
  def test_a_job_comes_to_its_end_by_itself
    job("c1-sheet" => sheet_id("Stillwater clear coat", "clear"))
    marks = { "c1-began_1_1" => clock(-900), "c1-finished_1_1" => clock(-890), "c1-began_2_1" => clock(-600) }
    submit job, marks

    refute_includes words, "All coats are on"
    submit job, { "c1-finished_2_1" => clock(-590) }
    get job

    assert_match(/All coats are on; (surely ready|when the last is hard only the test dab says)/, words)
    assert_nil page[/name="to" value="done"/]
    submit job, { "c1-hard_2_1" => clock(-5) }
    get job

    assert_includes words, "All coats are on, and it can be handed over."
    post "#{job}/state", { "authenticity_token" => hidden("authenticity_token"), "state" => "planned", "to" => "done" }

    assert_equal "done", Stores::Job.find(job[/\d+/]).state
    get job

    refute_includes words, "it can be handed over"
    get "/paper/#{job[/\d+/]}/handover"

    assert_match(/Film coat, 2 coats .* planned not noted/, words)
    assert_match(/found hard/, words)
    assert_includes words, "How to look after it"
  end

  def test_the_handover_sheet_tells_what_really_went_in_and_of_which_lots
    cup = to_bench(job)
    mixed(cup, met: 40, poured: 30)
    record(cup).update!(lots: "A-77 B-12")
    get "/paper/#{job[/\d+/]}/handover"

    assert_match(/g mixed A-77 B-12/, words)
    get "/paper/999999/handover"

    assert_equal 404, last_response.status
  end

  # What was not walked at the bench is noted here: by one press after another, or typed from paper afterwards.
  def test_what_happened_is_noted_on_the_job_too
    job
    ["started now", "last batch applied now", "tacky now", "hard now"].each_with_index do |words_on_it, i|
      get job

      assert_equal words_on_it, page[/value="mark:c1:\w+_1_1">([^<]+)</, 1]
      submit job, { "act" => page[/value="(mark:c1:\w+_1_1)">/, 1] }, live: true

      assert_equal(%w[began finished tacky hard].first(i + 1), document(job).keys.grep(/_1_1\z/).map { |key| key[/c1-(\w+)_1_1/, 1] })
    end
    get job

    assert_nil page[/value="mark:c1:\w+_1_1">([^<]+)</, 1]
    submit job, { "c1-began_1_1" => clock(-300), "c1-finished_1_1" => clock(-290), "c1-tacky_1_1" => clock(-60), "c1-hard_1_1" => "" }

    assert_in_delta 60, minutes_ago(planned.time_at(planned.coats[1].window[0])), 1.1
  end

  # Nothing is wet before somebody has mixed it, whatever the plan meant; what was to be mixed by now is late.
  def test_now_says_what_is_really_wet
    job
    get "/"

    refute_match(/Wet (?:(?!Next to mix).)*Lid/, words)
    assert_match(/Next to mix .*Lid : film coat 1 of 2, batch 1 of 1 2 h (01 )?late/, words)
    cup = to_bench(job)
    mixed(cup, met: 20, poured: 12)

    assert Stores::Job.find(job[/\d+/]).stale?(Stores::Planning.new.stamp), "a press at the bench makes what was kept of the plan stale"
    Stores::Renewer.new.renew_all(breath_s: 0)
    get "/"

    assert_match(/Wet (?:(?!Next to mix).)*Lid : film coat 1 tacky/, words)
    refute_match(/Due next .*Lid : film coat 1 of 2/, words)
  end

  # What happened to a coat stands under its task: it is not parted from it.
  def test_coats_that_were_mixed_stay_with_their_task
    to_bench(job)
    get job

    assert_includes page, 'value="split:c1"', "the first stays where it is"
    to_bench(job, "cup" => "1", "coat" => "2")
    get job

    refute_includes page, 'value="split:c1"'
  end

  # Looking, and presses that change nothing a plan reads, plan nothing.
  def test_a_press_that_says_nothing_of_the_coat_plans_nothing
    cup = to_bench(job)
    Stores::Renewer.new.renew_all(breath_s: 0)
    fresh = -> { !Stores::Job.find(job[/\d+/]).stale?(Stores::Planning.new.stamp) }

    assert fresh.call
    happened(cup, [[5, :done, { step: "tins" }]])
    assert fresh.call
  end

  # Batches that an earlier Dakren kept are read once, from their events.
  def test_what_an_earlier_shop_kept_is_read_once
    cup = to_bench(job)
    mixed(cup, met: 40, poured: 30)
    told = record(cup).attributes.slice(*Stores::Seals::CAME_TO)
    record(cup).keep_quietly(**Stores::Seals::CAME_TO.to_h { |name| [name.to_sym, { "told_by" => 0, "aside" => "", "fault" => "" }[name]] })

    refute planned.coats[0].real
    Stores::Renewer.new.renew_all(breath_s: 0)

    assert_equal told, record(cup).attributes.slice(*Stores::Seals::CAME_TO)
    assert planned.coats[0].real
  end
end
