# frozen_string_literal: true

require_relative "../../app_helper"
require "icalendar"
require "ri_cal"

ActiveSupport.to_time_preserves_timezone = true

# What is done with a plan: compared, taken to the bench and to a calendar, copied.
class PlanUseTest < AppTest
  include PlanHelp

  def test_hardeners_side_by_side_with_blends
    path = new_job(sheet: sheet_id("Reedmark L20 laminating", "medium"), film: "0.2", "c1-coats" => "2")
    get "/plan/#{path[/\d+/]}/compare"

    %w[fast medium slow].each { |name| assert_includes words, name }
    assert_includes words, "50 % fast, 50 % medium"
    assert_includes words, "Blended: fast to slow"
    assert_includes page, "minutes in the cup, from all fast to all slow"
    assert_includes words, "pot life to spare"
    get "/plan/#{new_job(sheet: "")[/\d+/]}/compare"

    assert_includes words, "Choose a resin system"
  end

  def test_a_blend_is_planned_and_taken_to_the_bench
    one, two = %w[fast slow].map { |name| sheet_id("Reedmark L20 laminating", name) }
    path = new_job(sheet: "blend-#{one}-#{two}-30", film: "0.2")

    assert_includes desk(path).sheet.name, "30 % fast / 70 % slow"
    get path
    post "/bench/planned?job=#{path[/\d+/]}&task=c1&coat=1&cup=1", "authenticity_token" => hidden("authenticity_token")

    assert_equal 303, last_response.status
    get last_response["location"]

    assert_equal 200, last_response.status
    get new_job(sheet: "blend-9999-1-30")

    assert_includes words, "is no longer on the shelf"
  end

  # 70 % slow (100 : 27) with 30 % fast (100 : 32) by weight of hardener: 3.53009 g of resin to a gram of hardener. 0.12 m² × 500 g/m² are
  # 60 g on the work.
  def test_a_blend_by_its_share_goes_to_the_bench_with_the_grams_of_each_hardener
    slow, fast = %w[slow fast].map { |name| sheet_id("Reedmark L20 laminating", name) }
    path = new_job(sheet: slow, length: "400", width: "300", film: "500", film_unit: "g/m2", "c1-blend_with" => fast,
      "c1-blend_share" => "30")
    split = desk(path).plan.batches.first.split

    assert_in_delta 3.53009, split.resin_g / split.hardener_g, 1e-5
    get path
    all = split.hardener_g.to_f
    assert_match(/Hardener: slow #{format("%.2f", all * 0.7)} g; fast #{format("%.2f", all * 0.3)} g\./, words)
    assert_includes page, 'data-slides="f-c1-blend_share"'
    post "/bench/planned?job=#{path[/\d+/]}&task=c1&coat=1&section=1&cup=1", "authenticity_token" => hidden("authenticity_token")
    bench = last_response["location"]
    4.times { press_on(bench) }
    resin = split.resin_g.to_f.round(2)
    step_on(bench, reading: resin.to_s)
    hardener = resin / 3.53009
    assert_includes words, "Of the hardener: slow until #{format("%.2f", resin + (hardener * 0.7))} g, " \
                           "then fast until #{format("%.2f", resin + hardener)} g."
  end

  def test_shares_of_a_blend_are_checked_and_kept
    slow, fast = %w[slow fast].map { |name| sheet_id("Reedmark L20 laminating", name) }
    other = sheet_id("Tarn table pour", "table")
    path = new_job(sheet: slow, film: "0.2", "c1-blend_with" => fast, "c1-blend_share" => "101")
    get path
    assert_includes words, "must be from 0 to 100 %"
    assert_includes page, 'value="101"'
    { "0" => "slow", "100" => "fast", "62.5" => "37.5 % slow / 62.5 % fast", "" => "50 % slow / 50 % fast" }.each do |typed, name|
      assert_equal name, desk(new_job(sheet: slow, film: "0.2", "c1-blend_with" => fast, "c1-blend_share" => typed)).sheet.hardener
    end
    get new_job(sheet: slow, film: "0.2", "c1-blend_with" => other)
    assert_includes words, "is of another resin: choose a hardener of this one"
  end

  # Both limits hold: as warm as the warmer asks for, as little tolerance as either has.
  def test_limits_of_both_hardeners_are_kept
    slow, fast = %w[slow fast].map { |name| Stores::Shelf.core(Stores::Sheet.find_by!(resin: "Reedmark L20 laminating", hardener: name)) }
    [0.1r, 0.35r, 0.9r].each do |share|
      both = Blend.new([[slow, 1 - share], [fast, share]]).sheet

      assert_equal [slow.lowest_c, fast.lowest_c].max, both.lowest_c
      assert_equal [slow.highest_c, fast.highest_c].min, both.highest_c
      assert_equal [slow.tolerance_pct, fast.tolerance_pct].transpose.map(&:min), both.tolerance_pct
    end
  end

  def step_on(path, **fields)
    get path
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
      "act" => "next", **fields.transform_keys(&:to_s) }
    get path
  end

  # Grams for those who weigh in grams, ounces for those who weigh in ounces: a shop's calendar is written anew when it changes.
  def test_a_calendar_speaks_the_shops_units
    id = four_coats[/\d+/]
    about = lambda do
      get "/plan/#{id}/job.ics"
      Icalendar::Calendar.parse(page).first.events.find { |event| event.uid.include?("-coat-") }.description.to_s
    end
    batches, grams = about.call.match(/\A(\d+) batch(?:es)?, (\d+) g of Stillwater/).captures.map(&:to_i)

    assert_operator batches, :>=, 1
    Stores::Settings.shop.update!(units: "us")
    ounces = about.call[/, ([\d.]+) oz of Stillwater/, 1].to_f

    assert_in_delta grams / 28.3495, ounces, 0.05
    get "/plan/shop.ics"

    assert_includes page, "oz of Stillwater"
  end

  def test_the_calendar_is_read_by_another_and_updates_in_place
    path = four_coats
    id = path[/\d+/]
    get "/plan/#{id}/job.ics"
    first = Icalendar::Calendar.parse(page).first
    coats = first.events.select { |event| event.uid.include?("-coat-") }

    assert_equal 4, coats.size
    assert_equal desk(path).time_at(desk(path).coats.first.from_min).to_i, coats.first.dtstart.to_time.to_i
    assert(coats.any? { |event| event.alarms.size == 2 })
    submit path, { "start" => "2026-11-26T07:00" }
    get "/plan/#{id}/job.ics"
    second = Icalendar::Calendar.parse(page).first

    assert_equal coats.map { |event| event.uid.to_s }.sort, second.events.map { |event| event.uid.to_s }.grep(/-coat-/).sort
    assert_operator second.events.first.sequence, :>, first.events.first.sequence
    away = Stores::Appointment.create!(from_at: Stores::Now.wall.to_i + 3600, to_at: Stores::Now.wall.to_i + 7200,
      label: "Delivery, <b>gate 2</b>")
    get "/plan/shop.ics"

    assert_equal 200, last_response.status
    events = Icalendar::Calendar.parse(page).first.events

    assert_operator events.size, :>, 10
    assert(events.any? { |event| event.summary == "Delivery, <b>gate 2</b>" && event.dtstart.to_time.to_i == away.from_at.to_i })
    assert_equal events.size, events.map { |event| event.uid.to_s }.uniq.size
    # A parser of another make reads the same.
    other = RiCal.parse_string(page).first

    assert_equal events.map { |event| event.dtstart.to_time.to_i }.sort, other.events.map { |event| event.dtstart.to_time.to_i }.sort
    assert_equal(events.sum { |event| event.alarms.size }, other.events.sum { |event| event.alarms.size })
    page.each_line("\r\n") { |line| assert_operator line.chomp.bytesize, :<=, 75 }
  end

  def test_copies_and_templates
    path = four_coats("name" => "Table as always")
    id = path[/\d+/]
    get path
    post "/plan/#{id}/deeds", "authenticity_token" => hidden("authenticity_token"), "deed" => "template"
    get "/"

    assert_includes words, "Templates"
    post "/plan/#{id}/deeds", "authenticity_token" => hidden("authenticity_token"), "deed" => "begin"
    copy = last_response["location"]

    refute_equal path, copy
    assert_equal "4", document(copy)["c1-coats"]["typed"]
    get "/"
    post "/plan/#{id}/deeds", "authenticity_token" => hidden("authenticity_token"), "deed" => "duplicate"

    assert_equal "Table as always, again", document(last_response["location"])["name"]
  end

  def test_what_is_on_now_is_told_across_all_jobs
    now = Time.now
    new_job("name" => "Cures now", "start" => (now - (6 * 3600)).strftime("%Y-%m-%dT%H:%M"), "room" => "22", "hours" => "24 h",
      "days_off" => "2000-01-01", "c1-began_1_1" => (now - (6 * 3600)).strftime("%Y-%m-%dT%H:%M"))
    new_job("name" => "Comes soon", "start" => (now + 3600).strftime("%Y-%m-%dT%H:%M"), "hours" => "24 h", "days_off" => "2000-01-01")
    get "/"

    assert_match(/Recoat now .*Cures now/, words)
    assert_match(/Next to mix .*Comes soon : film coat, batch 1 of 1/, words)
  end

  def test_hours_of_the_shop_are_kept_and_refused
    get "/settings"
    fields = {
      "authenticity_token" => hidden("authenticity_token"), "units" => "metric", "shop_temp" => "19", "pour_first" => "resin",
      "px_per_mm" => "3.78"
    }
    post "/settings", fields.merge("hours" => "08:00-16:00", "days_off" => "Sun", "crew" => "3")

    assert_equal(["08:00-16:00", "Sun", 3], Stores::Settings.shop.then { |row| [row.hours, row.days_off, row.crew] })
    NOISE.each do |noise|
      post "/settings", fields.merge("hours" => noise, "days_off" => noise, "crew" => noise)

      assert_equal 422, last_response.status, noise[0, 30]
    end
  end

  def test_whole_packs_go_to_the_bench_as_they_are
    path = new_job("c1-kind" => "floor", sheet: sheet_id("Granite floor 210", "floor"), length: "6 m", width: "4 m", film: "0.3",
      "c1-pack" => "2 L", "room" => "20", "start" => "2026-11-24T07:00")
    plan = desk(path).plan

    assert_equal :pack, plan.order.method
    assert_in_delta 2000, plan.batches.first.split.total_ml, 1e-6
    # 24 m² × 0.3 mm and 50 g/m², 60 g in the roller: 8100 ml. A pail of 2 litre keeps 6.8 ml: four would be a hair too few.
    assert_equal (plan.amounts.on_work.total_ml / 1993.2).ceil, plan.batches.size
    get path
    post "/bench/planned?job=#{path[/\d+/]}&task=c1&coat=1&section=1&cup=1", "authenticity_token" => hidden("authenticity_token")
    bench = last_response["location"]
    3.times { press_on(bench) }
    assert_includes words, "Stir the resin alone in its own pail"
    press_on(bench)
    assert_includes words, "Scrape all of hardener into the resin's pail #{format("%.1f", plan.batches.first.split.hardener_ml)} ml"
    press_on(bench)
    assert_equal "mix", hidden("step")
    assert_includes words, "2000 ml in the cup"
  end

  # 24 m² at 0.3 mm, 50 g/m² into primed concrete and 60 g in the roller are 7200 + 901 ml: 0.8 of a pack of 10 litre; in a pail of 20 litre
  # a pack keeps some 20 ml.
  def test_packs_of_the_sheet_are_taken_by_a_press
    path = new_job("c1-kind" => "floor", sheet: sheet_id("Granite floor 210", "floor"), length: "6 m", width: "4 m", film: "0.3",
      "room" => "20", "start" => "2026-11-24T07:00")
    Stores::Sheet.find_by!(resin: "Granite floor 210").then do |sheet|
      sheet.update!(properties: sheet.properties.merge("thinnest_film_mm" => 0.2, "thickest_film_mm" => 0.5))
    end
    get path
    assert_match(/1 pack gives 0\.37\d mm wet; the data sheet wants 0\.2 mm to 0\.5 mm\. mix whole packs/, words)
    granite = Stores::Sheet.find_by!(resin: "Granite floor 210")
    granite.update!(properties: granite.properties.merge("thinnest_film_mm" => nil, "pack_ml" => 4000))
    get path
    assert_match(/2 packs give 0\.29\d mm wet; 0\.3 mm is wanted\. mix whole packs/, words)
    granite.update!(properties: granite.properties.merge("thinnest_film_mm" => nil, "pack_ml" => 3000))
    get path
    assert_match(/It comes to 2\.7\d? of the data sheet's packs, 3 000 ml each\. mix whole packs/, words)
    granite.update!(properties: granite.properties.merge("pack_ml" => 10_000))
    press path, "packs:c1"
    get path
    assert_match(/1 pack covers it at 0\.3 mm wet, one of them .* of a pack is left over/, words)
    assert_equal "10000", document(path)["c1-pack"]["typed"]
  end

  def press_on(path)
    get path
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
      "act" => "next" }
    get path
  end

  # 37.35 g of mix for a standing fillet: 9 g of silica to 100 g.
  def test_a_stiffened_cup_is_walked_at_the_bench_with_its_powder
    job = Stores::Job.find_by!(name: "Bench brackets, bond and fillet")
    get "/jobs/#{job.id}"
    post "/bench/planned?job=#{job.id}&task=c3&coat=1&section=1&cup=1", "authenticity_token" => hidden("authenticity_token")
    path = last_response["location"]
    get path
    8.times do
      break if hidden("step") == "powder"

      reading = { "first" => "28.73", "second" => "37.35" }[hidden("step")]
      post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
                   "act" => "next" }.merge(reading ? { "reading" => reading } : {})
      get path
    end

    assert_equal "powder", hidden("step")
    assert_match(/3\.36\s*g/, words)
    assert_includes words, "silica, to standing"
  end

  def test_jobs_on_one_crew_keep_clear_of_each_other
    first = four_coats("c1-coats" => "1", "chain" => "yes")
    submit first, { "name" => "First" }
    second = four_coats("c1-coats" => "1", "chain" => "yes", "name" => "Second")
    get second
    taken = Document::Crew.of(Stores::Settings.shop, taken: Stores::Job.find(first[/\d+/]).said["busy"]
      .map { |pair| pair.map { |at| Time.at(at) } })
    one = desk(first).coats.first
    two = Document::JobDesk.new(document(second), sheets: Stores::Shelf.finder, shop: taken).coats.first

    assert_operator two.from_min, :>=, one.to_min - 1
  end

  def test_a_job_that_keeps_clear_is_worked_out_anew_when_the_others_move
    first = four_coats("c1-coats" => "1", "name" => "First")
    second = four_coats("c1-coats" => "1", "chain" => "yes", "name" => "Second")
    at = ->(path) { Stores::Job.find(path[/\d+/]).said["busy"].first }
    renewer = Stores::Renewer.new
    renewer.renew_all(breath_s: 0)
    assert_equal 0, renewer.renew_all(breath_s: 0)
    assert_operator at.call(second)[0], :>=, at.call(first)[1]
    before = at.call(second)
    get second

    assert_includes words, "the other jobs and the hours leave no room before"
    refute_includes words, "nobody's free"
    submit first, { "start" => "2026-12-01T09:00" }
    assert_equal before, at.call(second), "a page waits for nobody else's plan"
    renewer.renew_all(breath_s: 0)

    assert_operator at.call(second)[0], :<, before[0]
    assert_equal 0, renewer.renew_all(breath_s: 0)
  end
end
