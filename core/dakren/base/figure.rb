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
  # differ; value is nil where it cannot be known, and then why says so. working and assumed may be told as what gives them: they are put
  # together once somebody reads them.
  Figure = Value.define(:value, :unit, early: nil, late: nil, working: [].freeze, assumed: [].freeze, why: nil) do
    # @return [Figure] one that cannot be known
    def self.unknown(unit, why)
      new(value: nil, unit: unit, why: why)
    end

    # @return [Array<Working>]
    def working
      read(:working)
    end

    # @return [Array<String>] what is not on the data sheet
    def assumed
      read(:assumed)
    end

    def known?
      !value.nil?
    end

    private

    def read(part)
      self[part].respond_to?(:call) ? self[part].call : self[part]
    end
  end
end
