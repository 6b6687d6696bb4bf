# frozen_string_literal: true

# A coat's whole plan with every figure, before and after an edit, by the size of the piece.
puts "plan"
ratio = Dakren::Measure::Ratio.new(by: :volume, resin: 2, hardener: 1, resin_density_g_ml: 1.14, hardener_density_g_ml: 0.99)
sheet = Dakren::Sheet.new(resin: "Clear", hardener: "slow", ratio: ratio, purposes: [:coat], lowest_c: 16,
                          clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, heat_j_g: 380 },
                          stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [960, 1320], full: [8640, 11_520] })
work = lambda do |length, film|
  order = Dakren::Line::CoatOrder.coat(outline: Dakren::Size::Rectangle.new(length_mm: length, width_mm: 900), cover: Dakren::Size::Cover.new(film_mm: film), sheet: sheet,
                                       room: Dakren::Cure::Profile.daily_wave(low_c: 17, high_c: 23, days: 60), tins_c: 20)
  plan = Dakren::Line::CoatPlan.new(order)
  figures = Dakren::Line::CoatFigures.new(plan)
  Dakren::Cure::STAGE_NAMES.each { |name| figures.stage(name) }
  [figures.usable, figures.working, Dakren::Line::Lane.new(plan).stretches, Dakren::Care::CoatCautions.new(plan).all]
end
[1000, 10_000, 100_000].each do |length|
  Bench.line("a coat of #{length / 1000} m x 0.9 m, never seen before", Bench.median_ms(9) { |i| work.call(length + i, 0.3) })
end
Bench.line("the same coat again", Bench.median_ms(31) { work.call(1000, 0.3) })
Bench.line("a thick flood, never seen before", Bench.median_ms(5) { |i| work.call(1000, 4 + (i * 0.1)) })
