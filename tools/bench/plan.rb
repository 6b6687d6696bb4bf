# frozen_string_literal: true

# A coat's whole plan with every figure, before and after an edit, by the size of the piece.
puts "plan"
ratio = Dakren::Measure::Ratio.new(by: :volume, resin: 2, hardener: 1, resin_density_g_ml: 1.14, hardener_density_g_ml: 0.99)
sheet = Dakren::Sheet.new(resin: "Clear", hardener: "slow", ratio: ratio, purposes: [:coat], lowest_c: 16,
  clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, heat_j_g: 380 },
  stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [960, 1320], full: [8640, 11_520] })
work = lambda do |length, film|
  order = Dakren::Plan::CoatOrder.coat(outline: Dakren::Geometry::Rectangle.new(length_mm: length, width_mm: 900),
    cover: Dakren::Work::Cover.new(film_mm: film), sheet: sheet,
    room: Dakren::Cure::Profile.daily_wave(low_c: 17, high_c: 23, days: 60), tins_c: 20)
  plan = Dakren::Plan::CoatPlan.new(order)
  figures = Dakren::Plan::CoatFigures.new(plan)
  Dakren::Cure::STAGE_NAMES.each { |name| figures.stage(name) }
  [figures.usable, figures.working, Dakren::Plan::Lane.new(plan).stretches, Dakren::Care::CoatCautions.new(plan).all]
end
[1000, 10_000, 100_000].each do |length|
  Bench.line("a coat of #{length / 1000} m x 0.9 m, never seen before", Bench.median_ms(9) { |i| work.call(length + i, 0.3) })
end
Bench.line("the same coat again", Bench.median_ms(31) { work.call(1000, 0.3) })
Bench.line("a thick flood, never seen before", Bench.median_ms(5) { |i| work.call(1000, 4 + (i * 0.1)) })

# A job of many passes and batches after one edit: what is new is one room temperature, everything else may be remembered.
job = lambda do |passes, width, temp|
  room = Dakren::Cure::Profile.daily_wave(low_c: temp, high_c: temp + 5, start_minute_of_day: 420, days: 60)
  ageing = Dakren::Cure::Ageing.new(sheet, room)
  order = lambda do |_number, _section, at|
    Dakren::Plan::CoatOrder.coat(outline: Dakren::Geometry::Rectangle.new(length_mm: 4000, width_mm: width),
      cover: Dakren::Work::Cover.new(film_mm: 0.3), sheet: sheet, room: room, from_min: at,
      tins_c: room.at(at).round(1), ageing: ageing, people: 2)
  end
  all = Array.new(passes) do |i|
    Dakren::Plan::PassJob.new(id: "p#{i}", label: "coat", places: ["top"], count: 1, order: order, area_m2: 4 * width / 1000.0)
  end
  hours = Dakren::Plan::Hours.read("07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: Time.local(2026, 11, 24, 7))
  Dakren::Plan::Scheduler.new(all, hours: hours).schedule
end
[[3, 900], [6, 2400], [12, 2400], [12, 6000]].each do |passes, width|
  batches = job.call(passes, width, 17).coats.sum { |coat| coat.plan.batches.size }
  Bench.line("#{passes} passes, #{batches} batches, after one edit", Bench.median_ms(7) { |i| job.call(passes, width, 17.01 + (i * 0.37)) })
end

# How often a coat is planned after one edit: thought of at one minute and placed at another, each of those once.
counts = Hash.new(0)
counter = TracePoint.new(:call) do |point|
  if point.method_id == :initialize && point.self.is_a?(Dakren::Plan::CoatPlan)
    counts[point.binding.local_variable_get(:order).from_min] += 1
  end
end
coats = counter.enable { job.call(12, 2400, 19.2) }.coats.size
puts format("%-58s %9.2f plans a coat", "#{coats} coats after one edit", counts.values.sum / coats.to_f)
