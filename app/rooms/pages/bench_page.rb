# frozen_string_literal: true

module Dakren
  module Rooms
    # What bench pages say of grams and parts.
    module BenchWords
      def names(part)
        part == :resin ? "resin" : "hardener"
      end

      def grams(value)
        @wording.weight(value, resolution_g: @walk.recipe.resolution_g)
      end

      def weight(value)
        grams(value).join(" ")
      end

      # An amount in the unit this batch is measured in.
      def measure(value)
        @walk.recipe.unit == :ml ? @wording.volume(value) : grams(value)
      end

      def measured(value)
        measure(value).join(" ")
      end

      # So many strokes, drops or spoons.
      def units(count)
        Measure::Tools.counting(@walk.recipe.count.unit).told(count)
      end

      # How far it is from the sheet, as one says it: "7 % short of resin".
      def off(verdict)
        return "no hardener in it" if verdict.index.nil?

        short = verdict.index < 1 ? 1 - verdict.index : 1 - (1 / verdict.index)
        pct = @wording.significant((short * 100).to_f.round(1))
        if verdict.name == :good && short < 0.005
          "right by the data sheet"
        else
          "#{pct} % short of #{names(verdict.index < 1 ? :resin : :hardener)}"
        end
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      # A sentence with its part put in.
      def told(text, part)
        format(text, part: names(part || :resin)).sub(/\A\w/, &:upcase)
      end
    end

    # One batch at the bench as its page shows it: steps, what to do now, the clock.
    class BenchPage
      include BenchWords
      extend Forwardable

      KEYS = [["Space, Enter or Page Down", "go on"], ["Page Up", "back"],
        ["Enter held on the pour button", "pour on the simulated scale"]].freeze
      PACK_DONE = { first: "The resin is stirred", second: "All of the hardener is in, start the clock" }.freeze
      POLL_POURING_MS = 250
      POLL_MS = 1000

      attr_reader :walk, :clock, :complaint

      def_delegators :walk, :step, :part, :recipe

      # @param walk [Dakren::Bench::Walk] @param clock [Dakren::Bench::BatchClock, nil] @param devices [Devices::Connected]
      # @param now [Float] seconds @param complaint [String, nil] @param typed [Hash{String=>String}] the form, where it was refused
      # @param px_per_mm [Float] of this screen @param rose [Boolean] did the scale rise since the first part was in?
      def initialize(walk, clock, wording, devices:, now:, px_per_mm:, complaint: nil, typed: {}, rose: false, silent: false,
        beside: [])
        @beside = beside
        @walk = walk
        @clock = clock
        @silent = silent
        @wording = wording
        @devices = devices
        @now = now
        @px_per_mm = px_per_mm
        @complaint = complaint
        @typed = complaint ? typed : {}
        @rose = rose
        @scale = devices.reading(:scale)
      end

      # What was typed and refused stands in its field.
      # @param control [Control] @return [Control]
      def as_typed(control)
        control.with(value: @typed[control.name].to_s)
      end

      # @return [Control]
      def why
        as_typed(Control.new(name: "why", label: "Why", more: { "maxlength" => "200" }))
      end

      def mood
        clock&.mood || :before
      end

      # How much of its time in the cup has gone, "" where that is not known.
      def gone
        clock && !walk.poured_at ? clock.gone&.round(2).to_s : ""
      end

      def pouring?
        %i[first second mend].include?(step.name) && walk.weighed?
      end

      def poll_ms
        pouring? ? POLL_POURING_MS : POLL_MS
      end

      # Before this one is mixed: other pots whose time runs already, a line each, and whether that is pressing.
      # @return [Array<Array(String, Boolean)>]
      def beside
        return [] if clock

        @beside.map { |cup| ["#{cup.record.name}: #{cup.time}#{", empty that first" if cup.hurried?}.", cup.hurried?] }
      end

      # What Enter, Go and the keys do: the step's own forward press; where the batch is only waited for, nothing.
      # @return [String]
      def key_act
        waits? ? "stay" : "next"
      end

      # Is there nothing to do but wait, and say what the test dab is like?
      def waits?
        step.name == :tack
      end

      # Do presses follow one another, stroke after stroke?
      def counts?
        !recipe.count.nil? && step.name == :second
      end

      # Can it be said when the hardener really went in?
      def can_have_met?
        (!walk.met_at.nil? || step.name == :second) && walk.poured_at.nil?
      end

      def met_ago
        as_typed(Control.new(name: "ago", label: "Minutes ago", more: { "inputmode" => "decimal", "maxlength" => "12" }))
      end

      # Could too much have been poured?
      def too_much?
        %i[first second].include?(step.name) && walk.read?
      end

      # Parts of which one too many can have gone in.
      # @return [Array<String>]
      def miscounted
        recipe.count && step.name == :second ? %w[resin hardener] : []
      end

      # Did the scale rise, and nobody has said so yet?
      def rose?
        @rose
      end

      def mending?
        step.name == :mend
      end

      # @return [Array<String>] "shop 19 °C (simulated)"
      def temperatures
        { "shop" => :room, "resin" => :tins }.filter_map do |name, kind|
          temp = @devices.temp_c(kind) or next
          "#{name} #{degrees(temp)}#{" (simulated)" if @devices.pretended?(kind)}"
        end
      end

      # @return [Array<Array(String, Boolean, Boolean)>] title of each step, whether it is on, whether it is done
      def steps
        walk.path.map { |name| [title(name), name == step.name, walk.finished?(name)] }
      end

      def drawing
        Drawings::BenchCup.new(walk, @scale&.usable? ? @scale.value : nil, @wording)
      end

      # @return [String, nil] said where something is poured, or where the step has no part
      def caution
        pouring? || !%i[first second].include?(step.name) ? step.caution_of(part) : nil
      end

      # @return [String] on the button that goes on
      def next_words
        count = recipe.count
        return "#{units(walk.contents.units_to_add).capitalize} of #{names(part)} added" if count && mending?
        return PACK_DONE.fetch(step.name) if recipe.way.whole? && PACK_DONE.key?(step.name)
        return told(step.done, part) unless count && %i[first second].include?(step.name)
        return Measure::Tools.counting(count.unit).ready if step.name == :first

        walk.next_count ? "#{names(walk.next_count).capitalize}: one #{count.unit}" : "All are in"
      end

      # @return [BenchStep::View] what is to be done now
      def doing
        BenchStep.new(self, walk, clock, @wording, devices: @devices, scale: @scale, now: @now, px_per_mm: @px_per_mm).view
      end

      # Is it the first of a tin that says nothing of time, and its clock runs?
      def to_be_timed?
        @silent && !clock.nil? && walk.lasted_min.nil?
      end

      # What the clock says: lines of words and times. @see BenchClock
      # @return [Array<BenchClock::Told>]
      def times
        BenchClock.new(walk, clock, @wording).lines
      end

      private

      def title(name)
        return walk.in_manner(recipe.step(name)).title unless %i[first second].include?(name)
        return name == :first ? Measure::Tools.counting(recipe.count.unit).ready : "Count" if recipe.count

        names(walk.parts[name == :first ? 0 : 1]).capitalize
      end
    end

    # The clock of a batch in words and times.
    class BenchClock
      include BenchWords

      # css: time, alarm or quiet; left: of what it is the time, for those who look for it; bold: said first.
      Told = Value.define(:words, css: "", left: nil, bold: nil, role: nil)

      def initialize(walk, clock, wording)
        @walk = walk
        @clock = clock
        @wording = wording
      end

      # @return [Array<Told>]
      def lines
        return untold if @walk.recipe.sheet.silent?

        @clock ? [*left, *mood, since] : before
      end

      private

      # What is said of a tin that says nothing of time.
      def untold
        says = Told.new(words: Words::UNTOLD.first, css: @clock ? "bench-quiet" : "")
        return [says, Told.new(words: "Keep a little of it in its cup, and watch that.", css: "bench-quiet")] unless @clock

        lasted = @walk.lasted_min
        kept = lasted && Told.new(words: "It could be spread for #{@wording.minutes(lasted)}: kept with its resin system.",
          css: "bench-quiet")
        [Told.new(words: "since the hardener went in"),
          Told.new(words: @wording.minutes(@clock.passed_min), css: "bench-time", left: "since"), kept || says]
      end

      def time(band, none, left = nil)
        Told.new(words: band.late&.zero? ? none : @wording.span(band.early, band.late), css: "bench-time", left: left)
      end

      def before
        film = Cure::Untold.times(@walk.recipe.sheet, room: Cure::Profile.constant(@walk.recipe.room_c),
          mix: @walk.recipe.mix).working
        [Told.new(words: "when the hardener is in", css: "bench-quiet"), Told.new(words: "left in this cup"),
          time(@walk.recipe.usable, "none"),
          Told.new(words: "left once spread"), time(film, "none")]
      end

      def left
        film = time(@clock.as_film, "none", "film")
        return [Told.new(words: "left once spread"), film] if @clock.mood == :poured

        # What cannot be spread any more is no use in its cup either.
        cup = @clock.as_film.late&.zero? ? Told.new(words: "none", css: "bench-time", left: "cup") : time(@clock.in_cup, "none", "cup")
        [Told.new(words: "left in the cup"), cup, Told.new(words: "left once spread"), film]
      end

      def mood
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
        return weight(@walk.whole_g) if @walk.weighed? || @walk.recipe.powder || @walk.recipe.unit == :g

        measured(@walk.contents.amounts.values.sum)
      end

      def since
        Told.new(css: "bench-quiet", words: "#{@wording.minutes(@clock.passed_min)} since the hardener went in, #{in_the_cup} " \
                                            "in the cup, resin #{degrees(@walk.tins_c)}, room #{degrees(@walk.room_c)}")
      end
    end
  end
end
