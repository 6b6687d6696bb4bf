# frozen_string_literal: true

# Draws docs/plots: the core against cases solved independently, and a cup as it runs away.
require "erubi"
require "fileutils"
require "json"
require_relative "../core/dakren"
require_relative "../app/drawings/svg"
require_relative "../app/drawings/ramp"
require_relative "../app/drawings/chart"

# Plots for docs/cure-model.md.
module Plots
  include Dakren

  OUT = File.expand_path("../docs/plots", __dir__)
  CASES = JSON.parse(File.read(File.expand_path("../test/reference/cure_cases.json", __dir__)))
  WIDTH = 560

  module_function

  def mix(kase)
    Cure::Mix.new(Cure::Clock.new(**CASES["sheets"].fetch(kase["sheet"]).transform_keys(&:to_sym)))
  end

  def write(name, chart)
    style = "<style>text{font-family:sans-serif;font-size:11px;fill:#14231e}.t-label{font-weight:600}</style>"
    svg = chart.frame.to_s.sub("<svg ", '<svg xmlns="http://www.w3.org/2000/svg" ')
      .sub(">", ">#{style}<rect width=\"100%\" height=\"100%\" fill=\"#f4f6f4\"/>")
    File.write(File.join(OUT, "#{name}.svg"), "#{svg}\n")
    puts "docs/plots/#{name}.svg"
  end

  # Core up, reference across; on the line where they agree.
  def agreement(name, pairs, range, ticks, unit, log:)
    chart = Drawings::Chart.new(width: WIDTH, height: 420, x: range, y: range, log_x: log, log_y: log,
      label: "#{name}: core against reference")
    chart.across_ticks(ticks.to_h { |tick| [tick, tick.to_s] }, "reference, #{unit}")
    chart.up_ticks(ticks.to_h { |tick| [tick, tick.to_s] })
    chart.curve([[range[0], range[0]], [range[1], range[1]]])
    pairs.each do |expected, got|
      chart.svg.tag(:circle, cx: chart.across(expected), cy: chart.up(got), r: 4, fill: "none", stroke: Drawings::Ramp::INK,
        stroke_width: 1.6)
    end
    worst = pairs.map { |expected, got| log ? 100 * ((got / expected) - 1).abs : (got - expected).abs }.max
    chart.svg.text(70, 30, format("%d cases, largest difference %.2g %s", pairs.size, worst, log ? "%" : "°C"), class: "t-label")
    write(name, chart)
  end

  def times
    pairs = CASES["cups"].map { |kase| [kase["usable_min"], cup(kase).usable_min] }
    pairs += CASES["spreads"].map do |kase|
      [kase["left_as_film_min"], mix(kase).left(spread_at_min: kase["spread_at_min"], **place(kase)).as_film_min]
    end
    pairs += CASES["films"].map do |kase|
      [kase["reached_min"], mix(kase).film(Cure::Profile.new(kase["profile"])).reached_min(kase["age_min"])]
    end
    agreement("times", pairs, [10, 10_000], [10, 30, 100, 300, 1000, 3000, 10_000], "minutes", log: true)
  end

  def peaks
    pairs = CASES["cups"].map { |kase| [kase["peak_c"], cup(kase).peak_c] }
    pairs += CASES["pours"].map do |kase|
      [kase["peak_c"], mix(kase).pour(depth_mm: kase["depth_mm"], start_c: kase["start_c"], room: Cure::Profile.constant(kase["room_c"]),
        wall_mm: kase["wall_mm"], wall_w_mk: kase["wall_w_mk"]).peak_c]
    end
    agreement("peaks", pairs, [0, 250], [0, 50, 100, 150, 200, 250], "°C", log: false)
  end

  def place(kase)
    { mass_g: kase["mass_g"], start_c: kase["start_c"], room_c: kase["room_c"], diameter_mm: kase["cup_diameter_mm"] }
  end

  def cup(kase)
    mix(kase).cup(**place(kase))
  end

  def runaway
    chart = Drawings::Chart.new(width: WIDTH, height: 300, x: [0, 110], y: [15, 240], label: "Temperature of cups left standing", right: 90)
    chart.across_ticks((0..100).step(20).to_h { |minute| [minute, minute.to_s] }, "minutes after the parts met, room 22 °C")
    chart.up_ticks([50, 80, 120, 200].to_h { |temp| [temp, "#{temp} °C"] })
    { 50 => "50 g", 200 => "200 g", 1000 => "1 kg" }.each do |mass, name|
      run = mix(CASES["cups"][0]).cup(mass_g: mass, start_c: 22, room_c: 22)
      points = run.track.map { |minute, temp, _| [minute, temp] }.select { |minute, _| minute <= 110 }
      chart.curve(points)
      chart.svg.text(chart.across(run.peak_min) - 14, chart.up(run.peak_c) - 4, name)
    end
    write("runaway", chart)
  end
end

FileUtils.mkdir_p(Plots::OUT)
Plots.times
Plots.peaks
Plots.runaway
