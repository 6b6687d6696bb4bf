# frozen_string_literal: true

require_relative "../base/exact"
require_relative "../base/value"

module Dakren
  module Stock
    # Something a job is still to take off the shelf. at: seconds, when; job: whose; what: which material; amount: g or ml; about: whatever
    # the asker wants back.
    Want = Value.define(:at, :job, :what, :amount, about: nil)

    # What jobs still want, held against what there is: the one that works first has it, and nothing is promised twice.
    #
    #   Reserve.new(wants, { "resin" => 900 }).shortages.first.short   # => what the first that goes short lacks
    class Reserve
      # A job that is to go short of a material: want: the first thing that cannot be had whole; short: what the job lacks in all; there:
      # what it was promised.
      Shortage = Value.define(:job, :what, :want, :short, :there)

      # @param wants [Array<Want>] @param levels [Hash{Object=>Numeric}] by material; of one that is not there nothing is said
      def initialize(wants, levels)
        @levels = levels.transform_values { |level| [Exact.of(level), 0r].max }
        @wants = wants.select { |want| @levels.key?(want.what) && want.amount.positive? }.sort_by { |want| [want.at, want.job.to_s] }
      end

      # @return [Array<Shortage>] in working order, one for each job and material
      def shortages
        @shortages ||= served.select { |_, lacks| lacks.negative? }.keys.map { |want| [want.job, want.what] }.uniq.map { |one| of(*one) }
      end

      # Wants that cannot be had whole, and what of each is lacking.
      # @return [Array<Array(Want, Rational)>] in working order
      def lacks
        served.select { |_, lacking| lacking.negative? }.map { |want, lacking| [want, -lacking] }
      end

      # What a job was promised of a material.
      # @return [Rational]
      def promised(job, what)
        of_one(job, what).sum(0r) { |want, lacks| Exact.of(want.amount) + lacks }
      end

      # What would be left of a material once all had theirs.
      # @return [Rational]
      def left(what)
        @levels.fetch(what) - @wants.sum(0r) { |want| want.what == what ? promised_to(want) : 0r }
      end

      private

      def of(job, what)
        mine = of_one(job, what)
        Shortage.new(job: job, what: what, want: mine.find { |_, lacks| lacks.negative? }.first, short: -mine.sum(0r) { |_, lacks| lacks },
          there: promised(job, what))
      end

      # What one job wants of one material, and what of each is lacking.
      # @return [Array<Array(Want, Rational)>]
      def of_one(job, what)
        @of_one ||= served.group_by { |want, _| [want.job, want.what] }
        @of_one.fetch([job, what], [])
      end

      def promised_to(want)
        Exact.of(want.amount) + served.fetch(want)
      end

      # Each want, and what it lacks: 0 or below.
      # @return [Hash{Want=>Rational}]
      def served
        @served ||= begin
          left = @levels.dup
          @wants.each_with_object({}.compare_by_identity) do |want, found|
            left[want.what] -= Exact.of(want.amount)
            found[want] = [left[want.what], 0r].min
            left[want.what] = [left[want.what], 0r].max
          end
        end
      end
    end
  end
end
