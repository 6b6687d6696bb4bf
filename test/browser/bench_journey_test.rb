# frozen_string_literal: true

require_relative "../browser_helper"

class BenchJourneyTest < BrowserTest
  each_run :test_a_planned_cup_poured_overpoured_mended_mixed_through_a_crash_and_finished

  CLOCKED = {} # rubocop:disable Style/MutableConstant

  # A shop whose clocks the tests put forward and set.
  def self.shop
    CLOCKED[:shop] ||= begin
      CLOCKED[:clocks] = Dir.mktmpdir("dakren-clock")
      %w[ahead wall].each { |name| File.write(File.join(CLOCKED[:clocks], name), "0") }
      ahead, wall = %w[ahead wall].map { |name| File.join(CLOCKED[:clocks], name) }
      Served.new(environment: { "DAKREN_CLOCK" => ahead, "DAKREN_WALL" => wall, "DAKREN_DEMO_ROOM_C" => "18.6" }).start.tap do |shop|
        Minitest.after_run { shop.stop && FileUtils.rm_rf([shop.data, CLOCKED[:clocks]]) }
      end
    end
  end

  def shop
    self.class.shop
  end

  # Time is put forward, not slept.
  def later(minutes)
    put("ahead", minutes * 60)
  end

  def put(clock, seconds)
    file = File.join(CLOCKED[:clocks], clock)
    File.write(file, (File.read(file).to_f + seconds).to_s)
  end

  def go_on(to)
    find(".bench-next").click
    assert_selector ".bench-steps [aria-current]", text: to
  end

  def shown
    find(".bench-now b").text.to_f
  rescue Selenium::WebDriver::Error::StaleElementReferenceError, Capybara::ElementNotFound
    0.0
  end

  def target
    find(".bench-target").text.to_f
  end

  # Holds the pour until the scale shows this much, then lets it drip and settle.
  def hold_until(grams)
    button = find(".bench-hold")
    page.driver.browser.action.click_and_hold(button.native).perform
    until_shown(grams)
    page.driver.browser.action.release.perform
    assert_no_text "settling"
    steady
  end

  # Until the page has shown the same weight for as long as it takes to ask twice: the last drip may come after it was let go.
  def steady
    until_shown(0, for_ms: 2500)
  end

  # Looks in the page, not over the wire: asking as fast as it answers keeps a page from getting on.
  WATCH = <<~SCRIPT
    const [grams, forMs, done] = arguments;
    const shown = () => parseFloat(document.querySelector(".bench-now b")?.textContent ?? "");
    const begun = Date.now();
    let [weight, since] = [shown(), begun];
    const watch = setInterval(() => {
      const now = Date.now();
      if (shown() !== weight) [weight, since] = [shown(), now];
      if ((weight >= grams && now - since >= forMs) || now - begun > 20000) done(clearInterval(watch));
    }, 40);
  SCRIPT

  # Until the scale shows this much, and has shown the same for so long; at most 20 s.
  def until_shown(grams, for_ms: 0)
    page.driver.browser.execute_async_script(WATCH, grams, for_ms)
  end

  def planned_cup
    plan_board(name: "Sample", length: "900", width: "600")
    click_button "To the bench"
    assert_selector "h1", text: "Sample, batch 1 of 1"
  end

  # 900 x 600 mm at 0.3 mm: 162 ml, 176.58 g on the work, and 1.273 ml stay in the 400 ml cup: 177.97 g, of it 124.1 g resin.
  def test_a_planned_cup_poured_overpoured_mended_mixed_through_a_crash_and_finished
    planned_cup
    assert_text "2 : 1 by volume"
    assert_accessible "bench, tins"
    ["Gear", "At hand", "Cup"].each { |step| go_on(step) }
    find("button", text: "Tare with cup on").click
    assert_selector ".bench-now b", text: /\A0\.0\z/
    go_on "Resin"
    assert_in_delta 124.1, target, 0.05
    assert_accessible "bench, pouring"
    hold_until(target - 30)
    resin = shown
    assert_operator resin, :>, 60
    go_on "Hardener"
    # The scale drifts: what it shows may change by a step between the look and the press.
    assert_in_delta resin + (resin * 0.99 / 2.28), target, (0.1 * (1 + (0.99 / 2.28))) + 0.051
    hold_until(target + 2)
    click_button "Poured too much"
    assert_selector ".bench-steps [aria-current]", text: "Correct"
    assert_text "resin: the cup becomes"
    mended = target
    fill_in "or type what a scale shows", with: format("%.1f", mended)
    go_on "Mix"
    assert_text "left in the cup"
    assert_text "Stir round"
    visit current_path
    assert_selector ".bench-steps [aria-current]", text: "Mix"
    shop.stop("KILL")
    shop.start
    later 1.2
    visit current_path
    assert_text "Scrape sides"
    later 5
    assert_text "Mixed long enough"
    go_on "Roll it on"
    go_on "Test dab"
    assert_text "left once spread"
    keys(:space)
    assert_selector ".bench-steps [aria-current]", text: "Test dab"
    click_button "Hard: takes no fingernail"
    assert_text(/It was poured .* and is hardly hard before .*Really hard\?/)
    click_button "Hard: takes no fingernail"
    assert_text "What happened"
    assert_text(/(Right by the data sheet|[01](\.\d)? % short of (resin|hardener))\./)
    assert_text "Resin added to correct it"
    assert_accessible "record"
  end

  def test_a_pedal_alone_takes_a_cup_through
    planned_cup
    pedal = -> { keys(:page_down) }
    ["Gear", "At hand", "Cup", "Resin"].each do |step|
      pedal.call
      assert_selector ".bench-steps [aria-current]", text: step
    end
    keys(:page_up)
    assert_selector ".bench-steps [aria-current]", text: "Cup"
    keys(:space)
    assert_selector ".bench-steps [aria-current]", text: "Resin"
    fill_in "or type what a scale shows", with: "125,6"
    pedal.call
    assert_selector ".bench-steps [aria-current]", text: "Hardener"
    fill_in "or type what a scale shows", with: "180.2"
    pedal.call
    assert_selector ".bench-steps [aria-current]", text: "Mix"
    pedal.call
    assert_text "Mixing ended early?"
    ["Roll it on", "Test dab"].each do |step|
      pedal.call
      assert_selector ".bench-steps [aria-current]", text: step
    end
    pedal.call
    assert_selector ".bench-steps [aria-current]", text: "Test dab"
  end

  def test_the_screen_turns_before_and_at_the_end
    planned_cup
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    assert_selector ".bench-steps [aria-current]", text: "Resin"
    fill_in "or type what a scale shows", with: "125.6"
    go_on "Hardener"
    fill_in "or type what a scale shows", with: "180.2"
    go_on "Mix"
    assert_selector ".bench.mood-fine"
    execute_script(<<~JS)
      window.tones = 0;
      window.locks = 0;
      const make = AudioContext.prototype.createOscillator;
      AudioContext.prototype.createOscillator = function () { window.tones += 1; return make.call(this); };
      navigator.wakeLock.request = () => { window.locks += 1; return Promise.resolve({}); };
      document.dispatchEvent(new Event("visibilitychange"));
    JS
    assert_equal 1, evaluate_script("window.locks"), "the screen is asked to stay awake"
    # Three minutes before its time may be over.
    later find("#b-clock").text[/(\d+)–\d+ min/, 1].to_i - 3
    assert_selector ".bench.mood-hurry"
    assert_equal 2, evaluate_script("window.tones"), "two tones before the end"
    assert_text "spread thin it lives again"
    later 25
    assert_selector ".bench.mood-past"
    assert_text "Pour it out now, thin"
    assert_equal 5, evaluate_script("window.tones"), "three more at the end"
    visit "/bench"
    assert_text "Sample, batch 1 of 1"
    assert_text(/left in the cup|past its time/)
  end

  def test_it_fits_a_phone
    planned_cup
    size(390, 844)
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
    sizes = evaluate_script("[...document.querySelectorAll('.bench button:not(.sr-only), .bench summary')].filter((b) => " \
                            "b.offsetParent).map((b) => " \
                            "Math.round(b.getBoundingClientRect().height))")
    assert_operator sizes.min, :>=, 56
    assert_accessible "bench on a phone"
  end

  def test_a_lost_scale_is_told_and_typing_goes_on
    planned_cup
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    fill_in "or type what a scale shows", with: "0,126 kg"
    find(".bench-next").click
    assert_selector ".bench-steps [aria-current]", text: "Hardener"
    click_button "Back"
    assert_selector ".bench-steps [aria-current]", text: "Resin"
    fill_in "or type what a scale shows", with: "fifteen"
    find(".bench-next").click
    assert_text "The reading must be a number"
    assert_field "or type what a scale shows", with: "fifteen"
  end

  # Enter, and a phone's Go, are the step's own forward press, whatever has the focus; no figure is dropped.
  def test_enter_in_every_field_goes_on
    planned_cup
    [[1280, 800], [390, 844]].each do |across, down|
      size(across, down)
      visit current_path
      4.times { press_in_field(nil) } if across == 1280
      assert_selector ".bench-steps [aria-current]", text: "Resin"
      press_in_field("126")
      assert_selector ".bench-steps [aria-current]", text: "Hardener"
      press_in_field("181")
      assert_selector ".bench-steps [aria-current]", text: "Mix"
      %w[Hardener Resin].each do |step|
        click_button "Back"
        assert_selector ".bench-steps [aria-current]", text: step
      end
    end
  end

  # A press while the shop does not answer is kept with its moment, through a reload, and sent once; the clock counts from then.
  def test_a_press_during_an_outage_counts_from_when_it_was_pressed
    planned_cup
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    press_in_field("126")
    assert_selector ".bench-steps [aria-current]", text: "Hardener"
    fill_in "or type what a scale shows", with: "181"
    shop.stop("KILL")
    find(".bench-next").click
    assert_text(/Kept here: “Hardener is in, start the clock”, pressed 0:\d\d ago\. It counts from then\./)
    assert_text "Connection lost"
    later 3
    shop.start
    assert_selector ".bench-steps [aria-current]", text: "Mix"
    assert_no_text "Kept here"
    batch = current_path[/\d+/]
    assert_operator minutes_since_met, :<, 2, "the moment of the press counts by the page's own even clock"
    visit "/bench/#{batch}"
    fill = find("#b-more", visible: :all)
    execute_script("arguments[0].open = true", fill)
    fill_in "Minutes ago", with: "7"
    click_button "The hardener went in so long ago"
    assert_text(/\b7(\.\d)? min since the hardener went in/)
  end

  # Typed while the shop is down, told that it is kept, another page, the shop back: it is there.
  def test_what_was_typed_while_the_shop_was_down_is_kept_whatever_page_comes_next
    plan_board(name: "Outage", length: "900", width: "600")
    job = current_path
    shop.stop("KILL")
    type("f-name", "Typed in the dark", pause: 0.05)
    assert_text "What you typed is kept here and sent again"
    visit "about:blank"
    shop.start
    visit "/shelf"
    assert_text "What you typed while the shop did not answer is kept now."
    visit job
    assert_field "Name of the job", with: "Typed in the dark"
    visit "/shelf"
    assert_no_text "What you typed while the shop did not answer"
  end

  # The wall clock set back an hour while a cup is live: its time goes on, and the page says what was seen.
  def test_the_wall_clock_set_back_gives_no_pot_life_back
    planned_cup
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    %w[126 181].each { |reading| press_in_field(reading) }
    assert_selector ".bench-steps [aria-current]", text: "Mix"
    later 6
    assert_text(/\b[67](\.\d)? min since the hardener went in/)
    put("wall", -3600)
    visit current_path
    assert_text(/The clock of this computer was set back by (60 min|1 h)/)
    assert_text(/\b[67](\.\d)? min since the hardener went in/)
  ensure
    put("wall", 3600)
  end

  def minutes_since_met
    find(".bench-clock", text: "since the hardener").text[/([\d.]+) min since the hardener/, 1].to_f
  end

  # Types a reading, or nothing, and presses Enter in a field of the step.
  def press_in_field(reading)
    before = find(".bench-steps [aria-current]").text
    if reading
      type("f-reading", reading, pause: 0.05)
      keys(:enter)
    else
      field = first(".bench-pour input, #f-lot_a", minimum: 0)
      field ? field.send_keys(:enter) : keys(:space)
    end
    assert_no_selector ".bench-steps [aria-current]", text: before, exact_text: true
  end
end
