# frozen_string_literal: true

require_relative "../../app_helper"

class BenchTest < AppTest
  by_turns :test_noise_at_the_bench

  def setup
    super
    Devices.connected = Devices::Connected.new
  end

  def one_off(**changes)
    get "/bench"
    post "/bench/one-off", { "authenticity_token" => hidden("authenticity_token"), "amount" => "300",
                             "sheet" => sheet_id("Reedmark L20 laminating", "slow"), "tins" => "20", "room" => "20",
                             "first" => "resin", "method" => "scale", "powder" => "" }.merge(changes.transform_keys(&:to_s))
    last_response["location"]
  end

  def act(path, act = "next", **fields)
    get path
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => act }
      .merge(fields.transform_keys(&:to_s))
    follow_redirect! if last_response.redirect?
  end

  def step
    hidden("step")
  end

  def to_pouring(**changes)
    path = one_off(**changes)
    on_to(path, "first")
    path
  end

  # Presses on until a step is reached.
  def on_to(path, wanted)
    get path
    12.times { step == wanted ? break : act(path) }

    assert_equal wanted, step
  end

  # 300 g of 100 : 27 by weight: 236.2 g and 63.8 g.
  def test_a_one_off_cup_from_tins_to_record
    path = one_off
    get path
    assert_equal "tins", step
    assert_includes words, "Reedmark L20 laminating"
    act(path, lot_a: "A-17", lot_b: "<b>9</b>")
    assert_equal "gear", step
    act(path)
    assert_equal "ready", step
    assert_includes words, "Before the hardener is opened: all of this within reach."
    assert_includes words, "caps back on after each pour"
    on_to(path, "first")
    assert_includes words, format("Pour resin until the scale shows %.1f g", 300 * 100 / 127.0)
    act(path, reading: "240,0")
    assert_equal "second", step
    assert_includes words, format("%.1f g", 240 * 1.27)
    assert_includes words, "Resin really in: 240.0 g, so 64.8 g of hardener."
    act(path, reading: "304.8 g")
    assert_equal "mix", step
    assert_includes words, "left in the cup"
    act(path)
    assert_equal "mix", step
    assert_includes words, "Mixing ended early?"
    2.times { act(path) }
    assert_equal "tack", step
    act(path, "touched_soft")
    act(path, "touched_tacky")
    assert_match(/It was poured \d s ago and is hardly tacky before .*Really tacky\?/, words)
    act(path, "touched_tacky")
    assert_includes words, "Tacky at the last touch"
    act(path)
    assert_match(/hardly hard before .*Really hard\?/, words)
    assert_equal "tack", step
    act(path)
    assert_includes words, "Test dab touched: still soft"
    assert_match(/Right by the data sheet\. Hardly mixed: \d+ s of/, words)
    assert_includes words, "scale showed 240.0 g, typed"
    assert_includes words, "A A-17, B <b>9</b>"
    assert_equal path[/\d+/].to_i, Stores::Batch.finished.first.id
  end

  def test_a_cup_may_stay_untared
    path = one_off
    on_to(path, "tare")
    act(path, reading: "heavy")
    assert_includes words, "The reading must be a number"
    act(path, reading: "38.2")
    assert_includes words, format("%.1f g", 38.2 + (300 * 100 / 127.0))
    act(path, reading: "274.4")
    assert_includes words, "Resin really in: 236.2 g, so 63.8 g of hardener, the cup's 38.2 g in that."
    act(path, reading: "338.2")
    act(path, "abandoned", why: "a try")
    assert_includes words, "scale showed 338.2 g with the cup, 38.2 g, 63.8 g of it hardener, typed"
  end

  def test_poured_too_much_is_mended
    path = to_pouring
    act(path, reading: "236.2")
    act(path, "too_much", reading: "306.2")
    assert_equal "mend", step
    # 70 g of hardener want 259.3 g of resin: 23.1 g more.
    assert_includes words, "Add 23.1 g resin: the cup becomes about 329.3 g"
    act(path, reading: "329.3")
    assert_equal "mix", step
    get path
    assert_includes words, "329.3 g in the cup"
  end

  def test_it_may_be_taken_as_it_is_with_a_reason
    path = to_pouring
    act(path, reading: "236.2")
    act(path, reading: "302.2")
    act(path, "accepted", why: "")
    assert_includes words, "Say in a few words why"
    act(path, "accepted", why: "only a jig")
    assert_equal "mix", step
  end

  def test_a_cup_can_be_binned_while_it_is_poured
    path = to_pouring
    act(path, "abandoned", why: "")
    assert_includes words, "Say in a few words why"
    act(path, "abandoned", why: "wrong tin")
    assert_includes words, "Thrown out: wrong tin"
  end

  # 18 g of 100 : 12.5 needs the gem scale, so its hundredths are shown: 16.00 g of resin.
  def test_a_tiny_batch_is_told_to_the_step_of_the_scale_it_needs
    path = to_pouring(amount: "18", sheet: sheet_id("Lens mounting resin", "mounting"))
    assert_in_delta(0.01, Stores::Batch.last.recipe["resolution_g"])
    assert_includes words, "16.00 g"
    act(path, reading: "16.08")
    assert_includes words, "Resin really in: 16.08 g"
    assert_includes words, format("%.2f g", 16.08 * 1.125)
  end

  def test_back_opens_a_step_again_and_stays_in_the_record
    path = to_pouring
    act(path, reading: "236.2")
    act(path, "back")
    assert_equal "first", step
    act(path, reading: "240")
    act(path, reading: "304.8")
    act(path, "abandoned", why: "a wasp fell in")
    assert_includes words, "Thrown out: a wasp fell in"
    assert_includes words, "went back"
    assert_equal 9, Stores::Batch.last.events.count
  end

  def test_bad_readings_name_the_reason_and_change_nothing
    path = to_pouring
    { "abc" => "The reading must be a number", "0" => "must be above 0 g", "-5" => "must be above 0 g",
      "NaN" => "The reading must be a number", "1e309" => "too large", "5 m" => "does not fit",
      "999999999" => "must be from", "<b>" => "must be a number",
      "" => "The scale is not connected. Type what yours shows." }.each do |typed, says|
      get path
      post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "first", "act" => "next",
        "reading" => typed },
        { "HTTP_X_LIVE" => "1" }
      assert_equal 200, last_response.status
      assert_includes words, says, typed
      assert_equal "first", step
    end
    act(path, reading: "236.2")
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "second", "act" => "next",
      "reading" => "230" },
      { "HTTP_X_LIVE" => "1" }
    assert_includes words, "must be above 236.2 g, what it showed before"
  end

  def test_two_devices_on_one_cup_the_second_is_told
    path = to_pouring
    get path
    stale = {
      "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "first", "act" => "next",
      "reading" => "236.2"
    }
    act(path, reading: "240")
    post path, stale, { "HTTP_X_LIVE" => "1" }
    assert_match(/Page was out of date|Already done/, words)
    assert_in_delta(240.0, Stores::Walks.walk(Stores::Batch.last).contents.readings.first)
    post path, stale.merge("step" => "second", "reading" => "304"), { "HTTP_X_LIVE" => "1" }
    assert_includes words, "Already done, here or on another device."
    assert_equal 1, Stores::Walks.walk(Stores::Batch.last).contents.readings.size
  end

  def test_the_record_keeps_the_sheet_it_was_made_from
    path = to_pouring
    Stores::Sheet.find_by!(hardener: "slow").update!(ratio_hardener: 50)
    get path
    assert_includes words, format("%.1f g", 300 * 100 / 127.0)
  end

  def test_a_planned_cup_is_taken_to_the_bench
    job = new_job
    get job
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => job[/\d+/], "cup" => "1" }
    follow_redirect!
    assert_includes words, "Board, batch 1 of 1"
    assert_includes words, "709.8 g"
    get job
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => job[/\d+/], "cup" => "99" }
    assert_equal 404, last_response.status
  end

  def test_a_graduated_cup_tells_lines
    path = one_off(method: "graduated", first: "resin")
    on_to(path, "first")
    assert_equal "first", step
    assert_includes words, "Fill hardener to the line"
    act(path)
    assert_includes words, "on top"
    act(path)
    assert_equal "mix", step
    assert_includes words, "left in the cup"
  end

  def test_bad_one_off_cups_are_refused_and_kept
    { amount: ["0", "-1", "many", "1e309", "<i>"], room: ["-300", "900"], tins: ["hot"] }.each do |field, values|
      values.each do |typed|
        assert_nil one_off(field => typed)
        assert_equal 422, last_response.status
        assert_includes page, "value=\"#{Erubi.h(typed)}\""
        assert_includes page, "e-#{field}"
      end
    end
    one_off(sheet: "")
    assert_includes words, "must be chosen from the shelf"
    one_off(amount: "90 kg")
    assert_includes words, "more than the largest cup holds"
  end

  def test_noise_at_the_bench
    noise(6).each do |noise|
      path = to_pouring
      %w[act step after reading why lot_a lot_b].each do |field|
        get path
        post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => step, "act" => "next" }
          .merge(field => noise)
        assert_includes [200, 303], last_response.status, "#{field} #{noise[0, 20].inspect}"
      end
      get "/bench"
      post "#{path}/scale", { "authenticity_token" => hidden("authenticity_token"), "command" => noise }
      assert_equal 204, last_response.status
    end
  end
