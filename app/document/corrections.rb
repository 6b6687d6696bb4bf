# frozen_string_literal: true

module Dakren
  module Document
    # The readings of a batch that can be put right afterwards, and what somebody typed for one of them.
    class Corrections
      GRAMS = %i[reading_g added_g powder_g start_g].freeze
      ML = %i[reading_ml added_ml thinner_ml].freeze
      DEGREES = %i[room_c tins_c].freeze
      LABELS = { reading_g: "scale", reading_ml: "line", added_g: "added", added_ml: "added", powder_g: "powder", thinner_ml: "thinner",
                 start_g: "empty cup", room_c: "room", tins_c: "tins", at: "when it was poured out" }.freeze
      MASS = (-1000..200_000)
      VOLUME = (0..1_000_000)
      # A pour is put right by no more than so long.
      MOST_S = 86_400 * 2

      # @param walk [Bench::Walk]
      def initialize(walk, wording, zone)
        @walk = walk
        @wording = wording
        @zone = zone
      end

      # @return [Array<Array(String, String)>] what can be put right, and its words with what it says now
      def choices
        @choices ||= [*of_readings, *of_warmth, *of_pouring]
      end

      # Of the last correction: who types another knows what it followed.
      # @return [Integer]
      def count
        @walk.events.count { |event| event.kind == :corrected }
      end

      # @param wanted [String] of choices @param typed [String]
      # @return [Hash{Symbol=>Object}] what is kept
      # @raise [InputError]
      def read(wanted, typed)
        raise InputError.new("reading", "must be one of those that are listed") unless choices.map(&:first).include?(wanted)

        number, name = wanted.split("-")
        { of: number.to_i, name.to_sym => figure(name.to_sym, typed) }.tap { |told| fit(told) }
      end

      private

      # With it in its place the batch must still be one: a running total never falls.
      def fit(told)
        last = @walk.events.last
        walk = Bench::Walk.new(@walk.recipe, [*@walk.events, last.with(number: last.number + 1, kind: :corrected, data: told)])
        walk.contents.verdict
        walk.contents.mix.key
        walk.over?
      rescue InputError => e
        raise InputError.new("should", e.allowed)
      end

      def of_readings
        @walk.events.flat_map do |event|
          (event.data.keys & (GRAMS + ML)).map do |name|
            ["#{event.number}-#{name}", "#{label(event, name)}: #{shown(name, event.data[name])}"]
          end
        end
      end

      def label(event, name)
        step = event.data[:step]&.to_sym
        part = @walk.contents.parts[step == :second ? 1 : 0] if Bench::Contents::POURED.include?(step)
        [part || event.data[:part], LABELS.fetch(name)].compact.join(", ")
      end

      # Beside the step at which the parts met.
      def of_warmth
        met = @walk.noted(:second) or return []
        DEGREES.map { |name| ["#{met.number}-#{name}", "#{LABELS.fetch(name)}: #{shown(name, @walk.times.public_send(name))}"] }
      end

      def of_pouring
        poured = @walk.noted(:pour_out) or return []
        [["#{poured.number}-at", "#{LABELS.fetch(:at)}: #{@wording.dates.moment(@zone.at(poured.at + poured.data[:set_s].to_f))}"]]
      end

      def shown(name, value)
        case name
        when *GRAMS then @wording.weight(value, resolution_g: @walk.recipe.resolution_g).join(" ")
        when *ML then @wording.volume(value).join(" ")
        else @wording.show(Quantity.new(value: value, unit: :c))
        end
      end

      def figure(name, typed)
        case name
        when :at then poured(typed)
        when *GRAMS then read_as(typed, Measure::Units::MASS, @wording.us?(:mass) ? :oz : :g, MASS)
        when *ML then read_as(typed, Measure::Units::VOLUME, @wording.us?(:volume) ? :"fl oz" : :ml, VOLUME)
        else read_as(typed, Measure::Units::TEMPERATURE, @wording.us?(:temperature) ? :F : :C, Check::TEMP_C)
        end
      end

      def read_as(typed, units, bare, allowed)
        Measure::Typed.read(typed, field: "should", units: units, bare: bare, allowed: allowed).to_f.round(4)
      end

      def poured(typed)
        event = @walk.noted(:pour_out)
        set = event.data[:set_s].to_f
        found = @wording.dates.read(typed, zone: @zone, now: @zone.at(event.at + set), past: true).to_f - set
        raise InputError.new("should", "must be after the parts met") if @walk.times.met_at && found < @walk.times.met_at
        raise InputError.new("should", "must be within two days of what it says") if (found - event.at).abs > MOST_S

        found.round(2)
      rescue InputError => e
        raise InputError.new("should", e.allowed)
      end
    end
  end
end
