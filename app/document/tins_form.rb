# frozen_string_literal: true

require_relative "stock_form"

module Dakren
  module Document
    # Tins that came in, as they are typed: resin and hardener that belong together, or one of them.
    class TinsForm
      include StockForm

      HOLDS = { "both" => "resin and hardener that belong together", "cartridge" => "a cartridge or pouch that holds both",
                "a" => "resin alone", "b" => "hardener alone" }.freeze
      COUNT = (1..50)

      # @param typed [Hash{String=>Object}] holds, a_size, a_lot, b_size, b_lot, count, price, use_by @param sheet [Dakren::Sheet]
      # @param today [Date] @param currency [String]
      def initialize(typed, sheet, wording, today:, currency: "")
        @typed = typed
        @sheet = sheet
        @wording = wording
        @today = today
        @currency = currency
        @problems = {}
        read unless typed.empty?
      end

      # @return [String] of HOLDS
      def holds
        HOLDS.key?(text("holds")) ? text("holds") : "both"
      end

      # @return [Integer] how many of it
      attr_reader :count

      # @return [Array<Hash{Symbol=>Object}>] columns of each tin of one set
      def parts
        shares = @price ? Exact.share(@price, @sizes.map(&:first)).map(&:to_f) : []
        @wanted.zip(@sizes, @lots).each_with_index.map do |(part, (size, unit), lot), i|
          { resin: @sheet.resin, hardener: part == "a" ? "" : @sheet.hardener, lot: lot, unit: unit, size: size, level: size,
            price: shares[i]&.round(4), use_by: @use_by }
        end
      end

      private

      def read
        @wanted = %w[both cartridge].include?(holds) ? %w[a b] : [holds]
        @sizes = holds == "cartridge" ? shared_out : @wanted.map { |part| (found = amount("#{part}_size")) && held(found, density(part)) }
        @lots = @wanted.map { |part| lot(holds == "cartridge" ? "a_lot" : "#{part}_lot") }
        @price = price
        @use_by = day("use_by")
        @count = told("count") { Measure::Typed.read(text("count").then { |typed| typed.empty? ? "1" : typed }, field: "count", allowed: COUNT) }
        problems["count"] = "must be a whole number" if @count && @count.to_i != @count
        @count = @count.to_i
      end

      # What is in a cartridge, by the ratio it is mixed in.
      # @return [Array<Array(Float, String)>, Array<nil>]
      def shared_out
        found = amount("a_size") or return [nil, nil]
        split = found.unit == :g ? @sheet.ratio.split(total_g: found.value) : @sheet.ratio.split(total_ml: found.value)
        parts = [split.resin_g, split.hardener_g].all? ? [split.resin_g, split.hardener_g, "g"] : [split.resin_ml, split.hardener_ml, "ml"]
        return parts.first(2).map { |value| [value.to_f.round(3), parts.last] } if parts.first(2).all?

        problems["a_size"] = "must be in #{found.unit == :g ? "ml" : "g"}, as its ratio is: nobody knows its densities"
        [nil, nil]
      end

      def density(part)
        part == "a" ? @sheet.ratio.resin_density_g_ml : @sheet.ratio.hardener_density_g_ml
      end
    end
  end
end
