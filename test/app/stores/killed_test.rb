# frozen_string_literal: true

require_relative "../../app_helper"

# Killed at any moment, a shop that comes back has everything it had acknowledged, and no more than one change beyond.
class KilledTest < CoreTest
  ROUNDS = ENV["DAKREN_LONG"] ? 200 : 4
  BOOT = File.expand_path("../../../app/boot", __dir__)
  # Writes one revision after another, and says each number once it is kept.
  WRITER = <<~RUBY
    require ARGV[0]
    Dakren::Stores::Database.open(ARGV[1])
    $stdout.sync = true
    job = Dakren::Stores::Job.first || Dakren::Stores::Job.new.tap { |one| one.write("name" => "0", "places" => [], "tasks" => []) }
    puts "ready"
    number = job.name.to_i
    loop do
      number += 1
      Dakren::Stores::Deed.once("deed \#{number}") { job.write(job.document.merge("name" => number.to_s)) && number }
      puts number
    end
  RUBY

  def test_what_was_acknowledged_is_there_after_every_kill
    dir = Dir.mktmpdir("dakren-killed")
    known = 0
    ROUNDS.times do
      known = [known, killed_while_writing(dir)].max
      kept = what_is_kept(dir)

      assert_includes [known, known + 1], kept[:name].to_i
      assert_equal kept[:revision], kept[:revisions], "every state it has been in"
      assert_equal "ok", kept[:check]
    end
    assert_operator known, :>, ROUNDS
  ensure
    FileUtils.rm_rf(dir)
  end

  private

  # @return [Integer] the last number that was said
  def killed_while_writing(dir)
    writer = IO.popen({ "DAKREN_BOOTED" => nil }, [Gem.ruby, "-rbundler/setup", "-e", WRITER, BOOT, dir])
    assert_equal "ready\n", writer.gets
    said = Array.new(1 + chance.rand(12)) { writer.gets.to_i }
    Process.kill("KILL", writer.pid)
    said.concat(writer.read.lines.grep(/\n\z/).map(&:to_i))
    said.last
  ensure
    writer&.close
  end

  def what_is_kept(dir)
    file = SQLite3::Database.new(File.join(dir, Dakren::Stores::Database::FILE))
    name, revision = file.get_first_row("SELECT name, revision FROM jobs")
    { name: name, revision: revision, revisions: file.get_first_value("SELECT max(number) FROM job_revisions"),
      check: file.get_first_value("PRAGMA integrity_check") }
  ensure
    file&.close
  end
end
