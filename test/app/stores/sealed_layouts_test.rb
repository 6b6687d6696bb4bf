# frozen_string_literal: true

require_relative "../../core_helper"
require "json"
require "open3"
require "tmpdir"

# A shop whose rows are sealed is brought up to date without being taken for a damaged one, also where its start was broken off half-way.
class SealedLayoutsTest < CoreTest
  by_turns :test_a_sealed_shop_is_brought_up_to_date,
    :test_what_a_disk_changed_before_is_told_all_the_same

  BEFORE = 29

  READ = <<~'RUBY'
    require File.join(ARGV[0], "app", "boot")
    include Dakren
    ActiveRecord::Migration.verbose = false
    db = Stores::Database
    path = File.join(ARGV[1], db::FILE)
    ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path)
    db.migrations.migrate(ARGV[2].to_i)
    now = "'2026-11-30 08:00:00'"
    connection = ActiveRecord::Base.connection
    connection.execute("INSERT INTO settings (created_at, updated_at, units) VALUES (#{now}, #{now}, 'us')")
    connection.execute("INSERT INTO keepings (name, value) VALUES ('rows sealed', '#{ARGV[2]}')")
    file = SQLite3::Database.new(path)
    file.execute("INSERT INTO keepings (name, value) VALUES (?, ?)", [Stores::Health::SCHEMA, Stores::Health.schema_of(file)])
    Stores::Seals.seal_all(file)
    before = Stores::Health.look(path)&.says
    if ARGV[3] == "broken off"
      db.instance_variable_set(:@path, path)
      db.open_seals
      db.migrations.migrate
    elsif ARGV[3] == "changed"
      file.execute("UPDATE settings SET units = 'metric'")
    end
    file.close
    ActiveRecord::Base.connection_handler.clear_all_connections!
    refused = nil
    begin
      db.open(ARGV[1])
    rescue StandardError => e
      refused = e.message
    end
    told = refused ? [] : Stores::Seals.broken(SQLite3::Database.new(path))
    puts JSON.generate(before: before, trouble: Stores::Health.trouble&.says || refused, broken: told, after: Stores::Health.look(path)&.says)
  RUBY

  def opened(how)
    Dir.mktmpdir("dakren-sealed") do |folder|
      out, error, status = Open3.capture3(Gem.ruby, "-e", READ, File.expand_path("../../..", __dir__), folder, BEFORE.to_s, how)
      assert_predicate status, :success?, error
      JSON.parse(out.lines.last)
    end
  end

  def test_a_sealed_shop_is_brought_up_to_date
    ["", "broken off"].each do |how|
      assert_equal({ "before" => nil, "trouble" => nil, "broken" => [], "after" => nil }, opened(how), how)
    end
  end

  def test_what_a_disk_changed_before_is_told_all_the_same
    assert_match(/the settings is not as it was written/, opened("changed")["trouble"])
  end
end
