# frozen_string_literal: true

require_relative "stock_form"

module Dakren
  module Document
    # What is told of one tin, as it is typed: its lot, what it held, what it cost, by when it is used, what the empty tin weighs.
    class TinForm
      include StockForm

      # @param typed [Hash{String=>Object}] lot, size, empty, price, use_by, set_no @param tin [Stores::Tin]
      def initialize(typed, tin, wording, today:, currency: "")
        @typed = typed
        @tin = tin
        @wording = wording
        @today = today
        @currency = currency
        @problems = {}
        @columns = read
      end

      # @return [Hash{String=>String}] a tin as it opens to be changed
      def self.of(tin, wording)
        unit = tin.unit == "ml" ? wording.volume(tin.size) : wording.weight(tin.size)
        { "lot" => tin.lot, "size" => unit.join(" "), "empty" => tin.empty ? wording.weight(tin.empty).join(" ") : "",
          "price" => tin.price ? Check.plain(tin.price.round(2)) : "", "use_by" => tin.use_by, "set_no" => tin.set_no.to_s }
      end

      # @return [Hash{Symbol=>Object}]
      attr_reader :columns

      private

      def read
        { lot: lot("lot"), size: size, empty: text("empty").empty? ? nil : grams("empty"), price: price, use_by: day("use_by"),
          set_no: text("set_no").match?(/\A\d{1,9}\z/) ? text("set_no").to_i : @tin.set_no }
      end

      # Shown as the scale shows it, it is the same as long as nobody types over it.
      def size
        return @tin.size if text("size") == self.class.of(@tin, @wording)["size"]

        found = amount("size") or return
        problems["size"] = "must be in #{@tin.unit}, as this tin is counted" if found.unit.to_s != @tin.unit
        found.value.to_f
      end
    end
  end
end
