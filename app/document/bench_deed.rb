# frozen_string_literal: true

require_relative "bench_moments"
require_relative "bench_taken"

module Dakren
  module Document
    # What somebody did at the bench, read from the form: the kind of event and its data, or a complaint.
    class BenchDeed
      include BenchMoments
      include BenchTaken

      KINDS = %w[next too_much extra_resin extra_hardener back accepted abandoned touched_soft touched_tacky met timed reopened].freeze
      # Stages somebody says of a test dab, and how each is asked about where it cannot be yet.
      SAID = { touched_tacky: "tacky", hard: "hard" }.freeze
      POWDER_G = (0..100_000)
      # So many times what was planned is asked about.
      MOST_TIMES = 3
      WHY_LONGEST = 200
      MASS = (-1000..200_000)
      FILLED_ML = (0..1_000_000)

      # asks: what is asked back before it is taken, kept as an event of its own
      attr_reader :kind, :data, :complaint, :asks

      # @param walk [Bench::Walk]
      # @param typed [Hash{String=>Object}] the form: act, step, reading, why
      # @param scale [Devices::Reading, nil]
      # @param wording [Words::Wording]
      # @param now [Float] seconds
      # @param pretended [Boolean] is the scale a simulated one?
      # @param tins [Array<Array<#id, #lot, #crosses?>>] that may be chosen of each material
      # @param paired [Boolean] does its hardener belong to its resin?
      def initialize(walk, typed, scale, wording, now, pretended: false, tins: [], paired: true)
        @paired = paired
        @tins = tins
        @pretended = pretended
        @walk = walk
        @now = now
        @typed = typed
        @scale = scale
        @wording = wording
        @data = {}
        read
      rescue InputError => e
        @complaint = "#{e.field.start_with?("reading") ? "The reading" : e.field.capitalize} #{e.allowed}"
      end

      private

      def read
        act = @typed["act"].to_s
        return @complaint = "Not possible at this step." unless KINDS.include?(act)
        return reasoned(:reopened) if act == "reopened" && @walk.over?
        return timed if act == "timed"
        return @complaint = "This batch is finished." if @walk.over?

        case act
        when "next", "too_much" then go_on
        when "back" then back
        when "extra_resin", "extra_hardener" then extra(act.delete_prefix("extra_").to_sym)
        when "touched_soft", "touched_tacky" then witness(act.to_sym)
        when "met" then met
        else reasoned(act.to_sym)
        end
      end

      def go_on
        step = @walk.step.name
        return @complaint = "Page was out of date; refreshed." if @typed["step"].to_s != step.to_s

        case step
        when :first, :second then measured(step)
        when :mend then mended
        when :mix then stirred
        when :tack then hard
        else done(step)
        end
      end

      # Asks back once; the same said again is taken.
      def ask?(about, says, **of)
        return false if @walk.asked_about?(about, **of)

        @kind = :asked
        @data = { about: about, **of }
        @asks = says
        true
      end

      def measured(step)
        return weighed(step) if @walk.recipe.weighed?
        return filled(step) if typed? && @walk.pouring.read?
        return done(step) unless @walk.pouring.next_count

        @kind = :counted
        @data = { part: @walk.pouring.next_count }
      end

      # One stroke, drop or spoon more of a part than was counted.
      def extra(part)
        return @complaint = "Nothing is counted now." unless @walk.recipe.count && @walk.step.name == :second

        @kind = :counted
        @data = { part: part, extra: true }
      end

      # To another line than was meant, or another mark of the syringe.
      def filled(step)
        reading = reading_ml
        @walk.contents.running.amounts([*@walk.contents.readings, reading - @walk.contents.beside.between])
        return if doubted?(reading, :ml)

        @kind = :filled
        @data = { step: step, reading_ml: reading.to_f.round(4), typed: true }
      end

      def done(step)
        found = noted(step)
        return if beyond?(step, found) || (step == :tins && crossed?)

        @kind = :done
        @data = { step: step, **lots(step), **untared(step), **found, **ended(step) }
      end

      # What was left in the cup, where somebody looked.
      def ended(step)
        how = @typed["ended"].to_s
        return {} if step != :pour_out || how.empty?
        raise InputError.new("what was left in the cup", "must be one of #{Bench::Afterwards::ENDS.values.join(", ")}") unless
          Bench::Afterwards::ENDS.key?(how.to_sym)

        { ended: how }
      end

      # What really went in beside resin and hardener, where somebody says so.
      def noted(step)
        case step
        when :powder, :prethicken then figure("powder", :powder_g, Measure::Units::MASS, @wording.us?(:mass) ? :oz : :g, POWDER_G)
        when :thin, :pour_out, :comb
          figure("thinner", :thinner_ml, Measure::Units::VOLUME, @wording.us?(:volume) ? :"fl oz" : :ml, FILLED_ML)
        else {}
        end
      end

      def figure(name, kept, units, bare, allowed)
        text = @typed[name].to_s.strip
        return {} if text.empty?

        { kept => Measure::Typed.read(text, field: name, units: units, bare: bare, allowed: allowed).to_f.round(4) }
      end

      # Far more powder or thinner than was planned is asked about once.
      def beyond?(step, found)
        planned = { powder_g: -> { @walk.contents.beside.powder_planned(step) }, thinner_ml: lambda {
          @walk.contents.beside.thinner_planned_ml
        } }
        name, value = found.first
        return false if name.nil? || value <= MOST_TIMES * planned.fetch(name).call

        show = ->(amount) { (name == :powder_g ? @wording.weight(amount) : @wording.volume(amount)).join(" ") }
        what = name.to_s[/\A[a-z]+/]
        ask?(what, "That is #{show.call(value)} of #{what} where #{show.call(planned.fetch(name).call)} is meant. Is it really so? Press " \
                   "again to take it.", of: value.round(1))
      end

      # A part that is far from what was to go in is asked about before the next one follows it.
      def doubted?(reading, unit)
        return false unless @walk.pouring.unlikely?(reading)

        show = lambda { |value|
          (unit == :ml ? @wording.volume(value) : @wording.weight(value, resolution_g: @walk.recipe.resolution_g)).join(" ")
        }
        meant = @walk.pouring.target - @walk.contents.last_reading
        own = reading - @walk.contents.last_reading
        ask?("reading", "That is #{show.call(own)} of #{@walk.pouring.part} where #{show.call(meant)} is meant. Is it really so? Press " \
                        "again to " \
                        "take it.",
          of: reading.to_f.round(1))
      end

      def lot(name)
        short(name, "lot of #{name[-1].upcase}", LOT_LONGEST)
      end

      # A cup left untared starts from its own weight.
      def untared(step)
        return {} unless step == :tare && typed?

        { start_g: reading_g.to_f }
      end

      def weighed(step)
        reading = reading_g
        return if @complaint

        @walk.contents.running.amounts([*@walk.contents.readings, reading - @walk.contents.beside.between])
        return if doubted?(reading, :g)

        @kind = :weighed
        @data = { step: step, reading_g: reading.to_f, **source }
      end

      # A minute too little stirring is asked back once; the record keeps that it was.
      def stirred
        left = @walk.clock(@now)&.mixing_call&.left_min.to_f - (@walk.times.mixing_min - @walk.times.least_mixing_min)
        return done(:mix) if !left.positive? || @walk.asked?

        @kind = :asked
        @data = { left_min: left.round(2) }
        @asks = ""
      end

      def mended
        return mended_in_ml unless @walk.recipe.weighed?

        reading = reading_g
        return if @complaint

        added = reading - @walk.contents.last_reading
        unless added.positive?
          raise InputError.new("reading_g", "must be above #{Check.plain(@walk.contents.last_reading.to_f)} g, what it showed before")
        end

        @kind = :mended
        @data = { part: @walk.pouring.part, added_g: added.to_f.round(3), **source }
      end

      # Corrected in the unit it is measured in: strokes and drops as told, to the line as told or as typed.
      def mended_in_ml
        @kind = :mended
        return @data = { part: @walk.pouring.part, units: @walk.contents.count.units_to_add } if @walk.recipe.count

        added = (typed? ? reading_ml : @walk.pouring.target) - @walk.contents.last_reading
        unless added.positive?
          raise InputError.new("reading_ml",
            "must be above #{Check.plain(@walk.contents.last_reading.to_f.round(4))} ml, what it showed before")
        end

        @data = { part: @walk.pouring.part, added_ml: added.to_f.round(4), typed: typed? }
      end

      # A line as it was read; of a syringe what it held, on top of what is in. No line is above the brim.
      def reading_ml
        told = told_ml
        brim = @walk.recipe.cup.brim_ml
        return told if told <= brim

        raise InputError.new("reading_ml",
          "must be at most #{@wording.volume(brim).join(" ")}, the brim of the #{@wording.vessel(@walk.recipe.cup.name)}")
      end

      def told_ml
        bare = @wording.us?(:volume) ? :"fl oz" : :ml
        told = Measure::Typed.read(@typed["reading"], field: "reading_ml", units: Measure::Units::VOLUME, bare: bare, allowed: FILLED_ML)
        @walk.recipe.way.fillings? || (@walk.pouring.apart? && @walk.step.name == :second) ? @walk.contents.last_reading + told : told
      end

      # A look at the witness before it is hard: the shop's own tack times come from these.
      def witness(kind)
        return @complaint = "The test dab is touched at the end." unless @walk.step.name == :tack
        return if SAID.key?(kind) && too_soon?(SAID[kind], :recoat_opens)

        @kind = kind
      end

      def hard
        done(:tack) unless too_soon?(SAID[:hard], @walk.recipe.sheet.hard_stage)
      end

      # A stage that cannot be yet is asked about once.
      def too_soon?(said, stage)
        clock = @walk.clock(@now)
        expected = clock&.too_soon(stage) or return false
        ago = @wording.minutes((@now - @walk.times.poured_at) / 60)
        ago = "#{(@now - @walk.times.poured_at).round} s" if @now - @walk.times.poured_at < 60
        ask?(said,
          "It was poured #{ago} ago and is hardly #{said} before #{@wording.minutes(expected)}. Really #{said}? Press again to take it.")
      end

      def back
        return @complaint = "There is nothing to go back to." if @walk.number.zero?

        @kind = :back
        @data = { why: why }
      end

      def reasoned(kind)
        return @complaint = "Say in a few words why: it stays with the record." if why.empty?

        @kind = kind
        @data = { why: why }
      end

      def why
        short("why", "why", WHY_LONGEST)
      end

      # Nothing is cut: what is too long is told.
      def short(name, label, most)
        text = @typed[name].to_s.strip
        return text if text.length <= most

        raise InputError.new(label, "must be at most #{most} characters; it has #{text.length}")
      end

      # Where a reading comes from: typed, or from a scale that is only simulated; measured otherwise.
      def source
        { typed: typed?, **(@pretended && !typed? ? { pretended: true } : {}) }
      end

      def typed?
        !@typed["reading"].to_s.strip.empty?
      end

      # As typed, or else as the scale shows it once it is steady.
      def reading_g
        if typed?
          bare = @wording.us?(:mass) ? :oz : :g
          return Measure::Typed.read(@typed["reading"], field: "reading_g", units: Measure::Units::MASS, bare: bare, allowed: MASS)
        end
        @complaint = if @scale.nil? then "The scale is not connected. Type what yours shows."
                     elsif @scale.state == :over then "The scale is overloaded. Take some away or type what another scale shows."
                     elsif @scale.state == :off then "The scale has switched itself off. Switch it on, or type what it showed."
                     elsif @scale.state == :moving then "The scale is still settling. Wait a moment."
                     end
        Exact.of(@scale.value) unless @complaint
      end
    end
  end
end
