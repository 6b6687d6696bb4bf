# frozen_string_literal: true

require_relative "core_helper"
require_relative "served"
require "capybara/minitest"

# What is looked for is found in one question, with whether it is seen.
module FoundAtOnce
  SEEN = "const seen = (one) => ((one.matches('option, optgroup') && one.closest('select')) || one)" \
         ".checkVisibility({ visibilityProperty: true, opacityProperty: true });"
  WAYS = { css: "[...within.querySelectorAll(what)]",
           xpath: "((found) => Array.from({ length: found.snapshotLength }, (_, i) => found.snapshotItem(i)))" \
                  "(document.evaluate(what, within, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE))" }
    .transform_values { |way| "const [what, within = document] = arguments; #{SEEN} return #{way}.map((one) => [one, seen(one)])" }.freeze

  private

  def find_by(format, selector, styles:, position:, **)
    return super if styles || position

    here = respond_to?(:native) ? [native] : []
    (respond_to?(:driver) ? driver : self).browser.execute_script(WAYS.fetch(format), selector, *here)
      .map { |found, seen| build_node(found, visible: seen) }
  end
end

# What is read off a page, as the browser itself has it: the driver's own way asks of every node whether it is seen, a tenth of a second
# for a job sheet, each time it is looked for.
module ReadAtOnce
  SEEN = "#{FoundAtOnce::SEEN} return seen(arguments[0])".freeze
  READ = "#{FoundAtOnce::SEEN} const node = arguments[0]; if (!seen(node)) return ''; " \
         "return (node.matches('option, optgroup') ? null : node.innerText) ?? node.textContent".freeze

  def visible?
    driver.execute_script(SEEN, self)
  end

  def visible_text
    driver.execute_script(READ, self).tr("\t\u00A0", "  ").squeeze(" ").gsub(/ *\n[ \n]*/, "\n").strip
  end
end
Capybara::Selenium::ChromeNode.prepend(FoundAtOnce, ReadAtOnce)

# A page that is merged while it is looked at: a node that has just been replaced is looked up again.
class PatientDriver < Capybara::Selenium::Driver
  prepend FoundAtOnce

  def invalid_element_errors
    super + [Selenium::WebDriver::Error::UnknownError]
  end
end

Capybara.register_driver(:chromium) do |app|
  profile = Dir.mktmpdir("dakren-chromium")
  Minitest.after_run { FileUtils.rm_rf(profile) }
  PatientDriver.new(app, browser: :chrome, options: Chromium.options(profile), service: Chromium.service)
end
Capybara.default_driver = :chromium
Capybara.run_server = false
# Long, since other tests run beside these; nothing waits longer than it must.
Capybara.default_max_wait_time = 60
# Whoever looks too often keeps the page from getting on.
Capybara.default_retry_interval = 0.08
Capybara.enable_aria_label = true

