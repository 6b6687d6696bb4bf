# frozen_string_literal: true

require_relative "bench_words"

module Dakren
  module Rooms
    # One batch on the go, as a wall screen shows it.
    class RunningCup
      # What became of a batch, in words.
      OUTCOMES = { "binned" => "thrown out" }.freeze

      attr_reader :record

      # @param record [Stores::Batch] @param walk [Dakren::Bench::Walk] @param now [Float] seconds
      def initialize(record, walk, wording, now)
        @record = record
        @walk = walk
        @wording = wording
        @now = now
      end

      # @return [String] what it waits for
      def step
        @walk.step ? @walk.step.title : ""
      end

      # How it stands: :waits until it is mixed, then of Bench::BatchClock#mood.
      # @return [Symbol]
      def mood
        clock.nil? ? :waits : clock.mood
      end

      # The figure to be read from afar.
      # @return [String]
      def figure
        return "–" if clock.nil?
        return @wording.minutes(clock.passed_min) if @walk.recipe.sheet.silent? && !@walk.times.poured_at
        return @wording.span(*film) if @walk.times.poured_at && film.first&.positive?
        return @wording.minutes((@now - @walk.times.poured_at) / 60) if @walk.times.poured_at

        mood == :past ? "0 min" : @wording.span(clock.in_cup.early, clock.in_cup.late)
      end

      # What that figure is.
      # @return [String]
      def figure_words
        return "not yet mixed" if clock.nil?
        return "since the hardener went in" if @walk.recipe.sheet.silent? && !@walk.times.poured_at
        return film.first&.positive? ? "left once spread" : "since it was poured out" if @walk.times.poured_at

        mood == :past ? "past its time: pour it out" : "left in the cup"
      end

      # How much of its time in the cup has gone.
      # @return [String, nil] SVG
      def bar
        return if clock.nil? || @walk.times.poured_at || clock.gone.nil?

        Drawings::Bar.gone(clock.gone)
      end

      # The cup with what is in it, to scale.
      # @return [String] SVG
      def drawing
        Drawings::BenchCup.new(@walk, nil, @wording).to_s
      end

      # Is its time running?
      def pressing?
        !@walk.times.poured_at && !clock.nil?
      end

      # Is it out of its cup, and cures?
      def poured?
        !@walk.times.poured_at.nil?
      end

      # Is it running out of its time?
      def hurried?
        %i[hurry past].include?(mood)
      end

      # @return [String]
      def time
        return "not yet mixed" if clock.nil?
        return "poured, #{@wording.minutes((@now - @walk.times.poured_at) / 60)} ago" if @walk.times.poured_at
        return "mixed #{@wording.minutes(clock.passed_min)} ago" if @walk.recipe.sheet.silent?

        left = clock.in_cup
        left.late&.zero? ? "past its time: pour it out" : "#{@wording.span(left.early, left.late)} left in the cup"
      end

      private

      def film
        @film ||= clock.as_film.then { |band| [band.early, band.late] }
      end

      def clock
        @clock ||= @walk.clock(@now)
      end
    end

    # What became of one batch, as its page shows it.
    class RecordPage
      include BenchWords

      PLAIN_WORDS = { touched: "Hardener met resin: the clock starts", back: "went back", accepted: "Taken as it was",
                      abandoned: "Thrown out", reopened: "Taken back, goes on", met: "Told when the hardener really went in",
                      touched_soft: "Test dab touched: still soft", touched_tacky: "Test dab touched: tacky",
                      timed: "Could not be spread any more", ended: "How its cup ended", peak: "Hottest", checked: "Checked",
                      note: "Noted", found: "Found wrong", corrected: "A reading put right", aside: "Set aside" }.freeze
      # What was asked back.
      ASKED = { nil => "Asked whether it is mixed through", "reading" => "Asked whether that reading is right",
                "tins" => "Asked whether tins of two lots are crossed",
                "powder" => "Asked whether it is so much powder", "thinner" => "Asked whether it is so much thinner",
                "tacky" => "Asked whether it is tacky so soon", "hard" => "Asked whether it is hard so soon" }.freeze
      # Mixed for less of its time than this is hardly mixed, than that too short.
      HARDLY = 0.25
      SHORT = 0.8

      # @param walk [Dakren::Bench::Walk] @param zone [ActiveSupport::TimeZone]
      # @param silent [Boolean] does its tin still say nothing of time? @param cost [String, nil] of what went in @param by [String] who
      #   mixed it
      def initialize(walk, wording, zone, silent: false, cost: nil, by: "")
        @by = by
        @cost = cost
        @silent = silent
        @walk = walk
        @wording = wording
        @zone = zone
      end

      # @return [String]
      def verdict
        return "Thrown out: #{@walk.abandoned.data[:why]}" if @walk.abandoned

        [went_in, mixed_short].compact.join(" ")
      end

      # What went in against the data sheet; of what nobody measured nothing is said to be right.
      def went_in
        return "Planned #{weight(@walk.recipe.total_g)}; what went in was not noted." if @walk.contents.verdict.nil?

        amounts = @walk.contents.amounts
        parts = "resin #{measured(amounts[:resin])}, hardener #{measured(amounts[:hardener])}"
        return "By eye, as planned: #{parts}. Not measured: good to about 10 % a side." if @walk.recipe.way.unmeasured?
        return "As planned, no reading noted: #{parts}#{counts}." if @walk.pouring.read? && @walk.contents.as_planned?

        verdict = @walk.contents.verdict
        says = verdict.name == :good ? "" : ", #{verdict.words}"
        "Mixed #{measured(amounts.values.sum)}: #{parts}#{counts}. #{off(verdict).sub(/\A./, &:upcase)}#{says}."
      end

      # Was it mixed for less than its time?
      def mixed_short
        share = @walk.times.mixed_share or return
        return if share >= SHORT

        "#{share < HARDLY ? "Hardly mixed" : "Mixed too short"}: #{so_long(share * @walk.times.least_mixing_min)} of " \
          "#{@wording.span(@walk.times.least_mixing_min, @walk.times.mixing_min)}."
      end

      # How long it lasted, asked where its tin says nothing of time and nobody noted it.
      # @return [Array<Control>] empty where it is not asked
      def lasted
        return [] unless @silent && @walk.times.met_at

        [Control.new(name: "lasted", label: "How long could it be spread, min", value: ""),
          Control.new(name: "lasted_where", label: "Seen", value: "cup", choices: [["cup", "in its cup"], ["work", "on the work"]])]
      end

      # Of the last event, for who takes it up again.
      def number
        @walk.number
      end

      # @return [Array<Array(String, String)>] what it is called, and what it was
      def facts
        [["planned", measured(@walk.recipe.planned.values.sum)], (["mixed by", @by] unless @by.empty?),
          (["measured with", @walk.recipe.tool] if @walk.recipe.tool),
          ["resin temperature", "#{degrees(@walk.times.tins_c)}, #{source(:tins_c)}"],
          ["room", "#{degrees(@walk.times.room_c)}, #{source(:room_c)}"], ["cup", @wording.vessel(@walk.recipe.cup.name)], lots,
          (["cost", @cost] if @cost), *spans, *beside, (["noted", "typed in afterwards"] if @walk.times.later?)].compact
      end

      # Powder and thinner in it.
      def beside
        grams, ml = @walk.contents.beside.then { |in_it| [in_it.powder_g, in_it.thinner_ml] }
        [grams.positive? ? ["powder", "#{weight(grams)} of #{@walk.recipe.additions.thickener[0].label}"] : nil,
          ml.positive? ? ["thinner", @wording.volume(ml).join(" ")] : nil]
      end

      # How long it took, and lasted.
      def spans
        [(["poured after", minutes(@walk.times.met_at, @walk.times.poured_at)] if @walk.times.met_at && @walk.times.poured_at),
          (["mixed", minutes(@walk.times.mixing_from, mixed_at)] if @walk.times.mixing_from && mixed_at && !@walk.times.later?),
          (["could be spread for", @wording.minutes(@walk.times.lasted_min)] if @walk.times.lasted_min)]
      end

      def mixed_at
        @walk.times.at(:second_cup) || @walk.times.at(:mix)
      end

      # @return [Array<Array(String, String, String)>] when, what, and the reading with its source
      def events
        @walk.events.map { |event| [@wording.dates.second(@zone.at(event.at + event.data[:set_s].to_f)), *line(event)] }
      end

      # @param event [Dakren::Bench::Event] of this walk
      # @return [Array(String, String)] what happened, and the reading with its source
      def line(event)
        [words(event), reading(event)]
      end

      private

      # ", in strokes 4 + 4", where something was counted
      def counts
        count = @walk.recipe.count or return ""
        ", in #{count.plural} #{%i[resin hardener].map { |part| @walk.contents.count.of(part) }.join(" + ")}"
      end

      def minutes(from, to)
        so_long((to - from) / 60)
      end

      # Below a minute in seconds.
      def so_long(minutes)
        minutes < 1 ? "#{(minutes * 60).round} s" : @wording.minutes(minutes)
      end

      # Where a temperature comes from.
      def source(name)
        @walk.times.measured?(name) ? "measured" : "as planned"
      end

      def lots
        tins = @walk.events.find { |event| event.data[:lot_a] || event.data[:lot_b] } or return
        crossed = ", crossed: they do not belong together" if @walk.noted(:tins)&.data.to_h[:crossed]
        ["lots", "A #{tins.data[:lot_a] || "not noted"}, B #{tins.data[:lot_b] || "not noted"}#{crossed}"]
      end

      def words(event)
        case event.kind
        when :weighed, :filled then "#{names(@walk.contents.parts[event.data[:step].to_s == "first" ? 0 : 1]).capitalize} poured"
        when :counted, :mended
          "#{names(event.data[:part].to_sym).capitalize} #{event.kind == :mended ? "added to correct it" : "counted"}"
        when :done then step_words(event.data[:step])
        when :asked then ASKED.fetch(event.data[:about])
        when :met then "#{PLAIN_WORDS.fetch(:met)}: #{@wording.minutes((event.at - event.data.fetch(:met_at)) / 60)} before"
        when :aside then event.data[:why].to_s.empty? ? "Counts again" : "Set aside: #{event.data[:why]}"
        else [PLAIN_WORDS.fetch(event.kind), event.data[:why].to_s].reject(&:empty?).join(": ")
        end
      end

      # What was told beside the steps.
      def told_beside(event)
        data = event.data
        case event.kind
        when :ended then Dakren::Bench::Afterwards::ENDS[data[:ended].to_s.to_sym].to_s + (if data[:min]
                                                                                             " after " \
                                                                                               "#{@wording.minutes(data[:min])}"
                                                                                           else
                                                                                             ""
                                                                                           end)
        when :peak then [degrees(data[:peak_c]), Dakren::Bench::Afterwards::SEEN[data[:where].to_s.to_sym]].compact.join(", ")
        when :checked then [Dakren::Bench::Checks.label(data[:check]), data[:value], data[:text]].compact.join(": ")
        when :note then data[:text].to_s.empty? ? "photograph" : data[:text]
        when :found then [Faults::SIGNS[data[:sign].to_s.to_sym]&.says, Faults::BY_NAME[data[:cause].to_s.to_sym]&.label,
          data[:text]].compact.join(": ")
        end
      end

      def step_words(name)
        step = @walk.recipe.step(name.to_sym)
        done = told(step.done, @walk.contents.parts[name.to_sym == :second ? 1 : 0]).sub(/\A[A-Z](?=[a-z])/, &:downcase)
        said = titled(step)
        done.downcase.start_with?(said.downcase) ? done.sub(/\A./, &:upcase) : "#{said}: #{done}"
      end

      # What went in where something did; what is made ready where it is counted.
      def titled(step)
        place = Dakren::Bench::Contents::POURED.index(step.name) or return step.title
        count = @walk.recipe.count
        count && place.zero? ? Measure::Tools.counting(count.unit).ready : names(@walk.contents.parts[place]).capitalize
      end

      # A scale that was not tared shows the cup as well.
      def with_cup(event)
        cup = @walk.contents.start_reading
        event.data[:reading_g] && cup.positive? ? " with the cup, #{weight(cup)}" : ""
      end

      # The part that went in on top of the first.
      def of_it(event)
        return "" unless event.kind == :weighed && event.data[:step].to_s == "second" && event.data[:reading_g]

        first = @walk.events.reverse.find do |one|
          one.kind == :weighed && one.data[:step].to_s == "first" && one.data[:reading_g] && one.number < event.number
        end
        more = first && (event.data[:reading_g] - first.data[:reading_g])
        more&.positive? ? ", #{weight(more)} of it #{names(@walk.contents.parts[1])}" : ""
      end

      # What somebody noted of strokes, powder and thinner.
      def noted(data)
        return "+ #{units(data[:units])}" if data[:units]
        return "#{weight(data[:powder_g])} went in" if data[:powder_g]

        data[:thinner_ml] ? "#{@wording.volume(data[:thinner_ml]).join(" ")} of thinner" : ""
      end

      # A reading, and whether it was typed, measured or pretended.
      def reading(event)
        return told_beside(event).to_s if Dakren::Bench::Afterwards::KINDS.include?(event.kind) && event.kind != :corrected

        data = event.data
        grams = data[:reading_g] || data[:added_g]
        shown = grams ? weight(grams) : (ml = data[:reading_ml] || data[:added_ml]) && @wording.volume(ml).join(" ")
        return noted(data) if shown.nil?
        return "+ #{shown}, #{from(data)}#{was(data)}" if data[:added_g] || data[:added_ml]

        "#{grams ? "scale showed " : "line "}#{shown}#{with_cup(event)}#{of_it(event)}, #{from(data)}#{was(data)}"
      end

      def from(data)
        return "typed" if data[:typed]

        data[:pretended] ? "pretended" : "measured"
      end

      # What it said before it was put right.
      def was(data)
        name, value = data[:was].to_h.find { |_, told| told.is_a?(Numeric) }
        return "" if name.nil?

        "; put right, it said #{name.end_with?("_ml") ? @wording.volume(value).join(" ") : weight(value)}"
      end
    end
  end
end
