# frozen_string_literal: true

module Dakren
  module Rooms
    # How long a batch lasted, in its cup and on the work, against what was foretold for it.
    class RecordLasted
      # Seen on the work, at most so many.
      MOST_MARKS = 4
      LOOKS = { touched_soft: "soft", touched_tacky: "tacky" }.freeze
      ENDS = Plan::Lane::ENDS

      def initialize(walk, wording)
        @walk = walk
        @wording = wording
        @recipe = walk.recipe
        @times = walk.times
      end

      def any?
        !@times.met_at.nil? && !@recipe.sheet.silent?
      end

      # @return [String, nil] SVG
      def cup
        usable = @recipe.clock.usable
        return if usable.early.nil?

        lasted = @times.poured_at && since(@times.met_at, @times.poured_at)
        Drawings::LastedBars.new([[:runny, 0, usable.early], [:thickening, usable.early, usable.late]], cup_marks, @wording,
          here: lasted || cup_marks.first&.first, from: "hardener in").to_s
      end

      # @return [String, nil] SVG; nil where it does not lie on the work, or no stage is known
      def work
        return if @times.poured_at.nil? || stages.empty?

        Drawings::LastedBars.new(stages, work_marks, @wording, from: "on the work").to_s
      end

      # @return [Array<String>]
      def says
        [taught, stage_words, heat_words].compact
      end

      private

      def lesson
        @lesson ||= Dakren::Bench::Lesson.of(@walk)
      end

      def cup_marks
        out = @times.poured_at && since(@times.met_at, @times.poured_at)
        how = lesson&.ended
        ends = how && Dakren::Bench::Afterwards::ENDS.fetch(how)
        return [[lesson.ended_min, ends]] if out.nil? && how
        return [] if out.nil?

        poured = "poured out after #{@wording.minutes(out)}"
        return [[out, [poured, ends].compact.join(", ")]] if how.nil? || how == :runny || (lesson.ended_min - out).abs < 1

        [[out, poured], [lesson.ended_min, ends]]
      end

      # What the bench asked and nobody answered teaches nothing.
      def taught
        return "Nobody said how its cup ended, so it teaches nothing of how long it lasts." if lesson&.ended.nil?
        return if lesson.ended == :runny

        likely = @recipe.clock.usable.middle
        likely && "Foretold #{@wording.minutes(likely)} in the cup; it was #{Dakren::Bench::Afterwards::ENDS.fetch(lesson.ended)} after " \
                  "#{@wording.minutes(lesson.ended_min)}."
      end

      def stage_words
        name, minutes = lesson&.stages&.first
        band = name && foretold.of(name)
        return if band&.middle.nil?

        share = minutes / band.middle
        return "#{label(name)} when it was foretold." if share.between?(0.9, 1.11)

        "#{label(name)} #{share < 1 ? "sooner" : "later"} than foretold: #{@wording.minutes(minutes)} for #{@wording.minutes(band.middle)}."
      end

      # A pour as hot as it was seen, beside what its recipe and its data sheet made of it.
      def heat_words
        pour = lesson&.logged_pour or return
        sheet = @recipe.sheet
        made = pour.hottest_c(sheet.clock, sheet.mix.reaction, nodes: Cure::Pour::NODES)
        "#{degrees(pour.peak_c)} hot #{pour.surface ? "on its surface" : "within"}; foretold was #{degrees(made.round)}."
      rescue NotSolved
        nil
      end

      def degrees(value)
        @wording.show(Quantity.new(value: value, unit: :c))
      end

      def label(name)
        Cure::STAGES.find { |stage| stage.name == name }.label.sub(/\A./, &:upcase)
      end

      def foretold
        @foretold ||= begin
          aged = @recipe.sheet.mix.cup_age_min(@recipe.placing_min.to_f.clamp(0, 1000),
**@recipe.clock.conditions(@recipe.clock.mix, @recipe.total_g))
          StageTimes.of(@recipe.sheet, room: Cure::Profile.constant(@recipe.room_c), start_age_min: aged)
        end
      end

      # Its states one after the other, in minutes on the work; hard is for ever.
      def stages
        @stages ||= followed.then { |found| found.empty? || found.last[0] != :firm ? found : [*found, [:hard, found.last[2], nil]] }
      end

      def followed
        ends = { runny: foretold.working.middle, **ENDS.compact.transform_values { |name| middle(name) } }.compact
        ends.each_with_object([]) do |(state, minute), found|
          from = found.empty? ? 0.0 : found.last[2]
          found << [state, from, minute] if minute > from
        end
      end

      def middle(name)
        foretold.of(name == :sandable ? @recipe.sheet.hard_stage : name)&.middle
      end

      def work_marks
        dabs = @walk.events.select { |event| LOOKS.key?(event.kind) && event.at > @times.poured_at }
          .map { |event| [since(@times.poured_at, event.at), LOOKS.fetch(event.kind)] }
        checks = @walk.events.select { |event| event.kind == :checked && event.at > @times.poured_at }
          .map { |event| [since(@times.poured_at, event.at), "#{Dakren::Bench::Checks.label(event.data[:check])} #{event.data[:value]}"] }
        hard = @times.at(:tack)&.then { |at| [[since(@times.poured_at, at), "hard"]] } || []
        [*dabs.uniq(&:last), *checks, *hard].sort_by(&:first).first(MOST_MARKS)
      end

      def since(from, to)
        (to - from) / 60
      end
    end
  end
end
