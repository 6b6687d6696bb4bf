# frozen_string_literal: true

module Dakren
  module Cure
    # What a pour has shown so far: hottest and when, the middle's usable time, its track.
    class PourTally
      # Ours, of the computation: what the hottest layer may change between two that are kept.
      MOST_BETWEEN_C = 0.5

      attr_reader :minute, :track, :top_age_min, :middle_c, :hottest_c, :peak_c

      # @param start_c [Float] of the mix: it is the hottest there is until something warms
      def initialize(working_min, stepper, start_c)
        @working_min = working_min
        @middle = stepper.nodes / 2
        @minute = 0.0
        @peak_c = start_c
        @peak_min = 0.0
        @track = []
        remember(stepper)
        @warming = nil
      end

      # Called after a step was taken.
      def note(stepper, length)
        note_usable(stepper, length)
        note_peak(stepper, length)
        @minute += length
        remember(stepper)
        @spent = stepper.spent?(@peak_c)
        @ages = stepper.ages_min
      end

      # The peak is past.
      def spent?
        @spent
      end

      # Nothing left to find: the peak is past, and the middle has been seen to its end.
      def done?
        @spent && !@usable_min.nil? && !@top_usable_min.nil?
      end

      def finish(steps)
        Pour::Run.new(peak_c: @peak_c, peak_min: @peak_min, middle_usable_min: @usable_min, top_usable_min: @top_usable_min, steps: steps,
          track: @track, ages: @ages)
      end

      private

      def remember(stepper)
        @hot = stepper.hot
        @hottest_c = stepper.temps_c[@hot]
        @middle_c = stepper.temps_c[@middle]
        @top_age_min = stepper.top.age_min
        @before_age = stepper.ages_min[@middle]
        @before_pace = stepper.paces && stepper.paces[@middle]
        @before_top_pace = stepper.paces && stepper.top.pace
        @before_temps = stepper.temps_c
        @before_warming = stepper.warming
        @track << [@minute, stepper.top.c, @middle_c, @hottest_c, @top_age_min, @before_age, stepper.ages_min.min]
      end

      def note_usable(stepper, length)
        if @usable_min.nil? && stepper.ages_min[@middle] >= @working_min
          @usable_min = crossed(length, @before_age, stepper.ages_min[@middle], @before_pace, stepper.paces[@middle])
        end
        return unless @top_usable_min.nil? && stepper.top.age_min >= @working_min

        @top_usable_min = crossed(length, @top_age_min, stepper.top.age_min, @before_top_pace, stepper.top.pace)
      end

      # Minute at which an age reaches the working time in this step.
      def crossed(length, before_age, age, before_pace, pace)
        after = pace * length
        before = before_pace ? before_pace * length : after
        @minute + (length * Hermite.crossing(@working_min, before_age, age, before, after))
      end

      # The hottest place before the step and the one after it: either may have had its peak inside.
      def note_peak(stepper, length)
        note_peak_of(@hot, stepper, length)
        note_peak_of(stepper.hot, stepper, length) unless stepper.hot == @hot
      end

      def note_peak_of(place, stepper, length)
        before = @before_temps[place]
        after = stepper.temps_c[place]
        turned = @before_warming && @before_warming[place].positive? && stepper.warming[place] <= 0
        share, top = between(place, before, after, stepper, length) if turned
        top ||= after
        return unless top > @peak_c

        @peak_c = top
        @peak_min = @minute + (length * (share || 1.0))
      end

      # A peak inside the step, from the slopes at its ends.
      #
      # Rule: steps are as short as the tolerance wants, so between two of them nothing rises by more than half a degree. Where heat
      # is led away much faster than the step is long, the slopes are noise, and a curve through them rises by hundreds.
      def between(place, before, after, stepper, length)
        share, top = Hermite.peak(before, after, @before_warming[place] * length, stepper.warming[place] * length)
        [share, top] if top - [before, after].max <= MOST_BETWEEN_C
      end
    end
  end
end
