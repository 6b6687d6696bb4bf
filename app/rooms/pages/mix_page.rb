# frozen_string_literal: true

module Dakren
  module Rooms
    # What one task comes to, as a page shows it: where it goes, how much of A and B, its cups, and the way to the bench.
    class MixPage
      extend Forwardable

      CUPS_SHOWN = 40

      def_delegators :@ticket, :task, :coats, :key, :id, :plan, :first_coat, :cloths

      # @param desk [Document::JobDesk] @param ticket [TicketPage] one that is planned @param tools [Document::ToolShelf]
      def initialize(desk, ticket, wording, tools)
        @desk = desk
        @ticket = ticket
        @wording = wording
        @tools = tools
      end

      def figures
        @figures ||= Plan::CoatFigures.new(plan)
      end

      # Where it goes: each line of the need.
      # @return [Array<Answer>]
      def goes
        [*figures.lines.map { |label, line| [label, line] }, (["left in cups", figures.kept_g] unless plan.order.need.printed),
          (["area", figures.area] if plan.order.need.area_mm2.positive?), (["dry film", figures.dry_film] if figures.dry_film),
          *figures.extras.map do |label, line|
            [label, line]
          end].compact.map { |label, line| Answer.new(label: label, figure: line, css: "bare") }
      end

      # "coat 1", where there are several.
      def of_coat
        first_coat.of > 1 ? "#{task.coat_word} #{first_coat.number}" : ""
      end

      # Is there more than what is in one cup?
      def several?
        plan.batches.size > 1
      end

      def cups_word
        return "in the cup" if plan.batches.size == 1

        equal = sizes.first.last
        return "in each of #{equal} batches" if equal == plan.batches.size

        equal == 1 ? "in the first batch" : "in each of the first #{equal} batches"
      end

      # How long it lasts: figures with what is said of them.
      # @return [Array<Array(Answer, String)>]
      def times
        return [] if plan.sheet.silent?

        needed = plan.portions.first.needed_min
        found = [[Answer.new(label: "pot life of this batch", figure: figures.usable, as: :span, css: "bare"),
          "pot life of this batch, #{@wording.minutes(needed)} to mix and use it up"]]
        return found if plan.pour? || plan.working.early.nil?

        found << [Answer.new(label: "working time once spread", figure: figures.working, as: :span, css: "bare"),
          "working time once spread"]
      end

      # A and B: letter, name, what is in each cup and in all.
      # @return [Array<Array(String, String, String, Array<Answer>, Array<Answer>)>]
      def parts
        plan.order.way.order.map(&:to_s).map do |name|
          [name == "resin" ? "A" : "B", name, plan.sheet.public_send(name), each_cup(name), in_all(name)]
        end
      end

      # Grams of each hardener of a blend, in a cup and in all.
      # @return [String, nil]
      def hardeners
        shares = plan.sheet.hardeners or return
        each, all = [plan.batches.first.split, plan.total].map(&:hardener_g)
        unless each
          return "Hardener by weight: #{shares.map do |name, share|
            "#{Check.plain((share * 100).to_f.round(1))} % #{name}"
          end.join(", ")}."
        end

        told = shares.map do |name, share|
          cup = @wording.weight(each * share, resolution_g: step_g).join(" ")
          plan.batches.size == 1 ? "#{name} #{cup}" : "#{name} #{cup} a batch, #{show(all * share, :g)} in all"
        end
        "Hardener: #{told.join("; ")}. Times of a blend are estimates."
      end

      def step_g
        @step_g ||= @tools.resolution_g(plan.sheet, plan.portions.first.mass_g, task.tool)
      end

      # How many batches come to what, the first ones first: cups that get less than the others are told as they are.
      # @return [Array<Array(String, Integer)>]
      def sizes
        @sizes ||= plan.batches.map { |batch| batch_amount(batch) }.chunk_while(&:==).map { |same| [same.first, same.size] }
      end

      # Blocks of paste to be cut side by side, true to size; nil where nothing is measured by eye.
      # @return [Drawings::PasteBlocks, nil]
      def blocks(px_per_mm)
        return unless plan.order.way.unmeasured?

        Drawings::PasteBlocks.new(Measure::Blocks.new(plan.batches.first.split, forgives_resin_pct: plan.sheet.tolerance_pct[0]), px_per_mm,
          @wording)
      rescue InputError
        nil
      end

      def cups_drawing
        Drawings::CupRow.new(plan, @wording, step_g: step_g, key: "#{id}-#{first_coat.number}-#{first_coat.section}")
      end

      def cups_caption
        count = plan.batches.size
        dome = plan.order.way.lines? ? "; thin part first: thick resin domes and hides the line" : ""
        cups = if sizes.size > 1
                 "#{sizes.map { |amount, many| "#{many} of #{amount}" }.join(", ")} in a #{@wording.vessel(plan.portions.first.cup.name)}"
               else
                 "#{count} × #{@wording.vessel(plan.portions.first.cup.name)}"
               end
        "#{cups}; mix #{@wording.span(*plan.mixing_span(plan.portions.first))}#{dome}"
      end

      # @return [Array(String, String), nil] see PackWords
      def packs
        PackWords.new(plan, task, @wording).words
      end

      # The work in section, where there is more to see than a film.
      def section_drawing
        view = task.kind.cut_view(plan.order.need, task.figures)
        view && Drawings::CutDrawing.new(view, @wording)
      end

      # @return [Array<String>]
      def remarks
        plan.order.need.remarks.map { |remark| "#{@wording.fill(remark).sub(/\A./, &:upcase)}." }
      end

      # Are there pieces to cut?
      def templates?
        need = plan.order.need
        !need.scarf.nil? || !need.laminate.nil?
      end

      # How cloth is wetted.
      # @return [String, nil]
      def wet_out
        use = task.kind.uses[laid] or return

        "#{use.title}: #{use.tells.delete_suffix(" Keep a test dab.").sub(/\A./, &:downcase)}"
      end

      # @return [Symbol] of Work::Cloth::LAID
      def laid
        Work::Cloth.laid(task.figures[:wet_out], plan.order.need.laminate&.layers.to_a)
      end

      # The largest cup that can be used up in time: its mass, its name, how long it takes and lasts; nothing of a tin that tells no time.
      # @return [Array<String>, nil]
      def largest
        found = @ticket.open? && !plan.sheet.silent? && plan.largest or return
        [show(found.mass_g, :g), @wording.vessel(found.cup.name), @wording.minutes(found.needed_min), @wording.minutes(found.usable_min)]
      end

      # "Empty each within 24 min; left standing it smokes after 31 min.": the first one by the clock.
      # @return [String, nil]
      def left_standing
        # Where there is no time to spare that is said as a caution.
        standing = plan.left_standing
        return if standing.nil? || @ticket.cautions_at(:cups).any?

        met = first_coat.from_min + plan.batches.first.mix_from
        hot = { warm: "gets hot enough to craze", hot: "gets hot enough to crack", smoke: "smokes" }.fetch(standing.grade.name)
        return in_minutes(standing, hot) if plan.batches.size > 1 || coats.size > 1

        "Empty the cup by #{clock(met + plan.usable.early)}; left standing, it #{hot} by #{clock(met + standing.peak_min)}."
      end

      # Why it is laid in so many lifts, where nobody told how many.
      # @return [String, nil]
      def lifts
        fewer = @ticket.ticket.fewer or return
        each = show(plan.film_mm, :mm)
        why = if fewer.peak_c
                hot = fewer.peak_c < Care::CoatCautions::NO_FIGURE_C ? "reach #{show(fewer.peak_c, :c)}" : "run away"
                "#{hot} here, where it #{Cure::Heat.of(fewer.peak_c).name == :smoke ? "smokes and may ignite" : "cracks and foams"}"
              else
                "be deeper than the data sheet's #{show(fewer.deepest_mm, :mm)}"
              end
        "In #{first_coat.of} lifts of #{each}: #{fewer.count == 1 ? "one" : fewer.count} of #{show(fewer.each_mm, :mm)} would #{why}."
      end

      # How long it fills, against what its pot lasts: what is drawn in must be in before the pot goes.
      # @return [Array(String, Boolean), nil] a sentence, and whether it is too long
      def fills
        pace = plan.order.pace
        return unless pace && pace.measure.name == :fill

        early = plan.usable.early or return
        takes = plan.portions.first.needed_min - plan.portions.first.mixing_min
        spare = (1 - (takes / early)) * 100
        whose = { noted: "by the resin front as noted", told: "as you said",
                  guessed: "guessed: note the resin front, or say how long" }.fetch(pace.whose)
        each = plan.batches.size > 1 ? " from each pot" : ""
        says = "It fills in #{@wording.minutes(pace.whole_min)}, #{whose}; drawn#{each} for #{@wording.minutes(takes)} of the " \
               "#{@wording.minutes(early)} a pot surely lasts: "
        [says + (spare.positive? ? "#{spare.round} % to spare." : "#{-spare.round} % too long."), spare < SPARE_PCT]
      end
      # A pot that is drawn in must outlast it by so much.
      SPARE_PCT = 25

      # "In a wide tray, 300 mm, this batch lasts 40 min longer.": worth a line when it is worth a tenth.
      def tray_gain
        tray, gained = plan.tray_gain
        return unless tray && gained > 0.1 * plan.usable.middle

        "In a #{@wording.vessel(tray.name)}, this batch lasts #{@wording.minutes(gained)} longer."
      end

      def measuring
        MeasuringPage.new(task.tool, plan, @tools, @wording)
      end

      # Coats with their cups, to be taken to the bench: words, and number with address of each.
      # @return [Array<Array(String, Array<Array(String, String, String)>)>]
      def to_bench(job_id)
        coats.map do |coat|
          cups = coat.plan.batches.first(CUPS_SHOWN).map do |batch|
            place = "/bench/planned?job=#{job_id}&task=#{id}&coat=#{coat.number}&section=#{coat.section}&cup=#{batch.number}"
            used = @ticket.mixed.at(id, coat.number, coat.section, batch.number)&.used?
            ["batch #{batch.number}#{" again: it ran short" if used}", "#{id}-#{coat.number}-#{coat.section}-#{batch.number}",
              used ? "#{place}&again=short" : place]
          end
          [bench_words(coat), cups]
        end
      end

      private

      # What is really mixed: strokes, drops and packs first, where those are counted.
      def batch_amount(batch)
        counted = batch.portion.whole&.counted
        return "#{counted.resin} + #{counted.hardener} #{counted.counting.plural}" if counted

        weighed? ? @wording.weight(batch.split.total_g, resolution_g: step_g).join(" ") : @wording.volume(batch.split.total_ml).join(" ")
      end

      def in_minutes(standing, hot)
        within, after = [plan.usable.early, standing.peak_min].map { |minutes| @wording.minutes(minutes) }
        "Empty each within #{within}; left standing it #{hot} after #{after}."
      end

      def clock(minute)
        @wording.dates.hour(@desk.time_at(minute))
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end

      def weighed?
        %i[scale pack].include?(plan.order.method) && !plan.ratio.weight_parts.nil?
      end

      # The unit it is measured in first, then the other.
      def units
        weighed? ? [%w[g weight], %w[ml volume]] : [%w[ml volume], %w[g weight]]
      end

      def each_cup(name)
        (big, as), (small, other) = units
        counted = plan.portions.first.whole&.counted
        if counted
          return [Answer.new(label: "#{name}, each batch, counted", text: units_of(counted, name), css: "big bare"),
            Answer.new(label: "#{name}, each batch", figure: figures.cup_part(:"#{name}_#{big}"), as: as.to_sym, css: "bare",
              step_g: step_g)]
        end

        found = [Answer.new(label: "#{name}, each batch", figure: figures.cup_part(:"#{name}_#{big}"), as: as.to_sym, css: "big bare",
          step_g: step_g)]
        beside = figures.cup_part(:"#{name}_#{small}")
        return found if beside.value.nil?

        [*found, Answer.new(label: "#{name}, each batch, in #{@wording.unit_word(small.to_sym)}", figure: beside, as: other.to_sym,
          css: "bare", step_g: step_g)]
      end

      # "2 strokes", where that is what is counted.
      def units_of(counted, name)
        count = counted.public_send(name)
        counted.counting.told(count)
      end

      def in_all(name)
        big, = units.first
        [Answer.new(label: "#{name} in all", figure: figures.total_part(:"#{name}_#{big}"), css: "middle bare")]
      end

      def bench_words(coat)
        return "To the bench:" unless coats.size > 1

        section = coat.sections > 1 ? ", section #{coat.section}" : ""
        "#{task.coat_word.capitalize} #{coat.number}#{section}, #{@wording.clock(@desk.time_at(coat.from_min))}, to the bench:"
      end
    end
  end
end
