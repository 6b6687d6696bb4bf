# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../served"

# Thirty bench screens, each asking four times a second: every one is answered. How soon is shown by bin/bench web.
class ManyScreensTest < CoreTest
  by_turns

  SCREENS = 30
  LOOKS = ENV["DAKREN_LONG"] ? 300 : 4
  PAUSE_S = 0.25

  def setup
    @shop = Served.new.start
  end

  def teardown
    @shop.stop
    FileUtils.rm_rf(@shop.data)
  end

  def cups
    page = Net::HTTP.get_response("127.0.0.1", "/bench", @shop.port)
    fields = { "authenticity_token" => page.body[/name="authenticity_token" value="([^"]+)"/, 1],
               "sheet" => page.body[/<option value="(\d+)"/, 1],
               "amount" => "200", "tins" => "20", "room" => "20", "first" => "resin", "method" => "scale" }
    Array.new(SCREENS) do
      form = Net::HTTP::Post.new("/bench/one-off")
      form["Cookie"] = page["set-cookie"].split(";").first
      form.set_form_data(fields)
      Net::HTTP.start("127.0.0.1", @shop.port) { |http| http.request(form)["location"] }
    end
  end

  # @return [Integer] of so many looks those that were answered
  def answered(path)
    Net::HTTP.start("127.0.0.1", @shop.port) do |http|
      LOOKS.times.count do
        Kernel.sleep(PAUSE_S * (0.85 + (0.3 * rand)))
        http.request(Net::HTTP::Get.new(path, "X-Live" => "1")).code == "200"
      end
    end
  end

  def test_every_screen_is_answered
    screens = cups

    assert_equal SCREENS, screens.uniq.size
    assert_equal([LOOKS] * SCREENS, screens.map { |path| Thread.new { answered(path) } }.map(&:value))
  end
end
