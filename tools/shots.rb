# frozen_string_literal: true

# Takes the pictures of docs/screenshots from the demo shop, on a fresh data folder.
require_relative "../test/served"

OUT = File.expand_path("../docs/screenshots", __dir__)
# Name => [path, width, height, what is done in the browser before the picture]
VIEWS = {
  "jobs" => ["/", 1280, 800],
  "week" => ["/week", 1280, 800, ->(browser) { PATIENCE.until { browser.find_elements(css: ".ways-out").any? } }],
  "begin" => ["/jobs/new", 1280, 800],
  "job-sheet" => ["/jobs/10", 1280, 800],
  "job-decide" => ["/jobs/9", 1280, 800, ->(browser) { decide(browser) }],
  "drawing-table" => ["/table/6/p1", 1280, 960, ->(browser) { trace(browser) }],
  "compare" => ["/plan/3/compare", 1280, 800],
  "paper" => ["/paper/10", 1280, 960],
  "bench-pour" => ["/jobs/10", 1280, 800, ->(browser) { to_pouring(browser).then { pour(browser, 6) } }],
  "bench-narrow" => ["/bench/12", 390, 844, ->(browser) { %w[128.5 190].each { |reading| type_reading(browser, reading) } }],
  "bench" => ["/bench", 1280, 800, ->(browser) { mix_on(browser) }],
  "shift" => ["/shift", 390, 844, ->(browser) { take_along(browser) }],
  "wall" => ["/bench/wall", 1280, 800],
  "book" => ["/book", 1280, 800],
  "record" => ["/book/batches/11?seen=streaks", 1280, 1100],
  "shelf" => ["/shelf", 1280, 1000],
  "stock" => ["/stock/11", 1280, 800],
  "sheet-editor" => ["/shelf/4", 1280, 1000],
  "settings" => ["/settings", 1280, 1000]
}.freeze
PATIENCE = Selenium::WebDriver::Wait.new(timeout: 20)

def step(browser)
  browser.find_element(css: ".bench-steps [aria-current]").text
rescue Selenium::WebDriver::Error::WebDriverError
  nil
end

def press(browser)
  before = step(browser)
  browser.find_element(css: ".bench-next").click
  PATIENCE.until { step(browser) != before }
end

def to_pouring(browser)
  browser.find_element(css: ".to-bench-now").click
  PATIENCE.until { step(browser) == "Tins" }
  4.times { press(browser) }
end

# Holds the stand-in's can until the scale shows that much.
def pour(browser, seconds)
  browser.action.click_and_hold(browser.find_element(css: ".bench-hold")).pause(duration: seconds).release.perform
  PATIENCE.until { !browser.find_element(css: ".bench-now").text.include?("settling") }
end

# Takes the first that is planned along, and walks it until the resin is poured.
def take_along(browser)
  browser.find_element(css: "input[name='coats[]']").click
  browser.find_element(css: "button.press").click
  PATIENCE.until { browser.find_elements(css: ".bag-open").any? }
  browser.find_element(css: ".bag-open").click
  4.times { browser.find_element(css: ".bag .bench-foot .bench-next").click }
end

# Outline of the river in the demo's picture, mm; its two tips are corners.
RIVER = [[400, 620], [556, 671], [715, 682], [867, 666], [1000, 636], [1134, 601], [1288, 572], [1455, 567], [1624, 604], [1575, 551],
  [1468, 506], [1314, 486], [1120, 512], [918, 553], [730, 577],
  [558, 595]].freeze
TIPS = [400, 1624].freeze

# Traces the river of the demo's slab and sounds it.
def trace(browser)
  at = lambda do |x, y|
    left, top = browser
      .execute_script("const s = document.querySelector('.table-surface'), d = s.dataset, b = " \
                      "s.querySelector('svg').getBoundingClientRect()," \
                      "w = s.querySelector('svg').viewBox.baseVal.width / b.width;" \
                      "return [b.left + (Number(d.left) + arguments[0] * d.scale) / w, b.top + (Number(d.base) - arguments[1] * d.scale) " \
                      "/ w]", x, y)
    browser.action.move_to_location(left.round, top.round).click.perform
  end
  browser.find_element(css: "[data-tool=outline]").click
  RIVER.each do |x, y|
    at.call(x, y)
    browser.action.send_keys("c").perform unless TIPS.include?(x)
  end
  PATIENCE.until { browser.find_element(css: "[value^=draw-add]").displayed? }
  browser.find_element(css: "[value^=draw-add]").click
  PATIENCE.until { browser.find_elements(css: ".on-table").any? }
  browser.find_element(css: "[data-tool=sounding]").click
  [[600, 640, 28], [1000, 590, 34], [1400, 535, 25]].each_with_index do |(x, y, depth), i|
    at.call(x, y)
    PATIENCE.until { browser.find_element(css: "[data-depth]").displayed? }
    browser.find_element(css: "[data-depth]").send_keys(depth.to_s)
    PATIENCE.until { browser.find_element(css: ".draft-deeds [value^=sound]").displayed? }
    browser.find_element(css: ".draft-deeds [value^=sound]").click
    PATIENCE.until { browser.find_elements(css: "[name='p1-soundings[#{i + 1}][x]']").any? }
  end
end

# Coats only while tacky: the last of three then misses its window, and what would make it fit is looked for.
def decide(browser)
  browser.execute_script("document.getElementById('d-c1-more').open = true; const field = document.getElementById('f-c1-school'); " \
                         "field.value = 'tack'; field.dispatchEvent(new Event('change', { bubbles: true }))")
  PATIENCE.until { browser.find_elements(css: ".decide .way").any? }
  browser.execute_script("document.getElementById('d-c1-more').open = false; window.scrollTo(0, 0)")
end

# What was poured wrong is corrected and mixed; then the wall shows it.
def mix_on(browser)
  browser.get(browser.current_url.sub(%r{/bench.*}, "/bench/12"))
  type_reading(browser, browser.find_element(id: "b-target").text[/[\d.]+/])
  browser.get(browser.current_url.sub(%r{/bench.*}, "/bench"))
end

def type_reading(browser, reading)
  browser.find_element(id: "f-reading").send_keys(reading)
  press(browser)
end

FileUtils.mkdir_p(OUT)
shop = Served.new(environment: { "DAKREN_DEMO_ROOM_C" => "18.6" }).start
profile = Dir.mktmpdir("dakren-shots")
browser = Selenium::WebDriver.for(:chrome, options: Chromium.options(profile), service: Chromium.service)
wanted = ARGV.empty? ? VIEWS.keys : ARGV
begin
  VIEWS.slice(*wanted).each do |name, (path, width, height, act)|
    browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false)
    browser.get("#{shop.address}#{path}")
    browser.execute_async_script("document.fonts.ready.then(arguments[0])")
    act&.call(browser)
    PATIENCE.until { browser.find_elements(css: "[data-working]").empty? }
    browser.save_screenshot(File.join(OUT, "#{name}.png"))
    puts "docs/screenshots/#{name}.png"
  end
ensure
  browser.quit
  shop.stop
  FileUtils.rm_rf([profile, shop.data])
end
