# frozen_string_literal: true

require_relative "stock_form"

module Dakren
  module Document
    # Something that happened to a tin, as it is typed: it was opened, weighed, something was spilled, it was thrown away.
    class TinNote
      include StockForm

      MORE_THAN_THERE = "must be at most what is in it; where there is more than that, weigh the tin first"
      KINDS = %w[opened weighed spilled binned].freeze

      # @return [Symbol, nil] what happened
      attr_reader :kind
      # @return [Hash{Symbol=>Object}]
      attr_reader :data

      # @param typed [Hash{String=>Object}] kind; weighs and empty, or left, of a weighing; amount of what was spilled
      # @param tin [Stores::Tin]
      def initialize(typed, tin, wording, today:)
        @typed = typed
        @tin = tin
        @wording = wording
        @today = today
        @problems = {}
        @data = {}
        if KINDS.include?(text("kind"))
          @kind = text("kind").to_sym
          send(@kind)
        else
          problems["kind"] = "must be opened, weighed, spilled or thrown away"
        end
      end

      # What the empty tin weighs, where that was told with it.
      # @return [Float, nil]
      attr_reader :empty

      private

      def opened
        problems["kind"] = "it is open already" if @tin.open?
      end

      def binned; end

      # "The tin weighs 3.42 kg now, 0.31 empty", or so much is left.
      def weighed
        return @data = { amount: left } unless text("left").empty? && @tin.unit == "g"

        weighs = grams("weighs")
        @empty = text("empty").empty? ? @tin.empty : grams("empty", allowed: 0..100_000)
        problems["empty"] ||= "must be told once: what the empty tin weighs" if @empty.nil?
        return if weighs.nil? || @empty.nil?

        problems["weighs"] = "must be at least what the empty tin weighs, #{@wording.weight(@empty).join(" ")}" if weighs < @empty
        @data = { amount: (weighs - @empty).round(3), weighs: weighs }
      end

      def left
        found = text("left").empty? ? (problems["left"] = "must be given") && nil : amount("left", allowed: 0..1_000_000)
        return if found.nil?

        problems["left"] = "must be in #{@tin.unit}, as this tin is counted" if found.unit.to_s != @tin.unit
        found.value.to_f
      end

      def spilled
        found = amount("amount") or return
        problems["amount"] = "must be in #{@tin.unit}, as this tin is counted" if found.unit.to_s != @tin.unit
        problems["amount"] ||= MORE_THAN_THERE if found.value > @tin.level
        @data = { amount: found.value.to_f }
      end
    end
  end
end
