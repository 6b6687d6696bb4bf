# frozen_string_literal: true

module Dakren
  module Rooms
    # One job of the list, from what was kept when it was planned.
    class JobRow
      attr_reader :record

      # @param record [Stores::Job] @param zone [ActiveSupport::TimeZone]
      def initialize(record, wording, zone)
        @record = record
        @said = record.said
        @wording = wording
        @zone = zone
      end

      def sheet
        state = record.state == "planned" ? "" : ", #{Stores::Job::STATES.fetch(record.state)}"
        "#{@said["sheet"] || "no sheet chosen"}#{state}"
      end

      # @return [String, nil] SVG
      def thumb
        @said["thumb"]
      end

      def planned?
        !@said["coats"].nil?
      end

      def waits
        @said["waits"] || "is being worked out"
      end

      # @return [Array<Array(String, String)>] what it is called, and the figure
      def facts
        about = @said["about"] ? "about " : ""
        [["mix", "#{about}#{@wording.show(Quantity.new(value: @said["grams"], unit: :g))}"], ["batches", @said["cups"].to_s],
          ["pot life", @said["usable"] ? @wording.span(*@said["usable"]) : "not told"], ["first batch", clock(@said["first_at"])], last]
      end

      private

      def last
        return ["#{@said["coats"]} coats, last on", clock(@said["last_at"])] if @said["coats"] > 1

        ["tacky", @said["tacky"] ? tacky : "not on the data sheet"]
      end

      def clock(seconds)
        seconds ? @wording.dates.moment(@zone.at(seconds)) : "not within 60 days"
      end

      def tacky
        from, to = @said["tacky"].map { |seconds| seconds && ((seconds - @said["first_at"]) / 60.0) }
        @wording.clock_span(@zone.at(@said["first_at"]), from, to)
      end
    end

    # What is on now across all jobs, as a page shows it.
    class NowPage
      # What stands before a job's name, its address and title, what it is, and what is said of it; bench: the address that takes it there.
      Told = Value.define(:before, :address, :title, :words, :after, bench: nil)
      TOLD_SOON = 3
      # A batch is due so long before its hour.
      DUE_S = 300

      # @param found [Hash{Symbol=>Array<Hash>}] see Stores::NowList @param pots [Array<RunningCup>] batches that are on the go
      def initialize(found, wording, pots: [])
        @found = found
        @wording = wording
        @pots = pots
      end

      def empty?
        @found.values.all?(&:empty?) && @pots.empty?
      end

      # @return [Array<Array(String, Array<Told>)>] headings and lines
      def groups
        { "In the cup" => @pots.select(&:pressing?).map { |cup| pot(cup) },
          "Test dab to touch" => @pots.select(&:poured?).first(TOLD_SOON).map { |cup| pot(cup) },
          "Recoat now" => @found[:tacky].map { |one| line(one, after: until_words(one)) },
          "Wet" => @found[:wet].map { |one| line(one, after: "tacky #{clock(one[:at])}") },
          "Next to mix" => @found[:mix].map do |one|
            line(one, before: @wording.clock(one[:at]), after: late(one), bench: bench(one))
          end,
          "Due next" => @found[:soon].map do |one|
            line(one, before: @wording.clock(one[:at]))
          end }.reject { |_, lines| lines.empty? }.to_a
      end

      # Is there something to be told before it is time?
      def soon?
        @found[:soon].any?
      end

      # What presses just now, for a wall that calls: cups that run out of their time, batches that are due.
      # @param cups [Array<RunningCup>] @param now [Float] seconds
      # @return [String] by "|"
      def calls(cups, now)
        due = @found[:mix].select { |one| one[:at].to_f < now + DUE_S }.map { |one| "#{one[:job].id} #{one[:words]}" }
        [*cups.select(&:hurried?).map { |cup| "cup #{cup.record.id} #{cup.mood}" }, *due].map { |words| words.delete("|") }.join("|")
      end

      # What a device may be told.
      def soon
        @found[:soon].first(TOLD_SOON).map { |one| "#{one[:words]} #{@wording.dates.hour(one[:at])}" }.join("; ")
      end

      private

      def line(one, **more)
        Told.new(before: "", after: "", address: "/jobs/#{one[:job].id}", title: one[:job].title(60), words: one[:words], **more)
      end

      def late(one)
        one[:late_min] ? "#{@wording.minutes(one[:late_min])} late" : ""
      end

      def bench(one)
        "/bench/planned?#{URI.encode_www_form(job: one[:job].id, **one[:bench])}"
      end

      def pot(cup)
        Told.new(before: "", address: "/bench/#{cup.record.id}", title: cup.record.name, words: cup.time, after: "")
      end

      def until_words(one)
        one[:until] ? "until #{@wording.clock(one[:until])}" : "no end told"
      end

      def clock(at)
        at ? @wording.clock(at) : "not within 60 days"
      end
    end
  end
end
