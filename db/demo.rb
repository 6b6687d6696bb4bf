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
        stages: { recoat_opens: [80, 110], recoat_closes: [5 * HOUR, 7 * HOUR], sandable: [9 * HOUR, 12 * HOUR], handle: [7 * HOUR, 9 * HOUR],
                  demould: [10 * HOUR, 14 * HOUR], full: [5 * DAY, 7 * DAY] },
        lowest_c: 8, highest_c: 25, heat_j_g: 430, mix_cup_min: 2, mix_pail_min: 5, purposes: %w[laminate coat] },
      { resin: "Reedmark L20 laminating", hardener: "medium", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 30,
        resin_density_g_ml: 1.13, hardener_density_g_ml: 0.97, reference_temp_c: 25, pot_life_min: 32, pot_mass_g: 100, working_min: 75,
        stages: { recoat_opens: [150, 200], recoat_closes: [10 * HOUR, 14 * HOUR], sandable: [18 * HOUR, 24 * HOUR], handle: [12 * HOUR, 16 * HOUR],
                  demould: [20 * HOUR, 26 * HOUR], full: [7 * DAY, 7 * DAY] },
        lowest_c: 12, highest_c: 30, heat_j_g: 425, mix_cup_min: 2, mix_pail_min: 5, purposes: %w[laminate coat] },
      { resin: "Reedmark L20 laminating", hardener: "slow", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 27,
        resin_density_g_ml: 1.13, hardener_density_g_ml: 0.95, reference_temp_c: 25, pot_life_min: 58, pot_mass_g: 100, working_min: 150,
        stages: { recoat_opens: [280, 360], recoat_closes: [18 * HOUR, 26 * HOUR], sandable: [30 * HOUR, 40 * HOUR], handle: [20 * HOUR, 28 * HOUR],
                  demould: [34 * HOUR, 46 * HOUR], full: [7 * DAY, 9 * DAY] },
        lowest_c: 15, highest_c: 35, heat_j_g: 420, mix_cup_min: 2, mix_pail_min: 6, purposes: %w[laminate infuse coat] },
      { resin: "Stillwater clear coat", hardener: "clear", ratio_by: "volume", ratio_resin: 2, ratio_hardener: 1,
        resin_density_g_ml: 1.14, hardener_density_g_ml: 0.99, reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55,
        stages: { recoat_opens: [150, 210], recoat_closes: [8 * HOUR, 12 * HOUR], sandable: [16 * HOUR, 22 * HOUR], handle: [12 * HOUR, 18 * HOUR],
                  full: [6 * DAY, 8 * DAY] },
        lowest_c: 16, highest_c: 30, heat_j_g: 380, activation_kj_mol: 58, mix_cup_min: 4, mix_pail_min: 12, purposes: %w[coat flood] },
      { resin: "Tarn table pour", hardener: "table", ratio_by: "volume", ratio_resin: 1, ratio_hardener: 1,
        resin_density_g_ml: 1.15, hardener_density_g_ml: 1.02, reference_temp_c: 24, pot_life_min: 35, pot_mass_g: 200, working_min: 45,
        second_working_min: 68, second_temp_c: 18,
        max_depth_mm: 6, depth_peak_limit_c: 60,
        stages: { recoat_opens: [4 * HOUR, 5 * HOUR], recoat_closes: [10 * HOUR, 12 * HOUR], sandable: [24 * HOUR, 30 * HOUR], handle: [24 * HOUR, 36 * HOUR],
                  full: [3 * DAY, 7 * DAY] },
        lowest_c: 20, highest_c: 29, heat_j_g: 380, mix_cup_min: 4, mix_pail_min: 8, second_cup_min: 3, purposes: %w[flood coat] },
      { resin: "Deepholm cast D50", hardener: "cast", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 45,
        resin_density_g_ml: 1.11, hardener_density_g_ml: 1.03, reference_temp_c: 25, working_min: 720, max_depth_mm: 50, depth_peak_limit_c: 60,
        stages: { recoat_opens: [16 * HOUR, 20 * HOUR], recoat_closes: [36 * HOUR, 48 * HOUR], sandable: [3 * DAY, 4 * DAY], demould: [2 * DAY, 3 * DAY],
                  full: [9 * DAY, 12 * DAY] },
        lowest_c: 18, highest_c: 27, heat_j_g: 300, mix_cup_min: 6, mix_pail_min: 15, second_cup_min: 3, purposes: %w[cast] },
      { resin: "Granite floor 210", hardener: "floor", ratio_by: "volume", ratio_resin: 3, ratio_hardener: 1,
        resin_density_g_ml: 1.52, hardener_density_g_ml: 1.04, reference_temp_c: 20, pot_life_min: 38, pot_mass_g: 1000, working_min: 60,
        stages: { recoat_opens: [14 * HOUR, 18 * HOUR], recoat_closes: [36 * HOUR, 48 * HOUR], sandable: [24 * HOUR, 30 * HOUR], handle: [20 * HOUR, 26 * HOUR],
                  full: [7 * DAY, 7 * DAY] },
        lowest_c: 10, highest_c: 30, heat_j_g: 300, mix_cup_min: 3, mix_pail_min: 4, purposes: %w[floor] },
      { resin: "Cobble bonding paste", hardener: "paste", ratio_by: "volume", ratio_resin: 1, ratio_hardener: 1,
        resin_density_g_ml: 1.42, hardener_density_g_ml: 1.38, reference_temp_c: 22, pot_life_min: 25, pot_mass_g: 50, working_min: 40,
        stages: { sandable: [8 * HOUR, 12 * HOUR], handle: [6 * HOUR, 8 * HOUR], full: [2 * DAY, 3 * DAY] },
        lowest_c: 10, highest_c: 35, heat_j_g: 300, mix_cup_min: 2, purposes: %w[bond fill] },
      { resin: "Sillmaker wood filler", hardener: "filler", ratio_by: "weight", ratio_resin: 16, ratio_hardener: 1,
        resin_density_g_ml: 1.65, hardener_density_g_ml: 1.08, reference_temp_c: 21, pot_life_min: 9, pot_mass_g: 80, working_min: 14,
        stages: { sandable: [55, 80], handle: [90, 120], full: [1 * DAY, 1 * DAY] },
        lowest_c: 5, highest_c: 30, heat_j_g: 220, mix_cup_min: 1, purposes: %w[fill] },
      { resin: "Lens mounting resin", hardener: "mounting", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 12.5,
        resin_density_g_ml: 1.16, hardener_density_g_ml: 0.96, reference_temp_c: 23, pot_life_min: 45, pot_mass_g: 50, working_min: 110,
        stages: { sandable: [9 * HOUR, 12 * HOUR], demould: [8 * HOUR, 10 * HOUR], full: [2 * DAY, 3 * DAY] },
        lowest_c: 18, highest_c: 40, heat_j_g: 410, mix_cup_min: 3, purposes: %w[mount] }
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

    # The jobs on hand: name, resin and hardener, days from today and hour of day, and what was typed.
    JOBS = [
      ["Seed sample tray, lid coat", "Stillwater clear coat", "clear", [1, 13],
       { "shape" => "circle", "diameter" => figure("340", "mm"), "film" => "8", "film_unit" => "mil", "room" => figure("18", "C"), "method" => "graduated" }],
      ["Wash-house floor, first coat", "Granite floor 210", "floor", [2, 8],
       { "shape" => "polygon", "film" => "250", "film_unit" => "micron", "room" => figure("16", "C"),
         "corners" => [%w[0 0], %w[4200 0], %w[4200 2100], %w[2600 2100], %w[2600 3300], %w[0 3300]].map { |row| row.map { |side| figure(side, "mm") } } }],
      ["Cedar shutters, first clear coat", "Stillwater clear coat", "clear", [0, 9],
       { "length" => figure("3.9 m", "mm"), "width" => figure("1450", "mm"), "film" => "120", "film_unit" => "g/m2", "room_mode" => "wave", "surface" => "softwood",
         "spread" => "small_roller",
         "night" => figure("15", "C"), "day" => figure("21", "C") }],
      ["Observation desk, flood coat", "Tarn table pour", "table", [1, 9],
       { "length" => figure("1860", "mm"), "width" => figure("640", "mm"), "film" => "1.6", "film_unit" => "mm", "room" => figure("22", "C"), "tins" => figure("24", "C") }]
    ].freeze

    module_function

    # Loads the shop into an empty database, once in its life.
    def load_once
      settings = Records::Settings.shop
      return if settings.demo_loaded || Records::Sheet.exists? || Records::Job.exists?

      Records::Base.transaction do
        SHEETS.each { |columns| Records::Sheet.create!(columns.merge(stages: columns[:stages].transform_keys(&:to_s))) }
        TOOLS.each { |kind, name, numbers| Records::Tool.create!(kind: kind, name: name, numbers: numbers) }
        JOBS.each { |job| add(*job) }
        settings.update!(demo_loaded: true, shop_temp_c: 19.0)
      end
    end

    def add(name, resin, hardener, (days, hour), fields)
      sheet = Records::Sheet.find_by!(resin: resin, hardener: hardener)
      start = (Date.today + days).strftime("%Y-%m-%dT") + format("%02d:00", hour)
      blank = Desk::JobDocument.blank(shop_temp_c: 19, start: start)
      Records::Job.new.write(blank.merge("name" => name, "sheet" => sheet.id.to_s, **fields))
    end
    private_class_method :add
  end
end
