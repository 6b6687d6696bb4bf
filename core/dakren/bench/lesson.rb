# frozen_string_literal: true

require_relative "afterwards"
require_relative "../cure/learning"

module Dakren
  module Bench
    # What one batch teaches of its mix: how long its cup could be spread, how hot it got, when its stages came. Read from its history
    # alone; poured out, with nothing said of how it was, it teaches nothing.
    #
    # cup: mass_g (everything in it), start_c, room_c, diameter_mm; powder: share of everything, density; shaped: was it for what must
    # level or be shaped; ended: of Afterwards::ENDS or nil, min since its parts met; peak_c; poured_min; stages: minutes on the work by
    # stage; pour: hottest °C seen in a pour of one lift, surface: on its surface, and not within it? bed: where it lies;
    # soft_min: the last look that found it soft, on the work.
    Lesson = Value.define(:cup, powder_share: 0.0, powder_density_g_ml: nil, shaped: false, ended: nil, ended_min: nil, peak_c: nil,
      poured_min: nil, stages: {}.freeze, soft_min: nil, pour_c: nil, surface: false, bed: nil) do
      # @param walk [Walk]
      # @return [Lesson, nil] nil where it teaches nothing: its parts never met, it is off its ratio or thinned, nothing was seen, or its
      # tin
      #   said nothing of time and this was its first
      def self.of(walk)
        unless walk.times.met_at && !walk.recipe.sheet.silent? && walk.contents.verdict&.name == :good &&
            !walk.contents.beside.thinner_ml.positive?
          return
        end

        found = Observed.new(walk).lesson
        found.teaches? ? found : nil
      end

      # @param kept [Hash] see kept
      # @return [Lesson]
      def self.read(kept)
        told = kept.transform_keys(&:to_sym)
        new(**told, cup: told[:cup].transform_keys(&:to_sym), ended: told[:ended]&.to_sym,
          stages: told[:stages].to_h { |name, minutes| [name.to_sym, minutes] }, bed: Cure::Bed.read(told[:bed]))
      end

      # @return [Hash{String=>Object}] of JSON
      def kept
        to_h.reject { |name, value| value == self.class.new(cup: nil)[name] && name != :cup }
          .to_h { |name, value| [name.to_s, value.is_a?(Symbol) ? value.to_s : value] }
          .merge({ "stages" => stages.transform_keys(&:to_s), "bed" => bed&.kept }.compact)
      end

      def teaches?
        !(ended.nil? && peak_c.nil? && pour_c.nil? && stages.empty?)
      end

      # Was its end seen, and not only that it was still runny?
      def timed?
        %i[thickening gummed set].include?(ended)
      end

      # @return [Cure::LoggedCup, nil]
      def logged_cup
        return if ended.nil? && peak_c.nil?

        times = { runny: :still_min, thickening: :usable_min, gummed: :set_min, set: :set_min }
        Cure::LoggedCup.new(**cup, ballast: ballast, shaped: shaped, peak_c: peak_c, **(ended ? { times.fetch(ended) => ended_min } : {}))
      end

      # @return [Cure::LoggedPour, nil]
      def logged_pour
        return if pour_c.nil?

        Cure::LoggedPour.new(bed: bed, start_c: cup[:start_c], room_c: cup[:room_c], peak_c: pour_c, surface: surface, ballast: ballast)
      end

      # Stages that its sheet tells, seen on the work.
      # @param sheet [Sheet]
      # @return [Array<Cure::LoggedFilm>]
      def logged_films(sheet)
        stages.filter_map do |name, minutes|
          early, late = sheet.stages.key?(name) ? sheet.told_ages(name) : next
          start = start_age(sheet)
          Cure::LoggedFilm.new(age_min: Math.sqrt([early, 0.1].max * late), minutes: minutes, room_c: cup[:room_c], start_age_min: start,
            by_then: only_found?(name, late, start + (minutes * sheet.mix.reaction.pace(cup[:room_c]))))
        end
      end

      # Ages at which its stages were seen, with what the shop learned.
      # @param sheet [Sheet]
      # @return [Hash{Symbol=>Float}] minutes
      def ages(sheet)
        stages.transform_values { |minutes| start_age(sheet) + (minutes * sheet.mix.reaction.pace(cup[:room_c])) }
      end

      # @return [Cure::Ballast]
      def ballast
        powder_share.zero? ? Cure::Ballast.none : Cure::Ballast.new(share: powder_share, density_g_ml: powder_density_g_ml)
      end

      private

      # What it had aged in its cup.
      def start_age(sheet)
        sheet.mix.with(ballast: ballast).cup_age_min([poured_min, 0.0].max, **cup)
      end

      # Seen later than the stage surely is by then, it was only found so; unless shortly before it was still soft.
      def only_found?(name, late, age)
        return false if name == :recoat_opens && soft_min && soft_min > SOON_BEFORE * stages[name]

        age > LATE_SHARE * late
      end
    end

    # Ours: a look this share of the time before is shortly before; this far beyond its late edge a stage has surely come.
    SOON_BEFORE = 0.75
    LATE_SHARE = 1.2

    # Reads a walk for what it teaches.
    class Observed
      def initialize(walk)
        @walk = walk
        @times = walk.times
        @contents = walk.contents
      end

      # @return [Lesson]
      def lesson
        ended, minutes = ending
        mix = @contents.mix
        Lesson.new(cup: cup(mix), powder_share: mix.ballast.share.to_f, powder_density_g_ml: mix.ballast.density_g_ml.to_f,
          shaped: shaped?, ended: ended, ended_min: minutes, peak_c: peak_c, poured_min: since_met(@times.poured_at), stages: stages,
          soft_min: last(:touched_soft)&.then { |at| on_the_work(at) }, **pour)
      end

      private

      def cup(mix)
        @walk.recipe.clock.conditions(mix, @contents.mass_g, start_c: @times.tins_c, room_c: @times.room_c).transform_values(&:to_f)
      end

      def shaped?
        kind = Work::Kinds::ALL[@walk.recipe.kind] if @walk.recipe.kind
        kind ? kind.shaped == true : @walk.recipe.sheet.clock.levels_or_is_shaped
      end

      # How its cup ended, and after how many minutes: the last that was told.
      def ending
        event = @walk.events.reverse.find { |one| one.data[:ended] } or return timed
        minutes = event.data[:min] || since_met(event.kind == :ended ? @times.poured_at || event.at : event.at)
        minutes&.positive? ? [event.data[:ended].to_sym, minutes.to_f] : nil
      end

      # A cup whose end was pressed at the bench.
      def timed
        event = @walk.events.reverse.find { |one| one.kind == :timed && one.data[:where].to_s != "work" }
        event && [:thickening, event.data.fetch(:lasted_min).to_f]
      end

      # Of one that was left in its cup: what was poured out had no time to get as hot as it would.
      def peak_c
        peak[:peak_c] if @times.poured_at.nil?
      end

      # Of one that was poured, where it is known how it lies.
      def pour
        bed = @walk.recipe.bed
        return {} if @times.poured_at.nil? || bed.nil? || peak.empty?

        { pour_c: peak[:peak_c], surface: peak[:where] == "surface", bed: bed }
      end

      def peak
        @peak ||= @walk.events.reverse.find { |event| event.kind == :peak }&.data.to_h
      end

      def stages
        return {} unless @times.poured_at

        { recoat_opens: first(:touched_tacky), @walk.recipe.sheet.hard_stage => @times.at(:tack) }.compact
          .transform_values { |at| on_the_work(at) }.select { |_, minutes| minutes.positive? }
      end

      def first(kind)
        @walk.events.find { |event| event.kind == kind && event.at > @times.poured_at }&.at
      end

      def last(kind)
        @times.poured_at && @walk.events.reverse.find { |event| event.kind == kind && event.at > @times.poured_at }&.at
      end

      def on_the_work(at)
        (at - @times.poured_at) / 60
      end

      def since_met(at)
        at && ((at - @times.met_at) / 60)
      end
    end
  end
end
