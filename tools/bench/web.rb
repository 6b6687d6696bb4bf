# frozen_string_literal: true

# Pages of a running shop beside a bare Rack answer on the same server: alone, first after a start, and with twenty bench screens open.
# With --big: a shop of five years.
require_relative "../../test/served"
require_relative "bare_rack"

SCREENS = 20
ROUNDS = 15
# Wanted, as times a bare answer.
LISTS_TIMES = 40
COLD_TIMES = 150
SHEET_TIMES = 120

fetch = lambda do |http, path, live: false, cookie: nil|
  request = Net::HTTP::Get.new(path)
  request["X-Live"] = "1" if live
  request["Cookie"] = cookie if cookie
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  answer = http.request(request)
  raise "#{path} answered #{answer.code}" unless answer.code == "200"

  [answer, (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from) * 1000]
end
median = lambda do |http, path|
  fetch.call(http, path)
  Bench.median_ms(ROUNDS) { fetch.call(http, path) }
end

data = Dir.mktmpdir("dakren-bench")
if Bench::BIG
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  system(RbConfig.ruby, "-r", File.join(__dir__, "big_shop.rb"), "-e", "BigShop.make(ARGV.first)", data, exception: true)
  puts format("a shop of five years, made in %.0f s", Process.clock_gettime(Process::CLOCK_MONOTONIC) - from)
end

puts "web"
bare_server = BareRack.new.start
bare = Net::HTTP.start("127.0.0.1", bare_server.port) { |http| median.call(http, "/") }
bare_server.stop
Bench.line("a bare answer", bare)
told = lambda do |what, milliseconds, wanted|
  puts format("%-58s %9.2f ms %8.0f times a bare answer   wanted %d", what, milliseconds, milliseconds / bare, wanted)
end

lists = ["/", "/?show=all&sort=name", "/?show=done&page=3", "/bench", "/find/?q=years", "/find/?q=L42", "/plan/shop.ics",
  "/week?days=7", "/shelf", "/settings", "/book", "/book?q=honey+shelf", "/book?kind=batch&page=90", "/book?q=L42&from=2024-01-01"]
sheets = %w[/jobs/1 /jobs/3 /jobs/4 /jobs/10]
lists.each do |path|
  shop = Served.new(data: data).start
  Net::HTTP.start("127.0.0.1", shop.port) { |http| told.call("#{path}, first after a start", fetch.call(http, path).last, COLD_TIMES) }
  shop.stop
end

shop = Served.new(data: data).start
begin
  http = Net::HTTP.start("127.0.0.1", shop.port)
  lists.each { |path| told.call("#{path}, alone", median.call(http, path), LISTS_TIMES) }
  sheets.each { |path| told.call("#{path}, alone", median.call(http, path), SHEET_TIMES) }

  page, = fetch.call(http, "/bench")
  cookie = page["set-cookie"].split(";").first
  token = page.body[/name="authenticity_token" value="([^"]+)"/, 1]
  sheet = page.body[/<option value="(\d+)"/, 1]
  cups = Array.new(SCREENS) do
    form = Net::HTTP::Post.new("/bench/one-off")
    form["Cookie"] = cookie
    form.set_form_data("authenticity_token" => token, "amount" => "200", "sheet" => sheet, "tins" => "20", "room" => "20",
      "first" => "resin", "method" => "scale")
    http.request(form)["location"] || raise("no cup was started")
  end
  pages = ["/", sheets.first, "/bench", cups.first, "/shelf/4"]
  stop = false
  screens = cups.map do |path|
    Thread.new do
      Net::HTTP.start("127.0.0.1", shop.port) do |own|
        until stop
          fetch.call(own, path, live: true)
          sleep(0.85 + (0.3 * rand))
        end
      end
    end
  end
  pages.each do |path|
    times = Array.new(ROUNDS) { fetch.call(http, path).last }
    Bench.line("#{path}, #{SCREENS} bench screens open", times.sort[ROUNDS / 2], 150)
    puts format("%-58s %9.2f ms", "  slowest", times.max)
  end
  stop = true
  screens.each(&:join)
ensure
  shop.stop
  FileUtils.rm_rf(data)
end
require_relative "screen"
