# frozen_string_literal: true

require_relative "tool"

Dir.glob("tools/*.rb", base: __dir__).each { |file| require_relative file }

module Dakren
  # Measuring: units, tools, ratio, what goes wrong and how it is put right.
  module Measure
    BY_EYE = Way.new(name: :eye, short: "by eye", read: :eye, first: nil, bare: "by eye, stiff paste")
    # Ways of measuring a batch, by name; those that need no tool of the shop's own first.
    WAYS = [*Tools::ALL.values.map { |tool| tool.declaration.way }, BY_EYE].sort_by { |way| [way.bare ? 0 : 1, way.bare == "scale" ? 0 : 1] }
      .to_h { |way| [way.name, way] }.freeze

    # What can be chosen where the shop has named no tool.
    # @return [Hash{String=>String}] words by the way's name
    def self.bare_ways
      WAYS.each_value.select(&:bare).to_h { |way| [way.name.to_s, way.bare] }
    end
  end
end