class BrowserTest < CoreTest
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  AXE = File.join(Gem::Specification.find_by_name("axe-core-api").gem_dir, "node_modules", "axe-core", "axe.min.js")

  ONLY_SHOP = {} # rubocop:disable Style/MutableConstant

  # Says in the settings what the shop measures in.
  def units(name)
    visit "/settings"
    choose name
    click_button "Save", match: :first

    assert_text "Saved."
  end

  # One shop for all tests that do not need one of their own.
  def self.shop
    ONLY_SHOP[:shop] ||= Served.new.start.tap do |shop|
      Minitest.after_run { shop.stop && FileUtils.remove_entry(shop.data) }
    end
  end

  def setup
    Capybara.app_host = self.class.shop.address
    size(1280, 800)
  end

  def teardown
    complaints = page.driver.browser.logs.get(:browser).select { |entry| entry.level == "SEVERE" }.map(&:message)
    complaints.reject! { |message| message.match?(/ERR_CONNECTION_REFUSED|ERR_CONNECTION_RESET|ERR_EMPTY_RESPONSE|status of 4\d\d/) }
    # Cookies stay: an answer still on its way from the page just left would bring back one that was taken away.
    # A page without a script, of the same place: the browser needs no other process for what comes next.
    page.driver.browser.navigate.to("#{self.class.shop.address}/manifest.webmanifest")

    assert_empty complaints, "The shop wrote:\n#{self.class.shop.output.lines.last(90).grep_v(%r{/gems/}).join if complaints.any?}"
  end

  def size(width, height)
    page.driver.browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false)
  end

  # Sends keys to whatever has the focus, as somebody without a mouse would.
  def keys(*pressed)
    page.driver.browser.action.send_keys(*pressed).perform
  end

  # Types into a field as people do: key by key with a pause after each, into whatever field the page makes of it.
  def type(id, text, pause:)
    find_by_id(id).click
    hand = page.driver.browser.action
    board = hand.add_key_input("hands")
    hand.key_down(:control, device: "hands").send_keys("a", device: "hands").key_up(:control, device: "hands").perform
    text.each_char do |letter|
      hand = page.driver.browser.action
      hand.send_keys(letter).pause(device: board, duration: pause)
      hand.perform
    end
  end

  def focused
    evaluate_script("document.activeElement.id || document.activeElement.name || document.activeElement.textContent.trim()")
  end

  # Tabs on until something has the focus.
  def tab_to(name)
    60.times do
      return if focused == name

      keys(:tab)
    end

    flunk "#{name} cannot be reached by the Tab key"
  end

  def new_job
    visit "/"
    click_link "Plan a new job"
    click_button "Coat"

    assert_field "Name of the job"
  end

  def plan_board(name: "Board", length: "2400", width: "900", film: "0.3")
    new_job
    fill_in "Name of the job", with: name
    fill_in "Length, mm", with: length
    fill_in "Width, mm", with: width
    fill_in "Wet film thickness", with: film
    select "Stillwater clear coat + clear, 2 : 1 by volume", from: "Resin system"
    fill_in "Room, °C", with: "20"

    assert_selector "h2", text: "Cure line"
    settled
  end

  # Opens everything that waits behind a "+ more".
  def open_more
    page.execute_script("document.querySelectorAll('.ticket[open] details.more, .left-column details.more:not(.adder), .foot " \
                        "details.more')" \
                        ".forEach((d) => d.open = true)")
  end

  # All that was typed has reached the shop.
  # Waits until what is asked holds.
  def until_true
    page.document.synchronize(20, errors: [Capybara::ExpectationNotMet]) do
      yield or raise Capybara::ExpectationNotMet, "not so in 20 s"
    end
  end

  def settled
    assert_selector ".saved", text: /\Asaved\z/
  end

  def assert_accessible(where)
    page.execute_script(File.read(AXE))
    violations = page.driver.browser
      .execute_async_script("const done = arguments[0]; axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations))")

    assert_empty(violations
      .map { |violation| "#{where}: #{violation["id"]} #{violation["nodes"].map { |node| node["html"][0, 160] }.first(3)}" })
  end
end

# A batch walked at the bench until its record stands there.
module WalkHelp
  PAUSE = 0.08

  # Goes on until the record stands there; what is to be typed is typed where something can be.
  # @param typed [Array, nil] nil for whatever the page asks for
  def walk(typed)
    readings = typed.dup
    90.times do
      return if over?

      step = step_shown or next # the record is on its way
      reading = (readings ? readings.shift : asked_for) if has_css?("#f-reading", wait: 0) && !step.start_with?("Cup")
      type("f-reading", reading, pause: PAUSE) if reading
      hard? ? next : press_on
    end
    flunk "the cup never came to its record"
  end

  # @return [String, nil] nil while the page is being renewed
  def step_shown
    first(".bench-steps [aria-current]", minimum: 0, wait: 0)&.text
  rescue Selenium::WebDriver::Error::StaleElementReferenceError
    nil
  end

  # Does the record stand there? A page that is just leaving has nothing to be read.
  def over?
    page.has_text?("What happened", wait: 0)
  rescue Capybara::ElementNotFound, Selenium::WebDriver::Error::StaleElementReferenceError
    false
  end

  # What the scale is to show, as it stands on the page.
  def asked_for
    find_by_id("b-target", wait: 0).text[/[\d.,]+/]
  rescue Capybara::ElementNotFound, Selenium::WebDriver::Error::StaleElementReferenceError
    nil
  end

  # Says that the test dab is hard, where it is only waited for.
  def hard?
    return false unless has_css?("button", text: "Hard: takes no fingernail", wait: 0)

    # Asked back once: the second press is the last, and its answer is the record.
    asked = has_css?("#b-complaint", text: "Really hard", wait: 0)
    click_button "Hard: takes no fingernail"
    assert_text(asked ? "What happened" : /Really hard|What happened/)
    true
  rescue Selenium::WebDriver::Error::StaleElementReferenceError
    true # the page was just renewed: looked at again
  end

  # Presses the foot button, and waits until the page has moved: another step, another count, or the record.
  def press_on
    before = stand
    find(".bench-next").click
    page.document.synchronize(20, errors: [Capybara::ExpectationNotMet]) do
      raise Capybara::ExpectationNotMet if stand == before
    end
  end

  def stand
    evaluate_script("(document.querySelector('input[name=after]') || {}).value + location.pathname + " \
                    "!!document.querySelector('.bench-next')")
  end
end
