# frozen_string_literal: true

require_relative "../../core_helper"
require "json"
require "open3"
require "tmpdir"

# Many draw from one tin at once, each from a process of its own connection: nothing is lost, and the sum is exact.
class ConcurrentDrawsTest < CoreTest
  by_turns :test_many_draw_from_one_tin_at_once

  RUN = <<~'RUBY'
    require File.join(ARGV[0], "app", "boot")
    include Dakren
    Stores::Database.open(ARGV[1])
    require File.join(ARGV[0], "db", "demo")
    Dakren::Demo.load_once
    sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
    tin = Stores::Tin.create!(resin: sheet.resin, hardener: "", unit: "g", size: 1000, level: 1000, set_no: 90)
    tin.note(:bought, at: 1.0, by: Stores::By::NOBODY)
    threads = Array.new(8) do |i|
      Thread.new do
        5.times do |j|
          record = Stores::Database.writing do
            Stores::Walks.start(sheet: sheet, name: "t#{i}-#{j}", total_g: 30, cup: Plan::USUAL_CUPS.first, room_c: 20, tins_c: 20,
              placing_min: 5, first: :resin, method: :scale, resolution_g: 0.1)
          end
          happened = [[:done, 10.0, { step: "tins", tin_ids: [tin.id] }], [:done, 11.0, { step: "gear" }], [:done, 12.0, { step: "ready" }],
            [:done, 13.0, { step: "tare" }], [:weighed, 14.0, { step: "first", reading_g: 10.1 }]]
          Stores::Database.writing do
            Stores::Batch.transaction do
              record.note_all(after: 0, happened: happened)
              record.stand(Stores::Walks.walk(record.reload))
            end
          end
          Stores::Database.writing { Stores::Tin.transaction { Stores::Tin.lock.find(tin.id).note(:spilled, at: 20.0, by: Stores::By::NOBODY, data: { amount: 0.3 }) } }
        end
      end
    end
    threads.each(&:join)
    tin.reload
    puts JSON.generate(level: tin.level, again: tin.ledger.level.to_f, draws: tin.draws.count, spills: tin.events.where(kind: "spilled").count,
      broken: Stores::Seals.broken(SQLite3::Database.new(Stores::Database.path)))
  RUBY

  def test_many_draw_from_one_tin_at_once
    Dir.mktmpdir("dakren-draws") do |folder|
      out, error, status = Open3.capture3(Gem.ruby, "-e", RUN, File.expand_path("../../..", __dir__), folder)
      assert_predicate status, :success?, error
      found = JSON.parse(out.lines.last)
      left = (1000 - (40 * 10.1r) - (40 * 0.3r)).to_f

      assert_equal({ "level" => left, "again" => left, "draws" => 40, "spills" => 40, "broken" => [] }, found)
    end
  end
end
