# frozen_string_literal: true

module Dakren
  module Rooms
    # A planned batch taken to the bench: what the plan says of it, as the bench keeps it.
    class PlannedCup
      # A batch that makes up for others is at most so much larger than it was planned; nearer to that than this it stays as it was planned.
      MOST_SHARE = 1.1
      LEAST_SHARE = 0.02

      # @param place [Stores::Mixed::Place] @param again [String, nil] why it is mixed once more
      # @param mixed [Stores::Mixed] what was mixed of the coat so far
      def initialize(job, desk, place, settings, mixed: Stores::Mixed.new([]), again: nil)
        @job = job
        @desk = desk
        @coat = place.coat
        @planned = @coat.plan.batches.find { |batch| batch.number == place.number }
        @settings = settings
        @again = again
        @mixed = mixed
      end

      # @return [Stores::Batch]
      def start
        name = [planned_name, @again && "mixed again: #{@again}"].compact.join(", ")
        Stores::Walks.start(name: name, job: @job, planned: { **which, circumstances: circumstances },
          sheet: Stores::Shelf.numbers(@desk.tasks.find { |task| task.id == @coat.task.id }.sheet_id), own: own_of, note: note_of,
          **amounts, **conditions, **of_work)
      end

      private

      def which
        { task: @coat.task.id, coat: @coat.number, section: @coat.section, cup_number: @planned.number }
      end

      # What the plan knows of it now: plans change.
      def circumstances
        { **Faults::Planned.facts(@desk.made, @coat).transform_keys(&:to_s), **Stores::Paces.planned(@coat) }
      end

      def order
        @coat.plan.order
      end

      def amounts
        portion = @planned.portion
        split = @planned.split
        { total_g: portion.mass_g * share, cup: portion.cup, count: count_of(portion.whole&.counted),
          parts_ml: split.resin_ml && { resin: split.resin_ml * share, hardener: split.hardener_ml * share } }
      end

      # What is in the cups and on the work counts: what is left of the need is shared by the batches still to be mixed; one that is mixed
      # because others ran short takes what is missing. Strokes and packs stay whole.
      # @return [Rational] of what was planned for this batch
      def share
        @share ||= begin
          found = @planned.portion.whole ? 1r : wanted
          (found - 1).abs < LEAST_SHARE ? 1r : found.clamp(LEAST_SHARE.to_r, MOST_SHARE.to_r)
        end
      end

      def wanted
        made = @mixed.made_g(*which.values.first(3))
        left = @coat.plan.amounts.total.total_g - made.to_r
        batches = @coat.plan.batches.reject { |batch| @mixed.at(*which.values.first(3), batch.number)&.used? }
        return 1r if made.zero? || left <= 0

        (left / [batches.size, 1].max / @planned.portion.mass_g).round(4)
      end

      def conditions
        portion = @planned.portion
        tool = @coat.task.tool
        { room_c: order.room_c, tins_c: order.tins_c, tool: tool&.name, method: measured_by, first: first_of,
          resolution_g: Stores::Tool.shelf.resolution_g(order.sheet, portion.mass_g, tool),
          placing_min: (portion.needed_min - portion.mixing_min) * share.to_f }
      end

      # The builder's own steps: what comes before the first cup of all, and what follows the last of a @coat.
      def own_of
        before = @coat.number == 1 && @coat.section == 1 && @planned.number == 1
        last = @planned.number == @coat.plan.batches.size
        wanted = { before: before, after: last }
        @coat.task.own_steps.select { |step| wanted[step.at] }
          .map { |step| Dakren::Bench.own_step(step.name, step.label, after_min: step.at == :after ? step.offset_min : nil) }
      end

      # A ratio known by volume only is filled, one known by weight only is weighed, whatever was chosen.
      # Of a pack that is not mixed whole, each part is measured out.
      def measured_by
        pack = order.pack_ml && (order.pack_ml * order.sheet.clock.mixed_density_g_ml)
        return order.sheet.ratio.weight_parts ? :scale : :graduated if pack && @planned.portion.mass_g.to_f < pack.to_f * 0.999

        order.sheet.ratio.able(order.method)
      end

      # Into lines the thin part goes first; resin that is thickened or stirred alone must be in before the hardener.
      def first_of
        return :resin if @coat.task.figures[:thicken_first] == "half"

        @coat.plan.order.way.first || @settings.pour_first.to_sym
      end

      # What was noted of the job and of this task.
      # @return [String, nil]
      def note_of
        notes = [@desk.whole, @desk.part(@coat.task.id)].map { |part| part.text("note").strip }.reject(&:empty?)
        notes.empty? ? nil : notes.join(" ")
      end

      # What the bench must know of the work itself.
      def of_work
        { **powder_of, **thinner_of, of: @coat.plan.batches.size, hardeners: hardeners_of, kind: @coat.task.kind.name,
                                     comb_mm: comb_of&.to_f, laid: laid, bed: bed,
                                     after: @coat.task.steps & Dakren::Bench::AFTER.map(&:name) }
      end

      # Where it lies, of a pour in one lift: lifts warm each other.
      # @return [Cure::Bed, nil]
      def bed
        plan = @coat.plan
        return unless plan.pour? && @coat.of == 1 && @coat.sections == 1 && plan.film_mm && plan.order.need.laminate.nil?

        Cure::Bed.new(depth_mm: plan.film_mm.to_f, **plan.order.ground.slice(:wall, :plan))
      end

      # How cloth is laid, where there is some; or that it goes onto a wall.
      # @return [Symbol, nil]
      def laid
        cloth = @coat.plan.order.need.laminate
        return Work::Cloth.laid(@coat.task.figures[:wet_out], cloth.layers) if cloth

        :upright if @coat.task.places.any?(&:upright?)
      end

      def hardeners_of
        @coat.plan.sheet.hardeners
      end

      # Wet film the comb must show: thicker by the thinner that is stirred in from the start.
      def comb_of
        film = @coat.plan.order.need.film_mm
        return unless film && @coat.task.kind.combed

        thinner = thinner_of
        thinner[:thinner_when] == :start ? film * (100 + thinner[:thinner_pct]) / 100 : film
      end

      def thinner_of
        share = @coat.task.figures[:thinner]
        share.to_f.positive? ? { thinner_pct: share.to_f, thinner_when: (@coat.task.figures[:thinner_when] || "tray").to_sym } : {}
      end

      # What thickens it, where something does.
      def powder_of
        powder, to_100 = @coat.plan.order.need.powder
        return {} unless powder

        figures = @coat.task.figures
        { powder: figures.fetch(:grade, @coat.task.kind.default(:grade))&.to_sym, powder_name: powder.label, powder_to_100_g: to_100,
          powder_parts: powder.parts&.map { |one, grams| [one.name.to_s, grams] }, thicken_first: figures[:thicken_first] == "half",
          prime_share: @coat.plan.order.need.prime_share.to_f.round(5) }
      end

      def planned_name
        parts = [@job.title(60)]
        parts << @coat.task.name[0, 40] if @desk.tasks.size > 1
        parts << "#{@coat.task.kind.noun[0]} #{@coat.number}" if @coat.of > 1
        [*parts, "batch #{@planned.number} of #{@coat.plan.batches.size}"].join(", ")
      end

      # @return [Bench::Count, nil] what is counted, where the tool is one that counts
      def count_of(found)
        found && Dakren::Bench::Count.of(found)
      end
    end
  end
end
