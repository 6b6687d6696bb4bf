# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../served"
require "cgi"
require "open3"
require "sqlite3"

# The shop as it is really served, over its own port: its file at the start and the stop, copies by buttons, photographs nobody fetches.
class ServedShopTest < CoreTest
  by_turns :test_the_second_place_is_looked_at_before_it_is_taken,
    :test_what_a_disk_changed_is_told_reading_goes_on_and_a_copy_brings_it_back,
    :test_a_photograph_nobody_fetches_keeps_nobody_waiting,
    :test_it_opens_where_the_machine_names_no_language,
    :test_backup_restore_and_the_buttons_for_both

  FILE = "dakren.sqlite3"
  # What nobody should have to wait for, however busy the machine.
  PATIENCE_S = 60

  def shop
    @shop ||= Served.new.start
  end

  def teardown
    return unless @shop

    @shop.stop("KILL")
    FileUtils.rm_rf(@shop.data)
  end

  def http(request)
    Net::HTTP.start("127.0.0.1", shop.port, open_timeout: PATIENCE_S, read_timeout: PATIENCE_S) { |http| http.request(request) }
  end

  def get(path)
    found = http(Net::HTTP::Get.new(path, { "cookie" => @cookie.to_s }))
    @cookie = found["set-cookie"][/\A[^;]+/] if found["set-cookie"]
    found
  end

  # Sends a form with the token of a page; the answer's body, or that of the page it leads to.
  def send_form(path, fields, from: "/settings", files: {})
    token = CGI.unescapeHTML(get(from).body[/name="authenticity_token" value="([^"]*)"/, 1])
    request = Net::HTTP::Post.new(path, { "cookie" => @cookie })
    data = { "authenticity_token" => token, **fields }.to_a
    files.empty? ? request.set_form_data(data) : request.set_form(data + files.to_a, "multipart/form-data")
    found = http(request)
    @cookie = found["set-cookie"][/\A[^;]+/] if found["set-cookie"]
    found.is_a?(Net::HTTPRedirection) ? get(found["location"].sub(%r{\Ahttp://[^/]+}, "")) : found
  end

  def words(answer)
    CGI.unescapeHTML(answer.body.force_encoding("UTF-8").gsub(/<[^>]+>/, " ").gsub(/\s+/, " "))
  end

  def value(path, sql)
    file = SQLite3::Database.new(path)
    file.get_first_value(sql)
  ensure
    file&.close
  end

  # A machine just set up names no language: its letters count as ASCII.
  def test_it_opens_where_the_machine_names_no_language
    @shop = Served.new("--empty", environment: { "LC_ALL" => "C", "LANG" => nil }).start

    assert_equal "200", get("/").code
    assert_includes words(get("/settings")), "°"
  end

  def command(*arguments)
    out, status = Open3.capture2e({ "RUBYOPT" => nil }, Served::START, *arguments)
    [out, status.success?]
  end

  def test_backup_restore_and_the_buttons_for_both
    assert_includes words(get("/settings")), "if that disk dies, both are gone. Name a second place."
    away = File.join(shop.data, "elsewhere.sqlite3")
    out, good = command("backup", away, "--data", shop.data)
    assert good, out
    assert_includes out, "Opened and counted: it is whole."
    assert_includes out, "It lies on the same disk as the shop: that alone is no backup."
    jobs = value(away, "SELECT count(*) FROM jobs")

    send_form("/jobs", {}, from: "/jobs/new")
    assert_includes words(send_form("/copies", {})), "Copied: #{jobs + 1} jobs"
    assert_includes words(send_form("/copies/bring", {}, files: { "file" => File.open(away) })), "Tick that everything"
    assert_includes words(send_form("/copies/bring", { "sure" => "yes" }, files: { "file" => File.open(away) })), "Put back: #{jobs} jobs"
    copy = get("/settings").body[/dakren-[\d-]+-asked\.sqlite3/]
    assert_includes words(send_form("/copies/back", { "name" => copy, "sure" => "yes" })), "Put back: #{jobs + 1} jobs"
    assert_equal "SQLite format 3", get("/copies/#{copy}").body[0, 15]
    broken = File.join(shop.data, "broken")
    File.binwrite(broken, File.binread(away)[0, 9000])
    assert_includes words(send_form("/copies/bring", { "sure" => "yes" }, files: { "file" => File.open(broken) })), "This file was cut off"
    assert_equal "404", get("/copies/dakren-1.sqlite3").code

    out, good = command("restore", away, "--data", shop.data)
    refute good
    assert_includes out, "held by another Dakren"
    shop.stop
    refute_path_exists File.join(shop.data, "#{FILE}-wal"), "folded in at the stop"
    assert_equal jobs + 1, value(File.join(shop.data, FILE), "SELECT count(*) FROM jobs")
    out, good = command("restore", away, "--data", shop.data)
    assert good, out
    assert_includes out, "What stood there before is kept as"
    assert_equal jobs, value(File.join(shop.data, FILE), "SELECT count(*) FROM jobs")
  end

  def test_the_second_place_is_looked_at_before_it_is_taken
    { "stick" => "must be a whole path", "/no/such/place" => "must be a folder that is there",
      "/proc" => "must be a folder Dakren may write to",
      "x" * 10_000 => "must be at most 500 characters", "<b>" => "must be a whole path", "NaN" => "must be a whole path",
      "/etc/passwd" => "must be a folder that is there" }.each do |path, says|
      next if path == "/proc" && File.writable?("/proc")

      answer = send_form("/settings/second-place", { "second_place" => path })
      assert_equal "422", answer.code, path[0, 20]
      assert_includes words(answer), "Second place for copies #{says}"
      assert_includes CGI.unescapeHTML(answer.body), %(name="second_place" value="#{path}"), "what was typed stands"
    end
    place = Dir.mktmpdir("dakren-place")
    assert_includes words(send_form("/settings/second-place", { "second_place" => place })), "is on the same disk as the shop"
    assert_equal 1, Dir.children(place).size
    FileUtils.rm_rf(place)
    assert_includes words(get("/settings")), "#{place} is not there now; the last copy went there"
    assert_includes words(get("/")), "#{place} is not there now"
  ensure
    FileUtils.rm_rf(place) if place
  end

  def test_what_a_disk_changed_is_told_reading_goes_on_and_a_copy_brings_it_back
    shop.stop
    path = File.join(shop.data, FILE)
    good = Dir[File.join(shop.data, "copies", "*-day.sqlite3")].first
    file = SQLite3::Database.new(path)
    file.execute("UPDATE sheets SET pot_life_min = 3 * pot_life_min WHERE id = (SELECT min(id) FROM sheets)")
    file.close
    shop.start

    assert_includes shop.output, "The shop's file is damaged: the data sheet"
    front = get("/")
    assert_equal "200", front.code
    assert_includes words(front), "What it holds can still be read, but nothing more is written to it. The newest good copy is of"
    refused = send_form("/jobs", {}, from: "/jobs/new")
    assert_equal "503", refused.code
    assert_includes words(send_form("/copies/back", { "name" => File.basename(good), "sure" => "yes" })), "Put back:"
    refute_includes words(get("/")), "is damaged"
    assert_equal "200", send_form("/jobs", {}, from: "/jobs/new").code
  end

  # Sixteen who ask for a photograph of 16 MB and take nothing of it; another gets a page, and the photograph, at once.
  def test_a_photograph_nobody_fetches_keeps_nobody_waiting
    picture = large_photograph
    slow = Array.new(16) do
      TCPSocket.new("127.0.0.1", shop.port).tap { |socket| socket.write("GET #{picture} HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n") }
    end
    slow.each { |socket| socket.wait_readable(PATIENCE_S) }

    3.times { assert_equal "200", get("/").code }
    assert_equal 16_000_000, get(picture).body.bytesize
  ensure
    slow&.each(&:close)
  end

  private

  def large_photograph
    send_form("/jobs", {}, from: "/jobs/new")
    path = File.join(shop.data, FILE)
    file = SQLite3::Database.new(path)
    job = file.get_first_value("SELECT max(id) FROM jobs")
    file.execute("INSERT INTO pictures (job_id, kind, width, height, bytes, created_at) VALUES (?, 'image/png', 4, 4, " \
                 "zeroblob(16000000), '2026-11-29')", [job])
    "/table/#{job}/picture/#{file.last_insert_row_id}"
  ensure
    file&.close
  end
end
