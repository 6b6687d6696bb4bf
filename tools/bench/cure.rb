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

chart = -> { Curves::TEMPS_C.each { |temp| Curves.new(laminating).usable(temp) } }
forget = -> { [Mix::CUPS, Mix::BANDS, Curves::PEAKS].each(&:clear) }
Bench.line("a sheet's four-temperature chart with its band, first look", Bench.median_ms(9) { forget.call && chart.call }, 150)
Bench.line("a sheet's four-temperature chart, second look", Bench.median_ms(31) { chart.call })
heat = -> { Curves.new(deep).then { |curves| curves.depth_temps_c.each { |temp| curves.peaks(temp) } && curves.peak_band } }
Bench.line("a sheet's heat against depth with its band, first look", Bench.median_ms(5) { forget.call && heat.call }, 300)
Bench.line("a sheet's heat against depth, second look", Bench.median_ms(31) { heat.call })
