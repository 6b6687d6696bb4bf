# frozen_string_literal: true

module Dakren
  module Document
    # One field of a form. kind: :word, :choice, :figure, :film (kept as typed, its unit beside it), :list (lines of text, kept with
    # the unit their figures had on the page), :ids (a list), :rows, :time (a day and hour);
    # units and the bare unit of each system for figures; columns for rows.
    Field = Value.define(:name, :label, :kind, units: [].freeze, metric: nil, us: nil, choices: nil, allowed: nil, columns: nil, hint: nil)

    # Every field of a job, declared once, by what it belongs to: the job, a place of the piece, a shape of a place,
    # a pass over places. Fields of a pass are the inputs of its kind of work.
    module Fields
      U = Measure::Units
      LENGTH = { kind: :figure, units: U::LENGTH, metric: :mm, us: :in }.freeze
      TEMPERATURE = { kind: :figure, units: U::TEMPERATURE, metric: :C, us: :F, allowed: Check::TEMP_C }.freeze
      PLAIN = { kind: :figure }.freeze
      PERCENT = { kind: :figure, units: U::PERCENT, metric: :%, us: :% }.freeze
      VOLUME = { kind: :figure, units: U::VOLUME, metric: :ml, us: :"fl oz" }.freeze
      UNITS = {
        length: LENGTH, cover: { kind: :figure, units: U::COVER, metric: :"g/m2", us: :"oz/yd2" }, percent: PERCENT, volume: VOLUME,
        mass: { kind: :figure, units: U::MASS, metric: :g, us: :oz }, area: { kind: :figure, units: U::AREA, metric: :m2, us: :ft2 },
        degrees: PLAIN, count: PLAIN, number: PLAIN
      }.freeze

      SHAPES = { "rectangle" => "rectangle", "circle" => "circle", "ring" => "ring", "ellipse" => "ellipse", "triangle" => "triangle",
                 "regular" => "regular polygon",
                 "strip" => "strip by widths", "polygon" => "by its corners", "outline" => "traced or read in" }.freeze
      FORMS = { "flat" => "flat surface", "void" => "void to fill", "cylinder" => "side of a cylinder", "cone" => "side of a cone",
                "box" => "inside of a box",
                "pool" => "stepped pool", "rod" => "rod to wrap", "cavity" => "mould cups", "joint" => "joint or edge",
                "damage" => "hole to repair" }.freeze
      FILM_UNITS = { "mm" => "mm", "micron" => "micron", "mil" => "mil", "g/m2" => "g/m²", "oz/yd2" => "oz/yd²" }.freeze
      ROOMS = { "steady" => "steady", "wave" => "day and night", "points" => "by points", "csv" => "from a list",
                "weather" => "weather desk" }.freeze
      MODES = { "start" => "from a start", "back" => "back from a hand-over" }.freeze
      CHAINS = { "no" => "not minded", "yes" => "kept clear of" }.freeze
      YES = { "no" => "no", "yes" => "yes" }.freeze
      XY = Geometry::Polygon::COORDINATE_MM

      def self.by_name(fields)
        fields.to_h { |field| [field.name, field] }.freeze
      end

      def self.length(name, label, allowed = Geometry::SIDE_MM, **more)
        Field.new(name: name, label: label, allowed: allowed, **LENGTH, **more)
      end

      def self.rows(name, label, *columns)
        Field.new(name: name, label: label, kind: :rows, columns: columns.freeze)
      end

      def self.hour(name, label)
        Field.new(name: name, label: label, kind: :figure, units: U::TIME, metric: :h, us: :h, allowed: 0..86_400)
      end

      # A kind of work's input as a field.
      def self.of_input(input)
        name = input.name.to_s
        case input.unit
        when :film then Field.new(name: name, label: input.label, kind: :film, units: U::LENGTH + U::COVER)
        when :choice then Field.new(name: name, label: input.label, kind: :choice, choices: input.choices)
        when :rows then PASS_ROWS.fetch(name)
        else Field.new(name: name, label: input.label, allowed: input.allowed, hint: input.hint, **UNITS.fetch(input.unit))
        end
      end

      JOB = by_name [
        Field.new(name: "name", label: "Job", kind: :word), Field.new(name: "zone", label: "Time zone", kind: :word),
        Field.new(name: "start", label: "First cup mixed", kind: :word),
        Field.new(name: "room_mode", label: "Room", kind: :choice, choices: ROOMS),
        Field.new(name: "room", label: "Room temperature", **TEMPERATURE),
        Field.new(name: "night", label: "Coldest at night", **TEMPERATURE), Field.new(name: "day", label: "Warmest by day", **TEMPERATURE),
        Field.new(name: "tins", label: "Tins at", **TEMPERATURE),
        Field.new(name: "humidity", label: "Humidity", allowed: Care::Conditions::HUMIDITY_PCT, **PERCENT),
        Field.new(name: "surface_c", label: "Surface", **TEMPERATURE),
        Field.new(name: "moisture", label: "Moisture of the work", allowed: Care::Conditions::MOISTURE_PCT, **PERCENT),
        rows("points", "Room by points", Field.new(name: "x", label: "Point %d, hours after the start", kind: :figure, units: U::TIME,
          metric: :h, us: :h, allowed: 0..86_400),
          Field.new(name: "y", label: "Point %d, temperature", **TEMPERATURE)),
        Field.new(name: "mode", label: "Planned", kind: :choice, choices: MODES),
        Field.new(name: "deadline", label: "Hand over by", kind: :word),
        Field.new(name: "goal", label: "Best at", kind: :choice, choices: Plan::GOALS.transform_keys(&:to_s)),
        Field.new(name: "hours", label: "Hours", kind: :word),
        Field.new(name: "days_off", label: "Days off", kind: :word), Field.new(name: "people", label: "People", allowed: 1..20, **PLAIN),
        Field.new(name: "chain", label: "Other jobs", kind: :choice, choices: CHAINS),
        Field.new(name: "csv", label: "Room by hours", kind: :list, units: U::TEMPERATURE, metric: :C, us: :F),
        rows("heats", "Heated", hour("from", "Spell %d, from, hours after the start"), hour("to", "Spell %d, to"),
          Field.new(name: "temp", label: "Spell %d, temperature", **TEMPERATURE)),
        rows("measured", "Measured", hour("from", "Measured %d, from, hours after the start"), hour("to", "Measured %d, to"),
          Field.new(name: "temp", label: "Measured %d, temperature", **TEMPERATURE)),
        Field.new(name: "places", label: "Places", kind: :ids), Field.new(name: "passes", label: "Passes", kind: :ids)
      ]

      PLACE = by_name [
        Field.new(name: "name", label: "Name", kind: :word), Field.new(name: "form", label: "What it is", kind: :choice, choices: FORMS),
        Field.new(name: "shapes", label: "Shapes", kind: :ids),
        Field.new(name: "texture", label: "Rougher than flat by", allowed: 0..300, **PERCENT),
        length("depth", "Depth", Geometry::Void::DEPTH_MM), length("piece", "Piece is thick", Geometry::Void::DEPTH_MM),
        Field.new(name: "edge", label: "Walls", kind: :choice, choices: Geometry::Void::EDGES.transform_keys(&:to_s)),
        Field.new(name: "mean", label: "Mean", kind: :choice, choices: Geometry::Void::MEANS.transform_keys(&:to_s)),
        rows("soundings", "Soundings", length("x", "Sounding %d, along", XY), length("y", "Sounding %d, up", XY),
          length("depth", "Sounding %d, depth", Geometry::Void::SOUNDED_MM)),
        rows("solids", "Cast in", Field.new(name: "ml", label: "Cast in %d, volume", allowed: 0.001..10_000_000, **VOLUME),
          Field.new(name: "count", label: "Cast in %d, how many", allowed: 1..10_000, **PLAIN)),
        length("diameter", "Across"), length("top", "Across the other end", 0..1_000_000), length("height", "Height"),
        length("length", "Length"), length("width", "Width"),
        rows("levels", "Levels", length("x", "Level %d, long"), length("y", "Level %d, deep")),
        length("bottom", "Across the bottom", 1..3000),
        length("rim", "Across the rim", 1..3000), length("fill", "Filled to", 0.1..3000),
        Field.new(name: "count", label: "How many", allowed: 1..10_000, **PLAIN),
        length("hole_length", "Hole, long or across", 1..10_000), length("hole_width", "Hole, wide", 1..10_000),
        length("thickness", "Laminate is thick", Work::Scarf::THICKNESS_MM),
        Field.new(name: "picture", label: "Picture", kind: :word),
        Field.new(name: "picture_scale", label: "Scale of the picture", kind: :word)
      ]

      SHAPE = by_name [
        Field.new(name: "shape", label: "Shape", kind: :choice, choices: SHAPES),
        Field.new(name: "sign", label: "Counts", kind: :choice, choices: { "add" => "added", "take" => "taken away" }),
        length("length", "Length"), length("width", "Width"), length("diameter", "Across"), length("hole", "Hole across"),
        length("side_a", "Side a"), length("side_b", "Side b"), length("side_c", "Side c"),
        Field.new(name: "sides", label: "Sides", allowed: Geometry::RegularPolygon::SIDES, **PLAIN), length("x", "From the left", XY),
        length("y", "From below", XY),
        Field.new(name: "turn", label: "Turned", allowed: Geometry::Region::TURN_DEG, **PLAIN),
        Field.new(name: "count", label: "Times", allowed: 1..Geometry::Region::MOST_REPEATS, **PLAIN),
        length("dx", "Step along", XY), length("dy", "Step up", XY),
        rows("corners", "Corners", length("x", "Corner %d, along", XY), length("y", "Corner %d, up", XY)),
        rows("stations", "Stations", length("x", "Station %d, along", XY), length("y", "Station %d, width", 0..1_000_000)),
        Field.new(name: "loops", label: "Outline", kind: :word)
      ]

      PASS_ROWS = {
        "cloths" => rows("cloths", "Cloths", Field.new(name: "areal", label: "Cloth %d, weight", allowed: Work::Cloth::AREAL_G_M2,
        **UNITS[:cover]),
          Field.new(name: "plies", label: "Cloth %d, plies", allowed: Work::Cloth::PLIES, **PLAIN),
          Field.new(name: "direction", label: "Cloth %d, direction", kind: :word)),
        "front" => rows("front", "Front noted", Field.new(name: "minute", label: "Front %d, minutes", kind: :figure, units: U::TIME,
          metric: :min, us: :min, allowed: 0.05..10_000),
          length("mm", "Front %d, distance", 1..100_000))
      }.freeze

      PASS = by_name [
        Field.new(name: "kind", label: "Work", kind: :choice, choices: Work::Kinds::ALL.to_h do |name, kind|
          [name.to_s, kind.label]
        end), Field.new(name: "places", label: "Covers", kind: :ids),
        Field.new(name: "sheet", label: "Resin and hardener", kind: :word),
        Field.new(name: "film_unit", label: "Unit of the coat", kind: :choice, choices: FILM_UNITS),
        Field.new(name: "method", label: "Measured by", kind: :word), Field.new(name: "cup", label: "Mixed in", kind: :word),
        Field.new(name: "known", label: "I know", kind: :choice, choices: YES),
        Field.new(name: "skip", label: "Skipped", kind: :choice, choices: YES),
        Field.new(name: "school", label: "Onto the last", kind: :choice, choices: Plan::SCHOOLS.transform_keys(&:to_s)),
        Field.new(name: "sections", label: "In sections", allowed: 1..40, **PLAIN),
        Field.new(name: "wet_out", label: "Cloth is", kind: :choice,
          choices: { "auto" => "as its weight asks", "above" => "wetted from above (light)", "into" => "laid into wet resin (heavy)" }),
        Field.new(name: "service", label: "Hottest in service", **TEMPERATURE, allowed: Plan::Service::SERVICE_C),
        Field.new(name: "steps", label: "Steps", kind: :names),
        *Plan::WorkSteps::ALL.each_value.map do |step|
          Field.new(name: "m_#{step.name}", label: step.label.capitalize, kind: :figure,
            units: U::TIME, metric: :min, us: :min, allowed: 0..1440)
        end,
        *Work::Kinds::INPUTS.each_value.map { |input| of_input(input) }
      ]

      # What really happened to one coat of one section: "c1-began_2_1" is when the second coat of the first section began. A mark
      # names its coat, so that it stays with it whatever is added before or after.
      MARKS = { "began" => "Really began", "finished" => "Last cup on", "soft" => "Witness still soft at" }.freeze
      MARK = /\A(?<what>began|finished|soft)_(?<coat>\d{1,2})_(?<section>\d{1,2})\z/

      ID = /[pcs]\d{1,6}/
      KEY = /\A(?:(?<place>p\d{1,6})-(?:(?<shape>s\d{1,6})-)?|(?<pass>c\d{1,6})-)?(?<name>[a-z_0-9]+)\z/

      module_function

      # @param key [String] of a document, e.g. "name", "p1-depth", "p1-s2-length", "c1-film"
      # @return [Field, nil]
      def of(key)
        match = KEY.match(key) or return
        table = if match[:shape] then SHAPE
                elsif match[:place] then PLACE
                elsif match[:pass] then return PASS[match[:name]] || mark(match[:name])
                else JOB
                end
        table[match[:name]]
      end

      # @param name [String] e.g. "began_2_1"
      # @return [Field, nil]
      def mark(name)
        match = MARK.match(name) or return
        Field.new(name: name, label: "#{MARKS.fetch(match[:what])}, coat #{match[:coat]}", kind: :time)
      end

      # Unit a bare number means in a field of this page.
      def bare(field, page)
        page == "us" ? field.us : field.metric
      end
    end
  end
end
