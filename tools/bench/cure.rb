# frozen_string_literal: true

# The cure clock: cup, band, pour, calibrations, a whole sheet's charts; how work grows with the grid.
include Dakren::Cure # rubocop:disable Style/MixinUsage

laminating = Clock.new(reference_temp_c: 25, pot_life_min: 32, pot_mass_g: 100, working_min: 75)
deep = Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, mixed_density_g_ml: 1.09)
mix = Mix.new(laminating)
body = Mix.new(deep).body

puts "cure"
at = { mass_g: 500, start_c: 22, room_c: 22, diameter_mm: 110 }
Bench.line("cup run, 500 g to its peak", Bench.median_ms(101) { Mix::CUPS.clear && mix.cup(**at) }, 3)
Bench.line("its band, from one run", Bench.median_ms(101) { Mix::BANDS.clear && mix.usable_band(**at) }, 3)

pour = lambda do |nodes, depth|
  Pour.new(Mix.new(deep).reaction, body, depth_mm: depth, start_c: 24, room: Profile.constant(24), nodes: nodes).run
end
{ 2 => "film", 45 => "calm", 65 => "hot", 90 => "runs away" }.each do |depth, grade|
  Bench.line("pour on wood, 41 layers, #{depth} mm (#{grade})", Bench.median_ms(15) { pour.call(41, depth) }, 50)
end
base = nil
[11, 21, 41, 81, 161].each do |nodes|
  time = Bench.median_ms(9) { pour.call(nodes, 65) }
  base ||= time
  Bench.line(format("  grows with layers: %3d (x %.1f)", nodes, time / base), time)
end
Bench.line("calibration from pot life and working time", Bench.median_ms(31) { Calibration.worked_out(laminating) }, 40)
Bench.line("calibration from largest depth", Bench.median_ms(5) { Calibration.worked_out(deep) }, 800)

# A shop's clock after one more of its batches, from where it was: 24 cups whose end was seen, 8 that were still runny, 24 stages.
seen = (0...24).map do |i|
  LoggedCup.new(mass_g: 60.0 + (i * 20), start_c: 16.0 + (i % 8), room_c: 17.0 + (i % 6), usable_min: 40.0 - (i / 2.0))
end
open = (0...8).map { |i| LoggedCup.new(mass_g: 80.0 + (i * 30), start_c: 19.0, room_c: 19.0, still_min: 12.0 + i) }
stages = (0...24).map { |i| LoggedFilm.new(age_min: 180.0, minutes: 170.0 + i, room_c: 18.0 + (i % 5)) }
known = Learning.new(laminating, [*seen.drop(1), *open, *stages])
Bench.line("recalibration after a record", Bench.median_ms(5) { Learning.new(laminating, [*seen, *open, *stages], from: known.z) }, 1000)

chart = -> { Curves::TEMPS_C.each { |temp| Curves.new(laminating).usable(temp) } }
forget = -> { [Mix::CUPS, Mix::BANDS, Curves::PEAKS].each(&:clear) }
Bench.line("a sheet's four-temperature chart with its band, first look", Bench.median_ms(9) { forget.call && chart.call }, 150)
Bench.line("a sheet's four-temperature chart, second look", Bench.median_ms(31) { chart.call })
heat = -> { Curves.new(deep).then { |curves| curves.depth_temps_c.each { |temp| curves.peaks(temp) } && curves.peak_band } }
Bench.line("a sheet's heat against depth with its band, first look", Bench.median_ms(5) { forget.call && heat.call }, 300)
Bench.line("a sheet's heat against depth, second look", Bench.median_ms(31) { heat.call })
