# frozen_string_literal: true

require_relative "bench_page"
require_relative "../../devices/link"

module Dakren
  module Rooms
    # One batch as a device takes it along: each of its steps as the bench would show it, and its clock for whatever warmth it may meet.
    class BagItem
      # °C to either side of the plan, as likely as it gets.
      AWAY_C = [-9.0, -6.0, -3.0, 0.0, 3.0, 6.0, 9.0].freeze
      NOTHING = Devices::Connected.new
      MOST_CARDS = 150
      POURED = %i[first second mend].freeze

      # @param record [Stores::Batch] @param taking [Stores::Taking]
      def initialize(record, taking, wording, now:, px_per_mm:, tins: nil)
        @record = record
        @taking = taking
        @wording = wording
        @now = now
        @px_per_mm = px_per_mm
        @tins = tins
        @walk = Stores::Walks.walk(record)
        @recipe = @walk.recipe
      end

      # @return [Hash{Symbol=>Object}] of JSON
      def told
        { id: @record.id, key: @taking.key, name: @record.name, after: @walk.number, cards: cards, **measuring, **times,
          met_ago_s: ago(@walk.times.met_at), poured_ago_s: ago(@walk.times.poured_at) }
      end

      private

      def ago(at)
        at && (@now - at).round(1)
      end

      def cards
        Dakren::Bench::AsPlanned.new(@walk, at: @now).first(MOST_CARDS).map { |walk, at| card(walk, at) }
      end

      def card(walk, at)
        page = BenchPage.new(walk, walk.clock(at), @wording, devices: NOTHING, now: at, px_per_mm: @px_per_mm,
          tins: (@tins if walk.step.name == :tins))
        view = page.doing
        { step: walk.step.name, title: page.steps.find { |_, on, _| on }&.first, heading: view.heading, told: view.told,
          list: view.list.map { |row| row.first(2) }, things: view.things, fields: fields(walk, view), deeds: deeds(view),
          next: page.deeds.next_words, caution: page.caution, **amount(walk, view), **waiting(walk) }.compact
      end

      # What is measured is typed: nothing is connected there.
      def fields(walk, view)
        asked = view.fields.map { |one| { name: one.name, label: label(walk, one), choices: one.choices }.compact }
        walk.step.name == :second ? [*asked, *warmth] : asked
      end

      def label(walk, field)
        return field.label unless field.name == "reading" && POURED.include?(walk.step.name)

        @recipe.weighed? ? "what the scale shows now" : "what is read off it"
      end

      def warmth
        unit = "°#{@wording.bare_temperature}"
        [{ name: "room", label: "room, #{unit}, if you can tell" }, { name: "warmth", label: "resin, #{unit}" }]
      end

      def deeds(view)
        view.deeds.any? ? view.deeds : nil
      end

      # What the scale or the line is to come to.
      def amount(walk, view)
        return { target: view.target&.join(" ") } unless POURED.include?(walk.step.name) && walk.pouring.read? && @recipe.count.nil?

        last = walk.contents.last_reading
        # What went in between stands on the scale as well.
        between = walk.step.name == :second ? walk.contents.beside.between : 0
        own = own?(walk)
        { part: walk.pouring.part, from: own ? 0.0 : (last + between).to_f, meant: (walk.pouring.target - last - between).to_f,
          own: own || nil, between: between.zero? ? nil : between.to_f }
      end

      # Is a part read by itself, as a syringe holds it, and not on top of the other?
      def own?(walk)
        @recipe.way.fillings? || (walk.pouring.apart? && walk.step.name == :second)
      end

      # How long it is mixed, when it is looked at.
      def waiting(walk)
        case walk.step.name
        when :mix then { minutes: walk.times.mixing_min, least: walk.times.least_mixing_min, target: nil }
        when :tack then { target: nil }
        else walk.step.after_min ? { after_min: walk.step.after_min, target: nil } : {}
        end
      end

      # By what it is measured, and what its ratio forgives: amounts as a share of the data sheet's.
      def measuring
        unit = @recipe.unit
        parts = @recipe.sheet.ratio.public_send(unit == :g ? :weight_parts : :volume_parts)
        shown = if unit == :g
                  @wording.us?(:mass) ? :oz : :g
                else
                  (@wording.us?(:volume) ? :"fl oz" : :ml)
                end
        extra = @recipe.sheet.tolerance_pct.map(&:to_f)
        { unit: shown, per_unit: Measure::Units.from_core(1.0, shown), decimals: decimals(unit),
          parts: parts && { resin: parts[0].to_f, hardener: parts[1].to_f },
          highest: 1 + (extra[0] / 100), lowest: 1 / (1 + (extra[1] / 100)),
          bare_temperature: @wording.bare_temperature, brim_ml: @recipe.cup.brim_ml.to_f }
      end

      def decimals(unit)
        shown = unit == :g ? @wording.weight(1, resolution_g: @recipe.resolution_g) : @wording.volume(50)
        shown[0][/\.(\d+)/, 1].to_s.length
      end

      # Usable in its cup and once on the work, for each warmth of resin and room.
      def times
        return { silent: true } if @recipe.sheet.silent?

        tins, rooms = [@recipe.tins_c, @recipe.room_c].map { |temp| AWAY_C.map { |away| (temp + away).clamp(-5, 60).round(1) }.uniq }
        mix = @recipe.clock.mix
        { tins_c: tins, rooms_c: rooms, planned: { tins: @recipe.tins_c, room: @recipe.room_c },
          usable: tins.map do |tin|
            rooms.map do |room|
              band(mix.usable_band(**@recipe.clock.conditions(mix, @recipe.total_g, start_c: tin, room_c: room)))
            end
          end,
          work: rooms.map { |room| on_the_work(room) } }
      end

      def on_the_work(room)
        found = StageTimes.of(@recipe.sheet, room: Cure::Profile.constant(room), mix: @recipe.clock.mix)
        { runny: band(found.working), tacky: band(found.of(:recoat_opens)),
          hard: band(@recipe.sheet.hard_stage && found.of(@recipe.sheet.hard_stage)) }
      end

      # @return [Array(Float, Float), nil] minutes; nil where nobody knows
      def band(band)
        band&.early && [band.early.round(2), (band.late || (band.early * 4)).round(2)]
      end
    end
  end
end
