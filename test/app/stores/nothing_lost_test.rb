# frozen_string_literal: true

require_relative "../../app_helper"
require "open3"

# What keeps a shop from being opened is told as what it is; copies are whole, and come back; what a disk changed is told.
class NothingLostTest < CoreTest
  by_turns :test_an_earlier_shop_is_copied_before_it_is_brought_up_to_date,
    :test_an_earlier_shops_copy_is_put_back_into_an_open_shop,
    :test_a_file_copied_with_its_log_is_put_back_with_it,
    :test_a_copy_made_while_others_write_is_whole_and_comes_back_elsewhere,
    :test_a_file_that_is_really_full_is_told_and_goes_on_when_there_is_room,
    :test_the_file_alone_holds_everything_once_its_log_is_folded_in

  FILE = Stores::Database::FILE
  BOOT = File.expand_path("../../../app/boot", __dir__)
  NOBODY = 65_534

  # A shop of the demo's, closed, made once: jobs, a shelf, batches with their events, a photograph.
  def self.pattern
    @pattern ||= begin
      dir = Dir.mktmpdir("dakren-pattern")
      Minitest.after_run { FileUtils.rm_rf(dir) }
      Stores::Backup.make(File.join(ShopHelp::DATA, FILE), File.join(dir, FILE))
      File.join(dir, FILE)
    end
  end

  def setup
    @dir = Dir.mktmpdir("dakren-lost")
    File.chmod(0o755, @dir)
    @path = File.join(@dir, FILE)
    FileUtils.cp(self.class.pattern, @path)
  end

  def teardown
    FileUtils.rm_rf(@dir)
  end

  def refused(**how)
    says = assert_raises(Stores::DataFolder::Refused) { Stores::ShopFile.new(@path, **how).version }.message
    refute_match(/take (?:it|the file) away|remove|delete/i, says)
    says
  end

  # As somebody else on this machine; root may do everything.
  def as_nobody
    reader, writer = IO.pipe
    pid = fork do
      Process::UID.change_privilege(NOBODY) if Process.uid.zero?
      writer.write(begin
        yield
        "opened"
      rescue Stores::DataFolder::Refused, Stores::Backup::Failed => e
        e.message
      end)
      writer.close
      exit!(0)
    end
    writer.close
    Process.wait(pid)
    reader.read
  end

  def test_a_file_another_program_holds_is_told_as_held
    SQLite3::Database.new(@path) do |file|
      file.execute("PRAGMA locking_mode = EXCLUSIVE")
      file.execute("BEGIN EXCLUSIVE")
      assert_includes refused(busy_ms: 50), "is held by another program"
      file.execute("ROLLBACK")
    end
    assert_equal Stores::Database.newest, Stores::ShopFile.new(@path).version
  end

  def test_another_users_file_is_told_as_theirs
    File.chmod(0o600, @path)
    says = as_nobody { Stores::ShopFile.new(@path).version }
    assert_includes says, "belongs to the user #{Etc.getpwuid(Process.uid).name} and may not be read"
    File.chmod(0o644, @path)

    assert_includes as_nobody { Stores::ShopFile.new(@path).version }, "may be read by this user, but not written"
  end

  def test_cut_damaged_and_foreign_files_are_told_as_that_with_the_way_back
    whole = File.binread(@path)
    File.binwrite(@path, whole[0, whole.bytesize / 2])
    assert_includes refused, "was cut off: "
    File.binwrite(@path, "")
    assert_includes refused, "is empty: it was cut off"
    File.binwrite(@path, "a letter to somebody, saved under the wrong name. " * 90)
    assert_includes refused, "no database of SQLite's"
    File.binwrite(@path, whole.dup.tap { |bytes| bytes[100, 400] = "\xEE".b * 400 })
    assert_includes refused, "is damaged"
    assert_includes refused, "There is no copy of it in #{@dir}/copies"
    copy = Stores::Copies.of(@path).fresh("day")
    FileUtils.cp(self.class.pattern, copy)
    assert_includes refused, "bin/dakren restore #{copy}"
    FileUtils.rm_f(@path)
    SQLite3::Database.new(@path) { |file| file.execute("CREATE TABLE records (a)") }
    assert_includes refused, "database of another program"
  end

  def test_a_copy_without_its_log_is_told_as_that
    SQLite3::Database.new(@path).close
    FileUtils.rm_f(@path)
    SQLite3::Database.new(@path) { |file| file.execute("PRAGMA journal_mode = WAL") && file.execute("CREATE TABLE a (b)") && file.execute("DROP TABLE a") }

    assert_includes refused, "copied without its log"
  end

  def test_every_failure_of_the_file_has_a_sentence
    { SQLite3::FullException.new => "disk is full", Errno::ENOSPC.new => "disk is full", SQLite3::ReadOnlyException.new => "not written",
      SQLite3::IOException.new => "its disk", SQLite3::BusyException.new => "another program",
      SQLite3::CorruptException.new("x") => "damaged",
      ActiveRecord::StatementInvalid.new("no such table: jobs") => nil }.each do |error, says|
      found = Stores::ShopFile.meaning(error)

      says ? assert_includes(found, says) : assert_nil(found)
    end
  end

  # Bits are flipped anywhere in a hundred copies: each is refused or told, or holds what it held.
  def test_flipped_bits_are_told_or_do_no_harm
    whole = File.binread(@path)
    before = held
    told = 0
    100.times do |round|
      bytes = whole.dup
      (round.even? ? 64 : 1).times { bytes.setbyte(chance.rand(bytes.bytesize), chance.rand(256)) }
      File.binwrite(@path, bytes)
      if found_out?
        told += 1
      else
        assert_equal before, held, "round #{round}"
      end
    end
    assert_operator told, :>=, 45
  end

  # Reads, words and numbers changed within their row stay readable for SQLite: the seals tell.
  def test_a_figure_changed_in_its_row_is_told
    SQLite3::Database.new(@path) { |file| file.execute("UPDATE sheets SET ratio_hardener = ratio_hardener * 2 WHERE id = 1") }
    found = Stores::Health.look(@path)

    assert_includes found.says, "the data sheet “"
    assert_includes found.says, "is not as it was written"
  end

  def test_a_copy_made_while_others_write_is_whole_and_comes_back_elsewhere
    writer = IO.popen({ "DAKREN_BOOTED" => nil }, [Gem.ruby, "-rbundler/setup", "-e", <<~RUBY, BOOT, @dir])
      require ARGV[0]
      Dakren::Stores::Database.open(ARGV[1])
      $stdout.sync = true
      batch = Dakren::Stores::Batch.first
      number = batch.events.maximum(:number)
      loop { Dakren::Stores::Event.create!(batch: batch, number: number += 1, kind: "touched", at: number, data: {}) && puts(number) }
    RUBY
    3.times { writer.gets }
    made = Array.new(3) { |i| Stores::Backup.make(@path, File.join(@dir, "away", "copy#{i}.sqlite3")) }
    last = Array.new(3) { writer.gets.to_i }.last
    Process.kill("KILL", writer.pid)
    events = made.map { |one| one.counts.fetch("events") }

    assert_operator events.first, :>, Stores::Backup.fit(self.class.pattern).fetch("events")
    assert_equal events.sort, events
    new_machine = File.join(@dir, "new machine")
    done = Stores::Backup.restore(made.last.path, new_machine)
    assert_nil done.replaced
    assert_equal made.last.counts, Stores::Backup.fit(File.join(new_machine, FILE))
    back = Stores::Backup.restore(made.first.path, new_machine)
    assert_equal made.last.counts, Stores::Backup.fit(back.replaced), "what stood there is kept"
    assert_operator last, :>, 0
  ensure
    writer&.close
  end

  # Where a copy goes: never over the shop itself or over what is no shop; a folder gets one of its own name.
  def test_a_copy_is_written_over_nothing_else
    says = ->(to) { assert_raises(Stores::Backup::Failed) { Stores::Backup.make(@path, to) }.message }
    letter = File.join(@dir, "letter.txt")
    File.write(letter, "to somebody")
    assert_includes says.call(@path), "is the shop itself"
    assert_includes says.call(letter), "is no copy of a shop"
    assert_equal "to somebody", File.read(letter)
    assert_equal Stores::Database.newest, Stores::ShopFile.new(@path).version
    stick = File.join(@dir, "stick")
    FileUtils.mkdir_p(stick)
    2.times { Stores::Backup.make(@path, stick) }
    assert_equal %w[asked asked], Stores::Copies.new(stick).all.map(&:why)
    newest = Stores::Copies.new(stick).all.first.path
    assert_equal newest, Stores::Backup.make(@path, newest).path, "an older copy is renewed"
  end

  # What cannot be put back leaves the shop where it stands; what lies where nobody can write is put back all the same.
  def test_the_shop_stays_where_it_is_until_the_copy_is_good
    before = File.binread(@path)
    { @path => "is the shop in #{@dir} already", File.join(@dir, "none") => "There is no file at",
      File.join(@dir, "cut").tap { |cut| File.binwrite(cut, before[0, 9000]) } => "cut was cut off",
      File.join(@dir, "empty").tap { |empty| File.write(empty, "") } => "empty is empty" }.each do |file, says|
      assert_includes assert_raises(Stores::Backup::Failed) { Stores::Backup.restore(file, @dir) }.message, says
      assert_equal before, File.binread(@path)
    end
    assert_empty Dir[File.join(@dir, "*.part*")]
    stick = File.join(@dir, "stick")
    FileUtils.mkdir_p(stick)
    file = File.join(stick, "shop.sqlite3")
    FileUtils.cp(@path, file)
    SQLite3::Database.new(file) { |shop| shop.execute("PRAGMA journal_mode = WAL") }
    File.chmod(0o444, file)
    File.chmod(0o555, stick)
    home = File.join(@dir, "home").tap { |dir| FileUtils.mkdir_p(dir) && File.chmod(0o777, dir) }
    says = as_nobody { Stores::Backup.restore(file, home) }
    assert_equal "opened", says
    assert_path_exists File.join(home, FILE)
  ensure
    File.chmod(0o755, stick) if stick
  end

  # Copied by hand from a shop that was not closed: its log comes along.
  def test_a_file_copied_with_its_log_is_put_back_with_it
    script = "require ARGV[0]; Dakren::Stores::Database.open(ARGV[1]); Dakren::Stores::Settings.shop.update!(zone: 'Europe/Oslo'); exit!(0)"
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, @dir)
    assert_predicate status, :success?, out
    assert File.size?("#{@path}-wal")
    home = File.join(@dir, "home")
    Stores::Backup.restore(@path, home)

    assert_equal("Europe/Oslo", SQLite3::Database.new(File.join(home, FILE)) do |file|
      break file.get_first_value("SELECT zone FROM settings")
    end)
  end

  def test_the_file_alone_holds_everything_once_its_log_is_folded_in
    script = "require ARGV[0]; Dakren::Stores::Database.open(ARGV[1]); Dakren::Stores::Settings.shop.update!(zone: 'Europe/Oslo'); " \
             "print Dakren::Stores::Database.quiet_s.class, Dakren::Stores::Database.fold, Dakren::Stores::Database.quiet_s.inspect; " \
             "$stdout.flush; exit!(0)"
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, @dir)
    assert_predicate status, :success?, out
    assert_equal "Floattruenil", out
    alone = File.join(@dir, "alone.sqlite3")
    FileUtils.cp(@path, alone)
    kept = SQLite3::Database.new(alone) { |file| break file.get_first_value("SELECT zone FROM settings") }

    assert_equal "Europe/Oslo", kept
  end

  def test_copies_by_themselves_go_after_two_weeks_and_the_last_good_one_never
    copies = Stores::Copies.of(@path)
    now = Time.local(2026, 11, 29, 12)
    made = [1, 13, 15, 40].to_h { |days| [days, copies.fresh("day", now - (days * 86_400)).tap { |to| FileUtils.cp(@path, to) }] }
    asked = copies.fresh("asked", now - (100 * 86_400)).tap { |to| FileUtils.cp(@path, to) }
    assert_equal made.values_at(15, 40).sort, copies.thin(now).sort
    assert_equal([1, 13], [1, 13].select { |days| File.exist?(made[days]) })
    assert_path_exists asked
    only = Stores::Copies.new(File.join(@dir, "other"))
    old = only.fresh("day", now - (90 * 86_400)).tap { |to| FileUtils.cp(@path, to) }

    assert_empty only.thin(now)
    assert_equal old, only.newest_good.path
  end

  # A file that can really grow no more: told, what stood there stays, and it goes on when there is room.
  def test_a_file_that_is_really_full_is_told_and_goes_on_when_there_is_room
    script = <<~RUBY
      require ARGV[0]
      Dakren::Stores::Database.open(ARGV[1])
      job = Dakren::Stores::Job.first
      connection = ActiveRecord::Base.connection
      connection.execute("PRAGMA max_page_count = " + connection.select_value("PRAGMA page_count").to_s)
      begin
        job.write(job.document.merge("note" => Array.new(30_000) { rand(36).to_s(36) }.join))
      rescue ActiveRecord::ActiveRecordError => e
        puts Dakren::Stores::ShopFile.meaning(e)
      end
      puts Dakren::Stores::Job.first.document.key?("note")
      connection.execute("PRAGMA max_page_count = 100000")
      job.reload.write(job.document.merge("note" => "room again"))
      puts Dakren::Stores::Job.first.document["note"]
    RUBY
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, @dir)

    assert_predicate status, :success?, out
    assert_match(/\Acannot be written: the disk is full\..*\nfalse\nroom again\n\z/, out)
  end

  def test_an_earlier_shop_is_copied_before_it_is_brought_up_to_date
    script = "require ARGV[0]; Dakren::Stores::Database.open(ARGV[1]); print Dakren::Stores::Job.count, ' ', Dakren::Stores::Health.look(" \
             "Dakren::Stores::Database.path).inspect"
    FileUtils.rm_f(@path)
    early(21)
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, @dir)

    assert_predicate status, :success?, out
    assert_equal "1 nil", out
    copy = Stores::Copies.of(@path).all.first
    assert_equal "migration", copy.why
    assert_equal 21, Stores::ShopFile.new(copy.path).version
  end

  # The same put back into a shop that is open: it is brought up to date there, and what stood there is kept.
  def test_an_earlier_shops_copy_is_put_back_into_an_open_shop
    old = File.join(@dir, "old.sqlite3")
    early(21, old)
    script = <<~RUBY
      require ARGV[0]
      Dakren::Stores::Database.open(ARGV[1])
      before = Dakren::Stores::Job.count
      done = Dakren::Stores::Database.put_back(ARGV[2])
      Dakren::Stores::Job.first.write({ "name" => "After", "places" => [], "tasks" => [] })
      puts [before > 1, Dakren::Stores::Job.count, Dakren::Stores::Job.first.name, Dakren::Stores::Backup.fit(done.replaced)["jobs"] == before,
        Dakren::Stores::Health.look(Dakren::Stores::Database.path, thorough: true).inspect].join(" ")
    RUBY
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, @dir, old)

    assert_predicate status, :success?, out
    assert_equal "true 1 After true nil\n", out
  end

  private

  # A shop as an earlier Dakren left it.
  def early(version, path = @path)
    script = <<~RUBY
      require ARGV[0]
      ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: ARGV[1])
      ActiveRecord::Migration.verbose = false
      Dakren::Stores::Database.migrations.migrate(ARGV[2].to_i)
      ActiveRecord::Base.connection.execute("INSERT INTO jobs (name, document, created_at, updated_at) VALUES ('Old', '{}', '2026-01-01', '2026-01-01')")
    RUBY
    out, status = Open3.capture2e(Gem.ruby, "-rbundler/setup", "-e", script, BOOT, path, version.to_s)
    assert_predicate status, :success?, out
  end

  def found_out?
    Stores::ShopFile.new(@path).version != Stores::Database.newest || !Stores::Health.look(@path).nil?
  rescue Stores::DataFolder::Refused
    true
  end

  # All that was told and all that happened.
  def held
    Stores::Backup.reading(@path) do |file|
      (Stores::Seals::TABLES.keys & file.execute("SELECT name FROM sqlite_master").flatten).to_h do |table|
        columns = Stores::Seals.columns(table, file.execute("PRAGMA table_info(#{table})").map { |row| row[1] })
        [table, file.execute("SELECT #{columns.map { |name| "\"#{name}\"" }.join(",")} FROM #{table} ORDER BY id")]
      end
    end
  end
end
