# frozen_string_literal: true

require_relative "../../core_helper"
require "json"
require "open3"
require "tmpdir"
require "zlib"

# A shop made before its tasks had that name is read as it was: its jobs, what they plan, and every state they were in.
class OldShopTest < CoreTest
  by_turns :test_a_shop_made_before_is_read_as_it_was

  OLD = File.expand_path("../../cases/shop_of_passes.sqlite3.gz", __dir__)
  READ = <<~RUBY
    require File.join(ARGV[0], "app", "boot")
    include Dakren
    Stores::Database.open(ARGV[1])
    Stores::Works.at_once = true
    Stores::Further.off = true
    job = Stores::Job.first
    desk = -> { Stores::Planning.new(job_id: job.id).fresh_desk_of(job.document) }
    coats = desk.call.coats.map { |coat| [coat.task.id, coat.number, coat.plan.amounts.total.total_g.to_f.round(3), coat.from_min.round(2)] }
    states = Stores::JobRevision.states(job.revisions.to_a).map(&:last)
    back = []
    57.times { job.undo; back << job.reload.document["tasks"] }
    broken = Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
    puts JSON.generate(trouble: Stores::Health.trouble&.says, coats: coats, old: states.count { |one| one.key?("passes") },
      lists: states.map { |one| one["tasks"] }.uniq, back: back.uniq, broken: broken)
  RUBY

  # As they were planned by the program that kept them.
  COATS = [["c2", 1, 67.932], ["c1", 1, 172.053], ["c1", 2, 172.053]].freeze

  def test_a_shop_made_before_is_read_as_it_was
    Dir.mktmpdir("dakren-old") do |folder|
      File.binwrite(File.join(folder, "dakren.sqlite3"), Zlib.gunzip(File.binread(OLD)))
      out, error, status = Open3.capture3(Gem.ruby, "-e", READ, File.expand_path("../../..", __dir__), folder)
      assert_predicate status, :success?, error
      found = JSON.parse(out.lines.last)

      assert_nil found["trouble"]
      assert_equal(COATS, found["coats"].map { |coat| coat.first(3) })
      assert_equal 0, found["old"]
      assert_equal [%w[c1], %w[c1 c2], %w[c2 c1]], found["lists"].sort
      assert_equal [%w[c1], %w[c1 c2], %w[c2 c1]], found["back"].sort
      assert_empty found["broken"]
    end
  end
end
