# frozen_string_literal: true

require_relative "task_lifts"

module Dakren
  module Plan
    # Makes one task of a job ready to be placed in time, or says why it must not be.
    class TaskPlanner
      include TaskLifts

      SECTIONS_MOST = 40
      # What hangs on the hour at which a coat goes on.
      OF_THE_HOUR = %i[cold warm].freeze
      # When steps are done that hang on no stage.
      BY_THE_CLOCK = %i[before after].freeze
      # Rooms no further apart than this are the same.
      SAME_C = 0.5
      # Ours: so far on an hour is looked for that is warm or cool enough, and how finely.
      LOOKED_AHEAD_MIN = 1440
      LOOK_STEP_MIN = 10.0

      attr_reader :task, :refusals, :held_back, :complaints, :untimed, :unfit

      # @param job [Job] @param task [Task] @param shop [Shop]
      # @param ageing [#call] from a sheet and a room to its Ageing there
      # @param shared [Hash] coats of all tasks that were planned already: of one need, sheet and tool they are the same
      def initialize(job, task, shop, ageing, shared = {})
        @job = job
        @task = task
        @shop = shop
        @ageing = ageing
        @refusals = []
        @complaints = []
        @untimed = []
        @likely = {}
        @shared = shared
        @same = [task.sheet, task.kind.name, task.method, task.tool, task.cups.map(&:name), *task.pack_told, task.covered?, task.place_ids,
          task.pace_told]
        @from_min = job.hours.fit(0.0, 1.0) || 0.0
      end

      # @return [TaskToPlace, nil] nil where the sheet does not suit, or the heat is not known about
      def placeable
        @complaints = []
        @untimed = []
        return if @held_back

        first = planned(1, sections, @from_min)
        @refusals = refused(first).reject { |refusal| OF_THE_HOUR.include?(refusal.name) }
        @held_back = first if @refusals.any? && !@task.known
        return if @held_back

        @untimed = without_hour
        task_of(first)
      rescue TooFast => e
        complain("sheet", "is too fast here: #{e.message}. Take a slower hardener, cooler resin or a wider cup")
      rescue InputError => e
        complain(e.field.split(".").first, e.allowed)
      rescue NotSolved => e
        complain("sheet", "gives no answer here: #{e.message}")
      end

      # Is it done at another temperature than was thought? Then it is thought over by that hour.
      # @param schedule [Schedule]
      def moved?(schedule)
        first = coats(schedule).first or return false
        return false if (room.at(first.from_min) - room.at(@from_min)).abs < SAME_C

        @from_min = first.from_min
        @count = @sections = nil
        true
      end

      # Must a coat of it not go on at its hour: too cold, too warm, or hot enough to run away? Then the task is held back.
      # @param schedule [Schedule]
      def refused?(schedule)
        return false if @held_back

        laid = coats(schedule)
        found = laid.reject(&:real).map { |coat| [coat, refused(coat.plan)] }
        hot = column(laid)
        @unfit = nil
        coat, refusals = found.find { |one, against| against.any? || too_hot?(one.plan, hot) }
        return false if coat.nil?

        @refusals = refusals
        @unfit = Unfit.new(coat: coat, fit_from: fit_from(coat)) if @refusals.any? { |refusal| OF_THE_HOUR.include?(refusal.name) }
        return false if @task.known

        @held_column = hot
        @held_back = coat.plan
        true
      end

      # Is something still to come of it, of which nobody knows how long it takes?
      def untold?
        @task.sheet.silent? && @task.marks.count { |_, marks| marks.key?(:finished) } < count * sections
      end

      private

      # The next minute of the working hours in which the room suits the sheet.
      # @return [Float, nil]
      def fit_from(coat)
        low = @task.sheet.lowest_c
        high = @task.sheet.highest_c
        from = (coat.from_min / LOOK_STEP_MIN).floor
        (1..(LOOKED_AHEAD_MIN / LOOK_STEP_MIN)).map { |i| (from + i) * LOOK_STEP_MIN }.find do |minute|
          temp_c = room.at(minute)
          temp_c.between?(low || temp_c, high || temp_c) && @job.hours.fit(minute, coat.to_min - coat.from_min) == minute
        end
      end

      # @param first [CoatPlan]
      # @return [TaskToPlace]
      def task_of(first)
        TaskToPlace.new(id: @task.id, owner: @task, label: @task.kind.label, places: @task.place_ids, count: timed, of: count,
          sections: sections,
          school: @task.school, sides: @task.sides, gates: @task.gates, people: @task.people, skills: @task.skills,
          area_m2: first.order.need.area_mm2 / 1e6, order: method(:order), planner: method(:coat_plan), likely: method(:likely),
          cool_min: cool_min(first), **steps(first), own_minutes: @task.step_minutes.keys, real: @task.marks, done: @task.done,
          not_before: @task.not_before)
      end

      # Coats of which nobody knows the hour, since nobody knows when the one below takes them.
      # @return [Array<CoatPlan>] one for each of their sections
      def without_hour
        ((timed + 1)..count).flat_map { |number| Array.new(sections) { planned(number, sections, @from_min) } }
      end

      # Coats that can be given an hour: of a tin that says nothing of time the one that is next, after what is on already.
      def timed
        return count unless @task.sheet.silent?

        begun = @task.marks.filter_map { |(number, _), marks| number if marks.key?(:began) }.max || 0
        [begun + 1, count].min
      end

      def complain(name, says)
        @complaints << Complaint.new(task_id: @task.id, name: name, says: says)
        nil
      end

      def room
        @job.room
      end

      def coats(schedule)
        schedule.coats.select { |coat| coat.task.id == @task.id }
      end

      # Lifts that were not told: as few as the sheet and the heat allow here.
      def count
        @count ||= @task.coats || begin
          whole = whole_need(1, 1).depth_mm
          most = @task.sheet.clock.max_depth_mm
          least = most ? (whole / Exact.of(most)).ceil : 1
          cool_enough(whole, [least, 1].max)
        end
      end

      # A coat that takes longer than any stretch of the day is laid in sections, one stretch after another.
      def sections
        @sections ||= @task.sections || (@task.section_by == :batch ? one_batch_each : as_the_day_allows)
      end

      def one_batch_each
        planned(1, 1, @from_min).batches.size.clamp(1, SECTIONS_MOST)
      end

      def as_the_day_allows
        longest = @job.hours.longest_min
        whole = planned(1, 1, @from_min).done_at
        found = [(whole / longest).ceil, 1].max
        found += 1 while found < SECTIONS_MOST && planned(1, found, @from_min).done_at > longest
        return found if found < SECTIONS_MOST

        raise InputError.new("sections",
          "of this coat would be more than #{SECTIONS_MOST}, each as long as the day allows: longer hours, more people or a slower mix")
      end

      def whole_need(number, coats)
        @needs ||= {}
        @needs[[number, coats]] ||= in_packs(sizing.need(number, coats: coats), number, coats)
      end

      # The film that whole packs give, where the sheet holds it.
      def in_packs(need, number, coats)
        share = @task.part_pack? ? nil : @task.packs&.thinner(need)
        return need unless share

        film = @task.figures.fetch(:film) { @task.kind.default(:film) }
        thinner = @task.with(figures: @task.figures.merge(film: film.times(share)))
        thinner.sizing(@shop.own).need(number, coats: coats)
      end

      def sizing
        @sizing ||= @task.sizing(@shop.own)
      end

      def order(number, section, from, people = nil)
        in_sections(number, sections, from, people, @task.measured[[number, section]])
      end

      def coat_plan(number, section, from, hint, people = nil)
        planned(number, sections, from, hint, people, @task.measured[[number, section]])
      end

      # One coat begun at a minute, planned once however often it is asked for: in a room that stays as it is, coats of one need are
      # the same whenever they begin.
      # @param hint [Integer, nil] a likely count of batches @param measured [Hash, nil] how warm it really was, where it lies
      # @return [CoatPlan]
      def planned(number, parts, from, hint = nil, people = nil, measured = nil)
        from = room.constant? ? 0.0 : from.to_f.round(3)
        need = whole_need(number, count)
        alike = [need.lines.map do |line|
          [line.name, line.value]
        end, need.film_mm, need.depth_mm, parts, from, people || crew, measured, *@same]
        (@shared[alike] ||= CoatPlan.new(in_sections(number, parts, from, people, measured).with(hint: hint))).tap do |plan|
          next if measured

          @likely[likely_key(number, parts, from, people)] ||= plan
        end
      end

      # How long a coat takes, near enough to look for its place: as it does at any other minute of the same degree.
      # @return [CoatPlan]
      def likely(number, section, from, hint, people = nil)
        measured = @task.measured[[number, section]]
        return planned(number, sections, from, hint, people, measured) if measured

        @likely[likely_key(number, sections, from, people)] || planned(number, sections, from, hint, people)
      end

      def likely_key(number, parts, from, people)
        [number, count, parts, people || crew, room.at(from).round, @job.tins_at(from).round]
      end

      def in_sections(number, parts, from, people = nil, measured = nil)
        room = as_measured(from, measured)
        need = whole_need(number, count)
        pace = sizing.pace(need, people: placing_people(people || crew))
        pace = pace.with(amount: pace.amount / parts)
        need = shared(need, parts) if parts > 1
        CoatOrder.new(need: need, outline: @task.outline,
          sheet: @task.sheet, room: room, from_min: from,
          ageing: @ageing.call(@task.sheet, room), tins_c: measured&.fetch(:tins_c, nil) || @job.tins_at(from), kind: @task.kind.name,
          method: @task.method, cups: @task.cups, pace: pace,
          pack_ml: @task.figures[:pack], part_pack: @task.part_pack?, most_g: @task.most_g, tool: @task.tool,
          short_pct: @task.short_pct, covered: @task.covered?, leaves: @task.leaves,
          people: people || crew, ground: ground)
      end

      # The room of a coat that lies: as far from what was told of it as it was measured when that coat was mixed.
      # @return [Cure::Profile]
      def as_measured(from, measured)
        room_c = measured&.fetch(:room_c, nil) or return room

        room.shifted(room_c - room.at(from))
      end

      # What it lies on, and each body by itself: asked of the shapes once.
      def ground
        @ground ||= @task.ground
      end

      # One section's share of a need.
      def shared(need, parts)
        need.with(lines: need.lines.map { |line| section_of(line, parts) }, area_mm2: need.area_mm2 / parts,
          extras: need.extras.map { |line| line.with(value: line.value / parts) })
      end

      def section_of(line, parts)
        each = line.value / parts
        line.with(value: each, working: line.working + [Working.new(says: "in #{parts} sections, %{each} each",
          parts: { each: Quantity.new(value: each, unit: line.unit) })])
      end

      # Who work on it: as many as the task says, or as there are.
      def crew
        @task.people || @job.people
      end

      # Where there are two or more, one mixes ahead and the others place.
      def placing_people(people)
        [people - 1, 1].max
      end

      def refused(planned)
        need = planned.order.need
        Suitability.new(@task.kind, @task.sheet, room_c: planned.order.room_c,
          film_mm: @task.kind.rule == :film ? need.film_mm : nil, depth_mm: @task.kind.pours ? need.depth_mm : nil,
          thinner_pct: @task.figures[:thinner] || 0, grain_g_m2: @task.figures[:grain] || 0, shelf: @shop.sheets).refusals +
          service(planned)
      end

      # Hotter in service than any cure of this sheet can bear.
      def service(planned)
        found = @task.service_of(room, planned) or return []
        return [] if found.possible?

        [Suitability::Refusal
          .new(name: :service, says: "It gets %{hot} in service, and this resin can take %{most} even after a post-cure.",
            parts: { hot: Quantity.new(value: @task.service_c, unit: :c),
                     most: Quantity.new(value: @task.sheet.limits.service_cured_c, unit: :c) },
            nearest: "Take a mix made for heat, or keep it cooler.")]
      end

      def steps(planned)
        area = planned.order.need.area_mm2 / 1e6
        service = @task.service_of(room, planned)
        cure = service&.post_cure
        every = chosen_steps(service, cure)
        told = every.group_by(&:at).transform_values do |list|
          list.to_h { |step| [step.name, WorkSteps.minutes_of(step, area, @task.step_minutes[step.name] || own_minutes(step))] }
        end
        {
          own_steps: every.reject { |step| WorkSteps::ALL[step.name] == step }.to_h { |step| [step.name, step] },
          before: told[:before] || {}, between: told[:between] || {}, after: told[:after] || {}, ends: told[:stage] || {},
          waits: cure ? %i[post_cure warm_cure].to_h { |name| [name, cure[1] + cure[2]] } : {}
        }
      end

      # What goes with the task, its warm cure among it where it has one.
      def chosen_steps(service, cure)
        at_once = cure && service.at_once?
        chosen = @task.steps | (cure && !at_once ? [:post_cure] : [])
        every = WorkSteps::ALL.values.select { |step| chosen.include?(step.name) && step.name != :warm_cure } + @task.own_steps
        return every.select { |step| BY_THE_CLOCK.include?(step.at) } if @task.sheet.silent?

        at_once ? WorkSteps.cured_warm(every, laid_full: @task.kind.placing.measure.name == :fill) : every
      end

      # As the shop timed it, beside what is usual: of steps that do not grow with the work.
      def own_minutes(step)
        step.per_m2.zero? ? @shop.own.of(:step, step.name)&.beside(step.minutes) : nil
      end
    end
  end
end
