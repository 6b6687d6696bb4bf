# frozen_string_literal: true

require_relative "core_helper"
require "capybara/minitest"
require "fileutils"
require "net/http"
require "selenium-webdriver"
require "socket"
require "tmpdir"

# A shop served by the real start command on a port and folder of its own.
class Served
  START = File.expand_path("../bin/dakren", __dir__)
  PATIENCE_S = 60

  attr_reader :port, :data

  def initialize(*options, data: Dir.mktmpdir("dakren-browser"), environment: {})
    @options = options
    @data = data
    @environment = environment
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @log = File.join(data, "output.log")
  end

  def start
    @pid = Process.spawn({ "RUBYOPT" => nil, **@environment }, START, "--port", port.to_s, "--data", data, *@options, out: [@log, "a"], err: %i[child out], pgroup: true)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
    until answers?
      raise "the shop did not open:\n#{output}" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline || Process.wait(@pid, Process::WNOHANG)

      IO.select(nil, nil, nil, 0.05)
    end
    self
  end

  def answers?
    Net::HTTP.get_response("127.0.0.1", "/settings", port).code == "200"
  rescue SystemCallError, EOFError
    false
  end

  # @return [Process::Status] how it ended
  def stop(signal = "INT")
    Process.kill(signal, @pid)
    _, status = Process.wait2(@pid)
    status
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  def output
    File.exist?(@log) ? File.read(@log) : ""
  end

  def address
    "http://127.0.0.1:#{port}"
  end

  def self.shop
    @shop ||= new.start.tap { |shop| Minitest.after_run { shop.stop && FileUtils.remove_entry(shop.data) } }
  end
end

CHROMIUM = %w[--headless --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update
              --disable-sync --disable-dev-shm-usage --hide-scrollbars].freeze

Capybara.register_driver(:chromium) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  profile = Dir.mktmpdir("dakren-chromium")
  Minitest.after_run { FileUtils.rm_rf(profile) }
  [*CHROMIUM, "--user-data-dir=#{profile}", "--window-size=1280,800"].each { |flag| options.add_argument(flag) }
  options.add_option("goog:loggingPrefs", browser: "ALL")
  Capybara::Selenium::Driver.new(app, browser: :chrome, options: options, service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver"))
end
Capybara.default_driver = :chromium
Capybara.run_server = false
Capybara.default_max_wait_time = 8
Capybara.enable_aria_label = true

class BrowserTest < CoreTest
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  AXE = File.join(Gem::Specification.find_by_name("axe-core-api").gem_dir, "node_modules", "axe-core", "axe.min.js")

  def setup
    Capybara.app_host = Served.shop.address
    size(1280, 800)
  end

  def teardown
    complaints = page.driver.browser.logs.get(:browser).select { |entry| entry.level == "SEVERE" }.map(&:message)
    complaints.reject! { |message| message.match?(/ERR_CONNECTION_REFUSED|ERR_CONNECTION_RESET|ERR_EMPTY_RESPONSE|status of 4\d\d/) }
    Capybara.reset_sessions!
    assert_empty complaints
  end

  def size(width, height)
    page.driver.browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false)
  end

  # Sends keys to whatever has the focus, as somebody without a mouse would.
  def keys(*pressed)
    page.driver.browser.action.send_keys(*pressed).perform
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
    click_button "Plan a new job"
    assert_field "Name of the job"
  end

  def plan_board(name: "Board", length: "2400", width: "900", film: "0.3")
    new_job
    fill_in "Name of the job", with: name
    fill_in "Length, mm", with: length
    fill_in "Width, mm", with: width
    fill_in "Coat, wet", with: film
    select "Stillwater clear coat + clear, 2 : 1 by volume", from: "Resin and hardener"
    fill_in "Room, °C", with: "20"
    assert_selector "h2", text: "Cure line"
    settled
  end

  # All that was typed has reached the shop.
  def settled
    assert_selector ".saved", text: /\Asaved\z/
  end

  def assert_accessible(where)
    page.execute_script(File.read(AXE))
    violations = page.driver.browser.execute_async_script("const done = arguments[0]; axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations))")
    assert_empty violations.map { |violation| "#{where}: #{violation["id"]} #{violation["nodes"].map { |node| node["html"][0, 160] }.first(3)}" }
  end
end
