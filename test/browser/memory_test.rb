# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../served"

# Slow: only with bin/test --long.
return unless ENV["DAKREN_LONG"]

# A server that has seen everything once grows no more.
class MemoryTest < CoreTest
  FIRST = 10_000
  THEN = 2000
  LAST = 1000
  GROWTH_MB = 5.0
  PATHS = ["/", "/bench", "/shelf", "/settings", "/jobs/1", "/jobs/3", "/jobs/9", "/find/?q=a", "/plan/3/compare", "/table/6/p1",
    "/plan/shop.ics", "/shelf/4", "/?show=all&sort=name", "/nothing/here"].freeze

  def held_mb(pid)
    File.read("/proc/#{pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1000.0
  end

  def ask(http, count)
    count.times { |i| http.get(PATHS[i % PATHS.size]) }
  end

  def test_memory_levels_off
    shop = Served.new.start
    pid = shop.server_pid
    Net::HTTP.start("127.0.0.1", shop.port) do |http|
      ask(http, FIRST)
      ask(http, THEN - LAST)
      before = held_mb(pid)
      ask(http, LAST)

      assert_operator held_mb(pid) - before, :<, GROWTH_MB
    end
  ensure
    shop&.stop
  end
end
