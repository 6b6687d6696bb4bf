# frozen_string_literal: true

# Takes the pictures of docs/screenshots from the demo shop, on a fresh data folder.
require_relative "../test/served"

OUT = File.expand_path("../docs/screenshots", __dir__)
# Name => [path, width, height, script run before the picture]
VIEWS = {
  "jobs" => ["/", 1280, 800, nil],
  "job-sheet" => ["/jobs/4", 1280, 920, nil],
  "job-sheet-working" => ["/jobs/3", 1280, 920, "document.querySelectorAll('.answers details')[2].open = true"],
  "job-sheet-narrow" => ["/jobs/1", 390, 844, nil],
  "shelf" => ["/shelf", 1280, 1000, nil],
  "sheet-editor" => ["/shelf/4", 1280, 1000, nil],
  "settings" => ["/settings", 1280, 800, nil]
}.freeze

FileUtils.mkdir_p(OUT)
shop = Served.new.start
profile = Dir.mktmpdir("dakren-shots")
browser = Selenium::WebDriver.for(:chrome, options: Chromium.options(profile), service: Chromium.service)
wanted = ARGV.empty? ? VIEWS.keys : ARGV
begin
  VIEWS.slice(*wanted).each do |name, (path, width, height, script)|
    browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false)
    browser.get("#{shop.address}#{path}")
    browser.execute_async_script("document.fonts.ready.then(arguments[0])")
    browser.execute_script(script) if script
    browser.save_screenshot(File.join(OUT, "#{name}.png"))
    puts "docs/screenshots/#{name}.png"
  end
ensure
  browser.quit
  shop.stop
  FileUtils.rm_rf([profile, shop.data])
end
