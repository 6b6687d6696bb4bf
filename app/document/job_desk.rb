# frozen_string_literal: true

require "forwardable"
require "time"
require_relative "job_room"
require_relative "ticket"

module Dakren
  module Document
    # A job on the desk: its typed document read into core values, what is still missing, what is wrong,
    # and the plan of every task that can be planned.
    class JobDesk
      NAME_LONGEST = 120
      MOST_KEPT = 300
      # Fields no plan can do without: a wrong one is mended first.
      NEEDED = %w[start tins room people crew hours deadline].freeze
      extend Forwardable

      def_delegators :whole, :entry, :choice, :problem

      attr_reader :document, :problems, :missing, :places, :tasks, :tickets, :start, :room, :heats, :hours, :made, :people, :deadline

      # @param document [Hash] see JobDocument
      # @param sheets [#call] from an id to a core Sheet or nil
      # @param tools [ToolShelf] what the shop measures and mixes with
      # @param shelf [#call] all sheets there are
      # @param own [Work::Own] what the shop has weighed itself
      # @param shop [Crew] when it works and with how many
      # @param go_on [#call, nil] asked while a better plan is looked for; nil for the first answer
      # @param plan [Boolean] is it planned, or only read? @param made [#call, nil] given a block that plans: what that comes to, perhaps
      #   known already
      # @param kept [Memo] what pages made of a desk that plans the same
      # @param happened [Hash{String=>Hash}] what happened to coats by task, as Stores::Mixed has it @param measured [Hash] how warm it was
      # @param off [Hash{String=>Array}] by task, batches that lie on the work off their ratio: section and number
      # @param forecast [#call] from a start to points of the room as they were foretold, or nil
      def initialize(document, sheets:, tools: ToolShelf.new([]), shelf: -> { [] }, own: Work::Own.new, shop: Crew::ROUND_THE_CLOCK,
        forecast: ->(_start) {}, happened: {}, measured: {}, off: {}, plan: true, go_on: nil, made: nil, kept: Memo.new(MOST_KEPT))
        @document = document
        @sheets = sheets
        @tools = tools
        @shelf = shelf
        @own = own
        @shop = shop
        @forecast = forecast
        @happened = happened
        @measured = measured
        @off = off
        @plans = made || ->(&plan) { plan.call }
        @kept = kept
        @problems = []
        @missing = []
        told
        @working = !plan
        @go_on = go_on
        read
        plan_all
      end

      # The desk of a document that plans the same: only what it is called, its status or its notes are others.
      # @param document [Hash]
      # @return [JobDesk]
      def called(document)
        dup.tap { |desk| desk.call_it(document) }
      end

      # Is its plan still being worked out?
      def working?
        @working && plannable?
      end

      # May there be a better plan than this first one, and was it not looked for yet?
      def further?
        @go_on.nil? && !back? && !schedule.nil? && schedule.coats.any? && !schedule.proved
      end

      # @return [Part] the job itself, as it was typed
      attr_reader :whole

      # @return [Part] a task, a place
      def part(id)
        whole.part(id)
      end

      # What a page made of this desk, or of one that plans the same: made once.
      # @param key [Array] everything else it hangs on, what no plan reads too
      def kept(key, &)
        @kept.recall(key, &)
      end

      def name
        document["name"].to_s
      end

      # The zone the job is in: its own, for as long as it is kept.
      # @return [ActiveSupport::TimeZone]
      def zone
        @zone ||= Zones.known(document["zone"]) || @shop.zone
      end

      # What is seen of it in a list: the first place that can be drawn.
      def outline
        places.each_value.filter_map { |place| place.region || place.place&.outline }.first
      end

      # @return [Array<Plan::Entry>] in working order
      def coats
        @coats ||= tickets.flat_map(&:coats).sort_by(&:from_min)
      end

      # Every coat that will be mixed, with an hour or without one.
      # @return [Array<Plan::CoatPlan>]
      def coat_plans
        @coat_plans ||= coats.map(&:plan) + tickets.flat_map(&:untimed)
      end

      # @return [Symbol] of Plan::GOALS
      def goal
        choice("goal").to_sym
      end

      # Which ticket a task is, counted from 1.
      # @param wanted [Plan::Task]
      def number_of(wanted)
        tasks.index { |task| task.id == wanted.id } + 1
      end

      def back?
        choice("mode") == "back"
      end

      # Is the room told by figures that can be moved, not by a list or a forecast?
      def room_by_figures?
        %w[steady wave points].include?(choice("room_mode"))
      end

      # Minute of the job at a time, and back.
      def minute_of(time)
        (time - start) / 60
      end

      def time_at(minute)
        start + (minute * 60)
      end

      # @return [Plan::CoatPlan, nil] of the first coat, where it is planned
      def plan
        coats.first&.plan
      end

      def sheet
        tasks.filter_map(&:sheet).first
      end

      # @return [Plan::Schedule, nil]
      def schedule
        made&.schedule
      end

      # Does the plan fail what was asked of it?
      def broken?
        made ? made.broken? : false
      end

      # Batches of a task that lie on the work off their ratio: section and number.
      # @return [Array<Array(Integer, Integer)>]
      def off(task_id)
        @off.fetch(task_id, [])
      end

      # Moisture and dew point held against the work.
      # @return [Array<Care::Caution>]
      def conditions
        made ? Care::JobCautions.new(made).all : []
      end

      protected

      # What another planned stays as it is; only what is wrong with the name is told anew.
      def call_it(document)
        @document = document
        @problems = @problems.reject { |problem| problem.field == "name" }
        @missing = @missing.dup
        told
        read_name
      end

      private

      def told
        @reading = Reader.new(document, "", @problems, @missing)
        @whole = Part.new(document, "", @problems, @missing)
      end

      def read
        read_name
        @start = read_start
        @places = @reading.ids("places").to_h { |id| [id, PlaceDesk.new(id, @reading.part(id))] }
        @tasks = @reading.ids("tasks").map do |id|
          TaskDesk.new(id, @reading.part(id), places: @places, sheets: @sheets, tools: @tools, zone: zone,
            happened: @happened.fetch(id, {}), measured: @measured.fetch(id, {}))
        end
        @room, @heats = JobRoom.new(@reading, start: start, zone: zone, forecast: @forecast).then { |room| [room.profile, room.heats] }
        @deadline = read_time("deadline") if back?
        presence = JobHours.new(@reading, @shop, start, zone)
        @people = presence.people
        @hours = presence.hours
        @hands = presence.hands
        @tins = @reading.figure("tins")
        @humidity = @reading.figure("humidity")
        @surface_c = @reading.figure("surface_c")
        @moisture = @reading.figure("moisture")
      end

      def read_name
        @reading.complain("name", "must be at most #{NAME_LONGEST} characters; it has #{name.length}") if name.length > NAME_LONGEST
      end

      def read_start
        document["start"].to_s.empty? ? @reading.miss("start") : read_time("start")
      end

      def read_time(name)
        text = document[name].to_s
        return @reading.miss(name) if text.empty?

        @reading.moment(name, text, zone)
      end

      # Tasks are planned as far as they can be; one that waits does not keep the others from being seen.
      def plan_all
        @tickets = tasks.map { |task| Ticket.new(task: task) }
        return if @working || !plannable?

        @made = @plans.call { Plan.of(job, Plan::Shop.new(sheets: @shelf.call, own: @own)) }
        @made.complaints.each { |complaint| told_wrong(complaint) }
        @tickets = tasks.map { |task| ticket(task, @made.task(task.id)) }
      end

      # Is everything there that every task needs?
      def plannable?
        return false if tasks.empty? || [start, room, hours].any?(&:nil?) || (back? && deadline.nil?)

        NEEDED.none? { |key| problem(key) }
      end

      # @return [Plan::Job]
      def job
        repeats = choice("room_mode") == "wave" || (document["heats"].to_a.any? && choice("room_mode") == "steady")
        Plan::Job.new(tasks: tasks.filter_map { |task| task.told(start) }, room: room, hours: hours, goal: goal, tins_c: @tins,
          people: people, by_min: back? ? minute_of(deadline) : nil,
          humidity_pct: @humidity&.to_f, surface_c: @surface_c&.to_f, moisture_pct: @moisture&.to_f, room_repeats: repeats, go_on: @go_on,
          hands: @hands, turned: choice("turned").to_sym, heats: heats)
      end

      # A complaint of the plan, under the field it is about.
      def told_wrong(complaint)
        return @reading.complain(Fields.of(complaint.name) ? complaint.name : "hours", complaint.says) unless complaint.task_id

        reading = tasks.find { |task| task.id == complaint.task_id }.reading
        return reading.complain("after", complaint.says) if complaint.name == "gates"

        reading.complain(Fields.of(reading.key(complaint.name)) ? complaint.name : "film", complaint.says)
      end

      def ticket(task, planned)
        if planned
          Ticket.new(task: task, told: planned.task, coats: planned.coats, refusals: planned.refusals,
            held_back: planned.held_back, untimed: planned.untimed, after: planned.after, column: planned.column,
            lifts: planned.lifts, fewer: planned.fewer, unfit: planned.unfit)
        else
          Ticket.new(task: task)
        end
      end
    end
  end
end
