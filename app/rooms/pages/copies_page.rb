# frozen_string_literal: true

module Dakren
  module Rooms
    # Copies of the shop as the settings show them.
    class CopiesPage
      WHY = { "day" => "made by itself", "asked" => "made by hand", "migration" => "before an update",
              "replaced" => "what was replaced" }.freeze
      NOUNS = { "jobs" => %w[job jobs], "batches" => %w[batch batches], "sheets" => ["data sheet", "data sheets"],
                "pictures" => %w[photograph photographs] }.freeze
      LISTED = 20
      # name, words and whether it can be put back
      Row = Value.define(:name, :at, :why, :size)

      # @param told [String, nil] what came of the last press @param place [Array<String, nil>] a second place that was typed and is not
      #   taken, and what is wrong with it
      def initialize(wording, zone, told: nil, place: [nil, nil])
        @typed, @wrong = place
        @wording = wording
        @zone = zone
        @told = told
      end

      attr_reader :told

      # @param counts [Hash{String=>Integer}]
      # @return [String] "12 jobs, 340 batches, ..."
      def self.counted(counts)
        NOUNS.map { |table, nouns| "#{counts.fetch(table, 0)} #{nouns[counts.fetch(table, 0) == 1 ? 0 : 1]}" }.join(", ")
      end

      # @return [Array<Row>]
      def rows
        @rows ||= Stores::Copies.of(path).all.first(LISTED).map do |copy|
          Row.new(name: File.basename(copy.path), at: @wording.dates.moment(copy.at.in_time_zone(@zone)),
            why: WHY.fetch(copy.why, copy.why), size: size(copy.bytes))
        end
      end

      def folder
        Stores::Copies.of(path).folder
      end

      # @return [Control]
      def second_place
        Control.new(name: "second_place", label: "Second place for copies", value: @typed || place.path, problem: @wrong,
          placeholder: "/media/stick/dakren",
          note: "A folder on a stick, another disk or another computer. A copy goes there once a day.")
      end

      # What is to be known of the second place; the first is said where there is none.
      # @return [String]
      def second
        self.class.second_words(place, @wording, @zone, Time.now)
      end

      # Is there no copy that outlives this disk?
      def alone?
        !self.class.safe?(place, Time.now)
      end

      # @return [Boolean] is a copy of late on another disk?
      def self.safe?(place, now)
        place.there? && !place.same_disk? && place.last && now - place.last < Stores::SecondPlace::OLD_S
      end

      # @return [String]
      def self.second_words(place, wording, zone, now)
        return "These copies lie on the same disk as the shop: if that disk dies, both are gone. Name a second place." unless place.named?

        last = place.last_known
        since = last && "the last copy went there #{wording.dates.moment(last.in_time_zone(zone))}"
        return "#{place.path} is not there now; #{since || "no copy went there yet"}. Plug it in." unless place.there?
        if place.same_disk?
          return "#{place.path} is on the same disk as the shop: if that disk dies, both are gone. Name a place on another one."
        end
        return "#{place.path} is there; the first copy goes there within a minute." unless last

        old = now - last > Stores::SecondPlace::OLD_S
        "#{since.sub(/\A./, &:upcase)}.#{" That is long ago: look whether it has room." if old}"
      end

      private

      def path
        Stores::Database.path
      end

      def place
        @place ||= Stores::SecondPlace.of_shop
      end

      def size(bytes)
        bytes < 1_000_000 ? "#{(bytes / 1000.0).ceil} kB" : "#{(bytes / 1e6).round(1)} MB"
      end
    end
  end
end
