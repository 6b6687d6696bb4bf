# frozen_string_literal: true

require_relative "contents"

module Dakren
  module Bench
    # Where a batch stands, worked out from what happened to it and nothing else: so a reload, a second
    # device or a restart find it at the right step and the right second.
    #
    #   walk = Walk.new(recipe, events)
    #   walk.step.name          # => :second
    #   walk.target             # reading or line at which to stop
    #   walk.clock(now).in_cup  # Band of minutes left
    class Walk
      # A cup that is being mended may be filled this far: it can just be stirred, with care.
      MENDED_FULLEST = 0.9
      # A part outside of this share of what was to go in is asked about before the next one follows.
      LIKELY = [Rational(3, 4), Rational(3, 2)].freeze
      UNLIKELY_STEPS = %i[first second].freeze
      UNLIKELY_STEPS_APART = 10

      attr_reader :recipe, :events

      %i[parts readings last_reading running verdict].each { |name| define_method(name) { contents.public_send(name) } }

      # @param recipe [Recipe]
      # @param events [Array<Event>] in order
      def initialize(recipe, events)
        @recipe = recipe
        @events = events
        @done = []
        events.each { |event| take(event) }
      end

      # @return [Array<Symbol>] names of the steps this batch goes through
      def path
        @path ||= recipe.steps.select { |step| step.of?(self) }.map(&:name)
      end

      # @return [Instruction, nil] nil when there is nothing left to do
      def step
        return if abandoned?

        path.find { |name| !finished?(name) }&.then { |name| in_manner(recipe.step(name)) }
      end

      def finished?(name)
        @done.any? { |event| step_of(event) == name }
      end

      def over?
        step.nil?
      end

      def abandoned?
        !abandoned.nil?
      end

      # @return [Event, nil]
      attr_reader :abandoned

      def weighed?
        recipe.weighed?
      end

      # @return [Contents] of the cup by now
      def contents
        Contents.new(recipe, @done)
      end

      # Off the sheet and not taken as it is: correcting it is a step of its own until the verdict is good. What was filled and counted as
      # planned is as good as the plan.
      def mending?
        return false unless @accepted.nil? && contents.both?

        mended? || (!contents.as_planned? && verdict.add != :nothing)
      end

      # Is it drawn in through a line?
      def infused?
        recipe.kind == :infusion
      end

      # Is the wet film to be read off a comb?
      def combed?
        !recipe.comb_mm.nil?
      end

      # Does powder go in?
      def thickened?
        !recipe.powder.nil?
      end

      # The part poured in a step: :resin or :hardener.
      def part(name = step&.name)
        case name
        when :first then parts[0]
        when :second then parts[1]
        when :mend then verdict.add
        end
      end

      # Resin and hardener really in the cup, corrections included.
      # @return [Hash{Symbol=>Rational}] grams
      def in_cup_g
        contents.grams
      end

      # @return [Rational] grams in the cup by now
      def mass_g
        in_cup_g.values.sum
      end

      # Is everything looked over before the hardener is opened?
      def looked_over?
        recipe.version >= VERSION
      end

      # Is part A stirred by itself before anything is measured? Of a pack that is the first step of measuring.
      def stirred_alone?
        recipe.version >= VERSION && recipe.manner.look.alone && !recipe.way.whole?
      end

      # Does it go over into a second cup?
      def second_cup?
        recipe.version >= VERSION && recipe.sheet.mixing.second_cup_min.positive?
      end

      # Is thinner stirred in from the start?
      def thinned?
        recipe.thinner_when == :start && recipe.thinner_pct.to_f.positive?
      end

      # Is there a joint to be closed once it is on?
      def closed?
        recipe.version >= VERSION && recipe.manner.use.closed
      end

      # Is the hardener measured apart, since powder stands in the resin and its lines tell nothing?
      def apart?
        prethickened? && recipe.unit == :ml && !at(:prethicken).nil?
      end

      # Does half of the powder go into the resin first?
      def prethickened?
        recipe.thicken_first && thickened? && recipe.first == :resin
      end

      # @return [Cure::Mix] what is in the cup, with its powder once that is in
      def mix
        @mix ||= recipe.mix_with(mass_g, contents.powder_g)
      end

      # @return [Rational] grams of everything in the cup by now, powder included
      def whole_g
        mass_g + contents.powder_g
      end

      # Reading or line at which the present part is right.
      # @return [Rational, nil] g or ml; nil where nothing is poured now
      def target
        case step&.name
        when :first, :second then running.target(readings) + contents.between
        when :mend then last_reading + verdict.add_amount
        end
      end

      # Temperatures as the thermometers had them when the parts met, or else as planned.
      # @return [Float] °C
      def room_c
        measured(:room_c) || recipe.room_c
      end

      # Was a temperature measured as the parts met, and not only planned?
      # @param name [Symbol] :room_c or :tins_c
      def measured?(name)
        !measured(name).nil?
      end

      # @return [Float] °C
      def tins_c
        measured(:tins_c) || recipe.tins_c
      end

      # @param now [Float] seconds
      # @return [Measure::Correction, nil]
      def correction(now)
        found = verdict
        return if found.nil? || found.add == :nothing

        holds = recipe.cup.brim_ml * MENDED_FULLEST
        holds *= recipe.sheet.clock.mixed_density_g_ml if recipe.unit == :g
        Measure::Correction.new(found, cup_holds: holds, need: recipe.planned.values.sum,
          minutes_left: clock(now)&.in_cup&.early, minutes_needed: mixing_min + recipe.placing_min)
      end

      # When the hardener met the resin.
      # @return [Float, nil] seconds
      def met_at
        return @met if @met
        return first_hardener_at || second_at unless weighed?

        found = readings.any? ? (@touched || second_at) : nil
        found && second_at ? [found, second_at].min : found
      end

      # @return [Float, nil] seconds
      def poured_at
        at(:pour_out)
      end

      # When what was poured out lay as it stays: a joint once it was closed.
      # @return [Float, nil] seconds
      def laid_at
        (at(:close) if closed?) || poured_at
      end

      # @return [Float, nil] when the step before the mixing was done
      def mixing_from
        at(:mend) || accepted_at || second_at
      end

      # @return [Integer] strokes or drops counted so far
      def counted
        @done.count { |event| event.kind == :counted }
      end

      # @return [Symbol, nil] the part of the next stroke or drop; nil when all are in, or nothing is counted now
      def next_count
        contents.next_count if recipe.count && step&.name == :second
      end

      # Can somebody say how far a part really came: on a scale, to a line, in a syringe?
      def read?
        recipe.way.told? && recipe.count.nil? && (weighed? || recipe.unit == :ml)
      end

      # Was somebody told, since the mixing began, that it is not yet long enough?
      def asked?
        from = mixing_from
        !from.nil? && @events.any? { |event| event.kind == :asked && event.data[:about].nil? && event.at >= from }
      end

      # Was this asked back since the last thing that was done?
      # @param about [String] what @param data [Hash] what it was asked of
      def asked_about?(about, **data)
        since = @events.rindex { |event| event.kind != :asked && event.kind != :touched } || -1
        @events.drop(since + 1).any? { |event| event.kind == :asked && event.data[:about] == about && event.data >= data }
      end

      # Is so much of a part hardly what was meant?
      # @param reading [Rational] on scale, line or syringe
      def unlikely?(reading)
        return false unless UNLIKELY_STEPS.include?(step&.name) && target

        meant = target - last_reading
        own = reading - last_reading
        (own - meant).abs > UNLIKELY_STEPS_APART * Exact.of(recipe.resolution_g) && !(own / meant).between?(*LIKELY)
      end

      # How long it could be spread, where somebody noted that.
      # @return [Float, nil] minutes from when its parts met
      def lasted_min
        @events.reverse.find { |event| event.kind == :timed }&.data&.fetch(:lasted_min)
      end

      # How much of its mixing time it was mixed, of the shorter where there is a range.
      # @return [Float, nil] share; nil where it was not mixed yet
      def mixed_share
        over = at(second_cup? ? :second_cup : :mix)
        over && mixing_from && ((over - mixing_from) / 60 / [least_mixing_min, 0.1].max)
      end

      # @return [Float] minutes below which it is mixed too short: the shorter where the sheet tells a range
      def least_mixing_min
        recipe.sheet.mixing.least_minutes([mass_g, recipe.total_g].max.to_f)
      end

      # @return [Float] minutes the sheet wants it mixed
      def mixing_min
        recipe.sheet.mixing.minutes([mass_g, recipe.total_g].max.to_f)
      end

      # @param now [Float] seconds
      # @return [BatchClock, nil] nil until the parts have met
      def clock(now)
        met_at && BatchClock.new(self, now)
      end

      # @return [Integer] number of the latest thing somebody did; what a device noticed does not count
      def number
        events.reverse.find { |event| event.kind != :touched }&.number || 0
      end

      # @param name [Symbol]
      # @return [Float, nil] seconds at which a step was done
      def at(name)
        @done.reverse.find { |event| step_of(event) == name }&.at
      end

      # A step in the words of this work.
      # @param step [Instruction]
      # @return [Instruction]
      def in_manner(step)
        return step unless step.name == :pour_out

        use = recipe.manner.use
        step.with(title: use.title, tells: use.tells, done: use.done, told: [use.why])
      end

      private

      # Counting, the parts meet with the first stroke of the second part.
      def first_hardener_at
        counts = @done.select { |event| event.kind == :counted }
        counts.find { |event| event.data.fetch(:part).to_sym != counts.first.data.fetch(:part).to_sym }&.at
      end

      def mended?
        @done.any? { |event| event.kind == :mended }
      end

      def accepted_at
        @accepted&.at
      end

      def second_at
        at(:second)
      end

      # Heard with the event that began the clock; the latest one stands.
      def measured(name)
        @events.reverse.filter_map { |event| event.data[name] }.first
      end

      def step_of(event)
        case event.kind
        when :weighed, :filled, :done then event.data.fetch(:step).to_sym
        when :mended then event.data[:good] ? :mend : nil
        end
      end

      def take(event)
        @path = @mix = nil
        case event.kind
        when :back then undo
        when :abandoned then @abandoned = event
        when :touched then @touched ||= event.at
        when :met then @met = event.data.fetch(:met_at)
        when :reopened then reopen
        when :accepted then @accepted = event
        when :mended then @done << event.with(data: event.data.merge(good: mended_well?(event)))
        when :done, :weighed, :filled, :counted then @done << event
        end
      end

      # The batch stays what it was; only the last step is open again.
      def undo
        removed = @accepted && (@done.empty? || @accepted.number > @done.last.number) ? (@accepted = nil) : @done.pop
        @touched = @met = nil if removed && Contents::POURED.include?(step_of(removed))
      end

      # What had ended it is taken back: thrown out, or hard.
      def reopen
        @abandoned ? @abandoned = nil : @done.reject! { |event| step_of(event) == :tack }
      end

      def mended_well?(event)
        Contents.new(recipe, [*@done, event]).verdict.name == :good
      end
    end
  end
end
