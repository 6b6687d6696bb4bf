# frozen_string_literal: true

module Dakren
  module Demo
    # The jobs on hand.
    module Jobs
      def self.figure(typed, bare)
        { "typed" => typed, "bare" => bare }
      end
      private_class_method :figure

      # Rows of figures in one unit.
      def self.rows(list, *bare)
        list.map { |row| row.each_with_index.map { |typed, i| figure(typed, bare[i] || bare.last) } }
      end
      private_class_method :rows

      CLEAR = ["Stillwater clear coat", "clear"].freeze

      # The jobs on hand: name, working days from today and hour of day, and what was typed; under_way and done: the task that is on the
      # work already.
      # A list at a sheet field names it.
      ALL = [
        ["Seed samples in small blocks", [4, 13],
          { "p1-form" => "cavity", "p1-bottom" => figure("38", "mm"), "p1-rim" => figure("44", "mm"), "p1-height" => figure("25", "mm"),
            "p1-count" => figure("12", nil), "p1-name" => "sample moulds",
            "c1-kind" => "cups", "c1-sheet" => ["Lens mounting resin", "mounting"], "room" => figure("21", "C") }],
        ["Weather mast, scarfed patch", [-1, 10],
          { "p1-form" => "damage", "p1-name" => "cracked mast foot", "p1-hole_length" => figure("60", "mm"),
            "p1-thickness" => figure("4", "mm"), "room" => figure("19", "C"),
            "places" => %w[p1 p2], "p2-name" => "backing plate", "p2-shapes" => %w[s1], "p2-s1-length" => figure("140", "mm"),
            "p2-s1-width" => figure("140", "mm"),
            "p2-ground" => "foam", "tasks" => %w[c2 c3 c1],
            "c1-kind" => "scarf", "c1-sheet" => ["Reedmark L20 laminating", "medium"], "c1-backing" => "yes", "c1-places" => %w[p1],
            "c1-cloths" => [[figure("450", "g/m2"), figure("1", nil), figure("±45", nil)]],
            "c1-after" => %w[c3], "c1-after_until" => "hard",
            "c2-kind" => "laminate", "c2-sheet" => ["Reedmark L20 laminating", "medium"], "c2-places" => %w[p2],
            "c2-cloths" => [[figure("450", "g/m2"), figure("2", nil), figure("0/90", nil)]],
            "c2-note" => "on a waxed board, peel ply over it; cut to 140 mm while green",
            "c3-kind" => "bond", "c3-sheet" => ["Cobble bonding paste", "paste"], "c3-powder" => "none", "c3-places" => %w[p2],
            "c3-after" => %w[c2], "c3-after_until" => "hard", "c3-note" => "pulled up behind the hole by a wire, held till morning" },
          under_way: "c2"],
        ["Instrument cowl, flax skin", [1, 8],
          { "p1-form" => "cone", "p1-name" => "cowl mould", "p1-diameter" => figure("420", "mm"), "p1-top" => figure("260", "mm"),
            "p1-height" => figure("310", "mm"), "room" => figure("20", "C"),
            "c1-kind" => "laminate", "c1-fibre" => "flax", "c1-sheet" => ["Reedmark L20 laminating", "slow"],
            "c1-blend_with" => ["Reedmark L20 laminating", "medium"], "c1-blend_share" => figure("30", nil),
            "c1-cloths" => [[figure("200", "g/m2"), figure("2", nil), figure("0/90", nil)],
              [figure("300", "g/m2"), figure("2", nil), figure("±45", nil)]] }],
        ["Bench brackets, bond and fillet", [3, 13],
          { "p1-name" => "bracket feet", "p1-s1-length" => figure("120", "mm"), "p1-s1-width" => figure("80", "mm"),
            "p1-s1-count" => figure("6", nil), "p1-s1-dx" => figure("200", "mm"),
            "places" => %w[p1 p2], "p2-form" => "joint", "p2-name" => "round the feet", "p2-length" => figure("2.4 m", "mm"),
            "room" => figure("19", "C"), "tasks" => %w[c1 c2 c3],
            "c1-kind" => "primer", "c1-sheet" => ["Reedmark L20 laminating", "medium"], "c2-kind" => "bond",
            "c2-sheet" => ["Cobble bonding paste", "paste"], "c2-powder" => "none",
            "c3-kind" => "fillet", "c3-sheet" => ["Reedmark L20 laminating", "medium"], "c3-radius" => figure("8", "mm") }],
        ["Window sill, rotted corner", [0, 15],
          { "p1-form" => "void", "p1-name" => "rotted corner", "p1-s1-shape" => "polygon", "p1-edge" => "sloping",
            "p1-piece" => figure("45", "mm"), "room" => figure("17", "C"),
            "p1-s1-corners" => rows([%w[0 0], %w[140 0], %w[150 60], %w[60 85], %w[0 70]], "mm"),
            "p1-soundings" => rows([%w[40 30 18], %w[90 35 26], %w[60 60 12]], "mm"),
            "c1-kind" => "fill", "c1-known" => "yes", "c1-coats" => figure("4", nil), "c1-sheet" => ["Sillmaker wood filler", "filler"] }],
        ["Live-edge shelf, river to trace", [4, 9],
          { "p1-form" => "void", "p1-name" => "river", "p1-depth" => figure("30", "mm"), "p1-piece" => figure("40", "mm"),
            "p1-s1-shape" => "outline", "p1-picture" => "slab.png",
            "p1-picture_scale" => JSON.generate("first" => [60, 66, 460, 66, 800]), "c1-kind" => "cast", "c1-surface" => "hardwood",
            "c1-sheet" => ["Deepholm cast D50", "cast"],
            "room" => figure("22", "C") }],
        ["Seed sample tray, lid coat", [1, 9],
          { "p1-s1-shape" => "circle", "p1-s1-diameter" => figure("340", "mm"), "c1-film" => "8", "c1-film_unit" => "mil",
            "room" => figure("18", "C"), "c1-method" => "graduated", "c1-sheet" => CLEAR }],
        ["Wash-house floor", [2, 14],
          { "p1-s1-shape" => "polygon", "p1-name" => "dry side", "room" => figure("16", "C"), "hours" => "08:00-12:00, 12:30-17:00",
            "p1-s1-corners" => rows([%w[0 0], %w[4200 0], %w[4200 3300], %w[2600 3300], %w[2600 2100], %w[0 2100]], "mm"),
            "places" => %w[p1 p2], "p2-name" => "wet side", "p2-shapes" => %w[s1], "p2-s1-length" => figure("2600", "mm"),
            "p2-s1-width" => figure("1200", "mm"),
            "p1-ground" => "concrete", "p2-ground" => "concrete", "tasks" => %w[c1 c2 c3],
            "c1-kind" => "primer", "c1-film" => "120", "c1-film_unit" => "micron", "c1-surface" => "concrete_bare",
            "c1-spread" => "roller", "c1-pace" => figure("15", "m2/h"), "c1-sheet" => ["Granite primer", "primer"],
            "c1-places" => %w[p1 p2],
            "c2-kind" => "floor", "c2-film" => "250", "c2-film_unit" => "micron", "c2-sheet" => ["Granite floor 210", "floor"],
            "c2-places" => %w[p1 p2], "c3-kind" => "floor", "c3-film" => "250", "c3-film_unit" => "micron",
            "c3-sheet" => ["Granite floor 210", "floor"], "c3-places" => %w[p2], "c3-grain" => figure("800", "g/m2"),
            "c3-note" => "grain on the wet side only, up to the taped edge" }],
        ["Cedar shutters, three clear coats", [0, 9],
          { "p1-name" => "shutters", "p1-s1-length" => figure("3.9 m", "mm"), "p1-s1-width" => figure("1450", "mm"), "c1-film" => "120",
            "c1-film_unit" => "g/m2", "room_mode" => "wave",
            "c1-surface" => "softwood", "c1-spread" => "small_roller", "c1-began_1_1" => "",
            "c1-coats" => figure("3", nil), "night" => figure("16", "C"), "day" => figure("22", "C"), "c1-sheet" => CLEAR }],
        ["Observation desk", [1, 9],
          { "p1-name" => "top", "p1-s1-length" => figure("1860", "mm"), "p1-s1-width" => figure("640", "mm"), "places" => %w[p1 p2],
            "p2-form" => "void", "p2-name" => "channel", "p2-shapes" => %w[s1],
            "p1-shapes" => %w[s1 s2], "p1-s2-shape" => "strip", "p1-s2-sign" => "take", "p1-s2-x" => figure("330", "mm"),
            "p1-s2-y" => figure("265", "mm"),
            "p1-s2-stations" => rows([%w[0 60], %w[300 84], %w[600 110], %w[900 96], %w[1200 70]], "mm"),
            "p2-s1-shape" => "strip", "p2-depth" => figure("24", "mm"),
            "p2-s1-stations" => rows([%w[0 60], %w[300 84], %w[600 110], %w[900 96], %w[1200 70]], "mm"),
            "p2-solids" => [[figure("14", "ml"), figure("18", nil)]], "tasks" => %w[c2 c1 c3],
            "c1-kind" => "cast", "c1-sheet" => ["Deepholm cast D50", "cast"], "c2-kind" => "seal",
            "c2-places" => %w[p1 p2], "c2-sheet" => CLEAR,
            "c3-kind" => "flood",
            "c3-places" => %w[p1 p2], "c3-film" => "1.6", "c3-film_unit" => "mm", "c3-sheet" => ["Tarn table pour", "table"],
            "room" => figure("22", "C"), "tins" => figure("24", "C") }],
        ["Map case lid, clear coat", [-2, 10],
          { "p1-name" => "lid", "p1-s1-length" => figure("620", "mm"), "p1-s1-width" => figure("440", "mm"), "c1-film" => "0.2",
            "c1-film_unit" => "mm", "c1-surface" => "hardwood", "c1-spread" => "brush", "room" => figure("20", "C"), "c1-sheet" => CLEAR },
          done: "c1"]
      ].freeze
    end
  end
end
