# frozen_string_literal: true

require_relative "../browser_helper"

class BenchJourneyTest < BrowserTest
  def setup
    super
    @clock = File.join(Dir.mktmpdir("dakren-clock"), "ahead")
    File.write(@clock, "0")
    @shop = Served.new(environment: { "DAKREN_CLOCK" => @clock, "DAKREN_DEMO_ROOM_C" => "18.6" }).start
    Capybara.app_host = @shop.address
  end

  def teardown
    super
    @shop.stop
    FileUtils.rm_rf([@shop.data, File.dirname(@clock)])
  end

  # Time is put forward, not slept.
  def later(minutes)
    File.write(@clock, (File.read(@clock).to_f + (minutes * 60)).to_s)
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
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 20
    nil while shown < grams && Process.clock_gettime(Process::CLOCK_MONOTONIC) < deadline
    page.driver.browser.action.release.perform
    assert_no_text "settling"
    steady
  end

  # Until the page has shown the same weight for as long as it takes to ask twice: the last drip may come after it was let go.
  def steady(for_s: 2.5)
    now = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
    weight = shown
    since = now.call
    deadline = since + 20
    while now.call - since < for_s && now.call < deadline
      seen = shown
      weight, since = seen, now.call if seen != weight # rubocop:disable Style/ParallelAssignment
    end
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
    go_on "Gear"
    go_on "Cup"
    find("button", text: "Tare with cup on").click
    assert_selector ".bench-now b", text: /\A0\.0\z/
    go_on "Resin"
    assert_in_delta 124.1, target, 0.05
    assert_accessible "bench, pouring"
    hold_until(target - 30)
    resin = shown
    assert_operator resin, :>, 60
    go_on "Hardener"
    assert_in_delta resin + (resin * 0.99 / 2.28), target, 0.11
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
    @shop.stop("KILL")
    @shop.start
    later 1.2
    visit current_path
    assert_text "Scrape sides"
    later 5
    assert_text "Mixed long enough"
    go_on "Pour out"
    go_on "Test dab"
    assert_text "left once spread"
    find(".bench-next").click
    assert_text "What happened"
    assert_text(/(Right by the data sheet|[01](\.\d)? % short of (resin|hardener)), good/)
    assert_text "Resin added to correct it"
    assert_accessible "record"
  end

  def test_a_pedal_alone_takes_a_cup_through
    planned_cup
    pedal = -> { keys(:page_down) }
    %w[Gear Cup Resin].each do |step|
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
    ["Pour out", "Test dab"].each do |step|
      pedal.call
      assert_selector ".bench-steps [aria-current]", text: step
    end
    pedal.call
    assert_text "What happened"
  end

  def test_the_screen_turns_before_and_at_the_end
    planned_cup
    %w[Gear Cup Resin].each { |step| go_on(step) }
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
    later 28
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
    %w[Gear Cup Resin].each { |step| go_on(step) }
    assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
    sizes = evaluate_script("[...document.querySelectorAll('.bench button, .bench summary')].filter((b) => b.offsetParent).map((b) => " \
                            "Math.round(b.getBoundingClientRect().height))")
    assert_operator sizes.min, :>=, 56
    assert_accessible "bench on a phone"
  end

  def test_a_lost_scale_is_told_and_typing_goes_on
    planned_cup
    %w[Gear Cup Resin].each { |step| go_on(step) }
    fill_in "or type what a scale shows", with: "12,4 kg"
    find(".bench-next").click
    assert_selector ".bench-steps [aria-current]", text: "Hardener"
    click_button "Back"
    assert_selector ".bench-steps [aria-current]", text: "Resin"
    fill_in "or type what a scale shows", with: "fifteen"
    find(".bench-next").click
    assert_text "The reading must be a number"
    assert_field "or type what a scale shows", with: "fifteen"
  end
end
