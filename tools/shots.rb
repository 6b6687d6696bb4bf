# frozen_string_literal: true

# Takes the pictures of docs/screenshots from the demo shop, on a fresh data folder.
require_relative "../test/served"

OUT = File.expand_path("../docs/screenshots", __dir__)
# Name => [path, width, height, what is done in the browser before the picture]
VIEWS = {
  "jobs" => ["/", 1280, 800],
  "job-sheet" => ["/jobs/4", 1280, 920],
  "job-sheet-working" => ["/jobs/3", 1280, 920, ->(browser) { browser.execute_script("document.querySelectorAll('.answers details')[2].open = true") }],
  "job-sheet-narrow" => ["/jobs/1", 390, 844],
  "bench-pour" => ["/jobs/3", 1280, 800, ->(browser) { to_pouring(browser).then { pour(browser, 9) } }],
  "bench-mend" => ["/bench/1", 1280, 800, ->(browser) { %w[484 720].each { |reading| type_reading(browser, reading) } }],
  "bench-narrow" => ["/bench/1", 390, 844],
  "bench-mix" => ["/bench/1", 1280, 800, ->(browser) { type_reading(browser, "779.4") }],
  "bench" => ["/bench", 1280, 800],
  "shelf" => ["/shelf", 1280, 1000],
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
  browser.find_element(css: ".take-cup").click
  PATIENCE.until { step(browser) == "Tins" }
  3.times { press(browser) }
end

# Holds the stand-in's can until the scale shows that much.
def pour(browser, seconds)
  browser.action.click_and_hold(browser.find_element(css: ".bench-hold")).pause(duration: seconds).release.perform
  PATIENCE.until { !browser.find_element(css: ".bench-now").text.include?("settling") }
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
    browser.save_screenshot(File.join(OUT, "#{name}.png"))
    puts "docs/screenshots/#{name}.png"
  end
ensure
  browser.quit
  shop.stop
  FileUtils.rm_rf([profile, shop.data])
end
