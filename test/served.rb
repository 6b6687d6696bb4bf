# frozen_string_literal: true

require "fileutils"
require "net/http"
require "selenium-webdriver"
require "socket"
require "sqlite3"
require "tmpdir"

# A shop served by the real start command on a port and folder of its own.
class Served
  START = File.expand_path("../bin/dakren", __dir__)
  PATIENCE_S = 180
  FILE = "dakren.sqlite3"

  class << self
    # The demo shop as the first start made it: others begin from a copy of it, those of other processes of one run too.
    # @return [String] path of its file, which may not be there yet
    def pattern
      @pattern ||= File.join(ENV.fetch("DAKREN_RUN") { own_folder }, "demo.sqlite3")
    end

    private

    def own_folder
      Dir.mktmpdir("dakren-pattern").tap { |folder| Minitest.after_run { FileUtils.rm_rf(folder) } if defined?(Minitest) }
    end
  end

  attr_reader :port, :data

  def initialize(*options, data: Dir.mktmpdir("dakren-browser"), environment: {})
    @options = options
    @data = data
    @environment = environment
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @log = File.join(data, "output.log")
  end

  def start
    demo = @options.empty? && (Dir.children(data) - %w[output.log]).empty?
    demo ? open_demo : open_up
    self
  end

  # Made by whoever comes first; all others wait for that.
  def open_demo
    pattern = self.class.pattern
    File.open("#{pattern}.lock", File::CREAT) do |lock|
      lock.flock(File::LOCK_EX)
      return open_up.then { keep(pattern) } unless File.exist?(pattern)
    end
    FileUtils.cp(pattern, File.join(data, FILE))
    open_up
  end

  def open_up
    @pid = Process.spawn({ "RUBYOPT" => nil, **@environment }, START, "--port", port.to_s, "--data", data, *@options, out: [@log, "a"],
      err: %i[child out],
      pgroup: true)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
    until answers? && told?
      if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline || Process.wait(@pid, Process::WNOHANG)
        raise "the shop did not open:\n#{output}"
      end

      IO.select(nil, nil, nil, 0.05)
    end
  end

  def keep(pattern)
    to = "#{pattern}.new"
    from = SQLite3::Database.new(File.join(data, FILE))
    copy = SQLite3::Database.new(to)
    backup = SQLite3::Backup.new(copy, "main", from, "main")
    backup.step(-1)
    backup.finish
    copy.execute("PRAGMA journal_mode = DELETE")
    [from, copy].each(&:close)
    File.rename(to, pattern)
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

  # Has it said all that it says at the start? Its second address comes after the first.
  def told?
    !@options.include?("--share") || output.include?("\u2588")
  end

  def output
    File.exist?(@log) ? File.read(@log) : ""
  end

  # The server's own process: the start command becomes it.
  def server_pid
    @pid
  end

  def address
    "http://127.0.0.1:#{port}"
  end
end

# Debian's headless Chromium with a profile of its own and nothing that calls out.
module Chromium
  FLAGS = %w[--headless --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update
    --disable-sync --disable-dev-shm-usage --hide-scrollbars --disable-extensions --disable-default-apps --disable-breakpad
    --disable-features=Translate,OptimizationHints,MediaRouter,SpareRendererForSitePerProcess].freeze

  # It reads every form for names and addresses to fill in, which takes as long as the page itself.
  PREFERENCES = { "autofill.profile_enabled" => false, "autofill.credit_card_enabled" => false, "credentials_enable_service" => false,
                  "profile.password_manager_enabled" => false }.freeze

  module_function

  # @param profile [String] empty folder for its profile
  # @return [Selenium::WebDriver::Chrome::Options]
  def options(profile)
    options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
    [*FLAGS, "--user-data-dir=#{profile}", "--window-size=1280,800"].each { |flag| options.add_argument(flag) }
    options.add_option("goog:loggingPrefs", browser: "ALL")
    PREFERENCES.each { |name, value| options.add_preference(name, value) }
    options
  end

  def service
    Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
  end
end
