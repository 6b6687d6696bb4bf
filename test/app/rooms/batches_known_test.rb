# frozen_string_literal: true

require_relative "../../app_helper"

# The plan's batches are known again at the bench, and the bench's at the plan; a press counts once, from when it was pressed.
class BatchesKnownTest < AppTest
  include BenchHelp

  def setup
    super
    Devices.connected = Devices::Connected.new
  end

  # A floor in lines: three batches, which go through without a reading.
  def job
    @job ||= new_job("c1-method" => "graduated", "c1-coats" => "1", length: "4 m", width: "2 m", "c1-cup" => "auto", room: "20",
      "c1-most" => "900 g",
      start: Document::Zones.of(Stores::Settings.shop.zone).now.strftime("%Y-%m-%dT%H:%M"), "every_day" => "yes", "evenings" => "yes",
      "hours" => "24 h")
  end

  def planned(**changes)
    to_bench(job, **changes)
  end

  def batches
    desk = Document::JobDesk.new(Stores::Job.find(job[/\d+/]).document, sheets: Stores::Shelf.finder, tools: Stores::Tool.shelf,
      shop: Document::Crew.of(Stores::Settings.shop))
    desk.coats.first.plan.batches.size
  end

  def used(path)
    on_to(path, "pour_out")
    press(path)
  end

  def test_the_bench_opens_the_next_batch_that_is_not_mixed
    assert_operator batches, :>, 2
    first = planned
    assert_equal first, planned, "one that is on the go is gone back to"
    get job
    assert_includes words, "Back to the bench: batch 1"
    assert_match(/batch 1 at the bench/, words)
    on_to(first, "mix")
    get "/"
    assert_match(/In the cup Board, batch 1 of #{batches} : .* left in the cup/, words)
    assert_match(/Next to mix .*Board : film coat, batch 2 of #{batches}/i, words)
    refute_includes words, "Nothing curing"
    used(first)
    second = planned
    refute_equal first, second
    assert_equal([2, "c1", 1, 1], Stores::Batch.find(second[/\d+/]).then { |one| [one.cup_number, one.task, one.coat, one.section] })
    get job
    assert_match(/batch 1 used .*batch 2 at the bench/, words)
    assert_includes page, %(<a href="#{first}">batch 1</a>)
    get "/bench"
    assert_match(/batch 2 of #{batches}/, words)
  end

  def test_one_that_was_thrown_out_is_needed_again_and_one_that_ran_short_is_mixed_again_by_name
    first = planned
    press(first, act: "abandoned", why: "a wasp")
    again = planned
    refute_equal first, again
    assert_equal 1, Stores::Batch.find(again[/\d+/]).cup_number
    used(again)
    assert_equal again, planned(cup: 1, coat: 1, section: 1), "used up: its record, not another copy"
    get job
    assert_includes words, "batch 1 again: it ran short"
    more = planned(cup: 1, coat: 1, section: 1, again: "short")
    refute_equal again, more
    assert_match(/mixed again: it ran short/, Stores::Batch.find(more[/\d+/]).name)
  end

  def test_batches_all_used_lead_to_the_last_record
    batches.times { used(planned) }
    count = Stores::Batch.count
    planned

    assert_equal count, Stores::Batch.count
  end

  # Pressed 46 seconds before the shop heard of it, and sent twice.
  def test_a_press_that_had_to_wait_counts_from_when_it_was_pressed_and_once
    path = planned
    on_to(path, "second")
    Stores::Event.where(batch_id: path[/\d+/]).update_all("at = at - 300")
    form = { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "second", "act" => "next",
             "deed_id" => "press-1", "ago_s" => "46.0" }
    pressed = Stores::Now.now
    2.times { post path, form, { "HTTP_X_LIVE" => "1" } }
    refute_includes words, "Already done"
    walk = Stores::Walks.walk(Stores::Batch.find(path[/\d+/]))

    assert_equal(1, walk.events.count { |event| event.data[:press] == "press-1" })
    assert_includes (pressed - 46.1)..(Stores::Now.now - 45.9), walk.times.met_at
  end

  def test_a_press_is_never_dated_before_what_was_done_before_it
    path = planned
    on_to(path, "second")
    last = Stores::Walks.walk(Stores::Batch.find(path[/\d+/])).events.last.at
    %w[9000 -5 NaN 1e309 <b>].each_with_index do |ago, i|
      get path
      post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
                   "act" => "next", "deed_id" => "p#{i}", "ago_s" => ago }
      assert_includes [200, 303], last_response.status
      events = Stores::Walks.walk(Stores::Batch.find(path[/\d+/])).events

      assert_operator events.last.at, :>=, last
      assert_equal events.map(&:at).sort, events.map(&:at)
    end
  end

  def test_when_the_hardener_went_in_can_be_said_afterwards
    path = planned
    on_to(path, "mix")
    get path
    assert_includes words, "Minutes ago"
    pressed = Stores::Now.now
    press(path, act: "met", ago: "3")
    assert_includes (pressed - 180.1)..(Stores::Now.now - 179.9), Stores::Walks.walk(Stores::Batch.find(path[/\d+/])).times.met_at
    assert_match(/\b3 min since the hardener went in/, words)
    ["", "-1", "NaN", "1e309", "9000", "<b>", "3 kg"].each do |typed|
      post path,
        { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "mix", "act" => "met",
          "ago" => typed }
      assert_match(/Minutes ago (?:must|is too large|has a unit)/i, words, typed)
    end
    on_to(path, "pour_out")
    press(path)
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => "met",
                 "ago" => "0" }
    assert_match(/must be more: it was poured out/, words)
  end

  # 709.8 g by scale: 495 g of resin are meant, 27 are not it; said twice they are taken.
  def test_a_reading_that_cannot_be_what_was_meant_is_asked_about
    path = new_job("c1-method" => "scale")
    path = to_bench(path)
    on_to(path, "tare")
    press(path)
    2.times do |i|
      post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "first", "act" => "next",
                   "reading" => "27" }, { "HTTP_X_LIVE" => "1" }
      assert_includes words, "That is 27.0 g of resin where" if i.zero?
      assert_includes page, 'value="27"' if i.zero?
    end
    assert_equal "second", hidden("step")
  end

  def test_a_record_is_taken_up_again_with_its_trace
    path = planned
    press(path, act: "abandoned", why: "wrong cup")
    assert_includes words, "Thrown out: wrong cup"
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "act" => "reopened", "why" => "" }
    assert_includes words, "Say in a few words why"
    press(path, act: "reopened", why: "it was the other one")
    assert_equal "tins", hidden("step")
    assert_nil Stores::Batch.find(path[/\d+/]).finished_at
    press(path, act: "abandoned", why: "now really")
    assert_match(/Thrown out: wrong cup .*Taken back, goes on: it was the other one .*Thrown out: now really/, words)
    press(path, act: "reopened", why: "x" * 201)
    assert_equal "binned", Stores::Batch.find(path[/\d+/]).stands
  end
