# frozen_string_literal: true

# The shelf of a shop with very many tins beside a bare Rack answer on the same server: as it stands, and after somebody wrote.
require_relative "../../test/served"
require_relative "bare_rack"

SYSTEMS = 300
TINS = 3000
SHELF_ROUNDS = 15
# Wanted, as times a bare answer.
SHELF_TIMES = 20
FILL = <<~RUBY.freeze
  require File.join(ARGV[0], "app", "boot")
  require File.join(ARGV[0], "db", "demo")
  include Dakren
  Stores::Database.open(ARGV[1])
  Demo.load_once
  pattern = Stores::Sheet.first
  Stores::Base.transaction do
    #{SYSTEMS}.times { |i| pattern.copied(resin: "System \#{i / 2}", hardener: "hardener \#{i}") }
    sheets = Stores::Sheet.last(#{SYSTEMS})
    #{TINS}.times do |i|
      sheet = sheets[i % sheets.size]
      Stores::Tins.bought([{ resin: sheet.resin, hardener: i.even? ? "" : sheet.hardener, lot: "L\#{i}", unit: "g", size: 1000 + i,
        level: 1000 + i, price: 20, use_by: "2099-01-01" }], count: 1, at: 1.0, by: Stores::By::NOBODY)
    end
  end
  Stores::Database.close
RUBY

data = Dir.mktmpdir("dakren-bench-shelf")
system(RbConfig.ruby, "-e", FILL, File.expand_path("../..", __dir__), data, exception: true)
bare_server = BareRack.new.start
fetch = lambda do |http, path|
  answer = http.request(Net::HTTP::Get.new(path))
  raise "#{path} answered #{answer.code}" unless answer.code == "200"

  answer
end
bare = Net::HTTP.start("127.0.0.1", bare_server.port) { |http| Bench.median_ms(SHELF_ROUNDS) { fetch.call(http, "/") } }
bare_server.stop
shop = Served.new(data: data).start
begin
  Bench.line("a bare answer", bare)
  Net::HTTP.start("127.0.0.1", shop.port) do |http|
    told = lambda do |what, path|
      ms = Bench.median_ms(SHELF_ROUNDS) { fetch.call(http, path) }
      puts format("%-58s %9.2f ms %8.0f times a bare answer   wanted %d", what, ms, ms / bare, SHELF_TIMES)
    end
    20.times { fetch.call(http, "/shelf") }
    ["/shelf", "/stock/20", "/stock/tins/40", "/stock/buy"].each { |path| told.call("#{path}, #{SYSTEMS} systems, #{TINS} tins", path) }
  end
ensure
  shop.stop
  FileUtils.rm_rf(data)
end
