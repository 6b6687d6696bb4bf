# frozen_string_literal: true

require_relative "field"
require_relative "field_making"
require_relative "mark_fields"
require_relative "place_forms"
require_relative "own_steps"

module Dakren
  module Document
    # Every field of a job, declared once, by what it belongs to: the job, a place of the piece, a shape of a place,
    # a task over places. Fields of a task are the inputs of its kind of work.
    module Fields
      include MarkFields
      extend MarkFields

      U = Measure::Units
      LENGTH = { kind: :figure, units: U::LENGTH, metric: :mm, us: :in }.freeze
      TEMPERATURE = { kind: :figure, units: U::TEMPERATURE, metric: :C, us: :F, allowed: Check::TEMP_C }.freeze
      PLAIN = { kind: :figure }.freeze
      PERCENT = { kind: :figure, units: U::PERCENT, metric: :%, us: :% }.freeze
      VOLUME = { kind: :figure, units: U::VOLUME, metric: :ml, us: :"fl oz" }.freeze
      HOURS = { kind: :figure, units: U::TIME, metric: :h, us: :h, allowed: 0..86_400 }.freeze
      MINUTES = { kind: :figure, units: U::TIME, metric: :min, us: :min }.freeze
      UNITS = {
        length: LENGTH, cover: { kind: :figure, units: U::COVER, metric: :"g/m2", us: :"oz/yd2" }, percent: PERCENT, volume: VOLUME,
        mass: { kind: :figure, units: U::MASS, metric: :g, us: :oz }, area: { kind: :figure, units: U::AREA, metric: :m2, us: :ft2 },
        area_rate: { kind: :figure, units: U::AREA_RATE, metric: :"m2/h", us: :"ft2/h" },
        length_rate: { kind: :figure, units: U::LENGTH_RATE, metric: :"m/h", us: :"ft/h" },
        count_rate: { kind: :figure, units: U::COUNT_RATE, metric: :"/h", us: :"/h" },
        mass_rate: { kind: :figure, units: U::MASS_RATE, metric: :"g/min", us: :"oz/min" }, minutes: MINUTES,
        allowance: { kind: :figure, units: U::LENGTH + U::PERCENT, metric: :mm, us: :in },
        degrees: PLAIN, count: PLAIN, number: PLAIN
      }.freeze

      FORMS = PlaceForms::ALL.transform_values(&:label).freeze
      SHAPES = ShapeForms::ALL.transform_values(&:label).freeze
      FILM_UNITS = { "mm" => "mm", "micron" => "micron", "mil" => "mil", "in" => "in", "g/m2" => "g/m²", "oz/yd2" => "oz/yd²",
                     **Measure::Coverage::ALL.transform_values(&:label) }.freeze
      ROOMS = { "steady" => "constant", "wave" => "day and night", "points" => "set points", "csv" => "pasted list",
                "weather" => "forecast" }.freeze
      MODES = { "start" => "from the start", "back" => "back from a deadline" }.freeze
      CHAINS = { "no" => "ignore", "yes" => "avoid clashes" }.freeze
      SECTION_BY = { "day" => "as many as the day asks", "batch" => "one batch each" }.freeze
      LEFT = { "no" => "somebody is there while it is hottest", "yes" => "may be left alone after hours" }.freeze
      YES = { "no" => "no", "yes" => "yes" }.freeze
      SIGNS = { "add" => "added", "take" => "cut out" }.freeze
      XY = Geometry::Polygon::COORDINATE_MM
      # What a coat lies on, as the clock knows it; the first is told by the work itself.
      GROUNDS = { "auto" => "wood or thin mould", **Cure::Wall::GROUNDS.to_h { |name, wall| [name.to_s, wall.label] },
                  "own" => "the shop's own" }.freeze
      ON_GROUND = %w[flat void holes cavity cylinder cone box pool].freeze
      ONLY_VOID = { form: ["void"] }.freeze
      AMOUNT = { kind: :figure, units: U::AMOUNT, metric: :g, us: :oz }.freeze

      extend FieldMaking

      JOB = table [
        word("name", "Name", short: "Name of the job"), word("note", "Note"), word("zone", "Time zone"),
        make("start", "First cup mixed", kind: :time),
        choice("room_mode", "Room", ROOMS, withdraws: true),
        make("room", "Room temperature", short: "Room", asked: { room_mode: ["steady"] }, withdraws: true, **TEMPERATURE),
        make("night", "Coldest at night", short: "Night", asked: { room_mode: ["wave"] }, withdraws: true, **TEMPERATURE),
        make("day", "Warmest by day", short: "Day", hint: "warmest at 15:00", asked: { room_mode: ["wave"] }, withdraws: true,
        **TEMPERATURE),
        make("tins", "Resin temperature", short: "Resin temperature", usual: "same as room", withdraws: true, **TEMPERATURE),
        make("csv", "Room by hours", kind: :list, units: U::TEMPERATURE, metric: :C, us: :F,
          short: "Hours after the start, or day and hour",
          asked: { room_mode: ["csv"] }, withdraws: true),
        make("surface_c", "Surface", usual: "same as room", **TEMPERATURE),
        make("humidity", "Humidity", allowed: Care::Conditions::HUMIDITY_PCT, usual: "not measured", **PERCENT),
        make("moisture", "Moisture of the work", short: "Moisture", allowed: Care::Conditions::MOISTURE_PCT, usual: "not measured",
        **PERCENT),
        rows("points", "Room by points", make("x", "Point %d, hours after the start", short: "after start", **HOURS),
          make("y", "Point %d, temperature", short: "room", **TEMPERATURE), short: "Room temperature after the start", least: 2,
          asked: { room_mode: ["points"] }, withdraws: true),
        choice("mode", "Plan", MODES), make("deadline", "Ready by", kind: :time, asked: { mode: ["back"] }),
        choice("goal", "Optimise for", Plan::GOALS, hint: "which plan is taken where several keep every window"),
        choice("chain", "Other jobs", CHAINS), make("people", "People", allowed: 1..20, **PLAIN), word("hours", "Hours"),
        rows("crew", "Crew", word("name", "Person %d, name", short: "name"), word("does", "Person %d, what they do", short: "can"),
          word("hours", "Person %d, hours", short: "there"), short: "Who is there"),
        choice("turned", "Turned over", Plan::Turning::TURNED),
        word("days_off", "Days off"), choice("every_day", "Work every day", YES), choice("evenings", "Evenings too", YES),
        spells("heats", "Heated", "Spell", "at least", short: "Extra heating", withdraws: true),
        spells("measured", "Measured", "Measured", "it was", short: "Measured room temperatures"),
        make("places", "Places", kind: :ids), make("tasks", "Tasks", kind: :ids)
      ]

      PLACE = of_place(
        choice("form", "What it is", FORMS), word("name", "Name", short: "Called"), make("shapes", "Shapes", kind: :ids),
        word("part", "Part of", usual: "the piece"), choice("side", "Face", Plan::Turning::SIDES),
        make("texture", "Extra for texture", allowed: 0..300, usual: "0",
          asked: { form: PlaceForms::ALL.values.select { |form| form.sort == :surface && form.name != "rod" }.map(&:name) }, **PERCENT),
        length("depth", "Depth", Geometry::Void::DEPTH_MM, asked: { form: %w[void holes] }),
        make("amount", "Amount", **AMOUNT),
        length("piece", "Piece is thick", Geometry::Void::DEPTH_MM, asked: ONLY_VOID),
        length("plane_top", "Planed off on top", 0..500, usual: "0", asked: ONLY_VOID),
        length("plane_under", "Planed off underneath", 0..500, usual: "0", asked: ONLY_VOID),
        choice("edge", "Walls", Geometry::Void::EDGES, asked: ONLY_VOID),
        choice("mean", "Depth average", Geometry::Void::MEANS, asked: ONLY_VOID, hint: "how depth readings become one mean depth"),
        rows("soundings", "Depth readings", length("x", "Depth reading %d, distance along", XY, short: "along"),
          length("y", "Depth reading %d, distance up", XY, short: "up"),
          length("depth", "Depth reading %d, depth", Geometry::Void::SOUNDED_MM, short: "deep"), asked: ONLY_VOID),
        rows("solids", "Embedded objects", make("ml", "Embedded %d, volume", short: "each", allowed: 0.001..10_000_000, **VOLUME),
          make("count", "Embedded %d, how many", short: "how many", allowed: 1..10_000, **PLAIN), short: "Embedded objects",
          asked: ONLY_VOID),
        choice("ground", "Lies on", GROUNDS, asked: { form: ON_GROUND }, withdraws: true),
        length("wall_mm", "Ground is thick", 0.1..1000, asked: { ground: ["own"] }, withdraws: true),
        make("wall_w", "Ground leads heat", short: "It leads, W/m K", allowed: 0.005..500, asked: { ground: ["own"] }, withdraws: true,
        **PLAIN),
        make("wall_c", "Ground takes heat", short: "It takes, MJ/m³ K", allowed: 0.001..10, asked: { ground: ["own"] }, withdraws: true,
        **PLAIN),
        length("channel", "Channel, slot or cell, wide", 0.5..1000, short: "Narrow: wide", usual: "not narrow",
          hint: "a narrow one loses heat to its walls", asked: ONLY_VOID, withdraws: true),
        length("diameter", "Across"), length("top", "Across the other end", 0..1_000_000), length("bottom", "Across the bottom", 1..3000),
        length("rim", "Across the rim", 1..3000), length("length", "Length"), length("width", "Width"), length("height", "Height"),
        rows("levels", "Levels", length("x", "Level %d, long", short: "long"), length("y", "Level %d, deep", short: "deep"),
          short: "Levels from one end"),
        length("strip", "Coated or taped along it, wide", Geometry::Joint::STRIP_MM, usual: "50 mm"),
        length("fill", "Filled to", 0.1..3000, usual: "5 mm below the rim"),
        make("count", "How many", allowed: 1..10_000, usual: "1", **PLAIN),
        length("hole_length", "Hole length or diameter", 1..10_000), length("hole_width", "Hole, wide", 1..10_000, usual: "round"),
        length("thickness", "Laminate thickness", Work::Scarf::THICKNESS_MM),
        word("picture", "Picture"), word("picture_scale", "Scale of the picture")
      )

      SHAPE = of_shape(
        choice("shape", "Shape", SHAPES), choice("sign", "Counts", SIGNS),
        length("length", "Length"), length("width", "Width"),
        make("area", "Area", kind: :figure, units: U::AREA, metric: :m2, us: :ft2, allowed: Geometry::AREA_M2),
        make("sides", "Sides", allowed: Geometry::RegularPolygon::SIDES, **PLAIN),
        length("diameter", "Across"), length("hole", "Hole across", short: "Hole"), length("side_a", "Side a"), length("side_b", "Side b"),
        length("side_c", "Side c"),
        rows("corners", "Corners", length("x", "Corner %d, distance along", XY, short: "along"),
          length("y", "Corner %d, distance up", XY, short: "up"),
          short: "Corners in order round the edge", least: 3),
        rows("stations", "Stations", length("x", "Station %d, distance along", XY, short: "along"),
          length("y", "Station %d, width", 0..1_000_000, short: "width there"), short: "Widths along the strip", least: 2),
        length("x", "Offset right", XY, usual: "0"), length("y", "Offset up", XY, usual: "0"),
        make("turn", "Rotation", short: "Turned, °", allowed: Geometry::Region::TURN_DEG, usual: "0", **PLAIN),
        make("count", "Copies", allowed: 1..Geometry::Region::MOST_REPEATS, usual: "1", **PLAIN),
        make("rows", "In rows", allowed: 1..Geometry::Region::MOST_REPEATS, usual: "near to a square", asked: { count: :told }, **PLAIN),
        length("dx", "Spacing right", XY, usual: "side by side", asked: { count: :told }),
        length("dy", "Spacing up", XY, usual: "side by side", asked: { count: :told }),
        word("loops", "Outline")
      )

      TASK_ROWS = table([
        rows("cloths", "Cloths", make("areal", "Cloth %d, weight", short: "weight", allowed: Work::Cloth::AREAL_G_M2, **UNITS[:cover]),
          make("plies", "Cloth %d, plies", short: "plies", allowed: Work::Cloth::PLIES, **PLAIN),
          word("direction", "Cloth %d, direction", short: "fibre runs"), short: "Cloths, first one down first"),
        rows("front", "Front noted", make("minute", "Front %d, minutes", short: "after", allowed: 0.05..10_000, **MINUTES),
          length("mm", "Front %d, distance", 1..100_000, short: "so far"))
      ])

      TASK = table [
        choice("kind", "Work", Work::Kinds::ALL.transform_values(&:label), withdraws: true),
        make("places", "Covers", kind: :ids, withdraws: true),
        word("sheet", "Resin system", withdraws: true), choice("film_unit", "Unit of the coat", FILM_UNITS, withdraws: true),
        word("blend_with", "Blended with", withdraws: true),
        make("blend_share", "Share of that hardener", allowed: 0..100, usual: "50", withdraws: true, **PERCENT),
        word("method", "Measured by"), word("cup", "Mixed in"), choice("known", "I know", YES), choice("skip", "Skipped", YES),
        choice("school", "Recoat method", Plan::SCHOOLS, hint: "how each further coat is made to bond"),
        make("sections", "In sections", allowed: 1..40, usual: "as the day allows",
        **PLAIN),
        make("after", "Waits for", kind: :ids), choice("after_until", "Wait until that is", Plan::GATES),
        make("hands", "People on it", allowed: 1..20, usual: "all there are", **PLAIN),
        make("most", "At most a batch", usual: "as it fits", hint: "weight, volume, strokes or packs", kind: :figure, metric: :g, us: :oz,
          units: U::AMOUNT + U::COUNTED),
        make("short", "Whole counts may miss the need by", usual: "3", allowed: 0..20,
          hint: "strokes, drops, packs: what they may fall short", **PERCENT),
        make("cure_c", "Cured warm at", usual: "not", **TEMPERATURE, allowed: Plan::WarmCure::AT_C),
        make("cure_time", "held for", usual: "4 h", **HOURS, allowed: Plan::WarmCure::SOAK_MIN, asked: { cure_c: :told }),
        make("cure_ramp", "brought up by", usual: "10 °C an hour", allowed: Plan::WarmCure::RAMP_C_H, asked: { cure_c: :told },
          kind: :figure, units: U::WARMING, metric: :"C/h", us: :"F/h"),
        choice("section_by", "Sections", SECTION_BY), choice("left", "While it cures, after hours", LEFT),
        make("service", "Max service temperature", usual: "not hot", **TEMPERATURE, allowed: Plan::Service::SERVICE_C),
        make("steps", "Steps", kind: :names),
        *OwnSteps.fields,
        word("note", "Note"),
        *Plan::WorkSteps::ALL.each_value.map { |step| make("m_#{step.name}", step.label.capitalize, allowed: 0..1440, **MINUTES) },
        *Work::Kinds::INPUTS.each_value.map { |input| of_input(input) }
      ]

      ID = /[pcs]\d{1,6}/
      KEY = /\A(?:(?<place>p\d{1,6})-(?:(?<shape>s\d{1,6})-)?|(?<task>c\d{1,6})-)?(?<name>[a-z_0-9]+)\z/

      # Keys of late: a page asks for each of them many times.
      FOUND = Memo.new(4000)

      module_function

      # @param prefix [String] of a part's keys: "", "p1-", "p1-s2-" or "c1-"
      # @return [Hash{String=>Field}] what that part has, by its own names
      def table(prefix)
        case prefix
        when "" then JOB
        when /\Ac/ then TASK
        else prefix.include?("s") ? SHAPE : PLACE
        end
      end

      # @param key [String] of a document, e.g. "name", "p1-depth", "p1-s2-length", "c1-film"
      # @return [Field, nil]
      def of(key)
        FOUND.recall(key) { found(key) }
      end

      def found(key)
        match = KEY.match(key) or return
        table = if match[:shape] then SHAPE
                elsif match[:place] then PLACE
                elsif match[:task] then return TASK[match[:name]] || mark(match[:name]) || not_before(match[:name]) || took(match[:name])
                else JOB
                end
        table[match[:name]]
      end
    end
  end
end