end

# The clock on the wall is set back and forward while a cup is live: its time goes on evenly, and the page says so.
class ClockSetTest < AppTest
  include BenchHelp

  def setup
    super
    @wall = File.join(Dir.mktmpdir("dakren-wall"), "set")
    File.write(@wall, "0")
    ENV["DAKREN_WALL"] = @wall
    Stores::Now.settle
  end

  def teardown
    ENV.delete("DAKREN_WALL")
    Stores::Now.wall
    Stores::Now.settle
    FileUtils.rm_rf(File.dirname(@wall))
  end

  def set(seconds)
    Stores::Now.wall
    File.write(@wall, seconds.to_s)
  end

  def even
    Process.clock_gettime(Process::CLOCK_BOOTTIME)
  end

  # The clock batches run by goes on as the machine's own even one, however long the shop took meanwhile.
  # @param before [Array(Float, Float)] both of them earlier, as `now_and_even` told
  def assert_went_on(before)
    at_least = before.first + (even - before.last)
    now = Stores::Now.now

    assert_includes (at_least - 0.5)..(before.first + (even - before.last) + 0.5), now
  end

  def now_and_even
    [Stores::Now.now, even]
  end

  def test_batches_go_on_evenly_and_the_jump_is_told
    before = now_and_even
    set(-3600)
    assert_went_on before
    assert_in_delta Time.now.to_f - 3600, Stores::Now.wall, 1
    get "/bench"
    assert_match(/The clock of this computer was set back by (?:60 min|1 h)/, words)
    set(7200)
    assert_went_on before
    get "/"
    assert_match(/was set forward by (?:120 min|2 h)/, words)
    set(0)
    assert_went_on before
    assert_nil Stores::Now.jump, "set right again"
  end

  def test_a_restart_goes_on_evenly_too
    file = File.join(File.dirname(@wall), "clock")
    Stores::Now.go_on_from(file)
    before = now_and_even
    Stores::Now.keep
    File.write(@wall, "-1800")
    Stores::Now.go_on_from(file)
    assert_went_on before
    assert_in_delta(-1800, Stores::Now.jump.by_s, 1)
    Stores::Now.keep
    Stores::Now.go_on_from(file)
    assert_went_on before
    ["", "{", "[1]", '{"wall":"x"}'].each do |broken|
      File.write(file, broken)
      Stores::Now.go_on_from(file)
      assert_kind_of Float, Stores::Now.now
    end
    Stores::Now.go_on_from(File.dirname(file))
    Stores::Now.keep
    assert File.directory?(File.dirname(file)), "what is no file of ours is left alone"
  ensure
    Stores::Now.go_on_from(nil)
    Stores::Now.settle
  end

  def test_a_record_shows_the_hours_of_the_clock_on_the_wall
    set(-3600)
    get "/bench"
    post "/bench/one-off", { "authenticity_token" => hidden("authenticity_token"), "amount" => "150 ml", "room" => "20",
                           "method" => "graduated", "sheet" => sheet_id("Stillwater clear coat", "clear"), "powder" => "" }
    path = last_response["location"]
    press(path, act: "abandoned", why: "a try")
    at = Stores::Settings.shop.then { |shop| Document::Zones.of(shop.zone) }.at(Time.now.to_f - 3600)

    assert_match(/#{at.strftime("%a %H:%M")}|#{(at - 60).strftime("%a %H:%M")}/, words)
  end
end
