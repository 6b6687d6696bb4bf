# frozen_string_literal: true

require_relative "bench_deed"

module Dakren
  module Document
    # What was pressed for one batch away from the shop, in order, as a device kept it: read as if each had been pressed at its own moment.
    #
    #   hand_in = HandIn.new(walk, presses, wording, now: now)
    #   hand_in.happened   # => [[:done, 1000.0, { step: :tins }], ...]
    #   hand_in.left       # => ["Mixed: the batch was at another step"]
    class HandIn
      MOST_PRESSES = 600
      # A shift, and the night after it.
      MOST_AGO_S = 72 * 3600
      WHY = "gone on with away from the shop"
      ID_LONGEST = 40
      TEMPERATURES = { "room" => :room_c, "warmth" => :tins_c }.freeze
      # What a press may hold.
      FIELDS = %w[act step reading why ended powder thinner lot_a lot_b tin_0 tin_1 tin_2 tin_3 lasted lasted_where ago room warmth
        says].freeze

      # @return [Array<Array(Symbol, Float, Hash)>] kind, seconds and data of what happened
      attr_reader :happened
      # @return [Array<String>] presses that were not taken, and why
      attr_reader :left

      # @param walk [Bench::Walk] as it stands in the shop
      # @param presses [Array<Hash{String=>Object}>] each with id and ago_s: seconds before it is handed in
      # @param now [Float] seconds @param tins [Hash] tins, paired: as BenchDeed takes them
      def initialize(walk, presses, wording, now:, tins: {})
        @tins = tins
        @walk = walk
        @wording = wording
        @now = now
        @happened = []
        @left = []
        presses.first(MOST_PRESSES).each { |press| take(clean(press)) }
      end

      # In a few words, for a note: nothing of it is lost where it cannot be taken.
      # @param presses [Array<Hash{String=>Object}>]
      # @return [String]
      def self.summary(presses, zone, now)
        presses.first(MOST_PRESSES).filter_map do |press|
          next unless press.is_a?(Hash)

          at = zone.at(now - ago(press))
          [at.strftime("%H:%M"), press["says"] || press["act"], press["reading"]].map { |one| one.to_s[0, 60] }.reject(&:empty?).join(" ")
        end.join("; ")
      end

      # @return [Float] seconds
      def self.ago(press)
        ago = Float(press["ago_s"].to_s, exception: false).to_f
        ago.finite? ? ago.clamp(0, MOST_AGO_S) : 0.0
      end

      private

      def clean(press)
        return {} unless press.is_a?(Hash)

        told = press.slice(*FIELDS).select { |_, value| value.is_a?(String) }
        { **told.transform_values { |text| text.scrub("").delete("\u0000")[0, 300] }, "id" => press["id"].to_s[0, ID_LONGEST],
                                                                                      "ago_s" => self.class.ago(press) }
      end

      def take(press)
        return leave(press, "it was over by then") if walk.over?

        at = [@now - press["ago_s"].to_f, walk.events.last&.at || -Float::INFINITY].max
        go_on_unmended(press, at)
        return if press["step"] == "mend" && walk.step.name != :mend # it was good enough here
        return leave(press, "the batch was at “#{walk.step.title}”") if press["act"] == "next" && press["step"] != walk.step.name.to_s

        deed(press, at)
      end

      # What its device found good enough is taken as it was.
      def go_on_unmended(press, at)
        note(:accepted, at, { why: WHY, later: true }, press) if walk.step.name == :mend && press["act"] == "next" && press["step"] != "m" \
                                                                                                                                       "end"
      end

      # What is asked back at the bench was meant there.
      def deed(press, at)
        2.times do
          deed = BenchDeed.new(walk, press, nil, @wording, at, **@tins)
          return leave(press, deed.complaint) if deed.complaint
          return leave(press, "it cannot be done there") if deed.kind.nil?

          note(deed.kind, at, { **deed.data, **warmth(press) }, press)
          return unless deed.kind == :asked
        end
      end

      def note(kind, at, data, press)
        @happened << [kind, at, press["id"].empty? ? data : { **data, press: press["id"] }]
        @standing = nil
      end

      def leave(press, why)
        @left << "#{press["says"].to_s.empty? ? press["act"] : press["says"]}: #{why}"
      end

      # As it was measured there, as the parts met.
      def warmth(press)
        return {} unless press["step"] == "second"

        TEMPERATURES.filter_map do |field, name|
          text = press[field].to_s.strip
          next if text.empty?

          [name, Measure::Typed.read(text, field: field, units: Measure::Units::TEMPERATURE, bare: @wording.bare_temperature, allowed: Check::TEMP_C).to_f]
        rescue InputError
          nil
        end.to_h
      end

      # As it stands with what was taken so far.
      def walk
        return @standing if @standing

        last = @walk.events.last&.number.to_i
        since = @happened.each_with_index.map do |(kind, at, data), i|
          Bench::Event.new(number: last + i + 1, kind: kind, at: at, data: data)
        end
        @standing = Bench::Walk.new(@walk.recipe, @walk.events + since)
      end
    end
  end
end
