# frozen_string_literal: true

require "concurrent"

module Dakren
  module Stores
    # Batches from before the shop had Dakren, written into its history from their notes.
    class OlderNotes
      WHY = "from older notes"
      MOST_STEPS = 40
      NOON = "12:00"
      # Done once it is poured out.
      LAST = %i[pour_out close clamp_shut comb].freeze
      # So many are written at once, so that others get to write as well.
      AT_ONCE = 20
      # Ours: how long it took to spread, where only the cup's end is told.
      PLACING_MIN = 10.0

      # @param lines [Array<Formats::BookCsv::Line>] @param zone [ActiveSupport::TimeZone] @param shop_c [Float] its usual room
      def initialize(lines, zone, shop_c, by:)
        @lines = lines
        @zone = zone
        @shop_c = shop_c
        @by = by
      end

      # What is wrong with lines beside their figures: a resin that is not on the shelf, or that more than one hardener is told of.
      # @return [Hash{Integer=>String}] by number of the line
      def problems
        @problems ||= @lines.select(&:fit?).to_h { |line| [line.number, problem(line)] }.compact
      end

      # @return [Array<Formats::BookCsv::Line>] those that can be taken
      def fit
        @fit ||= @lines.select { |line| line.fit? && !problems[line.number] && !there?(line) }
      end

      # Lines whose batch stands in the book already.
      # @return [Array<Integer>] their numbers
      def there
        @lines.select { |line| line.fit? && !problems[line.number] && there?(line) }.map(&:number)
      end

      # How many are still to be written, by whatever writes now.
      TO_WRITE = Concurrent::AtomicFixnum.new

      # @return [Integer] how many were written
      def write
        TO_WRITE.increment(fit.size)
        fit.each_slice(AT_ONCE) do |some|
          Database.writing { Batch.transaction { some.each { |line| one(line) } } }
        ensure
          TO_WRITE.decrement(some.size)
        end
        fit.size
      end

      private

      def problem(line)
        found = sheets(line)
        return "#{line.values["resin"]} is not on the shelf: put its data sheet there first" if found.empty?

        found.size > 1 ? "hardener must be told: #{found.map(&:hardener).join(", ")}" : nil
      end

      def sheets(line)
        key = line.values.values_at("resin", "hardener").map { |text| text.to_s.downcase }
        (@sheets ||= {})[key] ||= all.select do |sheet|
          sheet.resin.downcase == key[0] && (key[1].empty? || sheet.hardener.downcase == key[1])
        end
      end

      def all
        @all ||= Sheet.where(retired: false).to_a
      end

      def there?(line)
        sheet = sheets(line).first
        Learned.batches(sheet.resin, sheet.hardener).exists?(met_at: met(line))
      end

      def met(line)
        hour, minute = line.values.fetch("hour", NOON).split(":").map(&:to_i)
        day = line.values.fetch("day")
        # Several of one day with no hour told follow each other.
        @zone.local(day.year, day.month, day.day, hour, minute).to_f + (line.values.key?("hour") ? 0 : line.number)
      end

      def one(line)
        told = line.values
        sheet = sheets(line).first
        core = Shelf.core(sheet)
        room = told["room_c"] || @shop_c
        total = told["planned_g"] || total(told)
        batch = Walks.start(sheet: sheet, name: told["name"] || "#{sheet.name}, #{WHY}", total_g: total, first: :resin, cup: cup(core,
          total),
          room_c: room, tins_c: told["tins_c"] || room, placing_min: PLACING_MIN, method: core.ratio.weight_parts ? :scale : :graduated)
        happened(batch, told, met(line))
        batch.stand(Walks.walk(batch.reload))
      end

      def total(told)
        told["total_g"] || (told["resin_g"] + told["hardener_g"])
      end

      def cup(core, total_g)
        volume = core.mix.whole_ml(total_g)
        Plan::USUAL_CUPS.find { |kind| kind.most_ml >= volume } || Plan::USUAL_CUPS.last
      end

      # Its steps, one after the other, then what was noted.
      def happened(batch, told, met)
        poured = met + ((told["minutes"] || PLACING_MIN) * 60)
        batch.note_all(after: 0, happened: steps(batch, told, met, poured), by: by(told))
        beside(batch, told, poured)
      end

      # Walked in mind, and written down at once.
      # @return [Array<Array(Symbol, Float, Hash)>]
      def steps(batch, told, met, poured)
        recipe = Walks.recipe(batch)
        MOST_STEPS.times.each_with_object([]) do |_, found|
          walk = Bench::Walk.new(recipe, events(found))
          return found if walk.over? || walk.step.name == :tack || walk.step.after_min

          kind, data = step(walk, told)
          found << [kind, LAST.include?(walk.step.name) ? poured : met, { **data, later: true }]
        end
      end

      def events(found)
        found.each_with_index.map { |(kind, at, data), i| Bench::Event.new(number: i + 1, kind: kind, at: at, data: data) }
      end

      def by(told)
        told["who"] ? @by.with(hand: told["who"][0, 80]) : @by
      end

      def step(walk, told)
        name = walk.step.name
        return [:accepted, { why: WHY }] if name == :mend
        return [:done, { step: name, **lots(told) }] if name == :tins
        return [:done, { step: name, room_c: told["room_c"], tins_c: told["tins_c"] }.compact] if name == :second && !told["hardener_g"]
        return [:done, { step: name }] unless Bench::Contents::POURED.include?(name) && told["hardener_g"]

        grams = told.fetch("#{walk.pouring.part}_g")
        return [:filled, { step: name, reading_ml: filled_to(walk, grams), typed: true }] unless walk.recipe.weighed?

        [:weighed, { step: name, reading_g: (walk.contents.last_reading.to_f + grams).round(4), typed: true,
                     **(name == :second ? { room_c: told["room_c"], tins_c: told["tins_c"] }.compact : {}) }]
      end

      def filled_to(walk, grams)
        walk.contents.last_reading.to_f + (grams / walk.recipe.density_of(walk.pouring.part).to_f)
      end

      def lots(told)
        { lot_a: told["lot_a"], lot_b: told["lot_b"] }.compact.transform_values { |lot| lot[0, 60] }
      end

      def beside(batch, told, at)
        if told["ended"] && told["minutes"]
          batch.remark(:ended, at: at, by: by(told), data: { ended: told["ended"].to_s,
                                                             min: told["minutes"] })
        end
        batch.remark(:peak, at: at, by: by(told), data: { peak_c: told["hottest_c"] }) if told["hottest_c"]
        batch.remark(:found, at: at, by: by(told), data: { sign: told["wrong"].to_s, cause: "" }) if told["wrong"]
        batch.remark(:note, at: at, by: by(told), data: { text: told["note"] }) if told["note"]
      end
    end
  end
end
