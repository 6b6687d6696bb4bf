# frozen_string_literal: true

module Dakren
  # A lived-in shop to start with: a small workshop fitting out a lakeside field station. Everything in
  # it is invented.
  module Demo
    HOUR = 60
    DAY = 1440

    SHEETS = [
      { resin: "Reedmark L20 laminating", hardener: "fast", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 32,
        resin_density_g_ml: 1.13, hardener_density_g_ml: 0.98, reference_temp_c: 25, pot_life_min: 16, pot_mass_g: 100, working_min: 40,
        stages: { recoat_opens: [80, 110], recoat_closes: [5 * HOUR, 7 * HOUR], sandable: [9 * HOUR, 12 * HOUR],
                  handle: [7 * HOUR, 9 * HOUR],
                  demould: [10 * HOUR, 14 * HOUR], full: [5 * DAY, 7 * DAY] },
        lowest_c: 8, highest_c: 25, mix_cup_min: 2, mix_pail_min: 5, purposes: %w[laminate coat] },
      { resin: "Reedmark L20 laminating", hardener: "medium", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 30,
        resin_density_g_ml: 1.13, hardener_density_g_ml: 0.97, reference_temp_c: 25, pot_life_min: 32, pot_mass_g: 100, working_min: 75,
        stages: { recoat_opens: [150, 200], recoat_closes: [10 * HOUR, 14 * HOUR], sandable: [18 * HOUR, 24 * HOUR],
                  handle: [12 * HOUR, 16 * HOUR],
                  demould: [20 * HOUR, 26 * HOUR], full: [7 * DAY, 7 * DAY] },
        lowest_c: 12, highest_c: 30, mix_cup_min: 2, mix_pail_min: 5, purposes: %w[laminate coat] },
      { resin: "Reedmark L20 laminating", hardener: "slow", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 27,
        resin_density_g_ml: 1.13, hardener_density_g_ml: 0.95, reference_temp_c: 25, pot_life_min: 58, pot_mass_g: 100, working_min: 150,
        stages: { recoat_opens: [280, 360], recoat_closes: [18 * HOUR, 26 * HOUR], sandable: [30 * HOUR, 40 * HOUR],
                  handle: [20 * HOUR, 28 * HOUR],
                  demould: [34 * HOUR, 46 * HOUR], full: [7 * DAY, 9 * DAY] },
        lowest_c: 15, highest_c: 35, service_c: 45, service_cured_c: 82, mix_cup_min: 2, mix_pail_min: 6,
        purposes: %w[laminate infuse coat] },
      { resin: "Stillwater clear coat", hardener: "clear", ratio_by: "volume", ratio_resin: 2, ratio_hardener: 1,
        resin_density_g_ml: 1.14, hardener_density_g_ml: 0.99, reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55,
        stages: { recoat_opens: [150, 210], recoat_closes: [8 * HOUR, 12 * HOUR], sandable: [16 * HOUR, 22 * HOUR],
                  handle: [12 * HOUR, 18 * HOUR],
                  full: [6 * DAY, 8 * DAY] },
        lowest_c: 16, highest_c: 30, activation_kj_mol: 58, thinner_most_pct: 5, mix_cup_min: 4, mix_pail_min: 12,
        purposes: %w[coat flood] },
      { resin: "Tarn table pour", hardener: "table", ratio_by: "volume", ratio_resin: 1, ratio_hardener: 1,
        resin_density_g_ml: 1.15, hardener_density_g_ml: 1.02, reference_temp_c: 24, pot_life_min: 35, pot_mass_g: 200, working_min: 60,
        second_working_min: 94, second_temp_c: 18,
        max_depth_mm: 6, depth_peak_limit_c: 50,
        stages: { recoat_opens: [4 * HOUR, 5 * HOUR], recoat_closes: [10 * HOUR, 12 * HOUR], sandable: [24 * HOUR, 30 * HOUR],
                  handle: [24 * HOUR, 36 * HOUR],
                  full: [3 * DAY, 7 * DAY] },
        lowest_c: 20, highest_c: 29, stage_coat_mm: 6, mix_cup_min: 4, mix_pail_min: 8, second_cup_min: 3, purposes: %w[flood coat] },
      { resin: "Deepholm cast D50", hardener: "cast", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 45,
        resin_density_g_ml: 1.11, hardener_density_g_ml: 1.03, reference_temp_c: 25, working_min: 720, max_depth_mm: 50,
        depth_peak_limit_c: 60,
        stages: { recoat_opens: [16 * HOUR, 20 * HOUR], recoat_closes: [36 * HOUR, 48 * HOUR], sandable: [3 * DAY, 4 * DAY],
                  demould: [2 * DAY, 3 * DAY],
                  full: [9 * DAY, 12 * DAY] },
        lowest_c: 18, highest_c: 27, mix_cup_min: 6, mix_pail_min: 15, second_cup_min: 3, purposes: %w[cast] },
      { resin: "Granite floor 210", hardener: "floor", ratio_by: "volume", ratio_resin: 3, ratio_hardener: 1,
        resin_density_g_ml: 1.52, hardener_density_g_ml: 1.04, reference_temp_c: 20, pot_life_min: 38, pot_mass_g: 1000, working_min: 60,
        stages: { recoat_opens: [14 * HOUR, 18 * HOUR], recoat_closes: [36 * HOUR, 48 * HOUR], sandable: [24 * HOUR, 30 * HOUR],
                  handle: [20 * HOUR, 26 * HOUR],
                  full: [7 * DAY, 7 * DAY] },
        lowest_c: 10, highest_c: 30, inert_pct: 30, mix_cup_min: 3, mix_pail_min: 4, grain_most_g_m2: 3000, moisture_most_pct: 4,
        pack_ml: 10_000, purposes: %w[floor] },
      { resin: "Cobble bonding paste", hardener: "paste", ratio_by: "volume", ratio_resin: 1, ratio_hardener: 1,
        resin_density_g_ml: 1.42, hardener_density_g_ml: 1.38, reference_temp_c: 22, pot_life_min: 25, pot_mass_g: 50, working_min: 40,
        stages: { sandable: [8 * HOUR, 12 * HOUR], handle: [6 * HOUR, 8 * HOUR], full: [2 * DAY, 3 * DAY] },
        lowest_c: 10, highest_c: 35, inert_pct: 30, mix_cup_min: 2, purposes: %w[bond fill] },
      { resin: "Sillmaker wood filler", hardener: "filler", ratio_by: "weight", ratio_resin: 16, ratio_hardener: 1,
        resin_density_g_ml: 1.65, hardener_density_g_ml: 1.08, reference_temp_c: 21, pot_life_min: 9, pot_mass_g: 80, working_min: 14,
        stages: { sandable: [55, 80], handle: [90, 120], full: [1 * DAY, 1 * DAY] },
        lowest_c: 5, highest_c: 30, inert_pct: 55, mix_cup_min: 1, purposes: %w[fill] },
      { resin: "Lens mounting resin", hardener: "mounting", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 12.5,
        resin_density_g_ml: 1.16, hardener_density_g_ml: 0.96, reference_temp_c: 23, pot_life_min: 45, pot_mass_g: 50, working_min: 110,
        stages: { sandable: [9 * HOUR, 12 * HOUR], demould: [8 * HOUR, 10 * HOUR], full: [2 * DAY, 3 * DAY] },
        lowest_c: 18, highest_c: 40, mix_cup_min: 3, purposes: %w[mount] }
    ].freeze

    TOOLS = [
      ["scale", "pocket scale", { resolution_g: 0.1, repeatability_g: 0.1, capacity_g: 1000, auto_off_min: 2 }],
      ["scale", "bench scale", { resolution_g: 1, repeatability_g: 1, capacity_g: 15_000, auto_off_min: 10 }],
      ["scale", "gem scale", { resolution_g: 0.01, repeatability_g: 0.01, capacity_g: 100, auto_off_min: 1 }],
      ["graduated", "600 ml graduated cup", { division_ml: 10, volume_ml: 600 }],
      ["pump", "2 : 1 pumps", { resin_ml: 16, hardener_ml: 8, error_pct: 3 }],
      ["syringe", "10 ml syringes", { division_ml: 0.1, volume_ml: 10 }],
      ["dropper", "lab droppers", { drop_ml: 0.04, scatter_pct: 6 }]
    ].freeze

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

    # The jobs on hand: name, days from today and hour of day, and what was typed. A list at a sheet field names it.
    JOBS = [
      ["Seed samples in small blocks", [3, 9],
        { "p1-form" => "cavity", "p1-bottom" => figure("38", "mm"), "p1-rim" => figure("44", "mm"), "p1-height" => figure("25", "mm"),
          "p1-count" => figure("12", nil), "p1-name" => "sample moulds",
          "c1-kind" => "cups", "c1-sheet" => ["Lens mounting resin", "mounting"], "room" => figure("21", "C") }],
      ["Weather mast, scarfed patch", [2, 10],
        { "p1-form" => "damage", "p1-name" => "cracked mast foot", "p1-hole_length" => figure("60", "mm"),
          "p1-thickness" => figure("4", "mm"), "room" => figure("19", "C"),
          "c1-kind" => "scarf", "c1-sheet" => ["Reedmark L20 laminating", "medium"],
          "c1-cloths" => [[figure("450", "g/m2"), figure("1", nil), figure("±45", nil)]] }],
      ["Instrument cowl, flax skin", [1, 8],
        { "p1-form" => "cone", "p1-name" => "cowl mould", "p1-diameter" => figure("420", "mm"), "p1-top" => figure("260", "mm"),
          "p1-height" => figure("310", "mm"), "room" => figure("20", "C"),
          "c1-kind" => "laminate", "c1-fibre" => "flax", "c1-sheet" => ["Reedmark L20 laminating", "slow"],
          "c1-cloths" => [[figure("200", "g/m2"), figure("2", nil), figure("0/90", nil)],
            [figure("300", "g/m2"), figure("2", nil), figure("±45", nil)]] }],
      ["Bench brackets, bond and fillet", [0, 14],
        { "p1-name" => "bracket feet", "p1-s1-length" => figure("120", "mm"), "p1-s1-width" => figure("80", "mm"),
          "p1-s1-count" => figure("6", nil), "p1-s1-dx" => figure("200", "mm"),
          "places" => %w[p1 p2], "p2-form" => "joint", "p2-name" => "round the feet", "p2-length" => figure("2.4 m", "mm"),
          "room" => figure("19", "C"), "passes" => %w[c1 c2 c3],
          "c1-kind" => "primer", "c1-sheet" => ["Reedmark L20 laminating", "medium"], "c2-kind" => "bond",
          "c2-sheet" => ["Cobble bonding paste", "paste"], "c2-powder" => "none",
          "c3-kind" => "fillet", "c3-sheet" => ["Reedmark L20 laminating", "medium"], "c3-radius" => figure("8", "mm") }],
      ["Window sill, rotted corner", [1, 15],
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
      ["Seed sample tray, lid coat", [1, 13],
        { "p1-s1-shape" => "circle", "p1-s1-diameter" => figure("340", "mm"), "c1-film" => "8", "c1-film_unit" => "mil",
          "room" => figure("18", "C"), "c1-method" => "graduated", "c1-sheet" => CLEAR }],
      ["Wash-house floor, first coat", [2, 8],
        { "p1-s1-shape" => "polygon", "c1-kind" => "floor", "c1-film" => "250", "c1-film_unit" => "micron", "room" => figure("16", "C"),
          "c1-sheet" => ["Granite floor 210", "floor"],
          "p1-s1-corners" => rows([%w[0 0], %w[4200 0], %w[4200 2100], %w[2600 2100], %w[2600 3300], %w[0 3300]], "mm") }],
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
          "p2-solids" => [[figure("14", "ml"), figure("18", nil)]], "passes" => %w[c2 c1 c3],
          "c1-kind" => "cast", "c1-sheet" => ["Deepholm cast D50", "cast"], "c2-kind" => "seal",
          "c2-places" => %w[p1 p2], "c2-sheet" => CLEAR,
          "c3-kind" => "flood",
          "c3-places" => %w[p1 p2], "c3-film" => "1.6", "c3-film_unit" => "mm", "c3-sheet" => ["Tarn table pour", "table"],
          "room" => figure("22", "C"), "tins" => figure("24", "C") }]
    ].freeze

    module_function

    # Loads the shop into an empty database, once in its life.
    def load_once
      settings = Stores::Settings.shop
      return if settings.demo_loaded || Stores::Sheet.exists? || Stores::Job.exists?

      Stores::Base.transaction do
        SHEETS.each { |columns| Stores::Sheet.create!(columns.merge(stages: columns[:stages].transform_keys(&:to_s))) }
        Stores::Shelf.keep_clocks
        TOOLS.each { |kind, name, numbers| Stores::Tool.create!(kind: kind, name: name, numbers: numbers) }
        JOBS.each { |job| add(*job) }
        settings.update!(demo_loaded: true, pretend: true, shop_temp_c: 19.0)
      end
    end

    def add(name, (days, hour), fields)
      start = (Document::Zones.of(nil).today + days).strftime("%Y-%m-%dT") + format("%02d:00", hour)
      blank = Document::JobDocument.blank(shop_temp_c: 19, start: start, zone: Document::Zones.system_name)
      fields = fields.merge("c1-began_1_1" => start) if fields.key?("c1-began_1_1")
      named = fields.to_h do |key, value|
        [key, key.end_with?("-sheet") ? Stores::Sheet.find_by!(resin: value[0], hardener: value[1]).id.to_s : value]
      end
      job = Stores::Job.new
      job.write(blank.merge("name" => name, **named))
      lay_picture(job, named["p1-picture"]) if named["p1-picture"]
    end

    # The demo's own drawn picture, kept with its job as a brought one is.
    def lay_picture(job, file)
      bytes = File.binread(File.join(ROOT, "db", "demo", file))
      kind = Formats::Picture.kind(bytes)
      kept = Stores::Picture.create!(job: job, kind: kind.type, width: kind.width, height: kind.height, bytes: bytes)
      job.write(job.document.merge("p1-picture" => kept.id.to_s))
    end
    private_class_method :add, :lay_picture
  end
end
