# frozen_string_literal: true

module Dakren
  module Bench
    # Where a batch stands, worked out from what happened to it and nothing else: so a reload, a second
    # device or a restart find it at the right step and the right second.
    #
    #   walk = Walk.new(recipe, events)
    #   walk.step.name          # => :second
    #   walk.target_g           # reading at which to stop
    #   walk.clock(now).in_cup  # Band of minutes left
    class Walk
      # A cup that is being mended may be filled this far: it can just be stirred, with care.
      MENDED_FULLEST = 0.9
      # Steps in which a part is poured to a reading.
      POURED = %i[first second].freeze

      attr_reader :recipe, :events

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
        @path ||= STEPS.select { |step| step.of?(self) }.map(&:name)
      end

      # @return [Instruction, nil] nil when there is nothing left to do
      def step
        return if abandoned?

        BY_NAME[path.find { |name| !finished?(name) }]
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
        recipe.method == :scale
      end

      # Off the sheet and not taken as it is: the mending is a step of its own until the verdict is good.
      def mending?
        @accepted.nil? && !verdict.nil? && (verdict.add != :nothing || mends.any?)
      end

      # Does powder go in?
      def thickened?
        !recipe.powder.nil?
      end

      # The part poured in a step: :resin or :hardener.
      def part(name = step&.name)
        case name
        when :first then running.parts[0]
        when :second then running.parts[1]
        when :mend then verdict.add
        end
      end

      # @return [Array<Rational>] what the scale showed after each part
      def readings
        return [] unless weighed?

        @done.select { |event| POURED.include?(step_of(event)) }.map { |event| Exact.of(event.data.fetch(:reading_g)) }
      end

      # Grams of resin and hardener really in the cup, mended ones included.
      # @return [Hash{Symbol=>Rational}]
      def in_cup_g
        return planned_in_cup_g unless weighed?

        grams = running.parts.zip(running.amounts(readings)).to_h.transform_values { |value| value || Rational(0) }
        mends.each { |event| grams[event.data.fetch(:part).to_sym] += Exact.of(event.data.fetch(:added_g)) }
        grams
      end

      # @return [Rational] grams in the cup by now
      def mass_g
        in_cup_g.values.sum
      end

      # @return [Cure::Mix] what is in the cup, with its powder once that is in
      def mix
        @mix ||= at(:powder) ? recipe.mix : recipe.sheet.mix
      end

      # @return [Rational] grams of everything in the cup by now, powder included
      def whole_g
        mass_g + (at(:powder) ? recipe.powder_g(mass_g) : 0)
      end

      # Reading at which the present part is right.
      # @return [Rational, nil] nil where nothing is poured now
      def target_g
        case step&.name
        when :first, :second then running.target_g(readings)
        when :mend then last_reading + verdict.add_g
        end
      end

      # What the scale showed with the empty cup on it: 0 unless it was left untared.
      # @return [Rational]
      def start_reading_g
        tared = @done.find { |event| step_of(event) == :tare }
        Exact.of(tared&.data&.fetch(:start_g, nil) || 0)
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

      # @return [Rational] what the scale showed last
      def last_reading
        (readings.last || start_reading_g) + mends.sum { |event| Exact.of(event.data.fetch(:added_g)) }
      end

      # @return [Measure::Verdict, nil] nil until both parts are in
      def verdict
        return if readings.size < 2

        recipe.sheet.verdict(resin_g: in_cup_g[:resin], hardener_g: in_cup_g[:hardener])
      end

      # @param now [Float] seconds
      # @return [Measure::Correction, nil]
      def correction(now)
        found = verdict
        return if found.nil? || found.add == :nothing

        holds = recipe.cup.brim_ml * MENDED_FULLEST * recipe.sheet.clock.mixed_density_g_ml
        Measure::Correction.new(found, cup_holds_g: holds, need_g: recipe.total_g,
          minutes_left: clock(now)&.in_cup&.early, minutes_needed: mixing_min + recipe.placing_min)
      end

      # When the hardener met the resin.
      # @return [Float, nil] seconds
      def met_at
        return first_hardener_at || second_at unless weighed?

        found = readings.any? ? (@touched || second_at) : nil
        found && second_at ? [found, second_at].min : found
      end

      # @return [Float, nil] seconds
      def poured_at
        at(:pour_out)
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
        recipe.count.order[counted] if recipe.count && step&.name == :second
      end

      # Was somebody told, since the mixing began, that it is not yet long enough?
      def asked?
        from = mixing_from
        !from.nil? && @events.any? { |event| event.kind == :asked && event.at >= from }
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

      def running
        weights = recipe.sheet.ratio.weight_parts || recipe.sheet.ratio.volume_parts
        Measure::Running.new({ resin: weights[0], hardener: weights[1] }, total_g: recipe.total_g, first: recipe.first,
          start_reading_g: start_reading_g)
      end

      # @param name [Symbol]
      # @return [Float, nil] seconds at which a step was done
      def at(name)
        @done.reverse.find { |event| step_of(event) == name }&.at
      end

      private

      # Measured by volume, strokes or drops, what is in the cup is what was planned, as far as it was done.
      def planned_in_cup_g
        names = [recipe.first, *(%i[resin hardener] - [recipe.first])]
        return names.to_h { |name| [name, planned_g(name) * counted_share(name)] } if recipe.count

        %i[first second].zip(names).to_h { |step, name| [name, finished?(step) ? planned_g(name) : Rational(0)] }
      end

      # Grams of one part as planned; by its share of the volume where its weight cannot be known.
      def planned_g(name)
        ratio = recipe.sheet.ratio
        ratio.split(total_g: recipe.total_g)[:"#{name}_g"] || Exact.share(recipe.total_g, ratio.volume_parts)[name == :resin ? 0 : 1]
      end

      # How much of one part is counted by now: strokes or drops of it, of all there are to be.
      def counted_share(name)
        whole = name == :resin ? recipe.count.resin : recipe.count.hardener
        whole.zero? ? Rational(0) : Rational(recipe.count.order.first(counted).count(name), whole)
      end

      # Counting, the parts meet with the first stroke of the second part.
      def first_hardener_at
        counts = @done.select { |event| event.kind == :counted }
        counts.find { |event| event.data.fetch(:part).to_sym != counts.first.data.fetch(:part).to_sym }&.at
      end

      def mends
        @done.select { |event| event.kind == :mended }
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
        when :weighed, :done then event.data.fetch(:step).to_sym
        when :mended then event.data[:good] ? :mend : nil
        end
      end

      def take(event)
        @path = nil
        case event.kind
        when :back then undo
        when :abandoned then @abandoned = event
        when :touched then @touched ||= event.at
        when :accepted then @accepted = event
        when :mended then @done << event.with(data: event.data.merge(good: mended_well?(event)))
        when :done, :weighed, :counted then @done << event
        end
      end

      # The batch stays what it was; only the last step is open again.
      def undo
        removed = @accepted && (@done.empty? || @accepted.number > @done.last.number) ? (@accepted = nil) : @done.pop
        @touched = nil if removed && POURED.include?(step_of(removed))
      end

      def mended_well?(event)
        grams = in_cup_g
        part = event.data.fetch(:part).to_sym
        grams[part] += Exact.of(event.data.fetch(:added_g))
        recipe.sheet.verdict(resin_g: grams[:resin], hardener_g: grams[:hardener]).name == :good
      end
    end
  end
end
