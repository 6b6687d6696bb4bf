# frozen_string_literal: true

module Dakren
  module Stores
    # What a job's plan says, in plain figures that are kept beside the job: lists, calendars, searches and other jobs read this and
    # never plan. Times are seconds.
    module Summary
      # Counts up whenever the core plans otherwise, or this says otherwise: what was kept before is then worked out anew.
      VERSION = 12
      MOST_BUSY = 500
      # A night is from then on, so long; of so many the coldest is told.
      NIGHT_FROM_H = 20
      NIGHT_MIN = 12 * 60
      # What was planned to begin on a second stands on it, whatever a minute's fractions make of it.
      HAIR_S = 0.001
      MOST_NIGHTS = 14
      # Batches of a coat that are told each for itself.
      MOST_BATCHES = 100

      module_function

      # @param desk [Document::JobDesk]
      # @return [Hash{String=>Object}] as JSON keeps it
      def of(desk)
        found = { "work" => work(desk), "sheet" => desk.sheet&.name, "thumb" => desk.outline && Drawings::Thumb.new(desk.outline).to_s, "waits" => waits(desk) }
        return found if desk.coats.empty?

        found.merge(figures(desk), "busy" => busy(desk), "events" => events(desk), "cures" => cures(desk))
      end

      # What is done, for a job nobody has named: its tasks, the first one's resin.
      def work(desk)
        kinds = desk.tasks.map { |task| task.kind.label }.uniq
        kinds.empty? ? nil : [kinds.first(2).join(" and "), desk.sheet&.resin].compact.join(", ")
      end

      # What the job still waits for, in words.
      def waits(desk)
        return if desk.coats.any?
        return "waits for #{desk.problems.first.label.downcase}" if desk.problems.any?

        if desk.missing.any?
          "still needed: #{desk.missing.map do |one|
            one.label.downcase
          end.uniq.join(", ")}"
        else
          "needs your decision"
        end
      end

      def figures(desk)
        first = desk.coats.first
        tacky = first.stage(:recoat_opens)
        { "grams" => desk.coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f.round(3),
          "about" => desk.coats.any? { |coat| coat.plan.amounts.grams_assumed? }, "coats" => coats(desk),
          "cups" => desk.coats.sum { |coat| coat.plan.batches.size }, "usable" => usable(first.plan),
          "first_at" => at(desk, first.from_min),
          "tacky" => tacky && [tacky.early, tacky.late].map { |minute| at(desk, minute) }, "last_at" => at(desk, desk.coats.last.done_min),
          "over_at" => over_at(desk),
          "ready_at" => at(desk, desk.schedule.hand_over_min), "kept" => desk.schedule.kept?,
          "nights" => nights(desk) }
      end

      # The coldest of its room in each night from its first coat until it is ready.
      # @return [Array<Array(Integer, Float)>] when the night begins, and °C
      def nights(desk)
        first = desk.time_at(desk.coats.first.from_min).in_time_zone(desk.zone).to_date
        ready = desk.schedule.hand_over_min || desk.coats.last.done_min
        (0...MOST_NIGHTS).map { |i| (first + i).then { |day| desk.zone.local(day.year, day.month, day.day, NIGHT_FROM_H) } }
          .take_while { |dusk| desk.minute_of(dusk) < ready }
          .map { |dusk| [dusk.to_i, desk.room.coldest(desk.minute_of(dusk), desk.minute_of(dusk) + NIGHT_MIN).round(1)] }
      end

      # Minutes the first batch lasts in its cup, early and late; nil of a tin that tells no time.
      def usable(plan)
        [plan.usable.early, plan.usable.late] unless plan.sheet.silent?
      end

      # How many coats: one laid in sections is one.
      def coats(desk)
        desk.coats.map { |coat| [coat.task.id, coat.number] }.uniq.size
      end

      # When nothing is wet, tacky or to be done any more; nil while no figure says, and while a coat is still to be begun.
      def over_at(desk)
        return unless desk.coats.all?(&:real)

        ends = desk.coats.map { |coat| (coat.stage(:recoat_closes) || coat.hard)&.late }
        ends.all? ? at(desk, [*ends, desk.schedule.entries.map(&:to_min).max].max) : nil
      end

      def busy(desk)
        desk.schedule.entries.first(MOST_BUSY).map { |entry| [at(desk, entry.from_min), at(desk, entry.to_min)] }
      end

      # Everything somebody does, with a key of its own each: work that is broken off and gone on with has several entries.
      def events(desk)
        seen = Hash.new(0)
        desk.schedule.entries.map do |entry|
          seen[entry.key] += 1
          key = seen[entry.key] > 1 ? "#{entry.key}-#{seen[entry.key]}" : entry.key
          { "key" => key, "label" => words(entry), "from" => at(desk, entry.from_min), "to" => at(desk, entry.to_min), **who(entry),
            **things(desk, entry) }
            .merge(entry.coat? ? coat(desk, entry) : {})
        end
      end

      # Whose hands it takes: names that were told, and how many beside those.
      def who(entry)
        named = entry.crew.map(&:first).reject(&:empty?)
        { "who" => named, "hands" => [entry.crew.size - named.size, named.empty? ? 1 : 0].max }
      end

      # When it is at its hottest, where that is hot; may it be left alone then?
      def heat(desk, entry)
        hot = entry.plan.work_heat
        return {} if hot.nil? || Cure::Heat.of(hot.peak_c).name == :calm

        { "hottest" => [at(desk, entry.from_min + entry.plan.batches.first.pour_from + hot.peak_min), hot.peak_c.round(1)],
          "left" => Document::Part.of(desk.document, entry.task.id)["left"] == "yes" }
      end

      # What it takes of what jobs share; is it dusty, or does it take dust, and until when?
      def things(desk, entry)
        taken = Plan::SharedThings.of(entry).map { |sort, from, to| [sort, at(desk, from), at(desk, to)] }
        { "things" => (taken if taken.any?), "dusty" => (true if Plan::SharedThings.dusty?(entry)),
          "open_until" => (entry.coat? ? at(desk, Plan::SharedThings.open_until(entry)) : nil) }.compact
      end

      # How it ages: state, from and to, and is it only usual?
      def lane(desk, entry)
        Plan::Lane.of(entry).stretches.map do |one|
          [one.state, at(desk, entry.from_min + one.from), one.to && at(desk, entry.from_min + one.to), one.assumed]
        end
      end

      def coat(desk, entry)
        shut = entry.window && entry.window[1]
        {
          "task" => entry.task.id, "coat" => entry.number, "section" => entry.section, "cups" => entry.plan.batches.size,
          "real" => entry.real, "lane" => lane(desk, entry), "opens" => entry.window && at(desk, entry.window[0]),
          "ready" => at(desk, entry.hard&.late), **heat(desk, entry),
          "grams" => entry.plan.amounts.total.total_g.to_f.round(1), "sheet" => entry.plan.sheet.name, **tins(desk, entry),
          "shut" => shut && shut < Cure::HORIZON_MIN ? at(desk, shut) : nil
        }
      end

      # What its batches are to take of which resin and hardeners: of each when, and both parts, in g, or in ml where only that is known.
      # What is more than that is one.
      def tins(desk, entry)
        plan = entry.plan
        rows = plan.batches.map { |batch| [at(desk, entry.from_min + batch.mix_from), *parts(batch.split)] }
        rest = rows.drop(MOST_BATCHES)
        rows = rows.first(MOST_BATCHES) + [[rest.first[0], rest.sum { |row| row[1] }, rest.sum { |row| row[2] }]] if rest.any?
        hardeners = plan.sheet.hardeners || [[plan.sheet.hardener, 1]]
        { "resin" => plan.sheet.resin, "hardeners" => hardeners.map { |name, part| [name, part.to_f] },
          "unit" => plan.amounts.total.resin_g ? "g" : "ml", "batches" => rows, "m2" => (plan.order.need.area_mm2 / 1e6).to_f.round(4) }
      end

      # @param split [Measure::Ratio::Split]
      # @return [Array(Float, Float)] g, or ml where only that is known
      def parts(split)
        both = split.resin_g ? [split.resin_g, split.hardener_g] : [split.resin_ml, split.hardener_ml]
        both.map { |amount| amount.to_f.round(3) }
      end

      def words(entry)
        return entry.label unless entry.coat? && entry.of > 1

        "#{entry.label} #{entry.number} of #{entry.of}#{", section #{entry.section}" if entry.sections > 1}"
      end

      # Coats that were really begun, over time: when each is on, tacky, closed, hard.
      def cures(desk)
        desk.coats.select(&:real).filter_map do |coat|
          opens = coat.stage(:recoat_opens) or next
          hard = coat.stage(:recoat_closes) || coat.hard
          { "places" => coat.places, "label" => coat.of > 1 ? "#{coat.label} #{coat.number}" : coat.label, "on" => at(desk, coat.to_min),
            "opens" => at(desk, opens.middle),
            "closes" => at(desk, coat.stage(:recoat_closes)&.early), "hard" => at(desk, hard&.early) }
        end
      end

      def at(desk, minute)
        minute && (desk.time_at(minute) + HAIR_S).to_i
      end
      private_class_method :work, :waits, :figures, :over_at, :busy, :events, :coat, :coats, :words, :cures, :at, :usable, :who, :things,
        :lane, :nights, :heat, :tins, :parts
    end
  end
end
