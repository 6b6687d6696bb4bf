# frozen_string_literal: true

require_relative "../../app_helper"
require "socket"

class PlanTest < AppTest
  by_turns :test_hours_that_never_open_and_other_nonsense

  include PlanHelp

  def test_the_day_is_told_in_order_with_why
    path = four_coats
    get path

    assert_match(/Can't be sooner:|What holds it up:/, words)
    assert_includes words, "The work, in order"
    assert_includes words, "wash and abrade"
    assert_match(/Ready \w{3} \d\d:\d\d/, words)
    assert_equal 4, desk(path).coats.size
  end

  def test_what_cannot_be_kept_is_said_and_an_offer_taken
    Stores::Further.at_once = true
    path = four_coats("c1-school" => "tack", "hours" => "07:00-12:00")
    get path

    assert_includes words, "No plan keeps every window"

    assert_includes words, "sand where the window is missed"
    offer = page[/value="offer:([^"]+)"/, 1]
    press path, "offer:#{offer}"

    assert_predicate desk(path).schedule, :kept?
    submit path, { "c1-school" => "tack", "hours" => "07:00-12:00", "c1-began_1_1" => "2026-11-24T07:00" }
    get path

    refute_match(/value="offer:begin/, page)
    submit path, { "act" => "undo" }
    submit path, { "act" => "undo" }

    refute_predicate desk(path).schedule, :kept?
  ensure
    Stores::Further.at_once = false
  end

  def test_hours_that_never_open_and_other_nonsense
    { "hours" => ["never", "99:00-12:00", "12:00-07:00", "07:00-07:03", "<b>"],
      "days_off" => ["mon tue wed thu fri sat sun", "2026-99-99"], "people" => ["0", "999", "-1", "NaN", "1.7e308"],
      "deadline" => ["2020-01-01T00:00", "garbage"], "c1-sections" => ["0", "1.5", "400"], "c1-service" => ["900", "-5"],
      "c1-coats" => ["0", "41", "2.5"] }.each do |key, values|
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
    get path

    assert_includes words, "As late as it goes: begun 30 min later, a window would be missed, or it would be ready after Fri 11 Dec 16:00."
    refute_includes words, "Can't be sooner"
    later = four_coats("mode" => "back", "deadline" => "2026-12-11T16:00",
      "c1-not_before_1_1" => (made.time_at(made.coats.first.from_min) + 1800).strftime("%Y-%m-%dT%H:%M"))
    after = desk(later).schedule

    assert(!after.kept? || desk(later).time_at(after.hand_over_min) > Time.local(2026, 12, 11, 16))
    get four_coats("mode" => "back", "deadline" => "2026-11-24T16:00")

    assert_includes words, "It cannot be ready by"
  end

  def test_a_room_from_a_list_and_one_that_ends_too_soon
    path = four_coats("room_mode" => "csv", "csv" => "hours,temp\n0,20\n4,22\n10,16")

    assert_in_delta 21, desk(path).room.at(120), 1e-9
    get path

    assert_includes words, "The room is told of for 10 h only"
    ["x", "0;", "0,20", "a,b\nc,d", "0,20\n\"", "2026-02-31 25:00,20\n1,2", "0,999\n1,20", "1,20\n1,21"].each do |text|
      get new_job("room_mode" => "csv", "csv" => text)

      assert_equal 200, last_response.status, text
      assert_match(/id="e-csv"|still needed/i, page, text)
    end
    dated = four_coats("room_mode" => "csv", "csv" => "2026-11-24 07:00;18,5\n2026-11-25 07:00;20")

    assert_in_delta 18.5, desk(dated).room.at(0), 1e-9
  end

  # A coat that shall not begin before an hour waits for it, what follows with it; nothing that was before moves.
  def test_a_coat_is_not_begun_before_it_is_wanted
    path = four_coats("c1-school" => "tack", "hours" => "24 h", "days_off" => "2000-01-01")
    before = desk(path).coats.map { |coat| desk(path).time_at(coat.from_min) }
    submit path, { "c1-not_before_2_1" => "2026-11-24T14:00" }
    after = desk(path)

    assert_equal before[0], after.time_at(after.coats[0].from_min)
    assert_equal "14:00", after.time_at(after.coats[1].from_min).strftime("%H:%M")
    assert_operator after.coats[1].from_min, :<=, after.coats[1].window[1]
    assert_operator after.time_at(after.coats[2].from_min), :>, before[2]
    submit path, { "c1-not_before_2_1" => "2026-12-09T14:00" }

    refute_predicate desk(path).schedule, :kept?, "so late the coat below has closed"
    submit path, { "c1-not_before_2_1" => "never" }
    get path

    assert_includes words, "Not before, coat 2"
    assert_empty Stores::Event.where(job_id: path[/\d+/]), "what is wanted is nothing that happened"
  end

  def test_the_weather_service_and_a_real_one_on_its_port
    get four_coats("room_mode" => "weather")

    assert_includes words, "forecast unavailable"
    Devices.connected = Devices::Connected.new(simulated: -> { { room: nil } })
    Devices.connected.pretend = true
    # With a mix that goes on from 8 °C: whatever the hour this is asked at.
    get four_coats("room_mode" => "weather", "name" => "By the forecast", "sheet" => sheet_id("Reedmark L20 laminating", "fast"))

    assert_includes words, "Cure line"
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      client = server.accept
      asked = client.gets
      from = Time.iso8601(asked.split[1])
      client.write("#{from.iso8601} 11.5\n#{(from + 7200).iso8601} 13.5\n.\n")
      client.close
    end
    told = Devices::WeatherService.forecast(Time.local(2026, 11, 24, 7), address: "127.0.0.1:#{server.addr[1]}")
    thread.join

    assert_equal [[0.0, 11.5], [120.0, 13.5]], told
    assert_nil Devices::WeatherService.forecast(Time.now, address: "127.0.0.1:1")
    assert_nil Devices::WeatherService.forecast(Time.now, address: "nonsense")
  ensure
    Devices.connected = Devices::Connected.new
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

    assert_includes words, "keep discard"
    assert_equal "20", document(path)["room"]["typed"]
    press path, "drop-what-if", wi_room: "4"

    assert_equal "20", document(path)["room"]["typed"]
    press path, "keep-what-if", wi_room: "4", wi_late: "2"

    assert_equal "24", document(path)["room"]["typed"]
    assert_match(/-19:00\z/, document(path)["hours"])
    NOISE.each do |noise|
      press path, "keep-what-if", wi_room: noise, wi_start: noise, wi_late: noise

      assert_equal 200, last_response.status
    end
  end

  def test_what_moved_is_said_after_each_edit
    path = four_coats
    submit path, job_fields("c1-coats" => "4", "start" => "2026-11-24T07:00", "room" => "26"), live: true

    assert_includes words, "What changed:"
    submit path, job_fields("c1-coats" => "3", "start" => "2026-11-24T07:00", "room" => "26"), live: true

    assert_includes words, "−1 coat"
  end

  def test_tasks_are_repeated_split_skipped_and_dragged
    path = four_coats
    press path, "split:c1"
    tasks = document(path)["tasks"]

    assert_equal(%w[2 2], tasks.map { |id| document(path)["#{id}-coats"]["typed"] })
    assert_equal 4, desk(path).coats.size
    press path, "repeat:c1"

    assert_equal 6, desk(path).coats.size
    submit path, { "c1-skip" => "yes" }

    assert_equal 4, desk(path).coats.size
    press path, "order:#{tasks[1]}:c1"

    assert_equal tasks[1], document(path)["tasks"].first
    press path, "order:c1:"

    assert_equal "c1", document(path)["tasks"].last
  end

  def test_reality_moves_the_rest
    path = four_coats("room" => "23")
    before = desk(path).coats.map(&:from_min)
    submit path, { "c1-began_1_1" => "2026-11-24T08:30", "c1-finished_1_1" => "2026-11-24T09:00" }
    after = desk(path).coats.map(&:from_min)

    assert_in_delta 90, after[0], 1e-6
    assert_operator after[1], :>, before[1] + 60
    soft = Time.local(2026, 11, 24, 16)
    submit path, { "c1-soft_1_1" => soft.strftime("%Y-%m-%dT%H:%M") }

    assert_operator desk(path).coats[1].from_min, :>, 9 * 60
    NOISE.each do |noise|
      submit path, { "c1-began_1_1" => noise, "c1-finished_1_1" => noise, "c1-soft_1_1" => noise }
      get path

      assert_equal 200, last_response.status
    end
  end

  def test_a_part_in_the_sun_gets_its_post_cure_planned
    path = four_coats("c1-service" => "65", "c1-coats" => "1")

    assert_includes(desk(path).schedule.entries.map(&:name), :post_cure)
    get path

    assert_includes words, "At this cure it withstands 30 °C only."
    assert_includes words, "A post-cure is planned"
    Stores::Sheet.find(sheet_id("Stillwater clear coat", "clear")).update!(service_cured_c: 60)
    get path

    assert_includes words, "this resin can take 60 °C even after a post-cure"
  end

  def test_a_great_floor_is_laid_in_sections
    path = new_job("c1-kind" => "floor", sheet: sheet_id("Granite floor 210", "floor"), length: "40 m", width: "30 m", film: "0.4",
      "room" => "18", "start" => "2026-11-24T07:00")
    coats = desk(path).coats

    assert_operator coats.size, :>, 1
    assert_equal coats.size, coats.first.sections
    coats.each { |coat| assert_operator coat.to_min - coat.from_min, :<=, 300 }
    get path

    assert_includes words, "section 1 of #{coats.size}"
  end
end

# Small parts dipped, from the page to the day's list.
class DipPlanTest < AppTest
  include PlanHelp

  # 0.5 × 0.4 m at 0.12 mm are 24 ml, 6 ml drip off, and the basket keeps 20 g: 30 ml at 1.09 g/ml and 20 g are 52.7 g on the work.
  def test_parts_are_dipped_and_turned_and_a_ply_is_peeled
    path = new_job("c1-kind" => "dip", "c1-drip" => "25", "c1-soak" => "20 g", "c1-steps" => %w[turn_parts peel_ply], length: "500",
      width: "400", film: "0.12")
    get path

    assert_includes words, "drips off"
    coat = desk(path).coats.first
    need = coat.plan.order.need

    assert_equal([24, 6, 20], %i[work drip soak].map { |name| need.line(name).value })
    assert_in_delta (30 * 1.09) + 20, coat.plan.amounts.total.total_g - coat.plan.amounts.kept_g, 0.01
    assert_empty(%i[turn_parts peel_ply] - desk(path).schedule.entries.map(&:name))
    assert_includes words, "peel the ply off"
  end
end
