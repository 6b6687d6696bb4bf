# frozen_string_literal: true

require_relative "bench_words"

module Dakren
  module Rooms
    # What went into a batch, against its plan.
    class RecordAmounts
      include BenchWords

      Part = Value.define(:letter, :name, :number, :unit, :planned)

      # @param walk [Bench::Walk] @param record [RecordPage] its words
      def initialize(walk, record, wording)
        @walk = walk
        @record = record
        @wording = wording
      end

      # @return [Array<Part>]
      def parts
        sheet = @walk.recipe.sheet
        amounts = @walk.contents.amounts
        [["A", sheet.resin, :resin], ["B", sheet.hardener, :hardener]].map do |letter, name, part|
          number, unit = measure(@walk.contents.both? ? amounts[part] : @walk.recipe.planned[part])
          Part.new(letter: letter, name: name, number: number, unit: unit, planned: "plan #{measured(@walk.recipe.planned[part])}")
        end
      end

      # @return [String] "1.4 % short of resin: good"
      def verdict
        found = @walk.contents.verdict
        return @record.went_in if found.nil? || @walk.recipe.way.unmeasured? || (@walk.pouring.read? && @walk.contents.as_planned?)

        "#{off(found).sub(/\A./, &:upcase)}: #{found.words}"
      end

      # @return [String, nil] SVG
      def scale
        found = @walk.contents.verdict
        found && Drawings::RatioScale.new(found, verdict).to_s
      end

      # Everything beside: mixing, temperatures, lots, cup.
      # @return [String]
      def beside
        @record.facts.drop_while { |name, _| name == "planned" }.map { |name, words| "#{name} #{words}" }.join(" · ")
      end
    end
  end
end
