# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # One batch left standing in its cup, heating itself.
    #
    #   cup = Cup.new(reaction, body, vessel: vessel, start_c: 20, room_c: 18)
    #   cup.run.usable_min   # minutes until its age reaches the sheet's working time
    #   cup.run.peak_c       # hottest it gets if nobody pours it out
    #
    # Rule: da/dt = k g(T)(b + a)(1 - a)^2;  (m c + shell) dT/dt = m H da/dt - UA (T - room);  d(age)/dt = g(T), T that of the core.
    # Unusable when its age reaches the working time. The step follows the reaction through ignition.
    class Cup
      MOST_STEPS = 20_000
      # Ours, of the computation: a step no shorter than this.
      SHORTEST_MIN = 1.0e-9

      # usable_min is nil for a mix still usable at the horizon; track holds [minute, °C, age, conversion] a step.
      Run = Value.define(:usable_min, :peak_c, :peak_min, :steps, :track) do
        # Age at one minute, read between two steps.
        # @param reaction [Reaction] that it was run with
        # @return [Float, nil] minutes; nil past the last step
        def age_at(minute, reaction)
          over = track.bsearch_index { |at, *| at >= minute } or return
          return track[over][2] if over.zero?

          (from, temp, age), (to, its_temp, its_age) = track[over - 1], track[over]
          long = to - from
          Hermite.at((minute - from) / long, age, its_age, reaction.pace(temp) * long, reaction.pace(its_temp) * long)
        end
      end

      # @param reaction [Reaction]
      # @param body [Body] what is in it
      # @param vessel [Vessel]
      # @param start_c [Numeric] °C of the parts when they meet, -40 to 120
      # @param room_c [Numeric] °C, -40 to 120
      # @raise [InputError]
      def initialize(reaction, body, vessel:, start_c:, room_c:)
        @reaction = reaction
        @start_c = Check.temp_c(:start_c, start_c)
        @room_c = Check.temp_c(:room_c, room_c)
        @heat = CupHeat.new(reaction, vessel, body, @room_c)
      end

      attr_reader :reaction, :heat, :start_c, :room_c

      # @param stop_at_usable [Boolean] leave the peak out (quicker; the calibration's way)
      # @param until_min [Float] stop at this minute
      # @param until_cool [Boolean] go on until it is as warm as the room again
      # @return [Run]
      # @raise [NotSolved] when the bound on steps is reached
      def run(stop_at_usable: false, until_min: HORIZON_MIN, until_cool: false)
        stepper = CupStepper.new(reaction, heat, start_c: start_c, room_c: room_c)
        tally = Tally.new(reaction, start_c)
        length = stepper.first_min
        steps = 0
        while until_min - tally.minute > SHORTEST_MIN
          raise NotSolved, "the cup did not settle in #{MOST_STEPS} steps" if (steps += 1) > MOST_STEPS

          length = [length, until_min - tally.minute].min
          wrong = stepper.try(length)
          if wrong <= 1
            tally.note(stepper, length)
            stepper.accept
            break if tally.usable_min && (stop_at_usable || (stepper.spent? && !(until_cool && warm?(stepper))))
            break tally.rest(stepper, until_min) if stepper.settled?
          end
          length = next_length(length, wrong)
        end
        Run.new(usable_min: tally.usable_min, peak_c: tally.peak_c, peak_min: tally.peak_min, steps: steps, track: tally.track)
      end

      # Age and temperature at one minute.
      # @param minute [Float] 0 to 86,400
      # @return [Array(Float, Float)] age in minutes, °C
      def at(minute)
        return [0.0, @start_c] if minute.zero?

        _, temp_c, age_min, = run(until_min: minute).track.last
        [age_min, temp_c]
      end

      private

      def warm?(stepper)
        (stepper.temp_c - room_c).abs > PourTop::COOL_WITHIN_C
      end

      def next_length(length, wrong)
        factor = if wrong.nan? then 0.1
                 else wrong < 1e-5 ? 5.0 : (0.9 * (wrong**-0.2)).clamp(0.2, 5.0)
                 end
        raise NotSolved, "the cup's time step fell to nothing" if factor < 1 && length * factor < 1e-12

        length * factor
      end

      # What a run has shown so far.
      class Tally
        attr_reader :minute, :usable_min, :peak_c, :peak_min, :track

        def initialize(reaction, start_c)
          @reaction = reaction
          @working_min = reaction.working_min
          @minute = 0.0
          @peak_c = start_c
          @peak_min = 0.0
          @track = [[0.0, start_c, 0.0, 0.0]]
        end

        # Called with a step that is good and not yet taken.
        def note(step, length)
          note_usable(step, length) if @usable_min.nil? && step.next_age_min >= @working_min
          note_peak(step, length)
          @minute += length
          @track << [@minute, step.next_temp_c, step.next_age_min, step.next_conversion]
        end

        # A cup that can no longer leave the room's temperature ages as a film: no more steps are needed.
        def rest(step, until_min)
          ready = @minute + ((@working_min - step.age_min) / step.pace)
          @usable_min ||= ready if ready <= until_min
          age = step.age_min + ((until_min - @minute) * step.pace)
          @track << [until_min, step.temp_c, age, @reaction.conversion_at(age)]
        end

        private

        def note_usable(step, length)
          share = Hermite.crossing(@working_min, step.age_min, step.next_age_min, step.pace * length, step.next_pace * length)
          @usable_min = @minute + (length * share)
        end

        def note_peak(step, length)
          if step.warming.positive? && step.next_warming <= 0
            share, top = Hermite.peak(step.temp_c, step.next_temp_c, step.warming * length, step.next_warming * length)
          else
            share = 1
            top = step.next_temp_c
          end
          return unless top > @peak_c

          @peak_c = top
          @peak_min = @minute + (length * share)
        end
      end
      private_constant :Tally
    end
  end
end
