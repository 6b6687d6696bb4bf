# frozen_string_literal: true

module Dakren
  module Desk
    # A job as it was typed: the fields of the job sheet, declared once, from form to document and back.
    #
    # A document is a plain Hash kept as JSON: words as strings, figures as { typed, bare }, lists as rows of figures.
    module JobDocument
      # kind: :word, :choice or :figure; units and the bare unit of each system for figures.
      Field = Value.define(:name, :label, :kind, units: [].freeze, metric: nil, us: nil, choices: nil, allowed: nil)

      SHAPES = { "rectangle" => "rectangle", "circle" => "circle", "ring" => "ring", "ellipse" => "ellipse", "triangle" => "triangle", "regular" => "regular polygon",
                 "strip" => "strip by widths", "polygon" => "by its corners" }.freeze
      SURFACES = Size::Drink::SURFACES.transform_values(&:label).freeze
      SPREADERS = Size::Drink::TOOLS.transform_values(&:label).freeze
      FILM_UNITS = { "mm" => "mm", "micron" => "micron", "mil" => "mil", "g/m2" => "g/m²", "oz/yd2" => "oz/yd²" }.freeze
      ROOMS = { "steady" => "steady", "wave" => "day and night", "points" => "by points" }.freeze

      LENGTH = { kind: :figure, units: Measure::Units::LENGTH, metric: :mm, us: :in }.freeze
      TEMPERATURE = { kind: :figure, units: Measure::Units::TEMPERATURE, metric: :C, us: :F, allowed: Check::TEMP_C }.freeze

      FIELDS = [
        Field.new(name: "name", label: "Job", kind: :word),
        Field.new(name: "shape", label: "Shape", kind: :choice, choices: SHAPES),
        Field.new(name: "length", label: "Length", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "width", label: "Width", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "diameter", label: "Across", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "hole", label: "Hole across", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "side_a", label: "Side a", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "side_b", label: "Side b", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "side_c", label: "Side c", **LENGTH, allowed: Size::SIDE_MM),
        Field.new(name: "sides", label: "Sides", kind: :figure, allowed: Size::RegularPolygon::SIDES),
        Field.new(name: "surface", label: "Surface", kind: :choice, choices: SURFACES),
        Field.new(name: "drink", label: "Drinks", kind: :figure, units: Measure::Units::COVER, metric: :"g/m2", us: :"oz/yd2", allowed: Size::Drink::G_M2),
        Field.new(name: "spread", label: "Spread with", kind: :choice, choices: SPREADERS),
        Field.new(name: "film", label: "Coat", kind: :film, units: Measure::Units::LENGTH + Measure::Units::COVER),
        Field.new(name: "film_unit", label: "Unit of the coat", kind: :choice, choices: FILM_UNITS),
        Field.new(name: "sheet", label: "Sheet", kind: :word),
        Field.new(name: "room_mode", label: "Room", kind: :choice, choices: ROOMS),
        Field.new(name: "room", label: "Room temperature", **TEMPERATURE),
        Field.new(name: "night", label: "Coldest at night", **TEMPERATURE),
        Field.new(name: "day", label: "Warmest by day", **TEMPERATURE),
        Field.new(name: "tins", label: "Tins at", **TEMPERATURE),
        Field.new(name: "method", label: "Measured by", kind: :word),
        Field.new(name: "cup", label: "Mixed in", kind: :word),
        Field.new(name: "heat_known", label: "I know", kind: :choice, choices: { "no" => "no", "yes" => "yes" }),
        Field.new(name: "start", label: "First cup mixed", kind: :word)
      ].to_h { |field| [field.name, field] }.freeze

      # Rows of figures: corners of a polygon, points of a room profile.
      LISTS = {
        "corners" => [Field.new(name: "x", label: "Corner %d, along", **LENGTH, allowed: Size::Polygon::COORDINATE_MM),
                      Field.new(name: "y", label: "Corner %d, up", **LENGTH, allowed: Size::Polygon::COORDINATE_MM)],
        "stations" => [Field.new(name: "x", label: "Station %d, along", **LENGTH, allowed: Size::Polygon::COORDINATE_MM),
                       Field.new(name: "y", label: "Station %d, width", **LENGTH, allowed: (0..1_000_000))],
        "points" => [Field.new(name: "x", label: "Point %d, hours after the start", kind: :figure, units: Measure::Units::TIME, metric: :h, us: :h, allowed: 0..86_400),
                     Field.new(name: "y", label: "Point %d, temperature", **TEMPERATURE)]
      }.freeze
      MOST_ROWS = 500
      LONGEST = 20_000

      module_function

      # @param shop_temp_c [Numeric]
      # @param start [String] "2026-11-24T09:00"
      # @return [Hash] a job nobody has typed anything into yet
      def blank(shop_temp_c:, start:)
        { "name" => "", "shape" => "rectangle", "film_unit" => "mm", "sheet" => "", "room_mode" => "steady",
          "room" => { "typed" => Check.plain(shop_temp_c), "bare" => "C" }, "method" => "scale", "cup" => "auto",
          "start" => start, "surface" => "sealed", "spread" => "none", "corners" => [], "stations" => [], "points" => [] }
      end

      # @param params [Hash] the submitted form
      # @param page [String] unit system the page spoke: "metric" or "us"
      # @param before [Hash] the document as the page showed it
      # @return [Hash] the document as it is now typed
      def from_form(params, page:, before:)
        document = FIELDS.values.to_h { |field| [field.name, from_field(field, params, page, before)] }
        LISTS.each { |name, columns| document[name] = rows(params[name], columns, page, before[name]) }
        document.compact
      end

      # What two devices typed, put together: a field changed here wins over what it was, a field
      # changed there stays.
      #
      # @param base [Hash] what this device started from
      # @param mine [Hash] what it sent
      # @param theirs [Hash] what is kept by now
      # @return [Array(Hash, Array<String>)] the document, and names of fields both have changed
      def merge(base, mine, theirs)
        both = []
        merged = (FIELDS.keys + LISTS.keys).to_h do |name|
          next [name, theirs[name]] if mine[name] == base[name] || mine[name] == theirs[name]

          both << name if theirs[name] != base[name]
          [name, mine[name]]
        end
        [merged.compact, both]
      end

      # Unit a bare number means in a field of this page.
      def bare(field, page)
        page == "us" ? field.us : field.metric
      end

      def from_field(field, params, page, before)
        typed = text(params[field.name])
        return typed || before[field.name] if %i[word film].include?(field.kind)
        return field.choices.key?(typed) ? typed : before[field.name] if field.kind == :choice

        typed.nil? ? before[field.name] : kept(typed, field, page, before[field.name])
      end

      # An untouched figure keeps the unit it was typed in, even on a page that speaks other units.
      def kept(typed, field, page, before)
        old = Entry.kept(before)
        unit = bare(field, page)
        return before if before && old.shown(unit) == typed

        Entry.new(typed: typed, bare: unit).to_kept
      end

      def rows(raw, columns, page, before)
        raw = raw.sort_by { |key, _| key.to_i }.map(&:last) if raw.is_a?(Hash)
        return before || [] unless raw.is_a?(Array)

        list = raw.first(MOST_ROWS).grep(Hash).map.with_index { |row, i| row_of(row, columns, page, before&.at(i)) }
        list.pop while list.any? && list.last.all? { |entry| Entry.kept(entry).blank? }
        list
      end

      def row_of(row, columns, page, before)
        columns.each_with_index.map { |field, j| kept(text(row[field.name]).to_s, field, page, before&.at(j)) }
      end

      def text(value)
        value.is_a?(String) ? value[0, LONGEST] : nil
      end
      private_class_method :from_field, :kept, :rows, :row_of, :text
    end
  end
end
