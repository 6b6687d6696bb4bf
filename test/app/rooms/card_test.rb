# frozen_string_literal: true

require_relative "../../app_helper"

# A batch that was mixed away from the bench is typed in from its paper card, and is as good as one that was walked.
class CardTest < AppTest
  include BenchHelp

  def job(**more)
    @job ||= new_job("name" => "Lid", "c1-coats" => "2", "c1-method" => "scale", "room" => "20", "hours" => "24 h",
      "days_off" => "2000-01-01", "start" => ago(120).strftime("%Y-%m-%dT%H:%M"), **more)
  end

  def ago(minutes)
    Document::Zones.of(Stores::Settings.shop.zone).at(Stores::Now.wall - (minutes * 60))
  end

  def said(minutes)
    ago(minutes).strftime("%Y-%m-%d %H:%M")
  end

  def batch(cup)
    Stores::Batch.find(cup[%r{bench/(\d+)}, 1])
  end

  def walk(cup)
    Stores::Walks.walk(batch(cup))
  end

  def write_down(cup, **told)
    get "#{cup}/card"
    post "#{cup}/card", { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "sure" => hidden("sure"),
                          "deed_id" => hidden("deed_id"), **told.transform_keys(&:to_s) }
  end

  def coats
    Stores::Planning.new(job_id: job[/\d+/].to_i).then { |planning| planning.desk_of(Stores::Job.find(job[/\d+/]).document) }
  end

  def test_a_card_typed_in_is_what_the_plan_goes_by
    get job

    assert_match(/formaction="[^"]*card=1[^"]*"[^>]*>[^<]*was mixed away from the bench/, page)
    cup = to_bench(job, "card" => "1").delete_suffix("/card")
    planned = walk(cup).recipe.planned
    write_down(cup, resin: (planned[:resin] + 3).to_f.round(1).to_s, hardener: planned[:hardener].to_f.round(1).to_s, began: said(70),
      empty: said(50), room: "24", lot_a: "A-71", lot_b: "B-9", ended: "thickening")

    assert_equal [303, job], [last_response.status, URI(last_response["location"]).path]
    kept = batch(cup)

    assert_equal "poured", kept.stands
    assert_in_delta planned.values.sum.to_f + 3, kept.made_g, 0.2
    assert_equal "A-71 B-9", kept.lots
    desk = coats

    assert desk.coats[0].real
    assert_in_delta ago(70).to_f, desk.time_at(desk.coats[0].from_min).to_f, 61
    assert_in_delta ago(50).to_f, desk.time_at(desk.coats[0].to_min).to_f, 61
    assert_in_delta 20, Dakren::Bench::Lesson.read(kept.lesson).ended_min, 1.1
    assert_in_delta 24, walk(cup).times.room_c
    get cup

    assert_equal "tack", hidden("step")
  end

  # What was mixed away from the bench left its tins too, and comes back to them as it is typed anew.
  def test_a_card_draws_from_its_tins
    tins = Stores::Tin.where(resin: "Stillwater clear coat").order(:id).to_a
    before = tins.map(&:level)
    cup = to_bench(job)
    planned = walk(cup).recipe.planned.transform_values { |grams| grams.to_f.round(1) }
    told = { resin: planned[:resin].to_s, hardener: planned[:hardener].to_s, began: said(70), empty: said(50), room: "24" }
    write_down(cup, **told, tin_0: tins[0].id.to_s, tin_1: tins[1].id.to_s)

    assert_equal "A-2611 B-2611", batch(cup).lots
    drawn = before.zip(tins.map { |tin| tin.reload.level }).map { |was, is| (was - is).round(1) }

    assert_equal planned.values_at(:resin, :hardener), drawn
    get "#{cup}/card"

    assert_match(/<option value="#{tins[0].id}" selected/, page)
    write_down(cup, **told, tin_0: "", tin_1: tins[1].id.to_s)

    assert_in_delta before[0], tins[0].reload.level, 0.01
    assert_in_delta before[1] - planned[:hardener], tins[1].reload.level, 0.06
  end

  # A slip on the card is put right as a whole; what stood before stays in its record.
  def test_a_card_is_typed_again
    cup = to_bench(job)
    planned = walk(cup).recipe.planned
    hardener = planned[:hardener].to_f.round(1)
    write_down(cup, resin: (planned[:resin] + 30).to_f.round(1).to_s, hardener: hardener.to_s, began: said(70), empty: said(50),
      room: "24", lot_a: "A-71")
    get cup

    assert_includes words, "type it again"
    get "#{cup}/card"
    fields = %w[resin hardener began empty room lot_a].to_h { |name| [name, CGI.unescapeHTML(hidden(name))] }

    assert_equal ["#{hardener} g", "24 °C", "A-71"], fields.values_at("hardener", "room", "lot_a")
    write_down(cup, **fields, "resin" => planned[:resin].to_f.round(1).to_s)

    assert_equal 303, last_response.status, words[0, 400]
    kept = batch(cup)

    assert_in_delta planned.values.sum.to_f, kept.made_g, 0.2
    assert_equal %w[good poured], [kept.verdict, kept.stands]
    assert_in_delta ago(50).to_f, kept.poured_at, 61
    assert_operator kept.events.where(kind: "back").count, :>, 4
    write_down(cup, **fields, "began" => "25:99")

    assert_includes words, "Parts met must"
    assert_equal 1, Stores::Mixed.of(job[/\d+/].to_i).happened.fetch("c1").size
  end

  def test_the_record_says_that_it_was_typed_in_and_does_not_guess_the_mixing
    cup = to_bench(job)
    write_down(cup, began: said(70), empty: said(69))
    on = walk(cup)

    assert_nil on.times.mixed_share
    get cup
    post cup, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "act" => "abandoned",
                "why" => "a wasp" }
    get cup

    assert_includes words, "typed in afterwards"
    assert_includes page, %(<a href="#{job}">its job</a>)
    refute_match(/Mixed too short|Hardly mixed/, words)
  end

  # Off its ratio it counts as taken as it is: the plan says so.
  def test_a_card_off_its_ratio_is_told_on_the_job
    cup = to_bench(job)
    planned = walk(cup).recipe.planned
    write_down(cup, resin: planned[:resin].to_f.round(1).to_s, hardener: (planned[:hardener] * 2).to_f.round(1).to_s, began: said(70),
      empty: said(50))
    refute_equal "good", batch(cup).verdict
    get job

    assert_includes words, "went on off its ratio"
  end

  # 60 for 600 is asked about once; the same again is taken.
  def test_a_slip_of_a_digit_is_asked_about_once
    cup = to_bench(job)
    planned = walk(cup).recipe.planned
    told = { resin: (planned[:resin] / 10).to_f.round(1).to_s, hardener: planned[:hardener].to_f.round(1).to_s, began: said(70),
             empty: said(50) }
    write_down(cup, **told)

    assert_equal 422, last_response.status
    assert_match(/Resin is far from what was planned/, words)
    assert_equal "opened", batch(cup).stands
    post "#{cup}/card", { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "sure" => hidden("sure"),
                          **told.transform_keys(&:to_s) }

    assert_equal "poured", batch(cup).stands
  end

  def test_what_is_wrong_names_its_field_and_is_kept
    cup = to_bench(job)
    { { began: "", empty: "14:40" } => "Parts met must be given",
      { began: said(-90), empty: said(-100) } => "Parts met is still to come",
      { began: "1970-01-01 10:00", empty: "10:40" } => "Parts met must be within the last year",
      { began: said(50), empty: said(90) } => "All on must be after the parts met",
      { began: said(3000), empty: said(50) } => "All on must be after the parts met, and within 24 h",
      { began: "<b>now</b>", empty: "soon" } => "Parts met must be a day and hour",
      { began: said(70), empty: said(50), room: "900" } => "Room temperature must be",
      { began: said(70), empty: said(50), resin: "200" } => "Hardener must be given too",
      { began: said(70), empty: said(50), resin: "NaN", hardener: "-3" } => "Resin must be",
      { began: said(70), empty: said(50), resin: "0", hardener: "0" } => "must be more than nothing",
      { began: said(70), empty: said(50), resin: "1e309", hardener: "60" } => "Resin is too large",
      { began: said(70), empty: said(50), resin: "200 ml", hardener: "60" } => "Resin has a unit that does not fit here (g, kg, oz, lb",
      { began: said(70), empty: said(50), resin: "9" * 10_000, hardener: "60" } => "Resin is too long: a figure has at most 60 characters",
      { began: "1" * 10_000, empty: said(50) } => "Parts met must be a day and hour",
      { began: said(70), empty: said(50), room: "NaN" } => "Room temperature must be",
      { began: said(70), empty: said(50), room: "20 g" } => "Room temperature has a unit that does not fit here",
      { began: said(70), empty: "0" } => "All on must be a day and hour",
      { began: said(70), empty: "-1" } => "All on must be a day and hour",
      { began: said(70), empty: said(50), lot_a: "x" * 80 } => "Lot of A must be at most 60 characters" }.each do |told, says|
      write_down(cup, **told)

      assert_equal 422, last_response.status, says
      assert_includes words, says
      told.each_value { |text| assert_includes page, Rack::Utils.escape_html(text)[0, 30] unless text.include?("<") }
      assert_equal "opened", batch(cup).stands
    end
  end

  # Whatever tool and steps it has: typed in, it waits for its test dab or a look, and nothing of it was guessed.
  def test_every_way_of_measuring_can_be_typed_in
    %w[scale graduated eye].each do |method|
      @job = nil
      cup = to_bench(job("c1-method" => method, "c1-sheet" => sheet_id("Stillwater clear coat", "clear")))
      write_down(cup, began: said(70), empty: said(50))

      assert_equal "poured", batch(cup).stands, method
      assert_equal "tack", walk(cup).step.name.to_s
    end
  end

  # Asked for and left again: the job still leads to it.
  def test_a_card_that_was_left_is_found_again
    cup = to_bench(job, "card" => "1")
    get job

    assert_match(/card=1[^>]*>[^<]*was mixed away from the bench/, page)
    assert_equal cup, to_bench(job, "card" => "1")
  end

  def test_it_is_only_for_a_cup_nothing_went_into
    cup = to_bench(job)
    on_to(cup, "first")
    press(cup, reading: walk(cup).recipe.planned[walk(cup).recipe.first].to_f.round(1).to_s)

    assert_equal "second", hidden("step")
    get "#{cup}/card"

    assert_equal 303, last_response.status
    get cup

    refute_includes words, "type in its card"
  end

  # After midnight, and twice by the same press.
  def test_a_batch_over_midnight_and_a_press_that_is_sent_twice
    cup = to_bench(job)
    form = Document::BenchCard.new(walk(cup), { "began" => "2 Mar 2026 23:50", "empty" => "0:20" }, Words::Wording.new("metric"),
      zone: Document::Zones.of("Europe/Oslo"), now: Document::Zones.of("Europe/Oslo").local(2026, 3, 5, 12))

    assert_empty form.problems
    assert_equal [Time.utc(2026, 3, 2, 22, 50).to_f, Time.utc(2026, 3, 2, 23, 20).to_f], form.events.map { |_, at, _| at }.minmax
    write_down(cup, began: said(70), empty: said(50), deed_id: "abc")
    number = batch(cup).events.count

    assert_equal job, URI(last_response["location"]).path
    get "/bench"
    post "#{cup}/card", { "authenticity_token" => hidden("authenticity_token"), "after" => "0", "deed_id" => "abc", "began" => said(70),
                          "empty" => said(50) }

    assert_equal number, batch(cup).events.count
    assert_equal job, URI(last_response["location"]).path
  end
end
