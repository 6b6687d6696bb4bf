# frozen_string_literal: true

require_relative "../../app_helper"

# What is typed is what is kept, and what is shown is true.
class KeptTest < AppTest
  include PlanHelp

  def setup
    super
    Devices.connected = Devices::Connected.new
  end

  def us
    Stores::Settings.shop.update!(units: "us")
  end

  # Everything a page would send back that nobody touched.
  def untouched
    page.scan(%r{<select id="[^"]*" name="([^"]+)".*?</select>}m).flatten.to_h do |name|
      [name, page[%r{<select id="[^"]*" name="#{Regexp.escape(name)}".*?</select>}m][/<option value="([^"]*)" selected/, 1] || ""]
    end
  end

  # A new job opens as a film coat; made a floor, it drinks and rolls as floors do: 4 × 3 m at 0.25 mm are 3 000 ml, and 600 g go
  # into the primed concrete and 60 g into the roller.
  def test_another_kind_of_work_brings_its_own_defaults_in_a_new_job
    submit "/jobs", {}, from: "/jobs/new"
    path = last_response["location"]
    get path
    submit path, untouched.merge("c1-kind" => "floor")
    get path
    submit path, untouched
      .merge(full("length" => "4 m", "width" => "3 m", "film" => "0.25", "sheet" => sheet_id("Granite floor 210", "floor")), "room" => "18")

    need = desk(path).coats.first.plan.order.need

    assert_in_delta 600, need.line(:drink).value, 1e-6
    assert_in_delta 60, need.line(:soak).value, 1e-6
    assert_in_delta 3000, need.line(:work).value, 1e-6
    assert_equal [:hand_over], desk(path).tasks.first.steps
    refute document(path).key?("c1-surface")
    submit path, { "c1-surface" => "concrete_bare" }
    submit path, { "c1-kind" => "coat" }

    assert_equal "concrete_bare", document(path)["c1-surface"], "what somebody chose stays chosen"
  end

  def test_a_list_in_fahrenheit_is_read_so_and_stays_so
    us
    path = new_job(room_mode: "csv", csv: "0,72\n10,68", film: "12 mil", length: "8 ft", width: "3 ft")

    assert_in_delta 22.222, desk(path).room.at(0), 0.001
    get path

    assert_includes words, "day and hour; °F"
    Stores::Settings.shop.update!(units: "metric")
    get path

    assert_includes words, "day and hour; °F"
    assert_in_delta 20, desk(path).room.at(600), 0.001
    submit path, { "csv" => "0,72\n10,70" }

    assert_in_delta 22.222, desk(path).room.at(0), 0.001
    submit path, { "csv" => "" }
    submit path, { "csv" => "0,22\n10,21 °C\n20,68 F" }

    assert_in_delta 22, desk(path).room.at(0), 1e-9
    assert_in_delta 21, desk(path).room.at(600), 1e-9
    assert_in_delta 20, desk(path).room.at(1200), 1e-9
  end

  def test_what_if_moves_a_page_in_fahrenheit_by_fahrenheit
    us
    path = new_job(room: "70", film: "12 mil", length: "8 ft", width: "3 ft")
    press path, "keep-what-if", wi_room: "5"

    assert_equal({ "typed" => "75", "bare" => "F" }, document(path)["room"])
    Stores::Settings.shop.update!(units: "metric")
    press path, "keep-what-if", wi_room: "2"

    assert_in_delta 25.89, desk(path).room.at(0), 0.005
  end

  # Marked: the second coat. Cut in two sections, the mark is still the second coat's, of its first section.
  def test_marks_stay_with_their_coat_when_sections_change
    path = four_coats
    at = desk(path).time_at(desk(path).coats[1].from_min + 30).strftime("%Y-%m-%dT%H:%M")
    submit path, { "c1-began_2_1" => at }
    submit path, { "c1-sections" => "2" }
    real = desk(path).coats.select(&:real)

    assert_equal([[2, 1]], real.map { |coat| [coat.number, coat.section] })
    submit path, { "c1-sections" => "" }

    assert_equal([[2, 1]], desk(path).coats.select(&:real).map { |coat| [coat.number, coat.section] })
    submit path, { "act" => "split:c1" }
    first, second = document(path)["tasks"]

    assert_equal at, document(path)["#{first}-began_2_1"]
    refute(document(path).keys.any? { |key| key.start_with?("#{second}-began") })
    submit path, { "#{second}-began_1_1" => "2026-11-25T09:00" }
    press path, "repeat:#{second}"
    copy = document(path)["tasks"].last

    refute document(path).key?("#{copy}-began_1_1"), "what happened to one coat did not happen to its copy"
  end

  def test_marks_of_coats_that_move_to_another_ticket_go_with_them
    path = four_coats("c1-began_4_1" => "2026-11-26T09:00", "c1-began_1_1" => "2026-11-24T07:10")
    press path, "split:c1"
    second = document(path)["tasks"].last

    assert_equal "2026-11-26T09:00", document(path)["#{second}-began_2_1"]
    assert_equal "2026-11-24T07:10", document(path)["c1-began_1_1"]
    refute document(path).key?("c1-began_4_1")
  end

  # 02:30 is left out on the night of 29 March; the hour from 2 to 3 comes twice on 25 October.
  def test_an_hour_that_a_night_leaves_out_is_told_and_one_that_comes_twice_says_which
    Stores::Settings.shop.update!(zone: "Europe/Berlin")
    path = new_job("start" => "2026-11-24T09:00")
    ["29 Mar 2027 02:30", "28 Mar 2027 02:30", "2027-03-28T02:30"].each do |text|
      submit path, { "start" => text }
      get path

      assert_equal text.include?("28"), words.include?("clocks are put forward that night, and 02:30 is left out"), text
    end
    assert_includes page, "2027-03-28T02:30", "what was typed stands"
    zone = Document::Zones.of("Europe/Berlin")
    dates = Words::Dates.new
    first, second = [0, 3600].map { |later| zone.at(Time.utc(2026, 10, 25, 0, 30) + later) }

    assert_equal(["Sun 02:30:00 CEST", "Sun 02:30:00 CET"], [first, second].map { |time| dates.second(time) })
    assert_equal "Sun 25 Oct 02:30 CEST", dates.moment(first)
    assert_equal "Sun 25 Oct 12:30", dates.moment(first + (11 * 3600))
    assert_equal first, dates.read(dates.moment(first), zone: zone, now: first)
  end

  def test_a_note_that_is_too_long_is_told_whole_and_not_cut
    path = new_job("note" => "before")
    submit path, { "note" => "x" * 25_003 }, live: true
    assert_equal 413, last_response.status
    assert_match(/Note must be at most 20000 characters; it has 25003/, page)
    assert_equal "before", document(path)["note"]
    submit path, { "note" => "x" * 20_000 }, live: true
    assert_equal 20_000, document(path)["note"].length
  end

  # A seal coat goes before the flood, a primer before the bond; what must precede nothing comes last.
  def test_a_task_added_is_put_where_its_kind_belongs
    path = new_job("c1-kind" => "flood")
    kinds = -> { document(path)["tasks"].map { |id| document(path)["#{id}-kind"] } }
    press path, "add-task:seal"
    assert_equal %w[seal flood], kinds.call
    press path, "add-task:bond"
    assert_equal %w[seal flood bond], kinds.call
    press path, "add-task:primer"
    assert_equal %w[seal primer flood bond], kinds.call
    press path, "add-task:coat"
    assert_equal %w[seal primer flood bond coat], kinds.call
  end

  # Sixty tasks are all there may be: one more is not made of the next one's.
  def test_split_never_writes_over_its_neighbour
    ids = Array.new(60) { |i| "c#{i + 1}" }
    document = Document::JobDocument.blank(shop_temp_c: 20, start: "2026-11-24T09:00").merge("tasks" => ids)
    ids.each { |id| document.merge!(Document::JobDocument.new_task(id, "coat"), "#{id}-coats" => { "typed" => "7", "bare" => nil }) }

    assert_equal document, Document::JobDeed.new(document).done("split:c4")
    assert_equal document, Document::JobDeed.new(document).done("split:c99")
    path = four_coats
    press path, "split:c77"

    assert_equal 200, last_response.status
    press path, "split"

    assert_equal 200, last_response.status
  end

  # 16 : 1 by weight and 1 : 1 by volume, neither with densities, beside one with them: every total has an answer.
  def test_the_list_of_jobs_adds_sheets_with_and_without_densities
    ["Sillmaker wood filler", "Cobble bonding paste"].each do |resin|
      Stores::Sheet.find_by!(resin: resin).update!(resin_density_g_ml: nil, hardener_density_g_ml: nil)
    end
    path = four_coats
    press path, "add-task:coat"
    press path, "add-task:coat"
    second, third = document(path)["tasks"].drop(1)
    submit path, { "#{second}-sheet" => sheet_id("Sillmaker wood filler", "filler"), "#{second}-film" => "0.3", "length" => "400",
      "width" => "300",
                   "#{third}-sheet" => sheet_id("Cobble bonding paste", "paste"), "#{third}-film" => "200", "#{third}-film_unit" => "g/m2" }
    submit path, { "#{second}-known" => "yes", "#{third}-known" => "yes" }

    assert_equal 3, desk(path).coats.map { |coat| coat.task.id }.uniq.size
    ["/", path, "/plan/#{path[/\d+/]}/job.ics", "/plan/#{path[/\d+/]}/compare"].each do |address|
      get address

      assert_equal 200, last_response.status, address
    end
    get path

    assert_match(%r{Assumed \(not on the data sheet\): density of the mix 1\.\d+ g/ml}, words)
  end

  # Nights of 15 °C and days of 33: at nine it is mild, and a coat that goes on at three is not.
  def test_a_coat_is_judged_by_the_hour_at_which_it_goes_on
    wave = { "room_mode" => "wave", "night" => "15", "day" => "33", "start" => "2026-11-24T06:00", "room" => "" }
    early = desk(new_job("hours" => "06:00-09:00", "name" => "early", **wave.transform_keys(&:to_s)))
    late = desk(new_job("hours" => "14:00-17:00", "name" => "late", **wave.transform_keys(&:to_s)))

    assert_empty early.tickets.first.refusals
    assert_equal [:warm], late.tickets.first.refusals.map(&:name)
    refute_nil late.tickets.first.held_back
    path = new_job("hours" => "14:00-17:00", "name" => "known", **wave)
    submit path, { "c1-known" => "yes" }

    assert_equal 1, desk(path).coats.size
  end

  def test_alarms_with_a_date_are_in_universal_time
    zone = ENV.fetch("TZ", nil)
    ENV["TZ"] = "America/Denver"
    path = four_coats
    get "/plan/#{path[/\d+/]}/job.ics"
    shut = desk(path).coats.filter_map { |coat| coat.window && coat.window[1] && (desk(path).time_at(coat.window[1]) - 900) }.first
    triggers = page.gsub("\r\n ", "").scan(/^TRIGGER;VALUE=DATE-TIME:(\S+)/).flatten

    refute_empty triggers
    assert(triggers.all? { |trigger| trigger.match?(/\A\d{8}T\d{6}Z\z/) }, triggers.join(" "))
    assert_includes triggers, shut.getutc.strftime("%Y%m%dT%H%M%SZ")
  ensure
    ENV["TZ"] = zone
  end

  # 12 g of lens resin at 100 : 12.5: 10.67 g and 1.33 g, which the gem scale weighs to the hundredth and the bench scale to the gram.
  def test_a_ticket_says_weights_to_the_step_of_the_scale_that_weighs_them
    gem, bench = ["gem scale", "bench scale"].map { |name| "tool-#{Stores::Tool.find_by!(name: name).id}" }
    fields = { "sheet" => sheet_id("Lens mounting resin", "mounting"), "length" => "100", "width" => "60", "film" => "0.5", "room" => "22" }
    path = new_job(**fields, "method" => gem)
    submit path, { "c1-known" => "yes" }
    get path

    assert_match(/\d\.\d\d g/, page[%r{class="figure big bare.*?</summary>}m].gsub(/<[^>]+>/, ""))
    submit path, { "method" => bench }
    get path

    assert_match(/ \d+ g\s*\z/, page[%r{class="figure big bare.*?</summary>}m].gsub(/<[^>]+>/, ""))
  end

  def test_ounces_are_shown_to_what_the_scale_shows
    us = Words::Wording.new("us")

    assert_equal %w[0.007 oz], us.weight(0.2, resolution_g: 0.1)
    assert_equal %w[0.0071 oz], us.weight(0.2, resolution_g: 0.01)
    assert_equal %w[11.46 oz], us.weight(325, resolution_g: 1)
    assert_equal %w[0.2 g], Words::Wording.new("metric").weight(0.2, resolution_g: 0.1)
    assert_equal %w[320 g], Words::Wording.new("metric").weight(320.4, resolution_g: 1)
    assert_equal ["0.034", "fl oz"], us.volume(1.0)
  end
end
