# frozen_string_literal: true

require_relative "bench_words"
require_relative "bench_clock"
require_relative "bench_deeds"

module Dakren
  module Rooms
    # One batch at the bench as its page shows it: steps, what to do now, the clock.
    class BenchPage
      include BenchWords
      extend Forwardable

      KEYS = [["Space, Enter or Page Down", "go on"], ["Page Up", "back"],
        ["Enter held on the pour button", "pour on the simulated scale"]].freeze
      POLL_POURING_MS = 250
      POLL_MS = 1000

      attr_reader :walk, :complaint, :deeds, :time

      def_delegators :walk, :step, :recipe
      private :recipe

      # @param walk [Dakren::Bench::Walk] @param clock [Dakren::Bench::BatchClock, nil] @param devices [Devices::Connected]
      # @param now [Float] seconds @param complaint [String, nil] @param typed [Hash{String=>String}] the form, where it was refused
      # @param tins [BenchTins, nil] it may be mixed from
      # @param px_per_mm [Float] of this screen @param rose [Boolean] did the scale rise since the first part was in?
      def initialize(walk, clock, wording, devices:, now:, px_per_mm:, complaint: nil, typed: {}, rose: false, silent: false,
        beside: [], tins: nil)
        @tins = tins
        @beside = beside
        @walk = walk
        @clock = clock
        @wording = wording
        @devices = devices
        @now = now
        @px_per_mm = px_per_mm
        @complaint = complaint
        @deeds = BenchDeeds.new(walk, wording, typed: complaint ? typed : {}, rose: rose)
        @time = BenchClock.new(walk, clock, wording, silent: silent)
        @scale = devices.reading(:scale)
      end

      def poll_ms
        pouring? ? POLL_POURING_MS : POLL_MS
      end

      # Before this one is mixed: other pots whose time runs already, a line each, and whether that is pressing.
      # @return [Array<Array(String, Boolean)>]
      def beside
        return [] if @clock

        @beside.map { |cup| ["#{cup.record.name}: #{cup.time}#{", empty that first" if cup.hurried?}.", cup.hurried?] }
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
        walk.course.path.map { |name| [title(name), name == step.name, walk.finished?(name)] }
      end

      def drawing
        Drawings::BenchCup.new(walk, @scale&.usable? ? @scale.value : nil, @wording)
      end

      # @return [String, nil] said where something is poured, or where the step has no part
      def caution
        pouring? || !%i[first second].include?(step.name) ? step.caution_of(walk.pouring.part) : nil
      end

      # @return [BenchStep::View] what is to be done now
      def doing
        BenchStep.new(self, walk, @clock, @wording, devices: @devices, scale: @scale, now: @now, px_per_mm: @px_per_mm,
          tins: @tins).view
      end

      private

      def pouring?
        %i[first second mend].include?(step.name) && walk.recipe.weighed?
      end

      def title(name)
        return recipe.step(name).title unless %i[first second].include?(name)
        return name == :first ? Measure::Tools.counting(recipe.count.unit).ready : "Count" if recipe.count

        names(walk.contents.parts[name == :first ? 0 : 1]).capitalize
      end
    end
  end
end
