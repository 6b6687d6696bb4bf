# frozen_string_literal: true

module Dakren
  module Cure
    # What a pour has shown so far: hottest and when, the middle's usable time, its track.
    class PourTally
      attr_reader :minute, :track, :top_age_min, :middle_c, :hottest_c, :peak_c

      def initialize(working_min, stepper)
        @working_min = working_min
        @middle = stepper.temps_c.size / 2
        @minute = 0.0
        @peak_c = stepper.temps_c.max
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
        @spent = stepper.spent?
        @ages = stepper.ages_min
      end

      # The peak is past.
      def spent?
        @spent
      end

      # Nothing left to find: the peak is past, and the middle has been seen to its end.
      def done?
        @spent && !@usable_min.nil?
      end

      def finish(steps)
        Pour::Run.new(peak_c: @peak_c, peak_min: @peak_min, middle_usable_min: @usable_min, steps: steps,
                      track: @track, ages: @ages)
      end

      private

      def remember(stepper)
        @hot = stepper.hottest
        @hottest_c = stepper.temps_c[@hot]
        @middle_c = stepper.temps_c[@middle]
        @top_age_min = stepper.ages_min[0]
        @before_age = stepper.ages_min[@middle]
        @before_pace = stepper.paces && stepper.paces[@middle]
        @before_temps = stepper.temps_c
        @before_warming = stepper.warming
        @track << [@minute, stepper.temps_c[0], @middle_c, @hottest_c, @top_age_min, @before_age]
      end

      def note_usable(stepper, length)
        age = stepper.ages_min[@middle]
        return if @usable_min || age < @working_min

        after = stepper.paces[@middle] * length
        before = @before_pace ? @before_pace * length : after
        @usable_min = @minute + (length * Hermite.crossing(@working_min, @before_age, age, before, after))
      end

      def note_peak(stepper, length)
        hot = stepper.hottest
        top = stepper.temps_c[hot]
        share = 1.0
        if @before_warming && @before_warming[hot].positive? && stepper.warming[hot] <= 0
          share, top = Hermite.peak(@before_temps[hot], top, @before_warming[hot] * length, stepper.warming[hot] * length)
        end
        falling = @before_warming && @before_warming[@hot].positive? && stepper.warming[@hot] <= 0
        if falling && @hot != hot
          other_share, other_top = Hermite.peak(@before_temps[@hot], stepper.temps_c[@hot],
                                                @before_warming[@hot] * length, stepper.warming[@hot] * length)
          if other_top > top
            share = other_share
            top = other_top
          end
        end
        return unless top > @peak_c

        @peak_c = top
        @peak_min = @minute + (length * share)
      end
    end
  end
end
