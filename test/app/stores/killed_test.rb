# frozen_string_literal: true

require_relative "../../app_helper"

# Killed at any moment, a shop that comes back has everything it had acknowledged, and no more than one change beyond.
class KilledTest < CoreTest
  ROUNDS = ENV["DAKREN_LONG"] ? 200 : 5
  BOOT = File.expand_path("../../../app/boot", __dir__)
  # For each round a process of its own: writes one change after another, of what is wanted and of what happened to the job and to a batch
  # of it, and says each number once it is kept.
  WRITER = <<~'RUBY'
    require ARGV[0]
    include Dakren
    $stdout.sync = true
    write = lambda do
      Stores::Database.open(ARGV[1])
      job = Stores::Job.first || Stores::Job.new.tap { |one| one.write({ "name" => "0", "places" => [], "tasks" => ["c1"] }) }
      batch = Stores::Batch.first || Stores::Batch.create!(job: job, name: "Pot", sheet: {}, recipe: {})
      puts "ready"
      number = job.name.to_i
      loop do
        number += 1
        Stores::Deed.once("deed #{number}") do
          job.write(job.document.merge("name" => number.to_s, "c1-tacky_1_1" => format("2026-11-%02dT07:00", 1 + (number % 28))))
          batch.note(after: number - 1, kind: :back, at: number.to_f)
          number.to_s
        end
        puts number
      end
    end
    while $stdin.gets
      child = fork(&write)
      puts child
      Process.wait(child)
      puts "dead"
    end
  RUBY

  def test_what_was_acknowledged_is_there_after_every_kill
    dir = Dir.mktmpdir("dakren-killed")
    rounds = IO.popen([Gem.ruby, "-rbundler/setup", "-e", WRITER, BOOT, dir], "r+")
    known = 0
    ROUNDS.times do
      known = [known, killed_while_writing(rounds)].max
      kept = what_is_kept(dir)

      assert_includes [known, known + 1], kept[:name]
      assert_equal [kept[:name] + 1] * 2, kept.values_at(:revision, :revisions), "every state it has been in"
      assert_equal [kept[:name]] * 2, kept.values_at(:marks, :presses), "everything that happened"
      assert_equal "ok", kept[:check]
    end
    assert_operator known, :>, ROUNDS
  ensure
    rounds&.close
    FileUtils.rm_rf(dir)
  end

  private

  # @return [Integer] the last number that was said
  def killed_while_writing(rounds)
    rounds.puts("on")
    writer = rounds.gets.to_i
    assert_equal "ready\n", rounds.gets
    said = Array.new(1 + chance.rand(12)) { rounds.gets.to_i }
    Process.kill("KILL", writer)
    said << rounds.gets until said.last == "dead\n"
    # What was being said as it was killed may be cut off.
    said[..-2].map(&:to_i).max
  end

  def what_is_kept(dir)
    file = SQLite3::Database.new(File.join(dir, Dakren::Stores::Database::FILE))
    name, revision = file.get_first_row("SELECT name, revision FROM jobs")
    count = ->(where) { file.get_first_value("SELECT count(*) FROM events WHERE #{where}") }
    { name: name.to_i, revision: revision, revisions: file.get_first_value("SELECT max(number) FROM job_revisions"),
      marks: count.call("job_id IS NOT NULL"), presses: count.call("batch_id IS NOT NULL"),
      check: file.get_first_value("PRAGMA integrity_check") }
  ensure
    file&.close
  end
end
