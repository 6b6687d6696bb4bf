# frozen_string_literal: true

module Dakren
  module Formats
    # Closed outlines in the drawing exchange format as text, of the year 2000, complete as strict readers want it: every table
    # and object has a handle, an owner and its subclass markers.
    class DxfOut
      VERSION = "AC1015"
      MILLIMETRES = 4
      TABLES = %w[VPORT LTYPE LAYER STYLE VIEW UCS APPID DIMSTYLE BLOCK_RECORD].freeze
      SPACES = %w[*Model_Space *Paper_Space].freeze

      # @param figures [Array<NamedOutline>] laid out as they are, mm
      def initialize(figures)
        @figures = figures
        @layers = ["0", *figures.each_with_index.map { |figure, i| "#{i + 1}_#{figure.name.gsub(/[^A-Za-z0-9]+/, "_")[0, 24]}" }]
        @handle = 0
        @records = SPACES.to_h { |name| [name, handle] }
      end

      # @return [String]
      def to_s
        body = [*section("CLASSES"), *section("TABLES", *tables), *section("BLOCKS", *blocks), *section("ENTITIES", *entities),
          *section("OBJECTS", *objects)]
        head = section("HEADER", 9, "$ACADVER", 1, VERSION, 9, "$HANDSEED", 5, handle, 9, "$INSUNITS", 70, MILLIMETRES, 9, "$MEASUREMENT",
          70, 1)
        "#{[*head, *body, 0, "EOF"].join("\n")}\n"
      end

      private

      def handle
        (@handle += 1).to_s(16).upcase
      end

      def section(name, *codes)
        [0, "SECTION", 2, name, *codes, 0, "ENDSEC"]
      end

      def tables
        TABLES.flat_map do |name|
          own = handle
          entries = entries_of(name, own)
          [0, "TABLE", 2, name, 5, own, 330, 0, 100, "AcDbSymbolTable", 70, entries.size,
            *(name == "DIMSTYLE" ? [100, "AcDbDimStyleTable"] : []), *entries.flatten, 0, "ENDTAB"]
        end
      end

      def entries_of(name, owner)
        case name
        when "LTYPE" then %w[ByBlock ByLayer Continuous].map do |line|
          [*entry(name, "Linetype", line, owner), 70, 0, 3, "", 72, 65, 73, 0, 40, 0]
        end
        when "LAYER" then @layers.map { |layer| [*entry(name, "Layer", layer, owner), 70, 0, 62, 7, 6, "Continuous"] }
        when "STYLE" then [[*entry(name, "TextStyle", "Standard", owner), 70, 0, 40, 0, 41, 1, 50, 0, 71, 0, 42, 2.5, 3, "txt", 4, ""]]
        when "APPID" then [[*entry(name, "RegApp", "ACAD", owner), 70, 0]]
        when "BLOCK_RECORD" then SPACES.map { |space| entry(name, "Block", space, owner, own: @records.fetch(space)) }
        else []
        end
      end

      def entry(table, kind, name, owner, own: handle)
        [0, table, 5, own, 330, owner, 100, "AcDbSymbolTableRecord", 100, "AcDb#{kind}TableRecord", 2, name]
      end

      def blocks
        SPACES.flat_map do |space|
          owner = @records.fetch(space)
          [0, "BLOCK", 5, handle, 330, owner, 100, "AcDbEntity", 8, "0", 100, "AcDbBlockBegin", 2, space, 70, 0, 10, 0, 20, 0, 30, 0, 3,
            space, 1, "",
            0, "ENDBLK", 5, handle, 330, owner, 100, "AcDbEntity", 8, "0", 100, "AcDbBlockEnd"]
        end
      end

      def entities
        @figures.each_with_index.flat_map do |figure, i|
          figure.loops.flat_map do |loop|
            [0, "LWPOLYLINE", 5, handle, 330, @records.fetch(SPACES.first), 100, "AcDbEntity", 8, @layers.fetch(i + 1), 100,
              "AcDbPolyline", 90, loop.size, 70, 1,
              *loop.flat_map { |x, y| [10, plain(x), 20, plain(y)] }]
          end
        end
      end

      # The root of all objects, which a file must have.
      def objects
        root = handle
        group = handle
        [0, "DICTIONARY", 5, root, 330, 0, 100, "AcDbDictionary", 281, 1, 3, "ACAD_GROUP", 350, group, 0, "DICTIONARY", 5, group, 330,
          root, 100, "AcDbDictionary", 281, 1]
      end

      def plain(number)
        Check.plain(number.to_f.round(4))
      end
    end
  end
end
