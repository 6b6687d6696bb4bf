# frozen_string_literal: true

module Dakren
  module Rooms
    # One job as its page shows it: the head, the cure line and what is told of it, the room, its places and tickets, its day.
    class JobPage
      extend Forwardable

      KEYS = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"],
        ["Ctrl Z, Ctrl Y outside a field", "undo, redo"]].freeze
      ROOM = %w[room night day tins].freeze
      AIR = %w[surface_c humidity moisture].freeze
      # Said always; and the words around what is said.
      SAID = %w[start room_mode room night day people hours days_off deadline].freeze
      AROUND = { "start" => ["Starting", ""], "room_mode" => [", room", ""], "room" => ["", ""], "night" => ["", "to"], "day" => ["", ""],
                 "tins" => [", resin at", ""], "people" => [",", "on the job"], "hours" => [", working", ""], "days_off" => [", off", ""],
                 "mode" => [", plan", ""], "deadline" => ["by", ""], "goal" => [", for the", ""], "chain" => [", other jobs", ""],
                 "turned" => [", turned over", ""] }.freeze
      WORDS_OF_OTHERS = 60
      SECONDS_A_MINUTE = 60
      PARTS = %i[resin hardener].freeze
      # Nobody looks for less.
      WORTH_MIN = 30

      attr_reader :record, :desk, :shown, :form, :what_if, :offers, :complaint

      def_delegators :desk, :places, :tasks

      # @param record [Stores::Job] @param desk [Document::JobDesk] as it is kept @param planning [Stores::Planning]
      # @param opened [Array<String>] ids of what was just added
      # @param moved [Array<String>] what the last change moved
      # @param both [Hash{String=>Object}] what two devices changed, and what the other one put there
      # @param said [Array<String>, nil] fields that stand in a sentence already: nil for as they should
      # @param complaint [String, nil] why what was pressed was not done
      # @param what_if [WhatIfPage] @param offers [Offers, nil] nil while they are looked for
      def initialize(record, desk, wording, planning, opened: [], moved: [], both: {}, what_if: nil, offers: nil,
        complaint: nil, said: nil)
        @said = said
        @record = record
        @desk = desk
        @wording = wording
        @planning = planning
        @opened = opened
        @moved = moved
        @both = both
        @what_if = what_if
        @offers = offers
        @complaint = complaint
        @shown = what_if&.shown || desk
        @form = JobForm.new(desk, wording, said: said)
      end

      def title
        desk.name.strip.empty? ? "New job" : desk.name[0, Document::JobDesk::NAME_LONGEST]
      end

      def name
        form.field("name", placeholder: "Name this job", quiet: true, css: "bare-field")
      end

      # What whoever works on it should know; the bench shows it first.
      def note
        form.field("note", css: "wide", placeholder: "shown at the bench")
      end

      # How the job stands, sent at once by a form of its own.
      def state
        Control.new(name: "state", label: "Status", quiet: true, value: record.state, choices: Stores::Job::STATES.to_a,
          more: { "form" => "job-state", "@change" => "$event.target.form.requestSubmit()" })
      end

      def template_word
        record.template ? "no longer a template" : "save as template"
      end

      # @return [String, nil]
      def moved
        @moved.any? ? @moved.join(" · ") : nil
      end

      # What was changed on another device as well: whose field, and what the other put there.
      # @return [Array<Array(String, String)>]
      def notices
        @both.map do |key, theirs|
          other = theirs.is_a?(Array) ? "" : Document::AsTyped.kept(theirs).typed[0, WORDS_OF_OTHERS]
          [Document::Fields.of(key)&.label || key.capitalize, other.empty? ? "" : ", to “#{other}”"]
        end
      end

      # Is its plan still being worked out?
      def working?
        desk.working?
      end

      def planned?
        shown.coats.any?
      end

      # The figures above everything.
      # @return [Array<Answer>]
      def answers
        shown.coat_plans.size == 1 ? of_one : of_many
      end

      def cure_line
        now = shown.zone.now
        shown.kept([:cure_line, @wording.key, now.to_i / SECONDS_A_MINUTE]) { drawn_line(now).to_s }
      end

      # @return [String] the key to it
      def line_key
        shown.kept([:line_key]) { drawn_line(shown.zone.now).legend }
      end

      def kept?
        shown.schedule.kept?
      end

      # "Hand over Thu 14:00.", and when it begins where that was worked out backwards.
      # @return [Array(String, String), nil]
      def hand_over
        return unless kept?
        return Words::UNTIMED if shown.schedule.untold?

        begins = desk.coats.any? && desk.back? ? "Begins #{@wording.clock(desk.time_at(desk.schedule.entries.first.from_min))}." : ""
        ["Ready #{because.hand_over}.", begins]
      end

      # "To walk on Thu 14:00, to load lightly Fri 09:00."
      def ready
        kept? && !shown.schedule.untold? ? Words::ReadyFor.new(shown, @wording).sentence : nil
      end

      def reason
        return "To decide above, on the task that cannot be kept as it is." if desk.broken? && shown.equal?(desk)

        return if shown.schedule.untold?

        [because.sentence, looked].compact.join(" ")
      end

      # Is a better plan still looked for?
      def looking?
        @looking ||= shown.equal?(desk) && @planning.looking?(desk)
      end

      # Is there something to decide, and does it concern this task?
      # @param ticket [TicketPage]
      def decides?(ticket)
        desk.broken? && (desk.schedule.missed.first&.task || desk.schedule.coats.last&.task || desk.tasks.last).id == ticket.id
      end

      # What is not kept, and why.
      # @return [String]
      def decision
        @decision ||= Words::Because.new(desk, @wording).sentence
      end

      # @return [Array<PlacePage>]
      def place_pages
        desk.places.each_value.with_index.map { |place, i| place_page(place, i) }
      end

      def place_page(place, index = 0)
        open = desk.places.size == 1 || @opened.include?(place.id) || desk.part(place.id).problems.any? || index.zero?
        PlacePage.new(desk, place, form, @wording, letter: ("a".ord + (index % 26)).chr, open: open, opened: @opened)
      end

      # @return [Array<TicketPage>]
      def tickets
        @tickets ||= desk.tickets.each_with_index.map do |ticket, i|
          open = desk.tickets.size < 2 || @opened.include?(ticket.task.id) || (@opened.empty? && ticket.equal?(first_open))
          TicketPage.new(desk, ticket, i + 1, form, @wording, @planning, open: open)
        end
      end

      # The task that is next: the first that is not done.
      def first_open
        @first_open ||= desk.tickets.find { |ticket| !ticket.done? } || desk.tickets.first
      end

      # @return [Array<Control>] when it begins and how warm it is
      def room_fields
        list = asked(["csv"]).map { |key| form.list(key, lines: "4", css: "span-all", placeholder: "0,22\n10,22\n14,16") }
        [form.moment("start", css: "start"), form.choice("room_mode"), *fields(ROOM), *list, *fields(AIR)]
      end

      # When it begins, how warm it is, who is there and when: to be changed where it is read.
      # @return [Sentence]
      def whereabouts
        @whereabouts ||= (room_fields + plan_fields).select { |one| said?(one) }.each_with_object(Sentence.new(form)) do |control, made|
          before, after = AROUND.fetch(control.name) { [", #{form.label(control).downcase}", ""] }
          made.add(control, before: before, after: after)
        end
      end

      # What else may be said of that.
      # @return [Array<Control>]
      def more_whereabouts
        (room_fields + plan_fields).reject { |control| said?(control) }
      end

      # Is the room told by a list, that may come from a file?
      def listed?
        asked(["csv"]).any?
      end

      def points
        asked(["points"]).any? ? form.rows("points") : nil
      end

      # "Heated for a while, 2"
      def spells_title(title, key)
        form.count(key).positive? ? "#{title}, #{form.count(key)}" : title
      end

      # @return [Array<Control>] how the day is planned
      def plan_fields
        crew = @planning.crew
        under = desk.places.each_value.any? { |place| place.face[1] == :under }
        [*%w[mode goal chain].map { |key| form.choice(key) }, *asked(["deadline"]).map { |key| form.moment(key, css: "start") },
          *(under ? [form.choice("turned")] : []), *(form.open?("crew") ? [] : [form.field("people", placeholder: crew.people.to_s)]),
          form.field("hours", placeholder: @wording.dates.bands(crew.hours), css: "span-2"),
          form.field("days_off", placeholder: crew.days_off)]
      end

      # Longer days for this job alone: name, words, and whether it is so.
      # @return [Array<Array(String, String, Boolean)>]
      def longer
        { "every_day" => "work every day", "evenings" => "evenings too" }.map { |name, words| [name, words, desk.choice(name) == "yes"] }
      end

      # @return [Array<Care::Caution>] of the room and the work before anything is mixed
      def conditions
        desk.conditions
      end

      def day
        desk.schedule && desk.coats.any? ? DayPage.new(desk, form, @wording) : nil
      end

      private

      def said?(control)
        return false if control.lines
        return true if SAID.include?(control.name)

        form.said?(control) { control.problem || told?(control) }
      end

      def told?(control)
        control.choices ? control.value.to_s != control.choices.first.first.to_s : !control.value.to_s.empty?
      end

      # How much better a plan could be, where that is not known to be nothing.
      def looked
        gain = shown.schedule.gain_min
        return ["Looking for a better day", gain && ": at most #{@wording.minutes(gain)} could be gained", "."].join if looking?
        return if gain.nil? || gain < WORTH_MIN || !kept?

        "Nothing better was found; at most #{@wording.minutes(gain)} could be gained."
      end

      def drawn_line(now)
        Drawings::CureLine.new(shown.coats, room: shown.room, start: shown.start, wording: @wording, now: now, zone: shown.zone,
          hours: shown.hours, entries: shown.schedule.entries)
      end

      # Which of these fields of the job itself are asked.
      def asked(keys)
        keys.select { |key| desk.whole.asked?(key) }
      end

      def fields(keys)
        asked(keys).map { |key| form.field(key) }
      end

      def because
        @because ||= Words::Because.new(shown, @wording)
      end

      def of_one
        coat = shown.coats.first
        figures = Plan::CoatFigures.new(coat.plan)
        clock = { as: :clock, start: shown.time_at(coat.from_min) }
        [Answer.new(label: "mix in all", figure: figures.total_g), *parts_in_all, Answer.new(label: "batches", figure: figures.cups),
          Answer.new(label: "ready to recoat", figure: figures.stage(:recoat_opens), **clock),
          Answer.new(label: "hard", figure: figures.hard, css: "last", **clock)].select(&:told?)
      end

      def of_many
        coats = shown.coats
        last = coats.last
        hardest = coats.max_by { |coat| coat.hard&.late || 0 }
        ends = Plan::CoatFigures.new(hardest.plan)
        clock = { as: :clock, start: shown.time_at(hardest.from_min) }
        [Answer.new(label: "mix in all", figure: in_all(shown.coat_plans)), *parts_in_all,
          Answer.new(label: "batches", text: shown.coat_plans.sum { |plan| plan.batches.size }.to_s),
          Answer.new(label: "last batch on", text: @wording.clock(shown.time_at(last.done_min))),
          Answer.new(label: "last coat hard", figure: ends.hard, css: "last", **clock)].select(&:told?)
      end

      # A and B of the whole job: apart where it is all of one resin system, else a line for each of them.
      # @return [Array<Answer>]
      def parts_in_all
        systems = shown.coat_plans.group_by { |plan| plan.sheet.name }
        return [Answer.new(label: "A and B of each", figure: of_each(systems), css: "bare-count")] if systems.size > 1

        PARTS.filter_map do |part|
          grams = grams_of(systems.values.first, part) or next
          Answer.new(label: "#{part} in all", text: @wording.show(Quantity.new(value: grams, unit: :g)))
        end
      end

      def grams_of(plans, part)
        grams = plans.map { |plan| plan.total.public_send(:"#{part}_g") }
        grams.any?(&:nil?) ? nil : grams.sum
      end

      # How many resin systems there are, and what of each.
      # @return [Figure]
      def of_each(systems)
        lines = systems.map do |name, plans|
          a, b = PARTS.map { |part| grams_of(plans, part) }
          told = a && b ? { A: a, B: b } : { all: plans.sum { |plan| plan.total.total_g } }
          says = told.keys.map { |part| "#{"#{part} " unless part == :all}%{#{part}}" }.join(", ")
          Working.new(says: "#{name}: #{says}", parts: told.transform_values { |grams| Quantity.new(value: grams, unit: :g) })
        end
        Figure.new(value: systems.size, unit: :system, working: lines)
      end

      # Everything mixed for all coats.
      # @return [Figure]
      def in_all(plans)
        grams = plans.map { |plan| plan.total.total_g }
        assumed = plans.select(&:grams_assumed?).flat_map { |plan| plan.sheet.clock.assumed_words([:mixed_density_g_ml]) }.uniq
        parts = grams.each_with_index.to_h { |value, i| [:"c#{i}", Quantity.new(value: value, unit: :g)] }
        says = "#{parts.keys.map { |key| "%{#{key}}" }.join(" + ")} = %{total}"
        Figure.new(value: grams.sum, unit: :g, assumed: assumed,
          working: [Working.new(says: says, parts: { **parts, total: Quantity.new(value: grams.sum, unit: :g) })])
      end
    end
  end
end
