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

# A job of many tasks and batches after one edit: what is new is one room temperature, everything else may be remembered.
coat = Dakren::Work::Kinds::ALL.fetch(:coat)
figures = { film: Dakren::Work::Cover.new(film_mm: 0.3) }
hours = Dakren::Plan::Hours.read("07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: Time.local(2026, 11, 24, 7))
wave = ->(temp) { Dakren::Cure::Profile.daily_wave(low_c: temp, high_c: temp + 5, start_minute_of_day: 420, days: 60) }
steady = ->(temp) { Dakren::Cure::Profile.constant(temp + 3) }
job = lambda do |tasks, width, room|
  top = Dakren::Work::Place.new(name: "top", sort: :surface, shape: Dakren::Geometry::Rectangle.new(length_mm: 4000, width_mm: width))
  tasks = Array.new(tasks) do |i|
    Dakren::Plan::Task.new(id: "c#{i}", kind: coat, places: [top], place_ids: ["top"], figures: figures, sheet: sheet)
  end
  Dakren::Plan.of(Dakren::Plan::Job.new(tasks: tasks, room: room, hours: hours, people: 2))
end
sizes = [[3, 900], [6, 2400], [12, 2400], [12, 6000]]
{ "day and night" => wave, "steady" => steady }.each do |name, room|
  sizes.each do |tasks, width|
    batches = job.call(tasks, width, room.call(17)).coats.sum { |one| one.plan.batches.size }
    Bench.line("#{tasks} tasks, #{batches} batches, room #{name}, after one edit",
      Bench.median_ms(7) { |i| job.call(tasks, width, room.call(17.01 + (i * 0.37))) })
  end

  # How often a coat is planned after one edit: in a steady room once at most; else once at the minute it was thought of, and once at
  # the minute it is placed.
  count = 0
  counter = TracePoint.new(:call) { |point| count += 1 if point.method_id == :initialize && point.self.is_a?(Dakren::Plan::CoatPlan) }
  coats = counter.enable { job.call(12, 2400, room.call(19.2)) }.coats.size
  puts format("%-58s %9.2f plans a coat", "#{coats} coats, room #{name}, after one edit", count / coats.to_f)
end

# Looking for the best day: the first answer, what may still be gained by it, and what is left of that after five seconds of looking.
plain = Dakren::Work::Place.new(name: "top", sort: :surface, shape: Dakren::Geometry::Rectangle.new(length_mm: 1000, width_mm: 500))
{ "six coats, a split day, Sunday off" => [6, "07:00-10:40, 15:00-19:00", "Sun"], "six coats, half days" => [6, "09:00-13:00", "Sun"],
  "twelve coats, a long break" => [12, "07:00-10:40, 15:00-19:00", "Sat Sun"] }.each do |name, (count, text, off)|
  open = Dakren::Plan::Hours.read(text, days_off: off, start: Time.local(2026, 11, 26, 7))
  task = Dakren::Plan::Task.new(id: "c1", kind: coat, places: [plain], place_ids: ["top"], figures: figures, sheet: sheet, coats: count)
  looked = lambda do |temp, go_on|
    Dakren::Plan.of(Dakren::Plan::Job.new(tasks: [task], room: steady.call(temp), hours: open, go_on: go_on)).schedule
  end
  looked.call(19.5, nil)
  Bench.line("#{name}: first answer", Bench.median_ms(5) { |i| looked.call(19.9 + (i * 0.03), nil) })
  until_s = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 5
  first, best = [nil, -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) < until_s }].map { |go_on| looked.call(20, go_on) }
  puts format("%-58s %9.1f h gained, %.1f h to the bound%s", "  after looking on", (first.hand_over_min - best.hand_over_min) / 60,
    (best.gain_min || Float::NAN) / 60, best.proved ? ", proved the best" : "")
end
