# frozen_string_literal: true

module Dakren
  module Demo
    # What stands on the demo shop's shelf: bought at some time, some of it open, weighed of late.
    module Stock
      DAY_S = 86_400
      CURRENCY = "EUR"
      # Of a resin system a set: g of A and of B, their lots, its price, days since it came and until it is to be used, and where it is open
      # what was left of both when it was weighed.
      Shelf = Value.define(:resin, :hardener, :a, :b, :lots, :price, :came, :keeps, left: nil)
      ALL = [
        Shelf.new(resin: "Stillwater clear coat", hardener: "clear", a: 5000, b: 2200, lots: %w[A-2611 B-2611], price: 148,
          came: 160, keeps: 400, left: [3460, 1480]),
        Shelf.new(resin: "Reedmark L20 laminating", hardener: "medium", a: 5000, b: 1500, lots: %w[L-1804 M-1804], price: 131,
          came: 330, keeps: 9, left: [2270, 640]),
        Shelf.new(resin: "Reedmark L20 laminating", hardener: "slow", a: 1000, b: 270, lots: %w[L-0909 S-0909], price: 38,
          came: 80, keeps: 650),
        Shelf.new(resin: "Deepholm cast D50", hardener: "cast", a: 5000, b: 2250, lots: %w[D-77 D-78], price: 139,
          came: 30, keeps: 700),
        Shelf.new(resin: "Tarn table pour", hardener: "table", a: 1500, b: 1330, lots: %w[T-31 T-31], price: 64,
          came: 20, keeps: 500),
        Shelf.new(resin: "Granite primer", hardener: "primer", a: 5000, b: 2230, lots: %w[P-400 P-401], price: 97,
          came: 120, keeps: 240, left: [4310, 1468]),
        Shelf.new(resin: "Granite floor 210", hardener: "floor", a: 11_400, b: 2600, lots: %w[G-18 G-18], price: 168,
          came: 14, keeps: 330),
        Shelf.new(resin: "Sillmaker wood filler", hardener: "filler", a: 800, b: 50, lots: %w[W-5 W-5], price: 29,
          came: 200, keeps: 500, left: [530, 33])
      ].freeze
      # It was weighed so many days ago.
      WEIGHED_DAYS = 40
      EMPTY_G = { 5000 => 310, 2200 => 140, 1500 => 120, 2230 => 140, 800 => 95, 50 => 12 }.freeze

      module_function

      # @param now [Time]
      def fill(now)
        Stores::Settings.shop.update!(currency: CURRENCY)
        ALL.each { |shelf| put(shelf, now.to_f) }
      end

      def put(shelf, now)
        by = Record::BY.with(at: now - (shelf.came * DAY_S))
        tins = Stores::Tins.bought(parts(shelf, (Time.at(now).to_date + shelf.keeps).iso8601), count: 1, at: by.at, by: by)
        weigh(tins, shelf, by, now) if shelf.left
      end

      def parts(shelf, use_by)
        [[shelf.a, "", shelf.lots[0]], [shelf.b, shelf.hardener, shelf.lots[1]]].map do |size, hardener, lot|
          { resin: shelf.resin, hardener: hardener, lot: lot, unit: "g", size: size, level: size, empty: EMPTY_G[size],
            price: (shelf.price * size / (shelf.a + shelf.b).to_f).round(2), use_by: use_by }
        end
      end

      # Opened soon after it came, and weighed of late.
      def weigh(tins, shelf, by, now)
        weighed = by.with(at: now - (WEIGHED_DAYS * DAY_S))
        tins.zip(shelf.left).each do |tin, left|
          tin.note(:opened, at: by.at + (DAY_S * 3), by: by)
          tin.note(:weighed, at: weighed.at, by: weighed, data: { amount: left, weighs: left + tin.empty.to_f })
        end
      end
      private_class_method :put, :parts, :weigh
    end
  end
end
