# frozen_string_literal: true

require_relative "value"
require_relative "errors"

module Dakren
  # Small least-squares problems: a handful of unknowns, each pulled towards zero by one residual of its own.
  #
  #   LeastSquares.minimise([0.0, 0.0]) { |z| [(z[0] + z[1] - 1) / 0.1] }   # => at [0.4975, 0.4975]
  #
  # Rule: Levenberg-Marquardt on |z|^2 + the sum of squared misfits; slopes by looking a little way on.
  module LeastSquares
    MOST_LOOKS = 16
    # A gain below this share of what is left is none.
    WORTH = 1.0e-8
    # Unknowns are in standard deviations: a step below this changes no figure anybody reads.
    SETTLED = 2.0e-5
    LOOK = 0.01
    STIFFEST = 1.0e6

    # at: the unknowns; misfits: residuals there; slopes: one row for each misfit; covariance: of the unknowns at the minimum.
    Found = Value.define(:at, :misfits, :slopes, :covariance) do
      # @return [Float] how far the unknowns stand from zero
      def distance
        Math.sqrt(at.sum { |z| z * z })
      end
    end

    module_function

    # @param start [Array<Float>] where to begin
    # @param look [Float] how far slopes look on
    # @yieldparam z [Array<Float>]
    # @yieldparam like [Array<Float>, nil] misfits close by, where only slopes are asked for: a misfit with a kink keeps to that side
    # @yieldreturn [Array<Float>] misfits in standard deviations
    # @return [Found] the best found in a bounded number of looks
    def minimise(start, look: LOOK, &misfits)
      at = start.map(&:to_f)
      here = yield(at, nil)
      slopes = slopes_at(at, here, look, &misfits) or raise NotSolved, "no slopes where it begins"
      damping = 1.0e-4
      MOST_LOOKS.times do
        step = step_from(at, here, slopes, damping)
        there = at.zip(step).map { |z, by| z + by }
        found = tried(there, &misfits)
        gained = found ? cost(at, here) - cost(there, found) : -1
        # Nothing to be had any more, or every step is a step up: it is as good as it gets.
        break if step.all? { |by| by.abs < SETTLED } || damping > STIFFEST

        if gained >= 0
          at = there
          here = found
          damping = [damping / 8, 1.0e-9].max
          slopes = slopes_at(at, here, look, &misfits) || slopes
          break if gained < WORTH * (1 + cost(at, here))
        else
          damping *= 10
        end
      end
      finish(at, here, slopes)
    end

    # Slopes are told apart from the misfits themselves, so that they may be looked up more roughly.
    # @return [Array<Array<Float>>, nil] a row for each misfit; nil where one of them has no answer
    def slopes_at(at, here, look)
      base = yield(at, here)
      columns = at.each_index.map do |i|
        moved = at.dup
        moved[i] += look
        yield(moved, here).zip(base).map { |there, before| (there - before) / look }
      end
      here.each_index.map { |row| columns.map { |column| column[row] } }
    rescue NotSolved
      nil
    end

    # Misfits at a place, where there are any.
    # @return [Array<Float>, nil]
    def tried(there)
      yield(there, nil)
    rescue NotSolved
      nil
    end

    # What is known of the unknowns once the misfits are: (I + J'J)^-1.
    # @return [Array<Array<Float>>]
    def covariance(count, slopes)
      normal = normal_of(count, slopes, 0.0)
      Array.new(count) { |i| solve(normal, Array.new(count) { |j| i == j ? 1.0 : 0.0 }) }
    end

    # Gauss elimination with pivoting of a small system.
    # @return [Array<Float>]
    def solve(matrix, right)
      rows = matrix.each_with_index.map { |row, i| [*row, right[i]] }
      rows.each_index { |i| eliminate(rows, i) }
      found = Array.new(rows.size, 0.0)
      (rows.size - 1).downto(0) do |i|
        rest = ((i + 1)...rows.size).sum { |j| rows[i][j] * found[j] }
        found[i] = (rows[i].last - rest) / rows[i][i]
      end
      found
    end

    def eliminate(rows, at)
      pivot = (at...rows.size).max_by { |j| rows[j][at].abs }
      rows[at], rows[pivot] = rows[pivot], rows[at]
      raise NotSolved, "the unknowns cannot be told apart" if rows[at][at].zero?

      ((at + 1)...rows.size).each do |j|
        factor = rows[j][at] / rows[at][at]
        rows[j] = rows[j].zip(rows[at]).map { |one, two| one - (factor * two) }
      end
    end

    def finish(at, here, slopes)
      Found.new(at: at.freeze, misfits: here.freeze, slopes: slopes, covariance: covariance(at.size, slopes))
    end

    def cost(at, misfits)
      (at + misfits).sum { |one| one * one }
    end

    def normal_of(count, slopes, damping)
      Array.new(count) do |i|
        Array.new(count) { |j| (i == j ? 1.0 + damping : 0.0) + slopes.sum { |row| row[i] * row[j] } }
      end
    end

    def step_from(at, here, slopes, damping)
      downhill = at.each_index.map { |i| -at[i] - slopes.each_with_index.sum { |row, r| row[i] * here[r] } }
      solve(normal_of(at.size, slopes, damping), downhill)
    end
    private_class_method :tried, :eliminate, :finish, :cost, :normal_of, :step_from
  end
end
