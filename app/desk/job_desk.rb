# frozen_string_literal: true

require "time"

module Dakren
  module Desk
    # A job on the desk: its typed document read into core values, what is still missing, what is wrong,
    # and the plan once everything is there.
    class JobDesk
      NEEDED = { "rectangle" => %w[length], "circle" => %w[diameter], "ring" => %w[diameter], "ellipse" => %w[length], "triangle" => %w[side_a],
                 "regular" => %w[diameter], "strip" => %w[stations], "polygon" => %w[corners] }.freeze
      ROOM_NEEDED = { "steady" => %w[room], "wave" => %w[night day], "points" => %w[points] }.freeze
      NAME_LONGEST = 120
      START = /\A\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/
      YEARS = (2000..2100)
      Problem = Value.define(:field, :label, :says)

      attr_reader :document, :problems, :missing

      # @param document [Hash] see JobDocument
      # @param sheets [#call] from an id to a core Sheet or nil
      # @param tools [ToolShelf] what the shop measures and mixes with
      def initialize(document, sheets:, tools: ToolShelf.new([]))
        @document = document
        @sheets = sheets
        @tools = tools
        @problems = []
        @missing = []
        @values = {}
        read
      end

      def entry(name)
        Entry.kept(document[name])
      end

      def choice(name)
        field = JobDocument::FIELDS.fetch(name)
        field.choices.key?(document[name]) ? document[name] : field.choices.keys.first
      end

      # @return [String, nil] complaint about one field, e.g. "length" or "corners.2.x"
      def problem(field)
        @problems.find { |problem| problem.field == field }&.says
      end

      def name
        document["name"].to_s
      end

      # @return [Time, nil] when the first cup is mixed
      def start
        @values["start"]
      end

      # @return [Object, nil] shape of Size
      def outline
        @values["outline"]
      end

      def sheet
        @values["sheet"]
      end

      # The tool the batch is measured with; nil where any scale or graduated cup will do.
      # @return [Object, nil] of Measure::Tools
      def tool
        @tools.tool(document["method"])
      end

      def method_name
        return ToolShelf.method_of(tool) if tool

        document["method"] == "graduated" ? :graduated : :scale
      end

      # What the chosen tool, or every tool of the shop, makes of this batch.
      # @return [Measure::ToolChoice, nil]
      def tool_choice
        return unless plan && @tools.measuring.any?

        @tool_choice ||= Measure::ToolChoice.new(@tools.measuring, sheet.ratio, tolerance_pct: sheet.tolerance_pct, split: plan.batches.first.split)
      end

      # @return [String] name of the cup, or "auto"
      def cup_choice
        @tools.cups.any? { |cup| cup.name == document["cup"] } ? document["cup"] : "auto"
      end

      def room
        @values["room_profile"]
      end

      def tins_c
        (@values["tins"] || room&.at(0)).to_f
      end

      # @return [Line::CoatPlan, nil] nil while something is missing or wrong
      def plan
        return @plan if defined?(@plan)

        @plan = missing.empty? && problems.empty? ? planned : nil
      end

      # A lift that gets hot or smokes is refused until the builder says so.
      # @return [Line::CoatPlan, nil] the plan that is held back
      attr_reader :held_back

      # What a figure was understood as, where it was typed in another unit than the page speaks.
      # @return [Quantity, nil]
      def understood(name)
        value = @values[name]
        kind = JobDocument::FIELDS[name].units.first&.kind
        return unless value.is_a?(Rational) && kind

        Quantity.new(value: value, unit: { temperature: :c, cover: :"g/m2" }.fetch(kind, :mm))
      end

      private

      def read
        read_name
        read_start
        read_outline
        read_cover
        read_drink
        read_sheet
        read_room
        figure("tins")
      end

      def read_name
        complain("name", "must be at most #{NAME_LONGEST} characters; it has #{name.length}") if name.length > NAME_LONGEST
      end

      def read_start
        text = document["start"].to_s
        return miss("start") if text.empty?

        time = START.match?(text) && Time.local(*text.scan(/\d+/).first(5).map(&:to_i))
        return @values["start"] = time if time && YEARS.cover?(time.year)

        complain("start", "must be a day and hour like 2026-11-24 09:00")
      rescue ArgumentError
        complain("start", "must be a day and hour that exists")
      end

      def read_outline
        case choice("shape")
        when "rectangle" then build_outline(Size::Rectangle, length_mm: figure("length", needed: true), width_mm: figure("width", needed: true))
        when "ellipse" then build_outline(Size::Ellipse, length_mm: figure("length", needed: true), width_mm: figure("width", needed: true))
        when "circle" then build_outline(Size::Circle, diameter_mm: figure("diameter", needed: true))
        when "ring" then build_outline(Size::Ring, diameter_mm: figure("diameter", needed: true), hole_mm: figure("hole", needed: true))
        when "triangle"
          sides = %w[side_a side_b side_c].map { |side| figure(side, needed: true) }
          build_outline(Size::Triangle, sides_mm: sides.all? ? sides : nil)
        when "regular" then build_outline(Size::RegularPolygon, sides: figure("sides", needed: true), across_mm: figure("diameter", needed: true))
        when "strip" then read_rows("stations", 2) { |stations| Size::Strip.new(stations) }
        else read_rows("corners", 3) { |corners| Size::Polygon.new(corners) }
        end
      end

      def build_outline(shape, **sides)
        return if sides.values.any?(&:nil?)

        @values["outline"] = within_area(shape.new(**sides))
      rescue InputError => e
        complain(e.field, e.allowed)
      end

      # A shape given row by row.
      def read_rows(list, least)
        return miss(list) if (document[list] || []).empty?

        before = problems.size
        rows = rows_of(list)
        return if problems.size > before
        return complain(list, "must be at least #{least}; #{rows.size} given") if rows.size < least

        @values["outline"] = within_area(yield(rows))
      rescue InputError => e
        complain(list, e.allowed)
      end

      def within_area(outline)
        return outline if Size::AREA_M2.cover?(outline.area_mm2 / 1e6)

        raise InputError.new(NEEDED.fetch(choice("shape")).first,
                             "makes a piece of #{Check.plain((outline.area_mm2 / 1e6).round(7))} m²; at most 200000 m² can be planned")
      end

      def rows_of(list)
        (document[list] || []).each_with_index.map do |row, i|
          JobDocument::LISTS.fetch(list).each_with_index.map do |field, j|
            read_figure(field, Entry.kept(row[j]), "#{list}.#{i}.#{field.name}", format(field.label, i + 1), needed: true)
          end
        end
      end

      def read_cover
        text = document["film"].to_s
        return miss("film") if text.strip.empty?

        unit = choice("film_unit").to_sym
        value = Measure::Typed.read(text, field: "film", units: JobDocument::FIELDS["film"].units, bare: unit)
        @values["cover"] = cover?(text, unit) ? Size::Cover.new(cover_g_m2: value) : Size::Cover.new(film_mm: value)
      rescue InputError => e
        complain("film", e.allowed)
      end

      # What the surface drinks: as typed, or as such a surface usually does.
      def read_drink
        typed = figure("drink")
        @values["drink_g_m2"] = typed || Size::Drink::SURFACES.fetch(choice("surface")).first_coat_g_m2
        @values["soak_g"] = Size::Drink::TOOLS.fetch(choice("spread")).soak_g
      end

      # Is the coat given as grams on an area?
      def cover?(text, unit)
        Measure::Typed.unit?(text) ? text.match?(%r{/|gsm}i) && text.match?(/g|oz/i) : Measure::Units.named(unit).kind == :cover
      end

      def read_sheet
        id = document["sheet"].to_s
        return miss("sheet") if id.empty?

        @values["sheet"] = @sheets.call(id) || complain("sheet", "is no longer on the shelf: choose another")
      rescue InputError => e
        complain("sheet", "cannot be used: its #{e.field.tr("_", " ")} #{e.allowed}")
      end

      def read_room
        profile = case choice("room_mode")
                  when "steady" then steady_room
                  when "wave" then wave_room
                  else points_room
                  end
        @values["room_profile"] = profile
      rescue InputError => e
        complain("points", e.allowed)
      end

      def steady_room
        temp = figure("room", needed: true)
        temp && Cure::Profile.constant(temp.to_f)
      end

      def wave_room
        low = figure("night", needed: true)
        high = figure("day", needed: true)
        return if low.nil? || high.nil?
        return complain("night", "must not be warmer than the day") if low > high

        minute = start ? (start.hour * 60) + start.min : 540
        Cure::Profile.daily_wave(low_c: low.to_f, high_c: high.to_f, start_minute_of_day: minute, days: 60)
      end

      def points_room
        return miss("points") if (document["points"] || []).empty?

        before = problems.size
        points = rows_of("points")
        problems.size > before ? nil : Cure::Profile.new(points.map { |minute, temp| [minute.to_f, temp.to_f] })
      end

      def figure(name, needed: false)
        read_figure(JobDocument::FIELDS.fetch(name), entry(name), name, JobDocument::FIELDS[name].label, needed: needed)
      end

      def read_figure(field, entry, name, label, needed:)
        return needed ? miss(name, label) : nil if entry.blank?

        @values[name] = Measure::Typed.read(entry.typed, field: name, units: field.units, bare: entry.bare || field.metric, allowed: field.allowed)
      rescue InputError => e
        complain(name, e.allowed, label)
      end

      def planned
        cups = cup_choice == "auto" ? @tools.usual_cups : @tools.cups.select { |kind| kind.name == cup_choice }
        plan = Line::CoatPlan.new(Line::CoatOrder.new(outline: outline, cover: @values["cover"], sheet: sheet, room: room, tins_c: tins_c,
                                                      method: method_name, cups: cups, drink_g_m2: @values["drink_g_m2"], soak_g: @values["soak_g"])).complete
        return plan if choice("heat_known") == "yes" || !plan.pour? || !Cure::Heat.refuses_lift?(plan.pour_run.peak_c)

        @held_back = plan
        nil
      rescue Batch::TooFast => e
        complain("sheet", "is too fast here: #{e.message}. Take a slower hardener, cooler tins or a wider cup")
      rescue InputError => e
        complain(JobDocument::FIELDS.key?(e.field) ? e.field : "film", e.allowed)
      rescue NotSolved => e
        complain("sheet", "gives no answer here: #{e.message}")
      end

      def complain(field, says, label = nil)
        label ||= JobDocument::FIELDS[field]&.label || field.split(".").first.capitalize
        @problems << Problem.new(field: field, label: label, says: says)
        nil
      end

      def miss(field, label = nil)
        @missing << (label || JobDocument::FIELDS[field]&.label || field.capitalize)
        nil
      end
    end
  end
end
