# frozen_string_literal: true

require_relative "../app_helper"
require "icalendar"
require "ri_cal"
require "socket"

ActiveSupport.to_time_preserves_timezone = true

class PlanTest < AppTest
  def four_coats(**changes)
    new_job("c1-coats" => "4", "start" => "2026-11-24T07:00", "room" => "20", **changes)
  end

  def desk(path)
    Desk::JobDesk.new(Records::Job.find(path[/\d+/]).document, sheets: Desk::SheetDesk.finder, shop: Desk::Shop.of(Records::Settings.shop))
  end

  def document(path)
    Records::Job.find(path[/\d+/]).document
  end

  def press(path, act, **fields)
    submit path, { "act" => act }.merge(fields.transform_keys(&:to_s)), live: true
  end

  def test_the_day_is_told_in_order_with_why
    path = four_coats
    get path

    assert_includes words, "Nothing earlier:"
    assert_includes words, "The work, in order"
    assert_includes words, "wash and abrade"
    assert_match(/Hand over \w{3} \d\d:\d\d/, words)
    assert_equal 4, desk(path).coats.size
  end

  def test_what_cannot_be_kept_is_said_and_an_offer_taken
    path = four_coats("c1-school" => "tack", "hours" => "07:00-12:00")
    get path

    assert_includes words, "No plan keeps every window"
    press path, "offers"

    assert_includes words, "let it cure and abrade where the window is missed"
    offer = page[/value="offer:([^"]+)"/, 1]
    press path, "offer:#{offer}"

    assert_predicate desk(path).schedule, :kept?
    submit path, { "c1-school" => "tack", "hours" => "07:00-12:00", "c1-real" => { "0" => { "began" => "2026-11-24T07:00", "finished" => "", "soft" => "" } } }
    press path, "offers"

    refute_match(/value="offer:begin/, page)
    submit path, { "act" => "undo" }
    submit path, { "act" => "undo" }

    refute_predicate desk(path).schedule, :kept?
  end

  def test_hours_that_never_open_and_other_nonsense
    { "hours" => ["never", "99:00-12:00", "12:00-07:00", "07:00-07:03", "<b>"], "days_off" => ["mon tue wed thu fri sat sun", "2026-99-99"], "people" => ["0", "999", "-1", "NaN", "1.7e308"],
      "deadline" => ["2020-01-01T00:00", "garbage"], "c1-sections" => ["0", "1.5", "400"], "c1-service" => ["900", "-5"], "c1-coats" => ["0", "41", "2.5"] }.each do |key, values|
      values.each do |value|
        path = four_coats("mode" => "back", "deadline" => "2026-12-24T12:00", key => value)
        get path

        assert_equal 200, last_response.status, "#{key} #{value}"
        refute_includes words, "Cure line", "#{key} #{value.inspect}"
        assert_includes words, "Everything typed so far is kept", "#{key} #{value.inspect}"
      end
    end
  end

  def test_a_hand_over_in_the_past_is_told
    path = four_coats("mode" => "back", "deadline" => "2026-11-23T12:00")
    get path

    assert_includes words, "is before the work may begin"
  end

  def test_back_from_a_hand_over_begins_as_late_as_it_can
    path = four_coats("mode" => "back", "deadline" => "2026-12-11T16:00")
    made = desk(path)
    over = made.time_at(made.schedule.hand_over_min)

    assert_operator over, :<=, Time.local(2026, 12, 11, 16)
    assert_operator made.coats.first.from_min, :>, 5 * 1440
    get four_coats("mode" => "back", "deadline" => "2026-11-24T16:00")

    assert_includes words, "It cannot be handed over by"
  end

  def test_a_room_from_a_list_and_one_that_ends_too_soon
    path = four_coats("room_mode" => "csv", "csv" => "hours,temp\n0,20\n4,22\n10,16")

    assert_in_delta 21, desk(path).room.at(120), 1e-9
    get path

    assert_includes words, "The room is told of for 10 h only"
    ["x", "0;", "0,20", "a,b\nc,d", "0,20\n\"", "2026-02-31 25:00,20\n1,2", "0,999\n1,20", "1,20\n1,21"].each do |text|
      get four_coats("room_mode" => "csv", "csv" => text)

      assert_equal 200, last_response.status, text
      assert_match(/id="e-csv"|still needed/i, page, text)
    end
    dated = four_coats("room_mode" => "csv", "csv" => "2026-11-24 07:00;18,5\n2026-11-25 07:00;20")

    assert_in_delta 18.5, desk(dated).room.at(0), 1e-9
  end

  def test_the_weather_desk_and_a_real_one_on_its_port
    get four_coats("room_mode" => "weather")

    assert_includes words, "Cure line"
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      client = server.accept
      asked = client.gets
      from = Time.iso8601(asked.split[1])
      client.write("#{from.iso8601} 11.5\n#{(from + 7200).iso8601} 13.5\n.\n")
      client.close
    end
    told = Devices::WeatherDesk.forecast(Time.local(2026, 11, 24, 7), address: "127.0.0.1:#{server.addr[1]}")
    thread.join

    assert_equal [[0.0, 11.5], [120.0, 13.5]], told
    assert_nil Devices::WeatherDesk.forecast(Time.now, address: "127.0.0.1:1")
    assert_nil Devices::WeatherDesk.forecast(Time.now, address: "nonsense")
  end

  def test_a_heated_tent_and_what_was_measured_move_the_clocks
    cold = desk(four_coats("room" => "17"))
    heated = desk(four_coats("room" => "17", "heats" => { "0" => { "from" => "0", "to" => "100", "temp" => "24" } }))
    measured = desk(four_coats("room" => "24", "measured" => { "0" => { "from" => "0", "to" => "100", "temp" => "17" } }))

    assert_operator heated.coats[1].from_min, :<, cold.coats[1].from_min
    assert_in_delta cold.coats[1].from_min, measured.coats[1].from_min, 30
  end

  def test_what_if_is_looked_at_then_kept_or_dropped
    path = four_coats
    press path, "", wi_room: "4"

    assert_includes words, "keep drop"
    assert_equal "20", document(path)["room"]["typed"]
    press path, "drop-what-if", wi_room: "4"

    assert_equal "20", document(path)["room"]["typed"]
    press path, "keep-what-if", wi_room: "4", wi_people: "1"

    assert_equal %w[24 2], [document(path)["room"]["typed"], document(path)["people"]["typed"]]
    NOISE.each do |noise|
      press path, "keep-what-if", wi_room: noise, wi_start: noise, wi_cup: noise

      assert_equal 200, last_response.status
    end
  end

  def test_what_moved_is_said_after_each_edit
    path = four_coats
    submit path, job_fields("c1-coats" => "4", "start" => "2026-11-24T07:00", "room" => "26"), live: true

    assert_includes words, "What moved:"
    submit path, job_fields("c1-coats" => "3", "start" => "2026-11-24T07:00", "room" => "26"), live: true

    assert_includes words, "−1 coat"
  end

  def test_passes_are_repeated_split_skipped_and_dragged
    path = four_coats
    press path, "split:c1"
    passes = document(path)["passes"]

    assert_equal(%w[2 2], passes.map { |id| document(path)["#{id}-coats"]["typed"] })
    assert_equal 4, desk(path).coats.size
    press path, "repeat:c1"

    assert_equal 6, desk(path).coats.size
    submit path, { "c1-skip" => "yes" }

    assert_equal 4, desk(path).coats.size
    press path, "order:#{passes[1]}:c1"

    assert_equal passes[1], document(path)["passes"].first
    press path, "order:c1:"

    assert_equal "c1", document(path)["passes"].last
  end

  def test_reality_moves_the_rest
    path = four_coats("room" => "23")
    before = desk(path).coats.map(&:from_min)
    submit path, { "c1-real" => { "0" => { "began" => "2026-11-24T08:30", "finished" => "2026-11-24T09:00" } } }
    after = desk(path).coats.map(&:from_min)

    assert_in_delta 90, after[0], 1e-6
    assert_operator after[1], :>, before[1] + 60
    soft = Time.local(2026, 11, 24, 16)
    submit path, { "c1-real" => { "0" => { "began" => "2026-11-24T08:30", "finished" => "2026-11-24T09:00", "soft" => soft.strftime("%Y-%m-%dT%H:%M") } } }

    assert_operator desk(path).coats[1].from_min, :>, 9 * 60
    NOISE.each do |noise|
      submit path, { "c1-real" => { "0" => { "began" => noise, "finished" => noise, "soft" => noise } } }
      get path

      assert_equal 200, last_response.status
    end
  end

  def test_jobs_on_one_crew_keep_clear_of_each_other
    first = four_coats("c1-coats" => "1", "chain" => "yes")
    submit first, { "name" => "First" }
    second = four_coats("c1-coats" => "1", "chain" => "yes", "name" => "Second")
    get second
    taken = Desk::Shop.of(Records::Settings.shop, taken: JSON.parse(Records::Job.find(first[/\d+/]).busy).map { |pair| pair.map { |at| Time.at(at) } })
    one = desk(first).coats.first
    two = Desk::JobDesk.new(document(second), sheets: Desk::SheetDesk.finder, shop: taken).coats.first

    assert_operator two.from_min, :>=, one.to_min - 1
  end

  def test_hardeners_side_by_side_with_blends
    path = new_job(sheet: sheet_id("Reedmark L20 laminating", "medium"), film: "0.2", "c1-coats" => "2")
    get "/plan/#{path[/\d+/]}/compare"

    %w[fast medium slow].each { |name| assert_includes words, name }
    assert_includes words, "half fast, half medium"
    assert_includes words, "pot margin"
    get "/plan/#{new_job(sheet: "")[/\d+/]}/compare"

    assert_includes words, "Choose a resin and hardener"
  end

  def test_a_blend_is_planned_and_taken_to_the_bench
    one, two = %w[fast slow].map { |name| sheet_id("Reedmark L20 laminating", name) }
    path = new_job(sheet: "blend-#{one}-#{two}-30", film: "0.2")

    assert_includes desk(path).sheet.name, "30 % fast / 70 % slow"
    get path
    post "/bench/planned?job=#{path[/\d+/]}&pass=c1&coat=1&cup=1", "authenticity_token" => hidden("authenticity_token")

    assert_equal 303, last_response.status
    get last_response["location"]

    assert_equal 200, last_response.status
    get new_job(sheet: "blend-9999-1-30")

    assert_includes words, "is no longer on the shelf"
  end

  def test_whole_packs_go_to_the_bench_as_they_are
    path = new_job("c1-kind" => "floor", sheet: sheet_id("Granite floor 210", "floor"), length: "6 m", width: "4 m", film: "0.3", "c1-pack" => "2 L", "room" => "20", "start" => "2026-11-24T07:00")
    plan = desk(path).plan

    assert_equal :pack, plan.order.method
    assert_in_delta 2000, plan.batches.first.split.total_ml, 1e-6
    assert_equal (plan.on_work.total_ml / (2000 * Rational(98, 100))).ceil, plan.batches.size
    get path
    post "/bench/planned?job=#{path[/\d+/]}&pass=c1&coat=1&section=1&cup=1", "authenticity_token" => hidden("authenticity_token")
    get last_response["location"]

    assert_equal 200, last_response.status
  end

  # 37.35 g of mix for a standing fillet: 9 g of silica to 100 g.
  def test_a_stiffened_cup_is_walked_at_the_bench_with_its_powder
    job = Records::Job.find_by!(name: "Bench brackets, bond and fillet")
    get "/jobs/#{job.id}"
    post "/bench/planned?job=#{job.id}&pass=c3&coat=1&section=1&cup=1", "authenticity_token" => hidden("authenticity_token")
    path = last_response["location"]
    get path
    8.times do
      break if hidden("step") == "powder"

      reading = { "first" => "28.73", "second" => "37.35" }[hidden("step")]
      post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => "next" }.merge(reading ? { "reading" => reading } : {})
      get path
    end

    assert_equal "powder", hidden("step")
    assert_match(/3\.36\s*g/, words)
    assert_includes words, "silica, to standing"
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
    get "/plan/shop.ics"

    assert_equal 200, last_response.status
    events = Icalendar::Calendar.parse(page).first.events

    assert_operator events.size, :>, 10
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

    assert_includes words, "Our usual"
    post "/plan/#{id}/deeds", "authenticity_token" => hidden("authenticity_token"), "deed" => "begin"
    copy = last_response["location"]

    refute_equal path, copy
    assert_equal "4", document(copy)["c1-coats"]["typed"]
    get "/"
    post "/plan/#{id}/deeds", "authenticity_token" => hidden("authenticity_token"), "deed" => "duplicate"

    assert_equal "Table as always, again", document(last_response["location"])["name"]
  end

  def test_a_part_in_the_sun_gets_its_post_cure_planned
    path = four_coats("c1-service" => "65", "c1-coats" => "1")

    assert_includes(desk(path).schedule.entries.map(&:name), :post_cure)
    get path

    assert_includes words, "As cured here it bears 30 °C only."
    assert_includes words, "A post-cure is planned"
    Records::Sheet.find(sheet_id("Stillwater clear coat", "clear")).update!(service_cured_c: 60)
    get path

    assert_includes words, "this sheet bears 60 °C even after a post-cure"
  end

  def test_a_great_floor_is_laid_in_sections
    path = new_job("c1-kind" => "floor", sheet: sheet_id("Granite floor 210", "floor"), length: "40 m", width: "30 m", film: "0.4", "room" => "18", "start" => "2026-11-24T07:00")
    coats = desk(path).coats

    assert_operator coats.size, :>, 1
    assert_equal coats.size, coats.first.sections
    coats.each { |coat| assert_operator coat.to_min - coat.from_min, :<=, 300 }
    get path

    assert_includes words, "section 1 of #{coats.size}"
  end

  def test_what_is_on_now_is_told_across_all_jobs
    now = Time.now
    new_job("name" => "Cures now", "start" => (now - (6 * 3600)).strftime("%Y-%m-%dT%H:%M"), "room" => "22", "hours" => "24 h", "days_off" => "2000-01-01")
    new_job("name" => "Comes soon", "start" => (now + 3600).strftime("%Y-%m-%dT%H:%M"), "hours" => "24 h", "days_off" => "2000-01-01")
    get "/"

    assert_match(/Tacky: may be coated .*Cures now/, words)
    assert_match(/A hand is needed .*Comes soon/, words)
  end

  def test_hours_of_the_shop_are_kept_and_refused
    get "/settings"
    fields = { "authenticity_token" => hidden("authenticity_token"), "units" => "metric", "shop_temp" => "19", "pour_first" => "resin", "px_per_mm" => "3.78" }
    post "/settings", fields.merge("hours" => "08:00-16:00", "days_off" => "Sun", "crew" => "3")

    assert_equal(["08:00-16:00", "Sun", 3], Records::Settings.shop.then { |row| [row.hours, row.days_off, row.crew] })
    NOISE.each do |noise|
      post "/settings", fields.merge("hours" => noise, "days_off" => noise, "crew" => noise)

      assert_equal 422, last_response.status, noise[0, 30]
    end
  end
end
