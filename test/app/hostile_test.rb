# frozen_string_literal: true

require_relative "shared_help"

# Somebody who means harm, or a machine gone wild: every route, every importer and the shared entrance, with whatever comes to hand.
# Whatever comes, there is an answer, after bounded work; nothing typed comes back alive, and the shop does not grow.
class HostileTest < AppTest
  include SharedHelp
  include Dakren

  REQUESTS = ENV["DAKREN_LONG"] ? 10_000 : 1000
  MOST_WORK = 4_000_000
  GROWTH_MB = 150
  ALIVE = "<i id=alive>"
  WORDS_TRIED = [*AppTest::NOISE, "#{ALIVE}x</i>",
    "\"><svg onload=#{ALIVE}>", "${7*7}", "{{7*7}}", "%2e%2e%2f", "1e400", "2026-02-30", "99:99",
    "[[[[", "{\"a\":[1,2]}", "\r\nSet-Cookie: a=b", "0x1F", "1,2,3", "😀" * 50, "-0",
    "٣", "null", "true", "9" * 400].freeze
  NAMES = %w[name text act step reading day q from days units hours c1-film p1-s1-length sheet coats batches presses after revision
    start zone
    what of for_whom ends_on passphrase again sort sign cause seen value page show task coat section cup deed_id left_id
    lock_version ids ago_s
    points to state deed csv rows corrections room tins lot_a].freeze
  VERBS = (["GET"] * 6) + (["POST"] * 6) + %w[PUT PATCH DELETE HEAD OPTIONS TRACE PROPFIND]
  HEADERS = { "HTTP_X_LIVE" => %w[1 0 x], "HTTP_X_SHUT" => ["t-c1 d-p1", "x" * 5000], "HTTP_X_OPEN" => ["w-job-mix-in-all", "<b>"],
              "HTTP_X_SAID" => ["c1-film", "<b>"],
              "HTTP_X_FORWARDED_FOR" => ["127.0.0.1", "x"], "HTTP_X_FORWARDED_HOST" => ["evil.example"], "HTTP_RANGE" => ["bytes=0-1",
                "bytes=-"],
              "HTTP_IF_NONE_MATCH" => ["*"], "HTTP_ACCEPT" => ["application/json", "\xFF"], "HTTP_COOKIE" => ["dakren-0=x; a=\xFF",
                "=" * 3000],
              "CONTENT_TYPE" => ["application/json", "multipart/form-data; boundary=x", "text/plain", "application/x-www-form-urlencoded",
                "multipart/form-data"] }.freeze
  # Files that are none, are broken, or want to be something else.
  FILES = { "x.csv" => ["day;hour;resin\n2026-13-01;25:00;x\n",
    "\"" * 3000, "a,b\n#{"1," * 3000}\n", "\xFF\xFE\x00", "=cmd|' /C calc'!A0,1\n"],
            "x.svg" => ["<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0 L1e309 nan Z'/></svg>",
              "<!DOCTYPE a [<!ENTITY b SYSTEM 'file:///etc/passwd'>]><svg>&b;</svg>", "<svg><script>alert(1)</script></svg>", "<svg"],
            "x.dxf" => ["0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nnan\n0\nENDSEC\n0\nEOF", "0\n" * 4000, "AutoCAD Binary DXF\r\n"],
            "x.png" => ["\x89PNG\r\n\x1a\n#{"\0" * 60}", "GIF89a", "<svg onload=alert(1)>"],
            "x.sqlite3" => ["SQLite format 3\0#{"x" * 900}", ""] }.freeze

  def held_mb
    GC.start
    File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1000.0
  end

  def path
    chosen = pick(@paths)
    chosen = chosen.gsub(%r{(?<=[/pc-])1(?=/|-|\z)}) { pick(%w[1 2 3 11 0 999999 99999999999999]) } if chance.rand < 0.7
    if chance.rand < 0.08
      chosen = "#{chosen}#{pick(["/", "//", "/..", "/%00", "/%FF", "/x" * 200, ";a=b", "?#{"a[]=1&" * 200}", "?a[b][c]=1&a=2",
        "?%=%"])}"
    end
    chosen
  end

  def told
    Array.new(chance.rand(6)) { [pick(NAMES), chance.rand < 0.1 ? [pick(WORDS_TRIED)] : pick(WORDS_TRIED).dup] }.to_h
  end

  def file
    name = pick(FILES.keys)
    Rack::Test::UploadedFile.new(StringIO.new(pick(FILES[name]).b), pick(%w[text/csv image/png image/svg+xml application/octet-stream]),
      original_filename: pick([name, "../../#{name}", "#{ALIVE}.svg", "x" * 300]))
  end

  def asked(token)
    verb = pick(VERBS)
    fields = told
    fields["authenticity_token"] = chance.rand < 0.85 ? token : pick(WORDS_TRIED) if verb == "POST"
    fields[pick(%w[file picture])] = file if verb == "POST" && chance.rand < 0.3
    headers = chance.rand < 0.3 ? pick(HEADERS.to_a).then { |name, values| { name => pick(values) } } : {}
    fields = pick(["{", "x=%zz", "--x\r\n", "\0" * 200, fields]) if verb == "POST" && chance.rand < 0.1
    [verb, path, fields, headers]
  end

  # Sent so, unless what is to be sent cannot even be written as a request.
  def sent(browser, verb, address, fields, headers)
    options = { method: verb, **headers }
    fields.is_a?(String) ? options.update(input: fields) : options.update(params: fields)
    browser.request(address, options)
    browser.last_response
  rescue URI::InvalidURIError, ArgumentError, EncodingError, NoMethodError
    nil
  end

  def token_at(browser, address)
    browser.get(address)
    token_of(browser).to_s
  end

  def test_whatever_is_asked_by_whomever
    @paths = routes.map(&:last).uniq + %w[/entrance /look/xxxxxxxxxxxxxxxxxxxx /manifest.webmanifest /worker.js /assets/dakren.css /nowhere]
    home = Rack::Test::Session.new(Rack::MockSession.new(HOUSE, "127.0.0.1"))
    doors = { home => token_at(home, "/settings"), inside => nil, phone => nil }
    doors.each_key { |browser| doors[browser] ||= token_at(browser, browser.equal?(doors.keys[1]) ? "/settings" : "/entrance") }
    middle = nil
    answered = Hash.new(0)
    REQUESTS.times do |i|
      browser, token = pick(doors.to_a)
      verb, address, fields, headers = asked(token)
      middle = held_mb if i == REQUESTS / 2
      answer = nil
      # A cookie of its own begins another session: the good ones are kept.
      browser = phone if headers["HTTP_COOKIE"]
      done = work { answer = sent(browser, verb, address, fields, headers) }
      next if answer.nil?

      what = lambda {
        "#{verb} #{address} #{fields.inspect[0,
          300]} #{headers.inspect[0, 100]}, seed #{Minitest.seed}: #{answer.errors.to_s.scrub("?")[0, 500]}"
      }

      refute_equal 500, answer.status, what
      assert_operator done, :<, MOST_WORK, what
      refute_includes answer.body.b, ALIVE.b, what if answer["content-type"].to_s.include?("html")
      assert_nil answer["set-cookie"].to_s[/^a=b/], what
      answered[answer.status] += 1
    end

    assert_operator answered[200], :>, REQUESTS / 50, answered.inspect
    assert_operator answered.values.sum, :>, REQUESTS * 0.8
    assert_operator held_mb - middle, :<, GROWTH_MB
  end
end
