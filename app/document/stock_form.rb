# frozen_string_literal: true

require "date"
require_relative "typed_form"

module Dakren
  module Document
    # What forms of the shelf share: amounts in a tin's own unit, prices, days.
    module StockForm
      include TypedForm

      AMOUNT = (0.001..1_000_000)
      PRICE = (0..1_000_000)
      LOT_LONGEST = 60
      DAYS = (Date.new(1990, 1, 1)..Date.new(2199, 12, 31))

      private

      def text(name)
        value(name).strip
      end

      # @yieldreturn [Object] nil where it cannot be read, which is told
      def told(name, label = nil)
        yield
      rescue InputError => e
        problems[name] = label ? "#{label} #{e.allowed}" : e.allowed
        nil
      end

      # @return [Quantity, nil] in g or ml
      def amount(name, allowed: AMOUNT)
        told(name) do
          Measure::Typed.quantity(text(name), field: name, units: Measure::Units::AMOUNT, bare: @wording.us?(:mass) ? :oz : :g,
            allowed: allowed)
        end
      end

      # @return [Float, nil] g
      def grams(name, allowed: AMOUNT)
        told(name) do
          Measure::Typed.read(text(name), field: name, units: Measure::Units::MASS, bare: @wording.us?(:mass) ? :oz : :g,
            allowed: allowed).to_f
        end
      end

      def price(name = "price")
        return if text(name).empty?

        told(name) { Measure::Typed.read(text(name).delete(@currency.to_s), field: name, allowed: PRICE).to_f }
      end

      # A day as it is kept.
      # @return [String] "" where none was told
      def day(name)
        return "" if text(name).empty?

        found = day_of(text(name))
        return found.iso8601 if found && DAYS.cover?(found)

        problems[name] = "must be a day, like #{@wording.dates.day(@today.to_time)} #{@today.year + 1} or #{(@today >> 12).iso8601}"
        ""
      end

      def day_of(text)
        return Date.iso8601(text) if text.match?(/\A\d{4}-\d\d-\d\d\z/)

        @wording.dates.read("#{text} 12:00", zone: Zones.of(nil), now: @today.to_time).to_date
      rescue Date::Error, InputError
        nil
      end

      def lot(name)
        text(name).tap do |found|
          most = LOT_LONGEST
          problems[name] = "must be at most #{most} characters; it has #{found.length}" if found.length > most
        end
      end

      # An amount in g where a density is known, else as it was told.
      # @param density [Numeric, nil] g/ml
      # @return [Array(Float, String)] and its unit
      def held(quantity, density)
        return [quantity.value.to_f, "g"] if quantity.unit == :g

        density ? [(quantity.value * Exact.of(density)).to_f.round(3), "g"] : [quantity.value.to_f, "ml"]
      end
    end
  end
end
