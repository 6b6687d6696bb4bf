# frozen_string_literal: true

require_relative "../../core_helper"
require "json"
require "open3"
require "tmpdir"

# Shops of every earlier table layout are brought up to date, and what happened in them is what it was: marks that stood in documents, and
# every press of a batch.
class EarlierShopsTest < CoreTest
  by_turns :test_what_happened_is_what_it_was

  # From where marks stood in documents.
  FIRST = 6
  # Before that layout marks were rows in the order of the coats; before the other, tasks were called passes.
  NAMED_MARKS = 10
  TASKS = 24

  MOVE = <<~'RUBY'
    require File.join(ARGV[0], "app", "boot")
    include Dakren
    told = JSON.parse($stdin.read)
    ActiveRecord::Migration.verbose = false

    insert = lambda do |table, row|
      connection = ActiveRecord::Base.connection
      columns = connection.columns(table).to_h { |one| [one.name, one] }
      must = columns.each_value.select { |one| !one.null && one.default.nil? && one.name != "id" }.map(&:name)
      usual = must.to_h { |name| [name, columns[name].type == :integer ? 1 : Time.utc(2026, 11, 24, 8).to_fs(:db)] }
      filled = usual.merge(row).slice(*columns.keys)
      values = filled.values.map { |value| connection.quote(value) }
      connection.execute("INSERT INTO #{table} (#{filled.keys.join(", ")}) VALUES (#{values.join(", ")})")
    end

    found = told.to_h do |version, shop|
      dir = File.join(ARGV[1], version)
      FileUtils.mkdir_p(dir)
      path = File.join(dir, Stores::Database::FILE)
      ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path)
      Stores::Database.migrations.migrate(version.to_i)
      ActiveRecord::Base.connection.schema_cache.clear!
      insert.call("jobs", { "id" => 1, "name" => "Old", "document" => JSON.generate(shop["states"].last),
        "revision" => shop["states"].size })
      shop["states"].each.with_index(1) do |state, number|
        insert.call("job_revisions", { "job_id" => 1, "number" => number, "parent" => number > 1 ? number - 1 : nil, "stands_for" => number,
          "document" => JSON.generate(state) })
      end
      insert.call("batches", { "id" => 1, "job_id" => 1, "cup_number" => 1, "name" => "Old, batch 1 of 1", "recipe" => "{}",
        "sheet" => "{}" })
      shop["presses"].each do |number, kind, at|
        insert.call("batch_events", { "batch_id" => 1, "number" => number, "kind" => kind, "at" => at, "data" => "{}" })
      end
      ActiveRecord::Base.connection_handler.clear_all_connections!
      SQLite3::Database.new(path).tap { |file| Stores::Seals.seal_all(file) }.close
      Stores::Database.open(dir)
      job = Stores::Job.first
      marks = job.document.except(*job.wanted.keys)
      presses = job.id == Stores::Batch.first.job_id && Stores::Batch.first.events.map { |one| [one.number, one.kind, one.at] }
      back = [marks]
      back << job.reload.document.except(*job.wanted.keys) while job.undo
      events = Stores::Event.where(job_id: 1).where("number <= 3").order(:number).map { |one| [one.kind, one.coat, one.told_at.to_i] }
      broken = Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
      [version, { wanted: job.wanted.keys.grep(/began|tacky|done_/), marks: marks, back: back, presses: presses, events: events,
        broken: broken }]
    end
    puts JSON.generate(found)
  RUBY

  STATES = [{}, { "c1-began_1_1" => "2026-11-24T07:10" },
    { "c1-began_1_1" => "2026-11-24T07:20", "c1-began_2_1" => "2026-11-24T13:00" }].freeze
  PRESSES = [[1, "done", 100.5], [2, "back", 101.25], [3, "done", 160.0]].freeze

  # A state as a shop of a layout kept it.
  def kept(marks, version)
    document = { "name" => "Old", "zone" => "UTC", (version < TASKS ? "passes" : "tasks") => ["c1"], "c1-kind" => "coat" }
    return document.merge(marks) if version >= NAMED_MARKS

    rows = [1, 2].map { |coat| [{ "typed" => marks.fetch("c1-began_#{coat}_1", ""), "bare" => nil }] }
    marks.empty? ? document : document.merge("c1-real" => rows)
  end

  def test_what_happened_is_what_it_was
    versions = (FIRST..25).to_a
    shops = versions.to_h { |one| [one, { "states" => STATES.map { |marks| kept(marks, one) }, "presses" => PRESSES }] }
    Dir.mktmpdir("dakren-earlier") do |folder|
      out, error, status = Open3.capture3(Gem.ruby, "-e", MOVE, File.expand_path("../../..", __dir__), folder,
        stdin_data: JSON.generate(shops))
      assert_predicate status, :success?, error.lines.first(5).join
      found = JSON.parse(out.lines.last)

      assert_equal versions.map(&:to_s), found.keys
      found.each do |version, shop|
        assert_equal STATES.last, shop["marks"], version
        assert_equal STATES.reverse, shop["back"].first(3), "#{version}: undone one by one"
        assert_equal PRESSES, shop["presses"], version
        assert_equal([["began", 1], ["began", 1], ["began", 2]], shop["events"].map { |one| one.first(2) }, version)
        assert(shop["events"].all? { |one| one.last == Time.utc(2026, 11, 24, 8).to_i }, "dated by the state they first stood in")
        assert_empty shop["wanted"] + shop["broken"], version
      end
    end
  end
end
