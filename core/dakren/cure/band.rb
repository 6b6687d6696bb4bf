# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # Early and late stand so many standard deviations from the likely: four times in five it is between them.
    EIGHTY_PCT_SD = 1.28

    # A time as it can honestly be told: early, likely, late, in minutes. nil means not within 60 days.
    Band = Value.define(:early, :middle, :late) do
      # @param middle [Float] @param sd [Float] standard deviation of its logarithm
      # @return [Band]
      def self.around(middle, sd)
        share = Math.exp(EIGHTY_PCT_SD * sd)
        new(early: middle / share, middle: middle, late: middle * share)
      end

      # @param middle [Float, nil] the likely, in minutes from the beginning
      # @param sooner [Array<Float, nil>] what each doubt alone would make of it at its early edge; @param later likewise late
      # @return [Band] doubts that know nothing of each other: the squares of their shares are added
      def self.among(middle, sooner, later)
        return new(early: sooner.compact.min, middle: nil, late: nil) if middle.nil?
        return new(early: 0.0, middle: middle, late: later.any?(&:nil?) ? nil : later.max) unless middle.positive?

        early = sooner.compact.any? { |one| one <= 0 } ? 0.0 : middle / spread(sooner.compact.map { |one| middle / one })
        late = later.any?(&:nil?) ? nil : middle * spread(later.map { |one| one / middle })
        new(early: early, middle: middle, late: late)
      end

      # Shares above 1, their logarithms added as squares.
      def self.spread(shares)
        Math.exp(Math.sqrt(shares.sum { |share| share > 1 ? Math.log(share)**2 : 0.0 }))
      end

      # @return [Band] the same counted from another minute
      def plus(minutes)
        Band.new(early: early && (early + minutes), middle: middle && (middle + minutes), late: late && (late + minutes))
      end
    end
  end
end
