# frozen_string_literal: true

require_relative "bench_taken"
require_relative "typed_form"

module Dakren
  module Document
    # A batch that was mixed away from the bench, typed in afterwards from its card: what went in, when the parts met and when it was
    # all on. It becomes the same events a walk would have left, each with its time.
    class BenchCard
      include TypedForm
      include BenchTaken

      # Where the walk goes on by itself: at what nobody noted on a card.
      LEFT = %i[comb tack].freeze
      # Done once the parts are in: as the mixing goes by the sheet, or when all was on.
      MIXING = %i[mix second_cup thin powder].freeze
      LAST = %i[pour_out close clamp_shut].freeze
      PARTS = %w[resin hardener].freeze
      LOTS = %w[lot_a lot_b].freeze
      WHY = "typed in from its card"
      TYPED_AGAIN = "its card was typed again"
      LONGEST_H = 24
      OLDEST_D = 366
      # A part outside of this share of what was planned is asked about once.
      LIKELY = (0.33..3.0)
      MOST_STEPS = 500
      NAMES = { "resin" => "Resin", "hardener" => "Hardener", "began" => "Parts met", "empty" => "All on",
                "room" => "Room temperature", "ended" => "What was left in the cup" }.freeze

      # @param walk [Bench::Walk] into whose cup nothing went yet
      # @param typed [Hash{String=>Object}] resin, hardener, began, empty, room, lot_a, lot_b; sure: the amounts that were asked about
      # @param zone [ActiveSupport::TimeZone] @param now [Time] by the clock on the wall
      # @param tins [Array<Array<#id, #lot, #crosses?>>] that may be chosen of each material
      def initialize(walk, typed, wording, zone:, now:, tins: [])
        @tins = tins
        @paired = true
        @walk = walk
        @typed = typed
        @wording = wording
        @zone = zone
        @now = now
        @problems = {}
        read unless typed["blank"]
      end

      # Which of these tins was it, as it was typed, or as it stands?
      # @param name [String] of a field @param ids [Array<String>]
      # @return [String] "" for none of them
      def tin(name, ids)
        @typed.fetch(name) { (Array(@typed["tin_ids"]) & ids).first }.to_s
      end

      # Can it be typed in from a card? Once something is in its cup it is walked; what was typed in can be typed again.
      # @param walk [Bench::Walk]
      def self.for?(walk)
        !walk.over? && (again?(walk) || (walk.contents.readings.empty? && walk.times.met_at.nil?))
      end

      # Was it typed in already?
      def self.again?(walk)
        walk.times.later?
      end

      # What stands of a batch that was typed in, as it would be typed.
      # @return [Hash{String=>Object}]
      def self.standing(walk, wording, zone)
        return { "blank" => true } unless again?(walk)

        moments = { "began" => walk.times.met_at, "empty" => walk.times.poured_at }.compact
        { "blank" => true, **amounts_of(walk, wording), **moments.transform_values { |at| wording.dates.moment(zone.at(at)) },
          **lots_of(walk), **tins_of(walk), "room" => (if walk.times.measured?(:room_c)
                                                         wording.show(Quantity.new(value: walk.times.room_c, unit: :c))
                                                       end).to_s }
      end

      def self.amounts_of(walk, wording)
        return {} if walk.contents.readings.empty?

        walk.contents.amounts.to_h do |part, amount|
          shown = walk.recipe.weighed? ? wording.weight(amount, resolution_g: walk.recipe.resolution_g) : wording.volume(amount)
          [part.to_s, shown.join(" ")]
        end
      end

      def self.lots_of(walk)
        tins = walk.events.find { |event| event.data[:lot_a] || event.data[:lot_b] }
        LOTS.to_h { |name| [name, tins&.data.to_h[name.to_sym].to_s] }
      end

      # Ids of the tins it was mixed from.
      def self.tins_of(walk)
        { "tin_ids" => (walk.noted(:tins)&.data.to_h[:tin_ids] || []).map(&:to_s) }
      end
      private_class_method :amounts_of, :lots_of, :tins_of

      # Do scale or lines tell how much of each part went in?
      def amounts?
        @walk.pouring.read?
      end

      # @param part [String] of PARTS @return [Rational] g or ml as it was planned
      def planned(part)
        @walk.recipe.planned.fetch(part.to_sym)
      end

      # Was it typed in before?
      def again?
        self.class.again?(@walk)
      end

      # The amounts as they were typed, for who is sure of them.
      def sure
        PARTS.map { |part| value(part).strip }.join("/")
      end

      # What happened, as kinds, seconds of the clock on the wall and data, in order.
      # @return [Array<Array(Symbol, Float, Hash)>]
      def events
        MOST_STEPS.times.each_with_object(taken_back) do |_, found|
          walk = walked(found)
          return found if walk.over? || left?(walk.step)

          found << event_of(walk)
        end
      end

      private

      def read
        @amounts = read_amounts
        @began = moment("began")
        @empty = @began && moment("empty", after: @began)
        @room_c = read_room
        @ended = read_ended
        LOTS.each do |name|
          problems[name] = "must be at most #{LOT_LONGEST} characters" if lot(name).length > LOT_LONGEST
        end
      end

      def read_amounts
        return {} unless amounts? && PARTS.any? { |part| !value(part).strip.empty? }

        PARTS.to_h { |part| [part.to_sym, amount(part)] }
      end

      def amount(part)
        raise InputError.new(part, "must be given too, or neither") if value(part).strip.empty?

        found = Measure::Typed.read(value(part), field: part, units: weighed? ? Measure::Units::MASS : Measure::Units::VOLUME, bare: bare,
          allowed: weighed? ? (0..BenchDeed::MASS.end) : BenchDeed::FILLED_ML)
        raise InputError.new(part, "must be more than nothing") unless found.positive?

        doubt(part, found)
        found
      rescue InputError => e
        problems[part] = e.allowed
        nil
      end

      def doubt(part, found)
        return if @typed["sure"].to_s == sure || LIKELY.cover?((found / planned(part)).to_f)

        raise InputError.new(part, "is far from what was planned. Is it really so? Press again to take it")
      end

      # @param after [Time, nil] from which it is read, and before which it cannot be
      def moment(name, after: nil)
        text = value(name).strip
        raise InputError.new(name, "must be given, like 14:10 or yesterday 14:10") if text.empty?

        time = read_time(text, after)
        raise InputError.new(name, "is still to come; say which day, like yesterday 14:10") if time > @now + 60
        raise InputError.new(name, "must be within the last year") if time < @now - (OLDEST_D * 86_400)
        if after && !time.between?(after, after + (LONGEST_H * 3600))
          raise InputError.new(name, "must be after the parts met, and within #{LONGEST_H} h")
        end

        time
      rescue InputError => e
        problems[name] = e.allowed
        nil
      end

      # An hour alone is that of the day of what was before it, or of the next day where that was later.
      def read_time(text, after)
        found = @wording.dates.read(text, zone: @zone, now: (after || @now).in_time_zone(@zone), past: true)
        return found unless after && found < after && text.match?(/\A\d{1,2}([:.]\d\d)?(\s?[ap]\.?m\.?)?\z/i)

        @wording.dates.read(text, zone: @zone, now: (after + 86_400).in_time_zone(@zone), past: true)
      end

      def read_room
        return if value("room").strip.empty?

        Measure::Typed.read(value("room"), field: "room", units: Measure::Units::TEMPERATURE, bare: @wording.bare_temperature,
          allowed: Check::TEMP_C).to_f
      rescue InputError => e
        problems["room"] = e.allowed
        nil
      end

      # What was left in the cup, where somebody looked.
      def read_ended
        how = value("ended")
        return if how.empty?

        problems["ended"] = "must be one of #{Bench::Afterwards::ENDS.values.join(", ")}" unless Bench::Afterwards::ENDS.key?(how.to_sym)
        how
      end

      def lot(name)
        value(name).strip
      end

      def weighed?
        @walk.recipe.weighed?
      end

      # The unit a bare number means.
      def bare
        return @wording.us?(:mass) ? :oz : :g if weighed?

        @wording.us?(:volume) ? :"fl oz" : :ml
      end

      # What was typed in before is taken back, press by press.
      def taken_back
        MOST_STEPS.times.each_with_object([]) do |_, found|
          return found unless walked(found).times.later?

          found << [:back, @now.to_f, { why: TYPED_AGAIN }]
        end
      end

      def left?(step)
        LEFT.include?(step.name) || !step.after_min.nil?
      end

      def walked(found)
        last = @walk.events.last&.number.to_i
        Bench::Walk.new(@walk.recipe, @walk.events + found.each_with_index.map do |(kind, at, data), index|
          Bench::Event.new(number: last + index + 1, kind: kind, at: at, data: data)
        end)
      end

      def event_of(walk)
        step = walk.step.name
        return [:accepted, at(step), { why: WHY, later: true }] if step == :mend
        return [:counted, at(step), { part: walk.pouring.next_count, later: true }] if walk.pouring.next_count

        kind, told = poured(walk, step)
        [kind, at(step), { step: step, **told, **beside(step), later: true }]
      end

      # What the scale or the line came to with it; as planned where nobody noted how much it was.
      def poured(walk, step)
        return [:done, {}] unless @amounts.any? && Bench::Contents::POURED.include?(step)

        reading = (walk.contents.last_reading + @amounts.fetch(walk.pouring.part)).to_f.round(4)
        weighed? ? [:weighed, { reading_g: reading, typed: true }] : [:filled, { reading_ml: reading, typed: true }]
      end

      def at(step)
        return @empty.to_f if LAST.include?(step)
        return @began.to_f unless MIXING.include?(step)

        [@began + (@walk.times.mixing_min * 60), @empty].min.to_f
      end

      # What was told beside the step itself.
      def beside(step)
        case step
        when :tins then lots_told
        when :second then warmth
        when :pour_out then @ended ? { ended: @ended } : {}
        else {}
        end
      end

      def lots_told
        with_tins(LOTS.to_h { |name| [name.to_sym, lot(name)] }.reject { |_, text| text.empty? })
      end

      def warmth
        { room_c: @room_c }.compact
      end
    end
  end
end
