# frozen_string_literal: true

require_relative "promised"
require_relative "sheet"

module Dakren
  module Stores
    # What chosen jobs lack of each resin system, once all that work before them had theirs, and the cheapest whole packs that cover it:
    # of packs as they were bought before.
    #
    #   Buying.new([8]).systems.first.basket.counts
    class Buying
      # A resin system: its sheet's record, what is lacking of both parts and in which unit, packs it can be bought in, the basket, nil
      # where none covers it, and why.
      System = Value.define(:record, :a, :b, :unit, :packs, :basket, why: nil)
      # So many sizes of packs are tried: those bought last.
      MOST_PACKS = 6

      # @param ids [Array<Integer>, nil] of jobs; nil for all that lack something of what is kept here
      def initialize(ids = nil)
        @promised = ids ? Promised.now.with_all_of(ids) : Promised.now
        @ids = ids
      end

      # Open jobs that want something of the shelf, and whether each lacks some of it.
      # @return [Array<Array(Integer, Boolean)>] in working order
      def jobs
        lacking = lacks.map { |want, _| want.job }.uniq
        @promised.wants.sort_by(&:at).map(&:job).uniq.map { |id| [id, lacking.include?(id)] }
      end

      # @return [Array<System>]
      def systems
        @systems ||= chosen.group_by { |want, _| [want.what[0], want.about[:hardener]] }.filter_map do |(resin, hardener), wants|
          record = Sheet.where(resin: resin, hardener: hardener).order(:retired, :id).first
          record && system(record, wants)
        end
      end

      # What all of it costs, where that is known of each.
      # @return [Rational, nil]
      def price
        systems.map { |one| one.basket&.price }.then { |all| all.any? && all.all? ? all.sum(0r) : nil }
      end

      private

      # @return [Array<Array(Dakren::Stock::Want, Rational)>] what each want lacks
      def lacks
        @lacks ||= @promised.lacks
      end

      def chosen
        @ids ? lacks.select { |want, _| @ids.include?(want.job) } : lacks
      end

      def system(record, wants)
        a, b = [true, false].map { |resin| wants.sum(0r) { |want, short| want.what[1].empty? == resin ? short : 0r } }
        unit = wants.first.first.about[:unit]
        packs = packs(record, unit)
        basket = packs.empty? ? nil : Dakren::Stock::Buy.new(packs).cheapest(a: a, b: b)
        System.new(record: record, a: a, b: b, unit: unit, packs: packs, basket: basket, why: basket ? nil : why(packs))
      rescue InputError => e
        System.new(record: record, a: a, b: b, unit: unit, packs: packs, basket: nil, why: "The packs #{e.allowed}.")
      end

      def why(packs)
        return "No pack known here holds both parts." if packs.any?

        "In which packs it is sold is not known yet: once one has stood on its shelf, it is."
      end

      # As they were bought before, the latest price of each size; else as its data sheet says.
      def packs(record, unit)
        tins = Tin.where(resin: record.resin, hardener: ["", record.hardener], unit: unit).order(:id).to_a
        found = tins.group_by(&:set_no).values.reverse.map { |set| pack(set) }.reject { |one| one.a.positive? && of_another?(one, record) }
        found = found.uniq { |one| [one.a, one.b] }.first(MOST_PACKS)
        found.empty? && record.pack_ml ? [told(record, unit)].compact : found
      end

      # Resin that came with another hardener is no pack of this one.
      def of_another?(pack, record)
        pack.b.zero? && Tin.where(set_no: pack.name.to_i, resin: record.resin).where.not(hardener: ["", record.hardener]).exists?
      end

      def pack(set)
        resins, hardeners = set.partition(&:resin?)
        prices = set.map(&:price)
        Dakren::Stock::Pack.new(name: set.first.set_no.to_s, a: resins.sum(&:size), b: hardeners.sum(&:size),
          price: prices.all? ? prices.sum.round(2) : nil)
      end

      def told(record, unit)
        split = Shelf.core(record).ratio.split(total_ml: record.pack_ml)
        a, b = unit == "g" ? [split.resin_g, split.hardener_g] : [split.resin_ml, split.hardener_ml]
        a && Dakren::Stock::Pack.new(name: "0", a: a, b: b)
      rescue InputError
        nil
      end
    end
  end
end
