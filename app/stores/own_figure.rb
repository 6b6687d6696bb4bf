# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # One weighing of the shop's own: what a tool kept, a surface drank, how fast a kind of work took the mix.
    class OwnFigure < Base
      include Seals::Sealed

      MEANS = [:sort, :name, Arel.sql("avg(value)"), Arel.sql("count(*)"), Arel.sql("avg(value * value)")].freeze

      # The job whose batch or whose step it is of.
      JOB = "coalesce(own_figures.job_id, batches.job_id)"
      # Sort, name, the job whose batches they are of (nil of none), how many, their sum and that of their squares.
      SUMS = ["own_figures.sort", "own_figures.name", JOB, "count(*)", "total(value)", "total(value * value)"]
        .map { |sql| Arel.sql(sql) }.freeze

      # @return [Array<Array>] of SUMS
      def self.sums
        joins("LEFT JOIN batches ON batches.id = own_figures.batch_id").group("own_figures.sort", "own_figures.name", Arel.sql(JOB))
          .pluck(*SUMS)
      end

      # @param except_job [Integer, nil] a job goes on as it was planned: what its own batches and steps took is for the next
      # @param sums [Array<Array>] of SUMS
      # @return [Work::Own] the mean of each with how many weighings stand behind it, and how they spread
      def self.of_shop(except_job: nil, sums: self.sums)
        told = sums.reject { |_, _, job, *| except_job && job == except_job }.group_by { |sort, name, *| [sort.to_sym, name] }
        Work::Own.new(told.transform_values do |all|
          count, sum, squares = [3, 4, 5].map { |i| all.sum { |row| row[i] } }
          [sum / count, count, spread(sum / count, count, squares / count)]
        end)
      end

      # @return [Float, nil] standard deviation of a sample; nil of fewer than two
      def self.spread(mean, count, square)
        count > 1 ? Math.sqrt([square - (mean * mean), 0.0].max * count / (count - 1)) : nil
      end
    end
  end
end
