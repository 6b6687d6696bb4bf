# frozen_string_literal: true

require_relative "bench_words"

module Dakren
  module Rooms
    # The clock of a batch in words and times.
    class BenchClock
      include BenchWords

      # css: time, alarm or quiet; left: of what it is the time, for those who look for it; bold: said first.
      Told = Value.define(:words, css: "", left: nil, bold: nil, role: nil)

      # @param walk [Dakren::Bench::Walk] @param clock [Dakren::Bench::BatchClock, nil]
      # @param silent [Boolean] does its tin say nothing of time?
      def initialize(walk, clock, wording, silent: false)
        @walk = walk
        @clock = clock
        @wording = wording
        @silent = silent
      end

      def mood
        @clock&.mood || :before
      end

      # How much of its time in the cup has gone, "" where that is not known.
      def gone
        @clock && !@walk.times.poured_at ? @clock.gone&.round(2).to_s : ""
      end

      # Is it the first of a tin that says nothing of time, and its clock runs?
      def to_be_timed?
        @silent && !@clock.nil? && @walk.times.lasted_min.nil?
      end

      # @return [Array<Told>]
      def lines
        return untold if @walk.recipe.sheet.silent?

        @clock ? [*left, *pressing, since] : before
      end

      private

      # What is said of a tin that says nothing of time.
      def untold
        says = Told.new(words: Words::UNTOLD.first, css: @clock ? "bench-quiet" : "")
        return [says, Told.new(words: "Keep a little of it in its cup, and watch that.", css: "bench-quiet")] unless @clock

        lasted = @walk.times.lasted_min
        kept = lasted && Told.new(words: "It could be spread for #{@wording.minutes(lasted)}: kept with its resin system.",
          css: "bench-quiet")
        [Told.new(words: "since the hardener went in"),
          Told.new(words: @wording.minutes(@clock.passed_min), css: "bench-time", left: "since"), kept || says]
      end

      def time(band, none, left = nil)
        Told.new(words: band.late&.zero? ? none : @wording.span(band.early, band.late), css: "bench-time", left: left)
      end

      def before
        film = StageTimes.of(@walk.recipe.sheet, room: Cure::Profile.constant(@walk.recipe.room_c),
          mix: @walk.recipe.clock.mix).working
        [Told.new(words: "when the hardener is in", css: "bench-quiet"), Told.new(words: "left in this cup"),
          time(@walk.recipe.clock.usable, "none"),
          Told.new(words: "left once spread"), time(film, "none"), *whose]
      end

      # Whose times these are, where the shop found its own.
      def whose
        says = Words::Whose.new(@walk.recipe.sheet, @wording).short
        says ? [Told.new(words: says, css: "bench-quiet")] : []
      end

      def left
        film = time(@clock.as_film, "none", "film")
        return [Told.new(words: "left once spread"), film] if @clock.mood == :poured

        # What cannot be spread any more is no use in its cup either.
        cup = @clock.as_film.late&.zero? ? Told.new(words: "none", css: "bench-time", left: "cup") : time(@clock.in_cup, "none", "cup")
        [Told.new(words: "left in the cup"), cup, Told.new(words: "left once spread"), film]
      end

      def pressing
        case @clock.mood
        when :hurry then [Told.new(bold: "Hurry.", words: "Pour it out: spread thin it lives again.", css: "bench-alarm")]
        when :past
          [Told.new(bold: "Pour it out now, thin.", css: "bench-alarm stop", role: "alert",
            words: "Onto the work if it still flows, else onto foil outside. Do not mix the next until this one is out.")]
        when :poured then tacky
        else []
        end
      end

      def tacky
        found = @clock.until_stage(:recoat_opens)
        found ? [Told.new(words: "tacky in"), time(found, "now")] : []
      end

      # How much is in it, in the unit it was measured in; with powder by weight.
      def in_the_cup
        return weight(@walk.contents.whole_g) if @walk.recipe.weighed? || @walk.recipe.powder || @walk.recipe.unit == :g

        measured(@walk.contents.amounts.values.sum)
      end

      def since
        Told.new(css: "bench-quiet", words: "#{@wording.minutes(@clock.passed_min)} since the hardener went in, #{in_the_cup} " \
                                            "in the cup, resin #{degrees(@walk.times.tins_c)}, room #{degrees(@walk.times.room_c)}")
      end
    end
  end
end
