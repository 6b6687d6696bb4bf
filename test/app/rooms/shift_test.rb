# frozen_string_literal: true

require_relative "../shared_help"

# A shift away: batches taken along, handed in once, with what others did meanwhile.
class ShiftTest < AppTest
  include SharedHelp
  include BenchHelp
  include Dakren

  def planned(name = "Bilge")
    start = Document::Zones.of(Stores::Settings.shop.zone).at(Stores::Now.wall).strftime("%Y-%m-%dT%H:%M")
    new_job("name" => name, "start" => start, "hours" => "24 h", "days_off" => "2000-01-01", "c1-coats" => "2")
  end

  # Takes the first coat of a job along on a phone; answers what it carries.
  def along(browser, job)
    desk = Stores::Planning.new(Stores::Settings.shop, job_id: job[/\d+/].to_i).desk_of(Stores::Job.find(job[/\d+/]).document)
    browser.get("/shift?day=#{desk.time_at(desk.coats.first.from_min).strftime("%F")}")
    browser.post("/shift", { "authenticity_token" => token_of(browser), "coats" => ["#{job[/\d+/]}-c1-1-1"] })

    assert_equal 303, browser.last_response.status
    bag(browser)
  end

  def bag(browser)
    browser.get("/shift/bag.json")
    JSON.parse(browser.last_response.body)["batches"]
  end

  def token(browser)
    browser.get("/shift/token")
    JSON.parse(browser.last_response.body)["token"]
  end

  # What a device keeps of a whole walk, ended long ago.
  def presses(item, upto: nil)
    cards = item["cards"].take_while { |card| card["step"] != upto }
    cards.each_with_index.map do |card, i|
      reading = format("%.2f", card["from"] + card["meant"]) if card["part"]
      { "id" => "#{item["id"]}-#{i}", "act" => "next", "step" => card["step"], "says" => card["next"], "reading" => reading,
        "ago_s" => ((cards.size - i) * 400).to_s }.compact
    end
  end

  def hand_in(browser, item, presses, deed: "d1")
    browser.post("/shift/#{item["id"]}/hand-in", { "authenticity_token" => token(browser), "deed_id" => deed, "key" => item["key"],
                                                   "after" => item["after"].to_s, "presses" => JSON.generate(presses) })
    browser.last_response.status == 200 ? JSON.parse(browser.last_response.body) : browser.last_response.status
  end

  def record(item)
    Stores::Batch.find(item["id"])
  end

  def test_a_days_batches_are_taken_walked_and_handed_in_once
    browser = inside
    item = along(browser, planned).first

    assert_equal %w[tins gear ready tare first second mix pour_out], item["cards"].map { |card|
      card["step"]
    } & %w[tins gear ready tare first
      second mix pour_out]
    told = presses(item)
    first, second = Array.new(2) { hand_in(browser, item, told) }

    assert_equal first, second
    assert_equal [[], "/bench/#{item["id"]}"], first.values_at("left", "address")
    walk = Stores::Walks.walk(record(item))

    assert_predicate walk, :over?
    assert_equal(told.size, walk.events.count { |event| event.kind != :asked })
    assert_in_delta walk.recipe.total_g, walk.contents.mass_g, 0.1
    assert_equal "phone by the scale", record(item).events.last.device
    assert_empty bag(browser)
    get "/book/batches/#{item["id"]}"

    assert_includes words, "What went in"
  end

  # By then others went on with it: theirs stands, and what was done there is kept as a note.
  def test_two_devices_hand_in_the_same_batch
    one = inside("phone one")
    two = inside("phone two")
    job = planned
    item = along(one, job).first
    same = along(two, job).find { |other| other["id"] == item["id"] }
    two.get("/shift")

    assert_includes two.last_response.body, "with phone one since"
    hand_in(one, item, presses(item))
    before = record(item).events.where.not(kind: "note").pluck(:id)
    result = hand_in(two, same, presses(same, upto: "mix"), deed: "d2")

    assert result["overtaken"]
    assert_match(/phone one/, result["by"])
    assert_equal before, record(item).events.where.not(kind: "note").pluck(:id)
    note = record(item).events.find_by(kind: "note").data["text"]

    assert_match(/Walked away from the shop as well/, note)
    assert_match(/\d\d:\d\d/, note)
  end

  def test_the_bench_tells_who_has_it
    browser = inside
    item = along(browser, planned).first
    get "/bench/#{item["id"]}"

    assert_includes words, "phone by the scale took it along"
    hand_in(browser, item, presses(item, upto: "mix"))
    get "/bench/#{item["id"]}"

    refute_includes words, "took it along"
  end

  # What came half is nothing; what is sent again is the same.
  def test_a_hand_in_cut_in_the_middle
    browser = inside
    item = along(browser, planned).first
    whole = JSON.generate(presses(item))
    ["", "[", whole[0, whole.size / 2], "{}", "[1]", "null", "[" * 5000, JSON.generate([{}] * 700), "\xFF"].each do |cut|
      browser.post("/shift/#{item["id"]}/hand-in",
        { "authenticity_token" => token(browser), "deed_id" => "d1", "after" => "0", "presses" => cut })

      assert_equal 400, browser.last_response.status, cut[0, 20]
    end
    assert_empty record(item).events
    assert_empty hand_in(browser, item, presses(item))["left"]
    assert_predicate Stores::Walks.walk(record(item)), :over?
  end

  def test_a_job_deleted_and_a_resin_retired_meanwhile
    browser = inside
    job = planned
    item = along(browser, job).first
    Stores::Bin.put(Stores::Job.find(job[/\d+/]), by: Stores::By::NOBODY)
    Stores::Sheet.find_by!(resin: "Stillwater clear coat").update!(retired: true)

    assert_equal [], hand_in(browser, item, presses(item))["left"]
    assert_predicate Stores::Walks.walk(record(item)), :over?
  end

  def test_notes_and_photographs_are_handed_in_once
    browser = inside
    item = along(browser, planned).first
    hand_in(browser, item, presses(item))
    wall = Stores::Now.wall
    2.times do
      browser.post("/book/batches/#{item["id"]}", { "authenticity_token" => token(browser), "act" => "note", "text" => "A run on the left",
                                                    "ago_s" => "3600", "deed_id" => "n1" })
    end

    assert_equal 1, record(item).events.where(kind: "note").count
    assert_includes (wall - 3600.1)..(Stores::Now.wall - 3599.9), record(item).events.find_by(kind: "note").at
  end

  # Its clock for whatever warmth it may meet: shorter where it is warmer, and as the bench would say.
  def test_the_clock_that_goes_along
    item = along(inside, planned).first
    middle = item["tins_c"].index(item["planned"]["tins"])
    walk = Stores::Walks.walk(record(item))

    assert_in_delta walk.recipe.clock.usable.early, item["usable"][middle][middle][0], 0.01
    item["usable"].transpose.each { |column| assert_equal column.map(&:first).sort.reverse, column.map(&:first) }
    assert_operator item["usable"].size, :>=, 5
  end

  def test_nothing_ticked_what_is_gone_and_what_is_not_walked
    browser = inside
    browser.get("/shift")
    browser.post("/shift", { "authenticity_token" => token_of(browser) })

    assert_equal 422, browser.last_response.status
    assert_includes browser.last_response.body, "Tick what is to be taken"
    browser.post("/shift", { "authenticity_token" => token(browser), "coats" => ["999999-c1-1-1", "x", "1-c99-1-1"], "batches" => %w[0 x] })

    assert_equal 303, browser.last_response.status
    assert_empty bag(browser)
    item = along(browser, planned).first
    browser.get("/shift")
    browser.post("/shift/#{Stores::Taking.last.id}/back", { "authenticity_token" => token_of(browser) })

    refute_includes bag(browser).map { |one| one["id"] }, item["id"]
    assert_equal 404, hand_in(browser, { **item, "id" => 999_999 }, [])
  end

  def test_what_a_browser_installs
    browser = phone
    browser.get("/manifest.webmanifest")
    told = JSON.parse(browser.last_response.body)

    assert_equal "standalone", told["display"]
    told["icons"].each do |icon|
      browser.get(icon["src"])

      assert_equal 200, browser.last_response.status
      assert_equal icon["sizes"].to_i, browser.last_response.body[16, 4].unpack1("N"), "as wide as it says"
    end
    browser.get("/worker.js")

    assert_equal "text/javascript", browser.last_response.media_type
    JSON.parse(browser.last_response.body[/KEPT = (\[.*?\]);/, 1]).each do |kept|
      get kept

      assert_equal 200, last_response.status, kept
    end
    browser.get("/offline")

    assert_equal 200, browser.last_response.status
  end
end
