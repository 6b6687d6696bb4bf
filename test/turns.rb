# frozen_string_literal: true

require "zlib"

# Tests beside the main ones that take long: of those of a class one in three on each run of everything, by Minitest's seed; all of them
# with bin/test --long, and where a file is named.
#
#   class DrawingTest < BrowserTest
#     by_turns :test_a_hole_is_moved
module Turns
  OF = 3
  # Set by test/all.rb where whole folders are run.
  ON = "DAKREN_TURNS"

  # @param names [Array<Symbol>] of tests of this class
  def by_turns(*names)
    @by_turns = names.map(&:to_s)
  end

  def runnable_methods
    all = super
    return all if @by_turns.nil? || ENV["DAKREN_LONG"] || !ENV[ON]

    unknown = @by_turns - all
    raise ArgumentError, "#{name} has no #{unknown.join(", ")}" if unknown.any?

    all - @by_turns.reject { |test| ((Zlib.crc32(test) + Minitest.seed.to_i) % OF).zero? }
  end
end
