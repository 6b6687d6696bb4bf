# frozen_string_literal: true

require_relative "../browser_helper"

# Several devices writing at once to one running shop: every write is answered, none is lost.
class ManyWritersTest < CoreTest
  by_turns

  WRITERS = 6
  WRITES = 8
  FIELDS = %w[p1-s1-length p1-s1-width c3-film room tins name].freeze

  def test_everybody_is_answered_and_every_field_stays
    shop = Served.new.start
    page = Net::HTTP.get_response("127.0.0.1", "/jobs/10", shop.port)
    cookie = page["set-cookie"].split(";").first
    token = page.body[/authenticity_token" value="([^"]+)/, 1]
    revision = page.body[/name="revision" value="(\d+)/, 1]
    codes = FIELDS.first(WRITERS).map do |field|
      Thread.new do
        Net::HTTP.start("127.0.0.1", shop.port) do |http|
          Array.new(WRITES) do |i|
            request = Net::HTTP::Post.new("/jobs/10", { "Cookie" => cookie, "X-Live" => "1" })
            request.set_form_data("authenticity_token" => token, "revision" => revision, "units_on_page" => "metric", field => "#{i + 1}.5")
            http.request(request).code
          end
        end
      end
    end.flat_map(&:value)
    assert_equal ["200"] * (WRITERS * WRITES), codes
    saved = Net::HTTP.get_response("127.0.0.1", "/jobs/10", shop.port).body
    FIELDS.first(WRITERS).each { |field| assert_match(/name="#{field}"[^>]*value="#{WRITES}\.5"/, saved, field) }
  ensure
    shop.stop
    FileUtils.remove_entry(shop.data)
  end
end
