# frozen_string_literal: true

require "zlib"

# Which tests a run of everything runs: the main ones each time, of those beside them one in OF, by Minitest's seed; all of them with
# bin/test --long, and where a file is named.
#
#   class DrawingTest < BrowserTest
#     each_run :test_measures_are_typed_on_the_drawing   # the others of this class take turns
#
#   class LabelsTest < AppTest
#     by_turns :test_many_labels_and_odd_ones            # the others of this class are run each time
#
# Where a run names a folder for its claims, several processes with one seed share its tests: who comes first takes the next one.
module Turns
  OF = 8
  # Set by test/all.rb where whole folders are run.
  ON = "DAKREN_TURNS"
  CLAIMS = "DAKREN_CLAIMS"

  # @param names [Array<Symbol>] of tests of this class, all others of which take turns
  def each_run(*names)
    @each_run = names.map(&:to_s)
  end

  # @param names [Array<Symbol>] of tests of this class; none: all of it
  def by_turns(*names)
    names.empty? ? each_run : @by_turns = names.map(&:to_s)
  end

  def runnable_methods
    all = super
    return all if ENV["DAKREN_LONG"] || !ENV[ON]

    unknown = [*@each_run, *@by_turns] - all
    raise ArgumentError, "#{name} has no #{unknown.join(", ")}" if unknown.any?

    beside = @each_run ? all - @each_run : @by_turns.to_a
    # Mixed well, so that whoever tries a part of itself by the seed tries each part.
    all - beside.reject { |test| (Zlib.crc32("#{test} #{Minitest.seed}") % OF).zero? }
  end

  def run_one_method(test_class, test, reporter)
    super if claimed?(test)
  end

  private

  def claimed?(test)
    folder = ENV.fetch(CLAIMS, nil) or return true
    File.open(File.join(folder, "#{name}-#{test}"), File::WRONLY | File::CREAT | File::EXCL, &:close)
    true
  rescue Errno::EEXIST
    false
  end
end
