# frozen_string_literal: true

require_relative "../app_helper"

# The house as the workshop reaches it.
module SharedHelp
  ADDRESS = "192.168.7.20"
  WORDS = "seven warm tins"
  FOLDER = ShopHelp::DATA

  def setup
    super
    Dakren::Stores::Passphrase.set(WORDS, cost: 4)
    Dakren::Rooms::Sharing.now = Dakren::Rooms::Sharing.new(ADDRESS, 4567, FOLDER)
    @outside = Dakren::Rooms::House.build(FOLDER, shared: Dakren::Rooms::Sharing.now)
    Rack::Attack.cache.store.clear
  end

  def teardown
    Dakren::Rooms::Sharing.now = nil
    super
  end

  # A browser of its own, by the workshop's door.
  def phone(from: "192.168.7.31")
    browser = Rack::Test::Session.new(Rack::MockSession.new(@outside, ADDRESS))
    browser.env("REMOTE_ADDR", from)
    browser
  end

  # One that came in.
  def inside(name = "phone by the scale", **told)
    phone(**told).tap { |browser| assert_equal 303, come_in(browser, name) }
  end

  def come_in(browser, name, words: WORDS, to: "/")
    browser.get("/entrance")
    browser.post("/entrance", { "authenticity_token" => token_of(browser), "passphrase" => words, "name" => name, "to" => to })
    browser.last_response.status
  end

  def token_of(browser)
    browser.last_response.body[/name="authenticity_token" value="([^"]*)"/, 1]
  end

  # What anybody could have changed.
  def state
    s = Dakren::Stores
    [s::Job, s::Batch, s::Event, s::Sheet, s::Tin, s::Guest, s::LookLink, s::Tool, s::Picture, s::Thing, s::Keeping]
      .map { |table| [table.count, table.maximum(:id), (table.maximum(:updated_at) if table.column_names.include?("updated_at"))] }
  end

  # Everything any room answers to: what is asked, and an address that fits.
  def routes
    Dakren::Rooms::Room::ROOMS.flat_map do |door|
      door.room.routes.flat_map do |verb, all|
        all.map { |pattern, *| [verb, "#{door.path.chomp("/")}#{address_of(pattern)}"] }
      end
    end.uniq
  end

  def address_of(pattern)
    source = pattern.respond_to?(:regexp) ? pattern.regexp.source : pattern.to_s
    source = pattern.to_s if pattern.to_s.start_with?("/") && !pattern.to_s.include?("(")
    source.gsub(/\\A|\\z|\\Z|\(\?-mix:|\^|\$/, "").gsub(/\\d(?:\{[\d,]+\}|[+*])?/, "1")
      .gsub(/\[[^\]]*\][+*]?(\{[\d,]+\})?/, "x")
      .gsub(/\(\?<?\w*>?:?|[()?+*\\]/, "").sub(/\|.*/, "").then { |text| text.start_with?("/") ? text : "/#{text}" }
  end
end
