# frozen_string_literal: true

module Dakren
  module Rooms
    # The work in order, day by day, as a page shows it.
    class DayPage
      SCHOOLS = { wet: ", wet on wet", tack: ", while tacky", abrade: ", after sanding", real: ", actual" }.freeze

      # One thing somebody does: when, what, what is said of it, and what may be noted.
      # crew: who does it; marks: [Control] of what really happened; tap: [act, words] of what happens next, noted by one press; open: is
      # a mark wrong? coat: the address of one that was begun.
      Doing = Value.define(:css, :clock, :label, :count, :told, :waits, :wrong, :key, marks: [].freeze, tap: nil, crew: nil, open: false,
        coat: nil)
      # What is noted by one press, in this order.
      TAPS = { "began" => "started now", "finished" => "last batch applied now", "tacky" => "tacky now", "hard" => "hard now" }.freeze

      # @param desk [Document::JobDesk] @param form [JobForm]
      def initialize(desk, form, wording)
        @desk = desk
        @form = form
        @wording = wording
      end

      # @return [Array<String>] spells the room is heated
      def heated
        @desk.heats.map do |from, to, temp|
          warm = @wording.show(Quantity.new(value: temp, unit: :c))
          "Heated to #{warm} at least, #{clock(from)} to #{clock(to)}. No fuel heaters by wet epoxy."
        end
      end

      # @return [Array<Array(String, Array<Doing>)>] days in words, and what is done on them
      def days
        @desk.schedule.entries.group_by { |entry| @desk.time_at(entry.from_min).to_date }
          .map { |date, entries| [@wording.dates.long_day(date), entries.map { |entry| doing(entry) }] }
      end

      # @return [Array<Array(String, String)>] steps that wait for a hardness no data sheet tells
      def untold
        @desk.schedule.untold.map do |coat, step|
          ["#{step.label.sub(/\A./, &:upcase)}:", "the data sheet of #{coat.plan.sheet.name} does not say when it is hard enough. " \
                                                  "Try the test dab first."]
        end
      end

      private

      def clock(minute)
        @wording.clock(@desk.time_at(minute))
      end

      def doing(entry)
        marks = entry.coat? ? marks(entry) : step_marks(entry)
        Doing.new(css: [("missed" if entry.missed), ("is-coat" if entry.coat?)].compact.join(" "),
          clock: [entry.from_min, entry.to_min].map { |minute| @wording.dates.hour(@desk.time_at(minute)) }.join("–"),
          label: entry.label, count: entry.coat? ? count(entry) : "", told: entry.coat? ? told(entry) : nil,
          waits: entry.waits_min.positive? ? "then leave #{@wording.minutes(entry.waits_min)}" : nil, wrong: edge(entry),
          key: "#{entry.task.id}-real_#{entry.number}_#{entry.section}", marks: marks,
          tap: entry.coat? ? tap(entry) : step_tap(entry), crew: crew(entry), open: marks.any?(&:problem),
          coat: (JobFault::Coat.of(entry).to_s if entry.coat? && entry.real))
      end

      # " 2 of 3, section 1 of 2"
      def count(entry)
        [(" #{entry.number} of #{entry.of}" if entry.of > 1),
          (", section #{entry.section} of #{entry.sections}" if entry.sections > 1)].compact.join
      end

      def told(entry)
        ticket = @desk.tasks.size > 1 ? "task #{@desk.number_of(entry.task)}, " : ""
        "#{ticket}#{@wording.counted(entry.plan.batches.size, :batch)}#{SCHOOLS[entry.school]}#{window(entry)}#{", late" if late?(entry)}" \
          "#{warmth(entry)}"
      end

      # How warm it really was, where that was measured and is not what was told.
      def warmth(entry)
        found = entry.task.measured[[entry.number, entry.section]]&.fetch(:room_c, nil)
        return "" if !entry.real || found.nil? || (found - @desk.room.at(entry.from_min)).abs < 1

        ", laid at #{@wording.show(Quantity.new(value: found, unit: :c))}: its times go by that"
      end

      # Was it to be begun by now, and nobody has said that it was?
      def late?(entry)
        !entry.real && @desk.time_at(entry.from_min).to_f < Stores::Now.wall - Stores::NowList::LATE_S
      end

      def window(entry)
        open, shut = entry.window
        shut && shut < Cure::HORIZON_MIN ? ", window #{clock(open)}–#{clock(shut)}" : ""
      end

      def edge(entry)
        return if !entry.coat? || entry.plan.edge.kept?

        "The wet edge closes after #{@wording.minutes(entry.plan.edge.wet_min)}, and the next cup takes " \
          "#{@wording.minutes(entry.plan.edge.longest_gap_min)}: a helper mixing ahead keeps it open."
      end

      # The first of them that was not noted yet, nor anything that comes after it.
      def tap(entry)
        noted = entry.task.marks.fetch([entry.number, entry.section], {})
        last = TAPS.keys.rindex { |name| noted.key?(name.to_sym) } || -1
        what, words = TAPS.to_a[last + 1]
        what && ["mark:#{entry.task.id}:#{mark_of(entry, what)}", words]
      end

      # A step is done by one press; what follows a coat by the minute is the bench's.
      def step_tap(entry)
        entry.kind == :step && markable?(entry) && !entry.real ? ["mark:#{entry.task.id}:done_#{entry.name}", "done now"] : nil
      end

      def step_marks(entry)
        return [] unless markable?(entry) && entry.real

        part = @form.part(entry.task.id)
        took = "took_#{entry.name}"
        [part.moment("done_#{entry.name}", label: "Done"), (part.field(took) if Document::Fields.took(took))].compact
      end

      def markable?(entry)
        entry.kind == :step && entry.name != :seam && (entry.task.own_steps.map(&:name) | Plan::WorkSteps::ALL.keys).include?(entry.name) &&
          step_of(entry).at != :after
      end

      def step_of(entry)
        entry.task.own_steps.find { |step| step.name == entry.name } || Plan::WorkSteps::ALL.fetch(entry.name)
      end

      # Who does it, where more than one is there: "Ada lays, Bo mixes", "2 people".
      # @return [String, nil]
      def crew(entry)
        return if @desk.people < 2 || entry.crew.empty?
        return @wording.counted(entry.crew.size, :person) if entry.crew.all? { |name, _| name.empty? }

        entry.crew.map { |name, skill| [name, entry.crew.size > 1 && Plan::Hands::SKILLS[skill]].select(&:itself).join(" ") }.join(", ")
      end

      def marks(entry)
        part = @form.part(entry.task.id)
        wanted = entry.real ? [] : [part.moment(mark_of(entry, "not_before"), label: "Not before")]
        wanted + Document::Fields::MARKS.map { |what, words| part.moment(mark_of(entry, what), label: words) }
      end

      def mark_of(entry, what)
        Document::Fields.mark_of(what, entry.number, entry.section)
      end
    end
  end
end