end

class BenchScaleTest < AppTest
  # A scale whose display the test sets.
  Fixed = Struct.new(:now) do
    def reading(_kind)
      now
    end

    def tell(_command); end
  end

  def setup
    super
    @display = Fixed.new(nil)
    Devices.connected = Devices::Connected.new({ scale: @display })
  end

  def teardown
    Devices.connected = Devices::Connected.new
  end

  def shows(value, state = :steady)
    @display.now = Devices::Reading.new(kind: :scale, value: value, unit: "g", state: state)
  end

  def walk_to(steps)
    get "/bench"
    post "/bench/one-off",
      {
        "authenticity_token" => hidden("authenticity_token"), "amount" => "300", "sheet" => sheet_id("Reedmark L20 laminating", "slow"),
        "tins" => "20", "room" => "20"
      }
    path = last_response["location"]
    steps.times { press(path) }
    path
  end

  def press(path, **more)
    get path
    post path, { **more, "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
      "act" => "next" }, { "HTTP_X_LIVE" => "1" }
  end

  def test_the_scales_own_reading_is_taken_once_it_is_steady
    path = walk_to(4)
    shows(236.1, :moving)
    press(path)
    assert_includes words, "still settling"
    shows(nil, :over)
    press(path)
    assert_includes words, "overloaded"
    shows(nil, :off)
    press(path)
    assert_includes words, "switched itself off"
    shows(236.1)
    press(path)
    assert_equal "second", hidden("step")
    assert_in_delta 236.1, Stores::Walks.walk(Stores::Batch.last).contents.readings.first.to_f
  end

  def test_the_clock_starts_when_the_scale_sees_the_hardener
    path = walk_to(4)
    shows(236.1)
    press(path)
    get path
    assert_nil Stores::Walks.walk(Stores::Batch.last).times.met_at
    shows(250.0, :moving)
    get path
    assert_nil Stores::Walks.walk(Stores::Batch.last).times.met_at, "looking writes nothing"
    assert_includes page, 'data-rose="1"'
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "second", "act" => "touched" }
    refute_nil Stores::Walks.walk(Stores::Batch.last).times.met_at
    get path
    refute_includes page, "data-rose"
    shows(299.8)
    press(path)
    assert_equal "mix", hidden("step")
  end

  def test_a_cup_taken_off_is_noticed
    path = walk_to(4)
    shows(236.1)
    press(path)
    shows(-38.0)
    get path
    assert_includes words, "less than this cup already held"
    path = walk_to(4)
    press(path, "reading" => "236.1")
    get path
    assert_includes words, "The last reading was typed in: type this one too."
  end
end
