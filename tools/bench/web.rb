# frozen_string_literal: true

# Pages of a running shop, alone and with twenty bench screens open at once. Wanted: every page under 150 ms.
require_relative "../../test/served"

SCREENS = 20
ROUNDS = 15
shop = Served.new.start

fetch = lambda do |http, path, live: false, cookie: nil|
  request = Net::HTTP::Get.new(path)
  request["X-Live"] = "1" if live
  request["Cookie"] = cookie if cookie
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  answer = http.request(request)
  raise "#{path} answered #{answer.code}" unless answer.code == "200"

  [answer, (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from) * 1000]
end

begin
  http = Net::HTTP.start("127.0.0.1", shop.port)
  page, = fetch.call(http, "/bench")
  cookie = page["set-cookie"].split(";").first
  token = page.body[/name="authenticity_token" value="([^"]+)"/, 1]
  sheet = page.body[/<option value="(\d+)"/, 1]
  cups = Array.new(SCREENS) do
    form = Net::HTTP::Post.new("/bench/loose")
    form["Cookie"] = cookie
    form.set_form_data("authenticity_token" => token, "grams" => "200", "sheet" => sheet, "tins" => "20", "room" => "20", "first" => "resin", "method" => "scale")
    http.request(form)["location"] || raise("no cup was started")
  end

  puts "web"
  pages = ["/", "/jobs/1", "/jobs/3", "/jobs/4", "/bench", cups.first, "/shelf", "/shelf/4", "/settings"]
  pages.each do |path|
    fetch.call(http, path)
    Bench.line("#{path}, alone", Bench.median_ms(ROUNDS) { fetch.call(http, path) }, 150)
  end

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
  FileUtils.rm_rf(shop.data)
end
