# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # Labels for tins on the shelf and for pots that are mixed.
    class LabelsPage
      include TinWords

      MOST = 200
      # What is filled in by hand.
      BLANK = "...................."
      PAPERS = { "a4" => "A4", "letter" => "Letter" }.freeze

      # @param tins [Array<Stores::Tin>] @param pots [Array<Array(Stores::Batch, Bench::Walk)>]
      # @param host [String] address at which this shop is served
      def initialize(tins, pots, settings, wording, zone:, host:)
        @tins = tins
        @pots = pots
        @settings = settings
        @wording = wording
        @zone = zone
        @host = host
        @today = zone.at(Stores::Now.wall).to_date
      end

      # @return [Array<Formats::Labels::Label>]
      def labels
        @labels ||= (@pots.map { |record, walk| of_pot(record, walk) } + @tins.map { |tin| of_tin(tin) }).first(MOST)
      end

      def empty?
        labels.empty?
      end

      # Labels as a page shows them: title, lines and the code.
      # @return [Array<Array(String, Array<String>, String)>]
      def shown
        labels.map { |label| [label.title, label.lines, Formats::Labels.svg(label.address)] }
      end

      # Which they are, as an address says it.
      def query
        [*@tins.map { |tin| "tins[]=#{tin.id}" }, *@pots.map { |record, _| "batches[]=#{record.id}" }].join("&")
      end

      private

      def of_tin(tin)
        mate = Stores::Tin.where(set_no: tin.set_no).where.not(id: tin.id).order(:id).first
        Formats::Labels::Label.new(title: tin.resin? ? "A: #{tin.resin}" : "B: #{tin.hardener}", address: "#{@host}/stock/tins/#{tin.id}",
          lines: [("for #{tin.resin}" unless tin.resin?), tin.called, ("belongs to #{mate.resin? ? "A" : "B"} #{mate.called}" if mate),
            "opened #{tin.opened_at ? day(tin.opened_at) : BLANK}", by_when(tin) || "use by #{BLANK}"].compact)
      end

      # "Stillwater, batch 3, hardener in 14:05, empty by 14:31".
      def of_pot(record, walk)
        met = walk.times.met_at
        ahead = Stores::Now.jump_s
        hour = ->(at) { @wording.dates.hour(@zone.at(at + ahead)) }
        left = met && walk.recipe.sheet.silent? ? nil : met && walk.clock(met)&.in_cup&.early
        Formats::Labels::Label.new(title: walk.recipe.sheet.resin, address: "#{@host}/bench/#{record.id}",
          lines: [record.name, "hardener in #{met ? hour.call(met) : BLANK}", "empty by #{left ? hour.call(met + (left * 60)) : BLANK}",
            ("lots #{record.lots}" unless record.lots.empty?)].compact)
      end
    end
  end
end
