# frozen_string_literal: true

require_relative "bench_words"
require_relative "bench_measures"
require_relative "bench_beside"

module Dakren
  module Rooms
    # What is to be done in one step of a batch: one method a step that has more to say than its own words.
    class BenchStep
      include BenchWords
      include BenchMeasures
      include BenchBeside

      # What a step's view prints, each only where it is there.
      #
      # heading; verdict: [bold, words] of a mixing error; target: a number and its unit; whose: part it is of; list: rows of what is
      # planned; things: what lies ready; told: sentences; lost: what is wrong now; switch: [command, words] for the scale beside it;
      # now: [figure, words] the scale shows; bar, drawing: SVG; hold: words of the button that pours; fields: [Control]; deeds:
      # [act, words]; last: after them.
      View = Value.define(:heading, verdict: nil, target: nil, whose: nil, list: [].freeze, things: [].freeze, told: [].freeze, lost: nil,
        switch: nil, now: nil, bar: nil, drawing: nil, hold: nil, fields: [].freeze, deeds: [].freeze, last: nil)

      AGAINST = { cup: "overfill the cup", need: "make more than is needed", time: "take longer than the cup lasts" }.freeze
      TOUCHED = %i[touched_soft touched_tacky].freeze
      # Warmer or colder than planned by more than this is said.
      AS_PLANNED_C = 3
      BY_HAND = "The last reading was typed in: type this one too."
      # A scale that shows so much less than the cup held has another cup on it.
      LESS_G = 5

      def initialize(page, walk, clock, wording, devices:, scale:, now:, px_per_mm:, tins: nil)
        @tins = tins
        @page = page
        @walk = walk
        @clock = clock
        @wording = wording
        @devices = devices
        @scale = scale
        @now = now
        @px_per_mm = px_per_mm
      end

      # @return [View]
      def view
        own = :"of_#{how}"
        respond_to?(own, true) ? send(own) : plain
      end

      private

      def step
        @walk.step
      end

      def recipe
        @walk.recipe
      end

      # What decides how a step looks: its name, or the way its part is measured.
      def how
        return step.after_min ? :look : step.name unless %i[first second mend].include?(step.name)
        return :poured if @walk.recipe.weighed?
        return { first: :count_ready, second: :count, mend: :mend_count }.fetch(step.name) if recipe.count

        %i[eye syringe pack].include?(recipe.method) ? recipe.method : :line
      end

      def plain(**more)
        View.new(heading: @wording.local(step.tells), told: step.told.map { |words| @wording.local(words) }, **more)
      end

      def of_tins
        sheet = recipe.sheet
        list = [["A", sheet.resin, :resin], ["B", sheet.hardener, :hardener],
          ["ratio", "#{Check.plain(sheet.ratio.resin)} : #{Check.plain(sheet.ratio.hardener)} by #{sheet.ratio.by}"],
          ["mix", planned_words], ["made for", sheet.purposes.map { |name| PURPOSES.fetch(name) }.join(", ")],
          ["planned at", "resin #{degrees(recipe.tins_c)}, room #{degrees(recipe.room_c)}"]]
        list.unshift(["note", recipe.note]) if recipe.note
        found = plain(list: list, lost: otherwise, fields: tins_asked)
        @tins ? found.with(told: [*(found.told if @tins.paired?), *@tins.told]) : found
      end

      # Which tins, of what stands on the shelf; of what does not, the lots.
      def tins_asked
        lots = [lot("lot_a", "lot of A, if you keep it"), lot("lot_b", "lot of B")]
        return lots unless @tins&.any?

        [*@tins.fields, *lots.each_with_index.reject { |_, i| @tins.kept?(i) }.map(&:first)]
      end

      # What is planned in the unit it is measured in, counts first.
      def planned_words
        amount = recipe.unit == :ml ? measured(recipe.planned.values.sum) : weight(recipe.total_g)
        recipe.count ? "#{units(recipe.count.resin)} resin + #{recipe.count.hardener} hardener, #{amount}" : amount
      end

      def lot(name, label)
        Control.new(name: name, label: label, more: { "maxlength" => 60 })
      end

      # Is it not as warm or cold as was planned?
      def otherwise
        heard = { room: recipe.room_c, tins: recipe.tins_c }
        off = heard.any? { |kind, planned| (is = @devices.measured_c(kind)) && (is - planned).abs > AS_PLANNED_C }
        off ? "It is not as warm or cold as planned: the times below hold for the plan's temperatures. Plan again, or wait." : nil
      end

      # What lies ready, by the work.
      def of_ready
        plain(told: []).with(things: recipe.manner.load.map { |words| @wording.local(words) })
      end

      def of_gear
        sheet = recipe.sheet
        plain.with(told: [
          ("Large area or closed space: an organic-vapour respirator where it smells strongly." if sheet.for?(:floor)),
          ("Cutting or sanding fibre: particulate mask, sleeves taped." if sheet.for?(:laminate)),
          ("Powder today: particulate mask as well." if recipe.powder)
        ].compact)
      end

      def of_tare
        shown = @scale && [@scale.usable? ? grams(@scale.value)[0] : @scale.state.to_s, ""]
        plain.with(told: ["#{@wording.vessel(recipe.cup.name)}, round and smooth, no ribs.", too_coarse].compact, now: shown,
          lost: @scale ? nil : "Scale not connected: tare yours by hand.",
          switch: @scale && @devices.pretended?(:scale) ? ["tare", "Tare with cup on"] : nil,
          fields: [reading("or type the empty-cup reading")])
      end

      # So small a cup that the scale's steps tell.
      def too_coarse
        step = recipe.resolution_g
        scale = Measure::Tools::Scale.new(name: "scale", resolution_g: step, repeatability_g: step, capacity_g: 1_000_000)
        ratio = recipe.sheet.ratio
        doubt = Measure::Budget.new(scale, ratio, tolerance_pct: recipe.sheet.tolerance_pct).doubt(ratio.split(total_g: recipe.total_g))
        doubt && "With steps of #{weight(step)} #{doubt}. A finer scale or a larger cup is surer."
      end

      def reading(label)
        Control.new(name: "reading", label: label,
          more: { "inputmode" => "decimal", **(@page.complaint ? { "aria-invalid" => "true" } : {}) })
      end

      def of_poured
        part = @walk.pouring.part
        View.new(heading: told(step.tells, part), verdict: verdict(part), target: grams(@walk.pouring.target),
          told: [poured_so_far, hardeners_by_turns].compact,
          **scale_view(part), hold: @devices.pretended?(:scale) ? "Hold to pour #{names(part)}" : nil,
          fields: [reading("or type what a scale shows")])
      end

      # What a mixing error asks for.
      def verdict(part)
        return unless step.name == :mend

        mend = @walk.correction(@now)
        found = @walk.contents.verdict
        says = "#{off(found)}: #{found.words}.".sub(/\A./, &:upcase)
        return ["Throw it out:", "correcting would #{mend.against.map { |why| AGAINST[why] }.join(" and ")}. #{says}"] if mend.bin_it?

        more = mend.against.include?(:need) ? ", more than is needed" : ""
        add = recipe.count ? "#{units(@walk.contents.count.units_to_add)} of" : measured(found.add_amount)
        ["Add #{add} #{names(part)}:", "the cup becomes about #{measured(found.new_total)}#{more}. #{says}"]
      end

      # A blend's hardeners one after another, each to its own reading.
      def hardeners_by_turns
        return unless @walk.pouring.part == :hardener && @walk.pouring.target && recipe.hardeners

        at = @walk.contents.last_reading
        turns = recipe.each_hardener(@walk.pouring.target - at).map { |name, amount| "#{name} until #{measured(at += amount)}" }
        "Of the hardener: #{turns.join(", then ")}."
      end

      def poured_so_far
        case step.name
        when :first
          return "cup tared, #{names(@walk.pouring.part)} first" if @walk.contents.start_reading.zero?

          "With the cup on it: #{weight(@walk.contents.start_reading)} of that is the cup, #{names(@walk.pouring.part)} first."
        when :second
          of = @walk.contents.start_reading.zero? ? "" : ", the cup's #{weight(@walk.contents.start_reading)} in that"
          "#{names(@walk.contents.parts[0]).capitalize} really in: #{weight(@walk.contents.amounts[@walk.contents.parts[0]])}, so " \
            "#{weight(@walk.pouring.target - @walk.contents.last_reading)} of #{names(@walk.pouring.part)}#{of}."
        end
      end

      # What the scale shows, or why nothing can be read off it.
      def scale_view(part)
        return { lost: "Scale not connected: type what yours shows." } if @scale.nil?
        return { lost: "The scale is overloaded." } if @scale.state == :over
        return { lost: "The scale has switched itself off.", switch: ["on", "Switch on"] } if @scale.state == :off
        return { lost: by_hand? ? BY_HAND : another_cup } if @scale.value < @walk.contents.last_reading - LESS_G

        from = @walk.contents.last_reading.to_f
        share = ((@scale.value - from) / (@walk.pouring.target.to_f - from)).clamp(0.0, 1.15)
        { now: [grams(@scale.value)[0], to_go], bar: Drawings::Bar.poured(share, part) }
      end

      # Was the last reading typed, and not this scale's?
      def by_hand?
        last = @walk.events.reverse_each.find { |event| event.data[:reading_g] }
        !last.nil? && last.data[:typed] == true
      end

      def another_cup
        "The scale shows #{weight(@scale.value)}, less than this cup already held: another cup stands on it, or it was tared. " \
          "Type what this cup weighs."
      end

      def to_go
        left = @walk.pouring.target - @scale.value.to_r
        settling = @scale.state == :moving ? ", settling" : ""
        "#{left.positive? ? "#{weight(left)} to go" : "#{weight(-left)} over"}#{settling}"
      end

      def of_mix
        call = @clock.mixing_call
        second = @walk.course.second_cup? ? recipe.sheet.mixing.second_cup_min : 0
        whole = @walk.times.mixing_min - second
        least_second = second.positive? ? recipe.sheet.mixing.second_from_min : 0
        after = second.positive? ? ", then #{@wording.minutes(second)} in a second cup" : ""
        View.new(heading: call.says, target: [call.left_min.zero? ? "done" : countdown(call.left_min), ""],
          lost: (not_through if asked_again?(call)),
          told: ["of #{@wording.span(@walk.times.least_mixing_min - least_second, whole)}#{after}. #{recipe.manner.signs}"],
          bar: Drawings::Bar.mixed(1 - (call.left_min / whole)))
      end

      def asked_again?(call)
        @walk.asked? && !call.left_min.zero?
      end

      def not_through
        "Mixing ended early? Streaks left in the cup stay sticky on the work: press again only if it is clear through."
      end

      def of_pour_out
        whole = recipe.powder || recipe.weighed? ? grams(@walk.contents.whole_g) : measure(@walk.contents.amounts.values.sum)
        view = plain(target: whole)
        return view.with(fields: [ended]) unless at_the_tray?

        view.with(told: [*view.told, tray_thinner], fields: [thinner("thinner used at the tray"), ended])
      end

      # What it was like as the cup was emptied: that is what a shop learns its own pot life from.
      def ended
        Control.new(name: "ended", label: "what was left in the cup",
          choices: [["", "not looked at"], *Dakren::Bench::Afterwards::ENDS.except(:set).map { |name, label| [name.to_s, label] }])
      end

      # How long until it is full, from the moment the clamp was opened.
      def of_clamp_shut
        left = [recipe.placing_min - ((@now - @walk.times.poured_at) / 60), 0.0].max
        plain(target: [left.zero? ? "full by now" : @wording.minutes(left), ""])
      end

      def of_look
        left = @clock.until_look(step.name)
        says = "What has slipped, run or bubbled can still be moved."
        says = "until the look. This screen can be left: the clock goes on." unless left.zero?
        plain(target: [left.zero? ? "now" : @wording.minutes(left), ""]).with(told: [says])
      end

      def of_tack
        hard = recipe.sheet.hard_stage&.then { |name| @clock.until_stage(name) }
        target = if hard.nil? then "until hard"
                 else hard.late&.zero? ? "hard by the data sheet" : @wording.span(hard.early, hard.late)
                 end
        plain(target: [target, ""], last: last_touch,
          deeds: [["touched_soft", "Still soft"], ["touched_tacky", "Tacky: prints, leaves nothing"],
            ["next", "Hard: takes no fingernail"]])
          .with(told: ["#{"until it should be hard. " if hard}The test dab is the bit of this batch you kept: touch that, not the " \
                       "work, and press what you find. This screen can be left."])
      end

      def last_touch
        look = @walk.events.reverse.find { |event| TOUCHED.include?(event.kind) } or return
        state = look.kind == :touched_tacky ? "Tacky" : "Soft"
        "#{state} at the last touch, #{@wording.minutes((@now - look.at) / 60)} ago."
      end
    end
  end
end
