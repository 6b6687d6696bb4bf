# frozen_string_literal: true

module Dakren
  module Demo
    # What stands on the demo shop's shelf, and what it measures with. Every resin is invented.
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
        lowest_c: 10, highest_c: 35, inert_pct: 30, looks: "paste", mix_cup_min: 2, purposes: %w[bond fill] },
      { resin: "Sillmaker wood filler", hardener: "filler", ratio_by: "weight", ratio_resin: 16, ratio_hardener: 1,
        resin_density_g_ml: 1.65, hardener_density_g_ml: 1.08, reference_temp_c: 21, pot_life_min: 9, pot_mass_g: 80, working_min: 14,
        stages: { sandable: [55, 80], handle: [90, 120], full: [1 * DAY, 1 * DAY] },
        lowest_c: 5, highest_c: 30, inert_pct: 55, mix_cup_min: 1, purposes: %w[fill] },
      { resin: "Lens mounting resin", hardener: "mounting", ratio_by: "weight", ratio_resin: 100, ratio_hardener: 12.5,
        resin_density_g_ml: 1.16, hardener_density_g_ml: 0.96, reference_temp_c: 23, pot_life_min: 45, pot_mass_g: 50, working_min: 110,
        stages: { sandable: [9 * HOUR, 12 * HOUR], demould: [8 * HOUR, 10 * HOUR], full: [2 * DAY, 3 * DAY] },
        lowest_c: 18, highest_c: 40, mix_cup_min: 3, purposes: %w[mount] },
      { resin: "Granite primer", hardener: "primer", ratio_by: "volume", ratio_resin: 2, ratio_hardener: 1,
        resin_density_g_ml: 1.12, hardener_density_g_ml: 1.0, reference_temp_c: 20, pot_life_min: 45, pot_mass_g: 500, working_min: 75,
        stages: { recoat_opens: [6 * HOUR, 8 * HOUR], recoat_closes: [24 * HOUR, 36 * HOUR], sandable: [16 * HOUR, 20 * HOUR],
                  handle: [14 * HOUR, 18 * HOUR], full: [7 * DAY, 7 * DAY] },
        lowest_c: 8, highest_c: 30, mix_cup_min: 3, mix_pail_min: 4, moisture_most_pct: 4, purposes: %w[floor coat] }
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
  end
end
