# frozen_string_literal: true

require_relative "value"

module Dakren
  # A number with its unit, as it goes to whoever shows it.
  Quantity = Value.define(:value, :unit)

  # One line of arithmetic: a sentence with named gaps, and the quantities that fill them.
  #
  #   Working.new(says: "%{area} x %{film} = %{wet}", parts: { area: Quantity.new(...), ... })
  Working = Value.define(:says, parts: {}.freeze)

  # A figure the builder sees, with the way it was worked out. Shown as a range where early and late
  # differ; value is nil where it cannot be known, and then why says so.
  Figure = Value.define(:value, :unit, early: nil, late: nil, working: [].freeze, assumed: [].freeze, why: nil) do
    # @return [Figure] one that cannot be known
    def self.unknown(unit, why)
      new(value: nil, unit: unit, why: why)
    end

    def known?
      !value.nil?
    end
  end
end
