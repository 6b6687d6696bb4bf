# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # A resin system on the shelf: its tins, what jobs want of them, its jobs and its batches.
    class SystemPage
      include TinWords

      # One tin: address, drawing, what it is called, and lines about it; old: is it past its day?
      View = Value.define(:address, :drawing, :called, :lines, :wrong)
      # A part: title, tins, and what is said of all of them.
      Shelf = Value.define(:title, :tins, :says, :short)
      # A job that wants it: address, title, what of each part, from when; short: what it will lack, nil where nothing.
      Job = Value.define(:address, :title, :wants, :from, :short)
      BATCHES = 12
      # So soon a tin's day comes that it is used before others.
      SOON_D = 30
      # A tin open for longer than this is told, where its sheet tells no day: ours until told by practice.
      LONG_OPEN_D = 365
      # So little of a tin is nearly nothing.
      NEARLY_EMPTY = 0.1

      attr_reader :record, :form

      # @param record [Stores::Sheet] @param sheet [Dakren::Sheet, nil] nil where its figures conflict
      # @param form [Document::TinsForm, nil] as it was typed and not taken @param density [Document::DensityForm, nil] the same
      def initialize(record, sheet, settings, wording, zone:, form: nil, density: nil)
        @density = density
        @record = record
        @sheet = sheet
        @settings = settings
        @wording = wording
        @zone = zone
        @form = form
        @today = zone.at(Stores::Now.wall).to_date
        @promised = Stores::Promised.now
      end

      def title
        record.name
      end

      # @return [Array<Array(String, String)>] parts and their words
      def materials
        [[[record.resin, ""], "A: #{record.resin}"], [[record.resin, record.hardener], "B: #{record.hardener}"]]
      end

      # @return [Array<Shelf>]
      def shelves
        @shelves ||= materials.map do |material, words|
          tins = Stores::Tin.there.where(resin: material[0], hardener: material[1]).in_order.to_a
          Shelf.new(title: words, tins: tins.map { |tin| view(tin) }, says: says(material, tins), short: runs_out(material))
        end
      end

      # Where labels for its tins are.
      # @return [String]
      def labels
        ids = Stores::Tin.there.where(resin: record.resin, hardener: ["", record.hardener]).order(:id).ids
        "/stock/labels?#{ids.map { |id| "tins[]=#{id}" }.join("&")}"
      end

      def tins?
        shelves.any? { |shelf| shelf.tins.any? }
      end

      # What this shop learned of it.
      # @return [ShopClock]
      def shop
        @shop ||= ShopClock.new(record, @wording, @zone)
      end

      # @return [Array<Job>] that still want some, the first to work first
      def jobs
        mine = @promised.wants.select { |want| materials.map(&:first).include?(want.what) }
        named = Stores::Job.where(id: mine.map(&:job).uniq).select(:id, :name, :summary).index_by(&:id)
        mine.group_by(&:job).sort_by { |_, wants| wants.map(&:at).min }.map { |id, wants| job(named.fetch(id), wants) }
      end

      # @return [Array<Array(String, String, String)>] address, name and how it ended
      def batches
        Stores::Batch.where("json_extract(sheet, '$.resin') = ? AND json_extract(sheet, '$.hardener') = ?", record.resin, record.hardener)
          .order(id: :desc).limit(BATCHES).pluck(:id, :name, :stands, :met_at).map do |id, name, stands, met_at|
          ["/bench/#{id}", name, [met_at && day(met_at), Stores::Mixed::WORDS[stands]].compact.join(", ")]
        end
      end

      # How it is stored, and what the shop's own temperature does to it.
      # @return [Array<String>]
      def storage
        limits = @sheet&.limits or return []
        from = limits.store_from_c
        to = limits.store_to_c
        told = { "no colder than" => from, "no warmer than" => to }.compact.map { |words, value| "#{words} #{degrees(value)}" }
        [("Stored #{told.join(" and ")}." if told.any?), *wrongly_stored(from, to)].compact
      end

      # Is a density not known?
      def dense?
        record.resin_density_g_ml && record.hardener_density_g_ml && @density.nil?
      end

      # What is asked of densities.
      # @return [Array<Control>]
      def weighed
        unit = @wording.us?(:mass) ? "oz" : "g"
        parts = { "a" => [record.resin, record.resin_density_g_ml], "b" => [record.hardener, record.hardener_density_g_ml] }
        parts.map do |part, (name, known)|
          shown = known && @wording.weight(known * Document::DensityForm::VOLUME_ML).first
          Control.new(name: part, id: "density-#{part}", label: "100 ml of #{name} weigh, #{unit}", complaint: "100 ml of #{name}",
            value: @density ? @density.value(part) : shown.to_s, problem: @density&.problems&.fetch(part, nil))
        end
      end

      # What is asked of tins that came in.
      # @return [Array<Control>]
      def asked
        hint = @wording.us?(:mass) ? ["1 gal", "1 qt"] : ["5 kg", "1.25 kg"]
        [Control.new(name: "holds", label: "What came in", choices: Document::TinsForm::HOLDS.to_a, value: typed("holds")),
          control("a_size", "In each tin of A, or in the cartridge", hint[0]), control("a_lot", "Lot of A"),
          control("b_size", "In each tin of B", hint[1]), control("b_lot", "Lot of B"), control("count", "How many of that", "1"),
          control("price", "Price of one#{", #{@settings.currency}" unless @settings.currency.empty?}", "both together"),
          control("use_by", "Use by", (@today >> 12).iso8601)]
      end

      private

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      def wrongly_stored(from, to)
        shop = @settings.shop_temp_c
        if from && shop < from
          ["The shop is at #{degrees(shop)}, colder than that: what has gone grainy or white is warmed in its closed tin and stirred " \
           "clear."]
        elsif to && shop > to
          ["The shop is at #{degrees(shop)}, warmer than that: it ages and thickens sooner. Keep it cooler."]
        end
      end

      def view(tin)
        old = tin.expired?(@today)
        drawing = Drawings::Tin.new(tin.resin? ? :resin : :hardener, share: tin.share, size: tin.size, open: tin.open?, old: old,
          label: "#{tin.name}, #{stands(tin)}")
        View.new(address: "/stock/tins/#{tin.id}", drawing: drawing.to_s, called: tin.called, wrong: wrong(tin),
          lines: lines(tin))
      end

      def lines(tin)
        [in_it(tin), ("open since #{day(tin.opened_at)}" if tin.opened_at), ("set #{tin.set_no}" if sets?)].compact
      end

      # Once each, where it matters: what is past its day, taken out more than was in it, open for long, nearly empty.
      def wrong(tin)
        return "past its day, #{by_when(tin)}" if tin.expired?(@today)
        return "more was taken than it held: weigh it" if tin.level.negative?
        return "open for over a year: look at it before you mix" if tin.opened_at && @zone.now.to_f - tin.opened_at > LONG_OPEN_D * 86_400

        return "nearly empty" if tin.open? && tin.share <= NEARLY_EMPTY

        "#{by_when(tin)}: use it up first" if !tin.use_by.empty? && Date.iso8601(tin.use_by) <= @today + SOON_D
      end

      # Does it matter which belong together?
      def sets?
        @sets ||= Stores::Tin.there.where(resin: record.resin).distinct.count(:set_no) > 1 ? 1 : 0
        @sets == 1
      end

      def says(material, tins)
        return "None kept here yet." if tins.empty? && @promised.all_of(material)[0].zero?

        unit = tins.first&.unit || "g"
        wanted, left = @promised.all_of(material)
        return "None kept here; open jobs want #{held(wanted, unit)}." if tins.empty?

        there = "#{held(tins.sum { |tin| [tin.level, 0].max }, unit)} there"
        return "#{there}; no open job wants any." if wanted.zero?

        "#{there}; open jobs want #{held(wanted, unit)}, which leaves #{held(left, unit)}."
      end

      def runs_out(material)
        short = @promised.of_materials([material]).first or return
        want = short.want
        title = Stores::Job.where(id: want.job).pick(:name)
        "Runs out #{@wording.clock(@zone.at(want.at))} at #{title}, #{want.about[:label]}, batch #{want.about[:number]} of " \
          "#{want.about[:of]}: #{held(short.short.to_f, want.about[:unit])} short."
      end

      def job(record, wants)
        each = materials.map do |material, _|
          held(wants.sum { |want| want.what == material ? want.amount : 0r }.to_f, wants.first.about[:unit])
        end
        short = @promised.of_job(record.id).select { |one| materials.map(&:first).include?(one.what) }.map { |one| lacks(one) }
        Job.new(address: "/jobs/#{record.id}", title: record.title(60), wants: each, from: @wording.clock(@zone.at(wants.map(&:at).min)),
          short: short.any? ? short.join(", ") : nil)
      end

      # @param short [Dakren::Stock::Reserve::Shortage]
      def lacks(short)
        part = short.what.last.empty? ? "A" : "B"
        "#{held(short.short.to_f, short.want.about[:unit])} of #{part} short"
      end

      def typed(name)
        form ? form.value(name) : ""
      end

      def control(name, label, hint = nil)
        Control.new(name: name, label: label, value: typed(name), placeholder: hint, problem: form&.problems&.fetch(name, nil))
      end
    end
  end
end
