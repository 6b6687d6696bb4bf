# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../../tools/lately"
require "tmpdir"

# Which tests a run walks, and whose style it looks at: nothing is left out for good, and nothing is done twice.
class TurnsTest < CoreTest
  SEEDS = (1..200)

  # As a class of tests is, and run by nobody.
  class Listed
    class << self
      attr_accessor :tests

      def runnable_methods = tests
      def run_one_method(_class, test, reporter) = reporter << test
    end
  end

  def setup
    @before = ENV.to_h.slice(Turns::ON, Turns::CLAIMS, "DAKREN_LONG")
    @seed = Minitest.seed
    @before.each_key { |name| ENV.delete(name) }
    ENV[Turns::ON] = "1"
  end

  def teardown
    [Turns::ON, Turns::CLAIMS, "DAKREN_LONG"].each { |name| ENV[name] = @before[name] }
    Minitest.seed = @seed
  end

  def listed(*tests, &)
    Class.new(Listed) do
      extend Turns

      self.tests = tests.map(&:to_s)
      class_eval(&)
    end
  end

  def chosen(tests)
    SEEDS.map do |seed|
      Minitest.seed = seed
      tests.runnable_methods
    end
  end

  def test_main_ones_are_run_each_time_and_of_the_others_one_in_eight
    tests = listed(:test_a, :test_b, :test_c) { each_run :test_b }
    chosen(tests).flatten.tally.each do |test, times|
      test == "test_b" ? assert_equal(SEEDS.size, times) : assert_in_delta(SEEDS.size / Turns::OF, times, 15, test)
    end

    assert_equal %w[test_a test_b test_c], chosen(tests).flatten.uniq.sort
    tests = listed(:test_a, :test_b) { by_turns :test_b }
    assert_equal SEEDS.size, chosen(tests).flatten.count("test_a")
    assert_includes 5..50, chosen(tests).flatten.count("test_b")
    tests = listed(:test_a, :test_b) { by_turns }
    assert_includes chosen(tests), []
    assert_equal 2, chosen(tests).flatten.uniq.size
  end

  def test_all_are_run_at_length_and_where_a_file_is_named
    tests = listed(:test_a, :test_b) { by_turns }
    ENV["DAKREN_LONG"] = "1"

    assert_equal [tests.tests], chosen(tests).uniq
    ENV.delete("DAKREN_LONG")
    ENV.delete(Turns::ON)

    assert_equal [tests.tests], chosen(tests).uniq
  end

  def test_one_that_is_not_there_is_told
    error = assert_raises(ArgumentError) { listed(:test_a) { each_run :test_gone }.runnable_methods }
    assert_includes error.message, "test_gone"
  end

  # Two processes of one run, and a third without any: each test is run once by those who share, and by whoever does not.
  def test_what_is_taken_is_not_run_again
    tests = listed(:test_a, :test_b) { nil }
    Dir.mktmpdir do |claims|
      ENV[Turns::CLAIMS] = claims
      done = []
      %w[test_a test_b test_a].each { |test| tests.run_one_method(tests, test, done) }

      assert_equal %w[test_a test_b], done
      ENV.delete(Turns::CLAIMS)
      tests.run_one_method(tests, "test_a", done)

      assert_equal %w[test_a test_b test_a], done
    end
  end

  def test_every_file_s_style_is_looked_at_in_its_turn
    all = Dir.chdir(Lately::ROOT) { Dir["{app,core,db,test,tools}/**/*.rb"] }
    turns = Array.new(Lately::OF) { |turn| Lately.for_style(turn) }
    skip if turns.first.empty?

    assert_empty all - turns.flatten
    assert_operator turns.map(&:size).min, :<, all.size / 2, "a part of it at a time"
    assert_empty(Lately.files.grep(/\.rb\z/).select { |path| File.exist?(File.join(Lately::ROOT, path)) } - turns.reduce(:&))
  end
end
