# frozen_string_literal: true

require_relative "shared_help"

# The shop shared in its workshop: who is let in, and what nobody is.
class SharingTest < AppTest
  include SharedHelp
  include BenchHelp
  include Dakren

  def test_without_the_passphrase_everything_leads_to_the_entrance
    browser = phone
    ["/", "/jobs/1", "/bench", "/settings", "/copies/dakren-x.sqlite3", "/plan/shop.ics"].each do |path|
      browser.get(path)

      assert_equal 303, browser.last_response.status, path
      assert_match(%r{/entrance}, browser.last_response["location"], path)
    end
    browser.get("/bench/1", {}, { "HTTP_X_LIVE" => "1" })

    assert_equal 401, browser.last_response.status
    refute_includes browser.last_response.body, "Stillwater"
  end

  # Every route there is, by every verb: none answers with the shop's own, and none writes.
  def test_no_route_is_open_to_whoever_did_not_come_in
    assert_operator routes.size, :>, 90
    before = state
    routes.each do |_, path|
      %w[GET POST PUT PATCH DELETE HEAD OPTIONS TRACE].each do |verb|
        browser = phone
        browser.request(path, method: verb, params: { "passphrase" => WORDS })
        answer = browser.last_response

        assert_includes [303, 401, 403, 404, 405], answer.status, "#{verb} #{path}"
      end
    end
    assert_equal before, state
  end

  # With a token of its own even: it is the key that is asked for.
  def test_a_form_with_a_good_token_is_refused_all_the_same
    browser = phone
    browser.get("/entrance")
    browser.post("/settings/things", { "authenticity_token" => token_of(browser), "name" => "Crane", "sort" => "other" })

    assert_equal 401, browser.last_response.status
  end

  def test_with_it_a_device_works_and_its_name_stands_on_what_it_did
    browser = inside
    browser.get("/jobs/1")

    assert_equal 200, browser.last_response.status
    browser.post("/jobs/1/state", { "authenticity_token" => token_of(browser), "state" => "set_aside", "lock_version" => "0" })

    assert_operator browser.last_response.status, :<, 400
    browser.get("/history/3")
    browser.post("/history/3", { "authenticity_token" => token_of(browser), "text" => "Dust on the far edge" })

    assert_equal 303, browser.last_response.status
    assert_equal "phone by the scale", Stores::Event.where(kind: "note").last.device
    browser.get("/settings")

    refute_includes browser.last_response.body, "Copies of the shop"
    refute_includes browser.last_response.body, "lock-all"
  end

  def test_two_of_one_name_are_told_apart
    inside("phone")
    inside("phone")

    assert_equal ["phone", "phone 2"], Stores::Guest.order(:id).pluck(:name)
  end

  def test_what_the_shops_own_computer_does_alone
    browser = inside
    browser.get("/settings")
    token = token_of(browser)
    %w[/settings/sharing/passphrase /settings/sharing/lock-all /settings/sharing/1/lock /settings/second-place /copies /copies/back
      /copies/bring].each do |path|
      browser.post(path, { "authenticity_token" => token, "passphrase" => "another one", "again" => "another one" })

      assert_equal 403, browser.last_response.status, path
    end
    browser.get("/copies/dakren-2026-11-30-asked.sqlite3")

    assert_equal 403, browser.last_response.status
    assert Stores::Passphrase.right?(WORDS)
  end

  def test_a_wrong_passphrase_is_told_and_what_else_was_typed_stays
    browser = phone

    assert_equal 422, come_in(browser, "tablet", words: "seven warm tines")
    assert_includes browser.last_response.body, "Passphrase is not the shop"
    assert_includes browser.last_response.body, 'value="tablet"'
    refute_includes browser.last_response.body, "tines"
    assert_equal 422, come_in(browser, "x" * 41)
    noise(6).each do |noise|
      assert_includes [422, 429, 400], come_in(phone(from: "192.168.7.#{chance.rand(40..250)}"), noise, words: noise)
    end
  end

  # Ten thousand guesses, from one address and from many: none is let through after the first few, and each is answered at once.
  def test_guessing_gets_nowhere
    assert_equal 303, come_in(phone(from: "192.168.7.9"), "before")
    Rack::Attack.cache.store.clear
    browser = phone
    browser.get("/entrance")
    token = token_of(browser)
    codes = Array.new(ENV["DAKREN_LONG"] ? 10_000 : 1_000) do |i|
      browser.env("REMOTE_ADDR", i.even? ? "192.168.7.66" : "192.168.7.#{i % 250}")
      browser.post("/entrance", { "authenticity_token" => token, "passphrase" => "guess number #{i}", "name" => "" },
        { "HTTP_X_FORWARDED_FOR" => "10.0.0.#{i % 250}" })
      browser.last_response.status
    end

    assert_equal [422, 429], codes.uniq.sort
    assert_operator codes.count(422), :<=, 2 * Rooms::Attempts::ALL
    assert_includes browser.last_response.body, "tried too often"
    refute_nil browser.last_response["retry-after"]
    assert_equal 1, Stores::Guest.count
  end

  # A session that somebody else began opens nothing; one that was copied ends with the lock-out.
  def test_sessions_fixed_replayed_and_used_after_a_lock_out
    planted = phone
    planted.get("/entrance")
    planted.get("/entrance")
    theirs = planted.last_request.env["HTTP_COOKIE"]
    come_in(planted, "victim")
    thief = phone
    thief.get("/", {}, { "HTTP_COOKIE" => theirs })

    assert_equal 303, thief.last_response.status, "what was planted before is worth nothing after"
    planted.get("/")
    copied = phone
    key = { "HTTP_COOKIE" => planted.last_request.env["HTTP_COOKIE"] }
    copied.get("/", {}, key)

    assert_equal 200, copied.last_response.status
    Stores::Guest.last.lock_out
    [planted, copied].each do |one|
      one.get("/bench", {}, key)

      assert_equal 303, one.last_response.status
    end
  end

  def test_whoever_stays_away_long_enters_it_again
    browser = inside
    Stores::Guest.last.update!(ends_at: Time.now - 1)
    browser.get("/")

    assert_equal 303, browser.last_response.status
    other = inside("tablet")
    Stores::Guest.last.update!(seen_at: Time.now - 86_400, ends_at: Time.now + 60)
    other.get("/")

    assert_operator Stores::Guest.last.ends_at, :>, Time.now + (10 * 86_400), "whoever comes stays"
  end

  def test_one_press_locks_all_out_and_nothing_of_a_batch_is_lost
    job = new_job
    browser = inside
    cup = to_bench(job)
    on_to(cup, "first")
    browser.get(cup)
    told = { "authenticity_token" => token_of(browser), "step" => "first", "reading" => "10.0", "act" => "next",
             "after" => browser.last_response.body[/name="after" value="([^"]*)"/, 1] }
    get "/settings"
    post "/settings/sharing/lock-all", { "authenticity_token" => hidden("authenticity_token") }
    get "/settings"

    assert_includes words, "1 device locked out"
    events = Stores::Event.count
    browser.post(cup, told, { "HTTP_X_LIVE" => "1" })

    assert_equal 401, browser.last_response.status
    assert_equal events, Stores::Event.count
    come_in(browser, "phone", to: cup)

    assert_equal cup, browser.last_response["location"][%r{/bench.*}]
    browser.get(cup)

    assert_includes browser.last_response.body, 'name="step" value="first"'
  end

  def test_the_way_back_leads_into_this_shop_alone
    ["//evil.example/x", "https://evil.example", "/\\evil.example", "/jobs/1?x=<script>", "", "javascript:alert(1)",
      "/bench/7"].each do |to|
      Rack::Attack.cache.store.clear
      browser = phone
      come_in(browser, "x", to: to)

      assert_equal to == "/bench/7" ? to : "/", browser.last_response["location"].sub(%r{\Ahttps?://#{ADDRESS}}o, "")
    end
  end

  def test_another_host_and_forwarded_ones_are_not_served
    browser = inside
    { "HTTP_HOST" => "evil.example", "HTTP_X_FORWARDED_HOST" => "evil.example" }.each do |name, host|
      browser.get("/", {}, { name => host })

      assert_equal 403, browser.last_response.status, name
    end
    browser.get("/", {}, { "HTTP_HOST" => "127.0.0.1", "HTTP_X_FORWARDED_FOR" => "127.0.0.1" })

    assert_equal 403, browser.last_response.status
  end

  def test_the_passphrase_is_set_at_home
    get "/settings"
    token = hidden("authenticity_token")
    { %w[short short] => "at least 10", ["aaaaaaaaaaaa"] * 2 => "one character", ["x y" * 40] * 2 => "at most 72 bytes",
      ["two lines of it", "two lines of them"] => "the same both times", ["a good long one"] * 2 => "is set" }.each do |(one, other), told|
      post "/settings/sharing/passphrase", { "authenticity_token" => token, "passphrase" => one, "again" => other }
      get "/settings"

      assert_includes words, told
    end
    assert Stores::Passphrase.right?("a good long one")
    refute Stores::Passphrase.right?("a good long\0 one")
    refute_includes Stores::Keeping.of("passphrase"), "good"
  end

  def test_without_one_it_is_not_shared
    Stores::Keeping.where(name: "passphrase").delete_all
    error = assert_raises(Stores::DataFolder::Refused) { Rooms::Sharing.new(ADDRESS, 4567, FOLDER) }

    assert_includes error.message, "bin/dakren passphrase"
    assert_raises(Stores::DataFolder::Refused) { Rooms::Sharing.new("phone", 4567, FOLDER) }
  end
end
