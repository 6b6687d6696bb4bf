# frozen_string_literal: true

require_relative "../../app_helper"
require "open3"
require "sqlite3"

# The folder of a shop: one server, its owner alone, and nothing in it ever taken for a new shop.
class DataFolderTest < CoreTest
  by_turns :test_a_newer_shop_is_left_alone,
    :test_a_second_server_says_who_holds_the_shop

  START = File.expand_path("../../../bin/dakren", __dir__)
  FILE = Dakren::Stores::Database::FILE

  def setup
    @dir = Dir.mktmpdir("dakren-folder")
  end

  def teardown
    FileUtils.rm_rf(@dir)
  end

  def refused(&)
    assert_raises(Dakren::Stores::DataFolder::Refused, &).message
  end

  def test_a_second_server_says_who_holds_the_shop
    Dakren::Stores::DataFolder.new(@dir, "http://127.0.0.1:4711/")
    port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    out, status = Open3.capture2e({ "RUBYOPT" => nil }, START, "--port", port.to_s, "--data", @dir)

    refute_predicate status, :success?
    assert_includes out, "held by another Dakren: http://127.0.0.1:4711/, process #{Process.pid}"
  end

  # Opened by a process of its own: what is open here stays open.
  def test_a_newer_shop_is_left_alone
    path = File.join(@dir, FILE)
    SQLite3::Database.new(path) do |file|
      file.execute("CREATE TABLE schema_migrations (version varchar primary key)")
      file.execute("INSERT INTO schema_migrations VALUES ('999')")
    end
    before = File.binread(path)
    serve = File.expand_path("../../../app/serve.rb", __dir__)
    out, status = Open3.capture2e({ "RUBYOPT" => nil }, Gem.ruby, "-rbundler/setup", serve, "1", @dir, "empty")

    refute_predicate status, :success?
    assert_includes out, "was written by a newer Dakren"
    assert_equal before, File.binread(path)
  end

  def test_a_key_that_is_no_key_stops_with_a_sentence
    path = File.join(@dir, Dakren::Rooms::House::SECRET_FILE)
    made = Dakren::Rooms::House.secret(@dir)
    assert_equal made, Dakren::Rooms::House.secret(@dir)
    assert_equal 0, File.stat(path).mode & 0o077
    ["short", nil].each do |key|
      FileUtils.rm_rf(path)
      key ? File.write(path, key) : Dir.mkdir(path)

      assert_includes refused { Dakren::Rooms::House.secret(@dir) }, "is no key that signs sessions"
    end
  end
end

# What is acknowledged is on the disk, for its owner alone; another process's lock ends in words.
class DurabilityTest < AppTest
  def test_the_file_is_written_through_and_readable_by_its_owner_alone
    assert_equal 2, ActiveRecord::Base.connection.select_value("PRAGMA synchronous")
    dir = Dir.mktmpdir("dakren-modes")
    %w[dakren.sqlite3 session.key].each { |name| File.write(File.join(dir, name), "x" * 100) && File.chmod(0o644, File.join(dir, name)) }
    mask = File.umask
    Dakren::Stores::DataFolder.new(dir, "here").close_to_others
    modes = Dir.children(dir).map { |name| File.stat(File.join(dir, name)).mode & 0o077 }

    assert_equal [0], modes.uniq
  ensure
    File.umask(mask)
    FileUtils.rm_rf(dir)
  end

  def test_a_busy_shop_is_told_and_not_broken
    busy = ActiveRecord::StatementInvalid.new("SQLite3::BusyException: database is locked")
    Stores::Job.stub(:new, ->(*) { raise busy }) do
      Stores::Job.where(name: "").delete_all
      get "/jobs/new"
      post "/jobs", { "authenticity_token" => hidden("authenticity_token") }
    end

    assert_equal 503, last_response.status
    assert_includes words, "The shop is busy"
  end

  # The same deed sent again, since its answer was lost.
  def test_a_deed_sent_twice_happens_once
    path = new_job("c1-coats" => "2")
    get path
    fields = { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"), "units_on_page" => "metric",
               "act" => "repeat:c1", "deed_id" => "one-and-the-same" }
    2.times { post path, fields }
    assert_equal 2, Document::JobDocument.ids(Stores::Job.find(path[/\d+/]).document, "tasks").size
    post path, { **fields, "deed_id" => "another" }
    assert_equal 3, Document::JobDocument.ids(Stores::Job.find(path[/\d+/]).document, "tasks").size
  end

  def test_a_one_off_cup_sent_twice_is_one_cup
    get "/bench"
    form = { "authenticity_token" => hidden("authenticity_token"), "deed_id" => hidden("deed_id"), "amount" => "200",
             "sheet" => sheet_id("Stillwater clear coat", "clear"), "tins" => "20", "room" => "20", "first" => "resin",
             "method" => "scale" }
    before = Stores::Batch.count
    ways = Array.new(2) { post("/bench/one-off", form) && last_response["location"] }

    assert_equal before + 1, Stores::Batch.count
    assert_equal 1, ways.uniq.size
  end

  def test_a_step_back_from_a_page_that_is_behind_asks
    path = new_job("name" => "First name")
    get path
    behind = { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"), "units_on_page" => "metric",
               "act" => "undo" }
    submit path, { "name" => "Named elsewhere" }
    post path, behind
    assert_includes words, "Another device has changed this job"
    assert_equal "Named elsewhere", Stores::Job.find(path[/\d+/]).name
    post path, { **behind, "revision" => hidden("revision") }
    assert_equal "First name", Stores::Job.find(path[/\d+/]).name
  end

  def test_two_names_for_one_job_are_told_to_the_second_writer_without_scripts_too
    path = new_job("name" => "Board")
    get path
    old = { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"), "units_on_page" => "metric" }
    submit path, { "name" => "Mine" }
    post path, { **old, "name" => "Yours" }

    assert_includes words, "was changed on another device too, to “Mine”"
    assert_equal "Yours", Stores::Job.find(path[/\d+/]).name
  end
end
