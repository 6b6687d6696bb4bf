# frozen_string_literal: true

require_relative "cup"
require_relative "cup_stepper"

module Dakren
  module Cure
    # A cup as it is followed step by step: no further than is asked for, and on from there.
    class CupCourse
      MOST_STEPS = 20_000
      # Ours, of the computation: a step no shorter than this.
      SHORTEST_MIN = 1.0e-9

      # @param cup [Cup]
      def initialize(cup)
        @room_c = cup.room_c
        @stepper = CupStepper.new(cup.reaction, cup.heat, start_c: cup.start_c, room_c: cup.room_c)
        @tally = CupTally.new(cup.reaction, cup.start_c)
        @length = @stepper.first_min
        @steps = 0
      end

      def initialize_copy(other)
        super
        @stepper = @stepper.dup
        @tally = @tally.dup
      end

      # See Cup#run.
      # @return [Cup::Run]
      # @raise [NotSolved]
      def follow(stop_at_usable: false, until_min: HORIZON_MIN, until_cool: false)
        until (over = ended(stop_at_usable, until_min, until_cool))
          raise NotSolved, "the cup did not settle in #{MOST_STEPS} steps" if (@steps += 1) > MOST_STEPS

          length = [@length, until_min - @tally.minute].min
          wrong = @stepper.try(length)
          @stands = nil
          if wrong <= 1
            @tally.note(@stepper, length)
            @stands = @stepper.accept
          end
          @length = next_length(length, wrong)
        end
        Cup::Run.new(usable_min: @tally.usable_min, peak_c: @tally.peak_c, peak_min: @tally.peak_min, steps: @steps, track: @tally.track,
          paused: over == :paused ? self : nil)
      end

      private

      # Is it followed far enough?
      # @return [Symbol, nil] why; :paused where it could be followed on
      def ended(stop_at_usable, until_min, until_cool)
        if @stands && @tally.usable_min
          return :paused if stop_at_usable
          return :spent if @stands == :spent && !(until_cool && warm?)
        end
        return @tally.rest(@stepper, until_min) if @stands == :settled

        :late if until_min - @tally.minute <= SHORTEST_MIN
      end

      def warm?
        (@stepper.temp_c - @room_c).abs > PourTop::COOL_WITHIN_C
      end

      def next_length(length, wrong)
        factor = if wrong.nan? then 0.1
                 else wrong < 1e-5 ? 5.0 : (0.9 * (wrong**-0.2)).clamp(0.2, 5.0)
                 end
        raise NotSolved, "the cup's time step fell to nothing" if factor < 1 && length * factor < 1e-12

        length * factor
      end
    end

    # What the course of a cup has shown so far.
    class CupTally
      attr_reader :minute, :usable_min, :peak_c, :peak_min, :track

      # @param reaction [Reaction] @param start_c [Float]
      def initialize(reaction, start_c)
        @reaction = reaction
        @working_min = reaction.working_min
        @minute = 0.0
        @peak_c = start_c
        @peak_min = 0.0
        @track = [[0.0, start_c, 0.0, 0.0]]
      end

      def initialize_copy(other)
        super
        @track = @track.dup
      end

      # Called with a step that is good and not yet taken.
      # @param step [CupStepper] @param length [Float] of it, minutes
      def note(step, length)
        note_usable(step, length) if @usable_min.nil? && step.next_age_min >= @working_min
        if step.warming.positive? && step.next_warming <= 0
          note_peak(step, length)
        elsif step.next_temp_c > @peak_c
          @peak_c = step.next_temp_c
          @peak_min = @minute + length
        end
        @minute += length
        @track << [@minute, step.next_temp_c, step.next_age_min, step.next_conversion]
      end

      # A cup that can no longer leave the room's temperature ages as a film: no more steps are needed.
      # @return [Symbol] :settled
      def rest(step, until_min)
        ready = @minute + ((@working_min - step.age_min) / step.pace)
        @usable_min ||= ready if ready <= until_min
        age = step.age_min + ((until_min - @minute) * step.pace)
        @track << [until_min, step.temp_c, age, @reaction.conversion_at(age)]
        :settled
      end

      private

      def note_usable(step, length)
        share = Hermite.crossing(@working_min, step.age_min, step.next_age_min, step.pace * length, step.next_pace * length)
        @usable_min = @minute + (length * share)
      end

      # It was at its hottest within the step.
      def note_peak(step, length)
        share, top = Hermite.peak(step.temp_c, step.next_temp_c, step.warming * length, step.next_warming * length)
        return unless top > @peak_c

        @peak_c = top
        @peak_min = @minute + (length * share)
      end
    end
  end
end
