# frozen_string_literal: true

require_relative "../../app_helper"

# What is looked after beside all else, at its times.
class KeeperTest < AppTest
  DAY_S = 86_400

  def setup
    super
    @copies = Stores::Copies.of(Stores::Database.path)
    FileUtils.rm_rf(@copies.folder)
  end

  def teardown
    FileUtils.rm_rf(@copies.folder)
  end

  def test_a_copy_a_day_and_all_of_it_looked_through_once_a_week
    keeper = Stores::Keeper.new
    now = Time.now
    keeper.round(now)
    assert_equal %w[day], @copies.all.map(&:why)
    assert_equal now.to_i.to_s, Stores::Keeping.of(Stores::Keeper::LOOKED)
    keeper.round(now + 3600)
    assert_equal 1, @copies.all.size
    keeper.round(now + DAY_S + 1)
    assert_equal 2, @copies.all.size
    assert_equal now.to_i.to_s, Stores::Keeping.of(Stores::Keeper::LOOKED)
    keeper.round(now + (8 * DAY_S))
    assert_equal (now + (8 * DAY_S)).to_i.to_s, Stores::Keeping.of(Stores::Keeper::LOOKED)
  end

  def test_a_second_place_gets_its_copy_and_one_that_is_away_costs_nothing
    place = Dir.mktmpdir("dakren-second")
    Stores::Settings.shop.update!(second_place: place)
    keeper = Stores::Keeper.new
    keeper.round

    assert_equal 1, Stores::Copies.new(place).all.size
    assert_path_exists @copies.all.first.path
    FileUtils.rm_rf(place)
    keeper.round(Time.now + DAY_S + 1)
    refute_path_exists place, "a stick that is pulled leaves nothing behind at its place"
    assert_equal 2, @copies.all.size
    refute_nil Stores::SecondPlace.of_shop.last_known
    FileUtils.mkdir_p(place)
    keeper.round(Time.now + DAY_S + 60)
    assert_equal 1, Stores::Copies.new(place).all.size, "a stick that comes back gets its copy at once"
    keeper.round(Time.now + DAY_S + 90)
    assert_equal([1, 2], [Stores::Copies.new(place), @copies].map { |copies| copies.all.size })
  ensure
    FileUtils.rm_rf(place)
  end

  # A full stick keeps nothing else from being done.
  def test_a_second_place_that_fails_stops_no_other_upkeep
    place = Dir.mktmpdir("dakren-second")
    Stores::Settings.shop.update!(second_place: place)
    make = Stores::Backup.method(:make)
    full = lambda do |from, to|
      raise Stores::Backup::Failed, "the stick is full" if to.start_with?(place)

      make.call(from, to)
    end
    _, told = capture_io { Stores::Backup.stub(:make, full) { Stores::Keeper.new.round } }

    assert_equal "upkeep: the stick is full\n", told
    assert_equal 1, @copies.all.size
    refute_nil Stores::Keeping.of(Stores::Keeper::LOOKED)
  ensure
    FileUtils.rm_rf(place)
  end

  # A full disk ends one round, not the upkeep.
  def test_what_fails_is_told_and_tried_again
    keeper = Stores::Keeper.new
    _, told = capture_io { Stores::Backup.stub(:make, ->(*) { raise Stores::Backup::Failed, "the disk is full" }) { keeper.round } }

    assert_includes told, "upkeep: the disk is full"
    _, told = capture_io { Stores::Shelf.stub(:keep_clocks, -> { raise SQLite3::FullException, "full" }) { Stores::Renewer.new.send(:go_on) } }
    assert_includes told, "the disk is full"
  end
end
