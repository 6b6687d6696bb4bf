# frozen_string_literal: true

module Dakren
  module Rooms
    # When and where a job is done, as it is said and as it is asked: the start, the room, the day, the crew.
    class WhereaboutsPage
      ROOM = %w[room night day tins].freeze
      AIR = %w[surface_c humidity moisture].freeze
      # Said always; and the words around what is said.
      SAID = %w[start room_mode room night day people hours days_off deadline].freeze
      AROUND = { "start" => ["Starting", ""], "room_mode" => [", room", ""], "room" => ["", ""], "night" => ["", "to"], "day" => ["", ""],
                 "tins" => [", resin at", ""], "people" => [",", "on the job"], "hours" => [", working", ""], "days_off" => [", off", ""],
                 "mode" => [", plan", ""], "deadline" => ["by", ""], "goal" => [", for the", ""], "chain" => [", other jobs", ""],
                 "turned" => [", turned over", ""] }.freeze

      # What is told of the job itself, and shown elsewhere.
      ELSEWHERE = %w[name state tasks places note].freeze

      attr_reader :form

      # @param desk [Document::JobDesk] @param form [JobForm] of the job itself @param planning [Stores::Planning]
      def initialize(desk, form, wording, planning)
        @desk = desk
        @form = form
        @wording = wording
        @planning = planning
      end

      # What it is made from: what was told of the job itself, what is wrong with that, and whether anything lies with its face down.
      # @return [Array]
      def reads
        [desk.document.reject { |key, _| key.include?("-") || ELSEWHERE.include?(key) },
          (desk.problems + desk.missing).reject { |one| one.field.include?("-") }, under?]
      end

      # When it begins, how warm it is, who is there and when: to be changed where it is read.
      # @return [Sentence]
      def sentence
        @sentence ||= (room_fields + plan_fields).select { |one| said?(one) }.each_with_object(Sentence.new(form)) do |control, made|
          before, after = AROUND.fetch(control.name) { [", #{form.label(control).downcase}", ""] }
          made.add(control, before: before, after: after)
        end
      end

      # What else may be said of that.
      # @return [Array<Control>]
      def rest
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

      # Longer days for this job alone: name, words, and whether it is so.
      # @return [Array<Array(String, String, Boolean)>]
      def longer
        { "every_day" => "work every day", "evenings" => "evenings too" }.map { |name, words| [name, words, desk.choice(name) == "yes"] }
      end

      # What whoever works on it should know; the bench shows it first.
      def note
        form.field("note", css: "wide", placeholder: "shown at the bench")
      end

      private

      attr_reader :desk

      # @return [Array<Control>] when it begins and how warm it is
      def room_fields
        list = asked(["csv"]).map { |key| form.list(key, lines: "4", css: "span-all", placeholder: "0,22\n10,22\n14,16") }
        [form.moment("start", css: "start"), form.choice("room_mode"), *fields(ROOM), *list, *fields(AIR)]
      end

      # @return [Array<Control>] how the day is planned
      def plan_fields
        crew = @planning.crew
        [*%w[mode goal chain].map { |key| form.choice(key) }, *asked(["deadline"]).map { |key| form.moment(key, css: "start") },
          *(under? ? [form.choice("turned")] : []), *(form.open?("crew") ? [] : [form.field("people", placeholder: crew.people.to_s)]),
          form.field("hours", placeholder: @wording.dates.bands(crew.hours), css: "span-2"),
          form.field("days_off", placeholder: crew.days_off)]
      end

      def under?
        desk.places.each_value.any? { |place| place.face[1] == :under }
      end

      def said?(control)
        return false if control.lines
        return true if SAID.include?(control.name)

        form.said?(control.name) { control.problem || told?(control) }
      end

      def told?(control)
        control.choices ? control.value.to_s != control.choices.first.first.to_s : !control.value.to_s.empty?
      end

      # Which of these fields of the job itself are asked.
      def asked(keys)
        keys.select { |key| desk.whole.asked?(key) }
      end

      def fields(keys)
        asked(keys).map { |key| form.field(key) }
      end
    end
  end
end
