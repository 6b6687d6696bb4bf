# frozen_string_literal: true

# The cure clock: cup, pour, calibrations, a whole sheet's curves; how work grows with the grid.
include Dakren::Cure # rubocop:disable Style/MixinUsage

laminating = Clock.new(reference_temp_c: 25, pot_life_min: 50, pot_mass_g: 100, working_min: 120, heat_j_g: 420)
deep = Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, heat_j_g: 300, mixed_density_g_ml: 1.09)
cup_rate = Calibration.new(laminating).cup_rate_per_s
pour_rate = Calibration.new(deep).pour_rate_per_s
two_days = 48 * 60.0

puts "cure"
cup = lambda do
  vessel = Vessel.new(mass_g: 500, density_g_ml: 1.12, diameter_mm: 110)
  Cup.new(laminating, rate_per_s: cup_rate, vessel: vessel, start_c: 22, room_c: 22).run
end
Bench.line("cup run, 500 g to its peak", Bench.median_ms(101) { cup.call }, 3)

pour = lambda do |nodes, depth|
  Pour.new(deep, rate_per_s: pour_rate, depth_mm: depth, start_c: 24, room: Profile.constant(24), nodes: nodes)
    .run(until_min: two_days) { false }
end
{ 45 => "calm", 65 => "hot", 90 => "runs away" }.each do |depth, grade|
  Bench.line("pour run, 41 nodes, 48 h, #{depth} mm (#{grade})", Bench.median_ms(15) { pour.call(41, depth) }, 50)
end
base = nil
[11, 21, 41, 81, 161].each do |nodes|
  time = Bench.median_ms(9) { pour.call(nodes, 65) }
  base ||= time
  Bench.line(format("  grows with nodes: %3d (x %.1f)", nodes, time / base), time)
end
Bench.line("calibration from pot life", Bench.median_ms(31) { Calibration.new(laminating).cup_rate_per_s }, 40)
Bench.line("calibration from largest depth", Bench.median_ms(9) { Calibration.new(deep).pour_rate_per_s }, 400)

chart = -> { Curves::TEMPS_C.each { |temp| Curves.new(laminating).usable(temp) } }
Bench.line("a sheet's four-temperature chart, first look", Bench.median_ms(9) { Bench.forget && chart.call }, 150)
Bench.line("a sheet's four-temperature chart, second look", Bench.median_ms(31) { chart.call })
heat = -> { Curves.new(deep).then { |curves| curves.depth_temps_c.each { |temp| curves.peaks(temp) } } }
Bench.line("a sheet's heat against depth, first look", Bench.median_ms(5) { Bench.forget && heat.call })
Bench.line("a sheet's heat against depth, second look", Bench.median_ms(31) { heat.call })
