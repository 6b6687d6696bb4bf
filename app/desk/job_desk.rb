# frozen_string_literal: true

require "time"

module Dakren
  module Desk
    # A job on the desk: its typed document read into core values, what is still missing, what is wrong,
    # and the plan of every pass that can be planned.
    class JobDesk
      NAME_LONGEST = 120
      START = /\A\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/
      YEARS = (2000..2100)
      # A pass on the desk. coats: Line::Sequence::Coat; refusals of its sheet; held_back: a plan that waits for "I know".
      Ticket = Value.define(:pass, coats: [].freeze, refusals: [].freeze, held_back: nil)

      attr_reader :document, :problems, :missing, :places, :passes, :tickets, :start, :room

      # @param document [Hash] see JobDocument
      # @param sheets [#call] from an id to a core Sheet or nil
      # @param tools [ToolShelf] what the shop measures and mixes with
      # @param shelf [#call] all sheets there are
      # @param own [Size::Own] what the shop has weighed itself
      def initialize(document, sheets:, tools: ToolShelf.new([]), shelf: -> { [] }, own: Size::Own.new)
        @document = document
        @sheets = sheets
        @tools = tools
        @shelf = shelf
        @own = own
        @problems = []
        @missing = []
        @reading = Reading.new(document, "", @problems, @missing)
        read
        plan_all
      end

      def entry(key)
        Entry.kept(document[key])
      end

      def choice(key, default = nil)
        choices = Fields.of(key).choices
        choices.key?(document[key]) ? document[key] : default || choices.keys.first
      end

      # @return [String, nil] complaint about one field, e.g. "p1-s1-length" or "p1-s1-corners.2.x"
      def problem(key)
        @problems.find { |problem| problem.field == key }&.says
      end

      # Complaints about fields of one part, e.g. "p1-".
      def problems_of(prefix)
        @problems.select { |problem| problem.field.start_with?(prefix) }
      end

      def missing_of(prefix)
        @missing.select { |missing| missing.field.start_with?(prefix) }
      end

      def name
        document["name"].to_s
      end

      # What is seen of it in a list: the first place that can be drawn.
      def outline
        places.each_value.filter_map { |place| place.region || place.place&.outline }.first
      end

      # @return [Array<Line::Sequence::Coat>] in working order
      def coats
        tickets.flat_map(&:coats)
      end

      # @return [Line::CoatPlan, nil] of the first coat, where it is planned
      def plan
        coats.first&.plan
      end

      def sheet
        passes.filter_map(&:sheet).first
      end

      def tins_c(from_min = 0)
        (@tins || room&.at(from_min)).to_f
      end

      # One sheet's films in this job's room, followed once for all its coats.
      # @return [Cure::Ageing]
      def ageing(sheet)
        (@ageing ||= {})[sheet] ||= Cure::Ageing.new(sheet, room)
      end

      # Moisture and dew point held against the work.
      # @return [Array<Care::Caution>]
      def conditions
        return [] unless room

        Care::Conditions.new(air_c: room.at(0), humidity_pct: @humidity&.to_f, surface_c: @surface_c&.to_f, moisture_pct: @moisture&.to_f,
                             moisture_most_pct: passes.filter_map { |pass| pass.sheet&.limits&.moisture_most_pct }.min).all
      end

      # What a figure was understood as, where it was typed in another unit than the page speaks.
      # @return [Quantity, nil]
      def understood(key)
        field = Fields.of(key)
        kind = field.units.first&.kind
        shown = { temperature: :c, cover: :"g/m2", length: :mm, volume: :ml, mass: :g, area: :m2 }[kind]
        return if shown.nil? || entry(key).blank? || problem(key)

        Quantity.new(value: Measure::Typed.read(entry(key).typed, field: key, units: field.units, bare: entry(key).bare || field.metric), unit: shown)
      rescue InputError
        nil
      end

      private

      def read
        read_name
        @start = read_start
        @places = @reading.ids("places").to_h { |id| [id, PlaceDesk.new(id, @reading.within("#{id}-"))] }
        @passes = @reading.ids("passes").map { |id| PassDesk.new(id, @reading.within("#{id}-"), places: @places, sheets: @sheets, tools: @tools, own: @own) }
        @room = read_room
        @tins = @reading.figure("tins")
        @humidity = @reading.figure("humidity")
        @surface_c = @reading.figure("surface_c")
        @moisture = @reading.figure("moisture")
      end

      def read_name
        @reading.complain("name", "must be at most #{NAME_LONGEST} characters; it has #{name.length}") if name.length > NAME_LONGEST
      end

      def read_start
        text = document["start"].to_s
        return @reading.miss("start") if text.empty?

        time = START.match?(text) && Time.local(*text.scan(/\d+/).first(5).map(&:to_i))
        return time if time && YEARS.cover?(time.year)

        @reading.complain("start", "must be a day and hour like 2026-11-24 09:00")
      rescue ArgumentError
        @reading.complain("start", "must be a day and hour that exists")
      end

      def read_room
        @reading.guarded("points") do
          case choice("room_mode")
          when "steady" then @reading.figure("room", needed: true)&.then { |temp| Cure::Profile.constant(temp.to_f) }
          when "wave" then wave_room
          else points_room
          end
        end
      end

      def wave_room
        low = @reading.figure("night", needed: true)
        high = @reading.figure("day", needed: true)
        return if low.nil? || high.nil?
        return @reading.complain("night", "must not be warmer than the day") if low > high

        minute = start ? (start.hour * 60) + start.min : 540
        Cure::Profile.daily_wave(low_c: low.to_f, high_c: high.to_f, start_minute_of_day: minute, days: 60)
      end

      def points_room
        points = @reading.rows("points", least: 1)
        points && Cure::Profile.new(points.map { |minute, temp| [minute.to_f, temp.to_f] })
      end

      # Passes are planned as far as they can be; one that waits does not keep the others from being seen.
      def plan_all
        @tickets = passes.map { |pass| Ticket.new(pass: pass) }
        return if start.nil? || room.nil? || passes.empty? || %w[start tins room].any? { |key| problem(key) }

        sequence = Line::Sequence.new
        @tickets = passes.map { |pass| pass.ready? ? PassPlanner.new(self, pass, sequence, @shelf).ticket : Ticket.new(pass: pass) }
      end
    end

    # Plans one pass of a job: the coats of it, or why they must not be.
    class PassPlanner
      # @param desk [JobDesk] @param pass [PassDesk] @param sequence [Line::Sequence] @param shelf [#call]
      def initialize(desk, pass, sequence, shelf)
        @desk = desk
        @pass = pass
        @sequence = sequence
        @shelf = shelf
        @refusals = []
      end

      # @return [JobDesk::Ticket]
      def ticket
        coats = @sequence.pass(@pass, @pass.covered_ids, count) { |number, from| coat(number, from) }
        JobDesk::Ticket.new(pass: @pass, coats: @held_back ? [] : coats, refusals: @refusals, held_back: @held_back)
      rescue Batch::TooFast => e
        failed("sheet", "is too fast here: #{e.message}. Take a slower hardener, cooler tins or a wider cup")
      rescue InputError => e
        name = e.field.split(".").first
        failed(Fields.of(@pass.reading.key(name)) ? name : "film", e.allowed)
      rescue NotSolved => e
        failed("sheet", "gives no answer here: #{e.message}")
      end

      private

      def failed(name, says)
        @pass.reading.complain(name, says)
        JobDesk::Ticket.new(pass: @pass, refusals: @refusals)
      end

      def room
        @desk.room
      end

      # Lifts that were not told: as few as the sheet and the heat allow here.
      def count
        @count ||= @pass.coats || begin
          whole = order(1, 1, 0).need.depth_mm
          most = @pass.sheet.clock.max_depth_mm
          least = most ? (whole / Exact.of(most)).ceil : 1
          cool_enough(whole, [least, 1].max)
        end
      end

      def cool_enough(whole, least)
        plan = Line::CoatPlan.new(order(1, least, 0))
        return least if !plan.pour? || !Cure::Heat.refuses_lift?(plan.pour_run.peak_c) || @pass.known?

        deepest = Cure::Lifts.new(@pass.sheet.mix, start_c: @desk.tins_c, room: room, recoat: @pass.sheet.recoat_window_min).deepest_mm
        deepest < Cure::Lifts::LEAST_MM ? least : [(whole / deepest).ceil, least].max
      end

      def coat(number, from)
        return if @held_back || (number > 1 && @refusals.any? && !@pass.known?)

        planned = Line::CoatPlan.new(order(number, count, from)).complete
        @refusals |= refusals(planned, from) if number == 1
        return planned if @pass.known? || (@refusals.empty? && !too_hot?(planned))

        @held_back = planned
        nil
      end

      def too_hot?(planned)
        planned.pour? && Cure::Heat.refuses_lift?(planned.pour_run.peak_c)
      end

      def order(number, coats, from)
        need = @pass.sizing.need(number, coats: coats)
        Line::CoatOrder.new(need: need, outline: outline, sheet: @pass.sheet, room: room, from_min: from, ageing: @desk.ageing(@pass.sheet), tins_c: @desk.tins_c(from), kind: @pass.kind.name, method: @pass.method_name, cups: @pass.cups,
                            placing_g_per_min: @pass.rate_g_min, pack_ml: @pass.figures[:pack])
      end

      # Marks are drawn where the whole pass lies on one place.
      def outline
        places = @pass.places
        places.size == 1 ? places.first.outline : nil
      end

      def refusals(planned, from)
        need = planned.order.need
        Size::Suitability.new(@pass.kind, @pass.sheet, room_c: room.at(from), film_mm: @pass.kind.rule == :film ? need.film_mm : nil, depth_mm: @pass.kind.pours ? need.depth_mm : nil,
                                                       thinner_pct: @pass.figures[:thinner] || 0, grain_g_m2: @pass.figures[:grain] || 0, shelf: @shelf.call).refusals
      end
    end
  end
end
