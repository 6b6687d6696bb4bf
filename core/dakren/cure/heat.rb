# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # How hot is too hot. A lift that is hot or smokes is refused without an explicit "I know";
    # a cup is only told what happens when it is left standing.
    #
    # Rule: below 50 °C calm, 50 to 80 warm, 80 to 120 hot, above 120 smoke.
    module Heat
      Grade = Value.define(:name, :below_c, :means)
      GRADES = [
        Grade.new(name: :calm, below_c: 50.0, means: "stays calm"),
        Grade.new(name: :warm, below_c: 80.0, means: "gets hot enough to craze"),
        Grade.new(name: :hot, below_c: 120.0, means: "gets hot: cracks, foams"),
        Grade.new(name: :smoke, below_c: Float::INFINITY, means: "smokes and may ignite")
      ].freeze

      # @param peak_c [Float] hottest temperature, °C
      # @return [Grade]
      def self.of(peak_c)
        GRADES.find { |grade| peak_c < grade.below_c }
      end

      # Is a lift with this peak refused unless the builder says "I know"?
      def self.refuses_lift?(peak_c)
        %i[hot smoke].include?(of(peak_c).name)
      end
    end
  end
end
