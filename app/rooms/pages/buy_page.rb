# frozen_string_literal: true

require "csv"
require_relative "tin_words"

module Dakren
  module Rooms
    # What is to be bought for chosen jobs, or for all: as a list, on paper, as CSV.
    class BuyPage
      include TinWords

      # A resin system: address, title, what is lacking, lines of packs, what all of them cost and what is left over; why: where there are
      # none.
      View = Value.define(:address, :title, :lacks, :lines, :price, :left, :why)
      HEADS = ["resin system", "packs", "holds of A", "holds of B", "unit", "price each", "price", "left over of A",
        "left over of B"].freeze

      # @param buying [Stores::Buying] @param chosen [Array<Integer>] jobs it is for, none for all
      def initialize(buying, settings, wording, zone:, chosen: [])
        @buying = buying
        @settings = settings
        @wording = wording
        @zone = zone
        @chosen = chosen
      end

      # @return [Array<Array(Integer, String, Boolean, Boolean)>] id, title, is it chosen, does it lack something?
      def jobs
        named = Stores::Job.where(id: @buying.jobs.map(&:first)).select(:id, :name, :summary).index_by(&:id)
        @buying.jobs.map { |id, lacks| [id, named.fetch(id).title(60), @chosen.include?(id), lacks] }
      end

      def empty?
        @buying.systems.empty?
      end

      # @return [Array<View>]
      def systems
        @buying.systems.map do |one|
          basket = one.basket
          View.new(address: "/stock/#{one.record.id}", title: one.record.name, lacks: lacks(one), lines: basket ? lines(one) : [],
            price: basket&.price && money(basket.price.to_f), left: basket && left(one), why: one.why)
        end
      end

      # What all of it costs.
      def price
        @buying.price && money(@buying.price.to_f)
      end

      # For whom it is, as an address says it.
      def query
        @chosen.empty? ? "" : "?#{@chosen.map { |id| "jobs[]=#{id}" }.join("&")}"
      end

      # @return [String]
      def csv
        CSV.generate do |rows|
          rows << HEADS
          @buying.systems.flat_map { |one| one.basket ? packs(one) : [unknown(one)] }.each { |row| rows << row }
        end
      end

      private

      # What is lacking, where nobody knows in which packs it is sold.
      def unknown(one)
        [one.record.name, nil, one.a.to_f.round(1), one.b.to_f.round(1), one.unit, nil, nil, nil, nil]
      end

      def packs(one)
        one.basket.counts.each_with_index.map do |(pack, count), i|
          left = i.zero? ? [one.basket.left_a, one.basket.left_b].map { |rest| rest.to_f.round(1) } : [nil, nil]
          [one.record.name, count, pack.a.to_f, pack.b.to_f, one.unit, pack.price, pack.price && (pack.price * count).round(2), *left]
        end
      end

      def lacks(one)
        parts = { "A" => one.a, "B" => one.b }.select { |_, amount| amount.positive? }
        parts.map { |part, amount| "#{held(amount.to_f, one.unit)} of #{part}" }.join(" and ")
      end

      def lines(one)
        one.basket.counts.map do |pack, count|
          parts = { "A" => pack.a, "B" => pack.b }.select { |_, amount| amount.positive? }
          words = parts.map { |part, amount| "#{held(amount.to_f, one.unit)} #{part}" }.join(" + ")
          "#{count} × #{words}#{", #{money(pack.price)} each" if pack.price}"
        end
      end

      def left(one)
        basket = one.basket
        "left over: #{held(basket.left_a.to_f, one.unit)} of A, #{held(basket.left_b.to_f, one.unit)} of B"
      end
    end
  end
end
