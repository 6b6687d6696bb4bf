# frozen_string_literal: true

# Draws docs/plots: the core against cases solved independently, and what a chemist would look at first.
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
  CASES = JSON.parse(File.read(File.expand_path("../test/reference/clock_cases.json", __dir__)))
  WIDTH = 560

  module_function

  def sheet(name)
    Cure::Mix.new(Cure::Clock.new(**CASES["sheets"].fetch(name).transform_keys(&:to_sym)))
  end

  def mix(kase)
    sheet(kase["sheet"]).with(ballast: Cure::Ballast.new(share: kase["inert_share"].to_f, cloth: kase["cloth"] == true))
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

  def place(kase)
    { mass_g: kase["mass_g"], start_c: kase["start_c"], room_c: kase["room_c"], diameter_mm: kase["cup_diameter_mm"] }
  end

  def poured(kase)
    mm, w_mk, mj_m3k = kase["wall"]
    mix(kase).pour(depth_mm: kase["depth_mm"], start_c: kase["start_c"], room: Cure::Profile.constant(kase["room_c"]),
      wall: Cure::Wall.of(mm: mm, w_mk: w_mk, mj_m3k: mj_m3k), wall_start_c: kase["wall_start_c"], plan: plan(kase))
  end

  def plan(kase)
    kase["plan"] && Cure::Footprint.new(**%i[perimeter_m area_m2 side_m2k_w].zip(kase["plan"]).to_h)
  end

  # Six mixes by mass in a cup and by depth on wood, at 22 °C, between two marks of docs/cure-model.md.
  SIX = { "laminating-medium" => "laminating", "laminating-fast" => "fast laminating", "two-pots" => "slow", "table-pour" => "table pour",
          "pot-life-only" => "pot life alone" }.freeze
  TABLE_G = [20, 100, 500, 2000].freeze
  TABLE_MM = [2, 6, 12, 25, 50].freeze
  MARKS = ["<!-- table -->", "<!-- end of the table -->"].freeze

  def table
    names = (SIX.keys + (CASES["sheets"].keys - SIX.keys)).first(6)
    head = ["mix", *TABLE_G.map { |g| "#{g} g in a cup" }, *TABLE_MM.map { |mm| "#{mm} mm on wood" }]
    rows = names.map { |name| [SIX.fetch(name) { name.tr("-", " ") }, *cups_of(name), *pours_of(name)] }
    lines = [head, head.map { "---" }, *rows].map { |cells| "| #{cells.join(" | ")} |" }
    file = File.expand_path("../docs/cure-model.md", __dir__)
    text = File.read(file)
    from, to = MARKS.map { |mark| text.index(mark) }
    File.write(file, "#{text[0...(from + MARKS[0].size)]}\n#{lines.join("\n")}\n#{text[to..]}")
    puts "docs/cure-model.md, its table"
  end

  def cups_of(name)
    TABLE_G.map do |mass|
      run = sheet(name).cup(mass_g: mass, start_c: 22, room_c: 22)
      "#{run.usable_min.round} min, #{run.peak_c.round} °C"
    end
  end

  def pours_of(name)
    TABLE_MM.map { |mm| "#{sheet(name).pour(depth_mm: mm, start_c: 22, room: Cure::Profile.constant(22)).peak_c.round} °C" }
  end

  def times
    pairs = CASES["cups"].map { |kase| [kase["usable_min"], mix(kase).cup(**place(kase)).usable_min] }
    pairs += CASES["pours"].map { |kase| [kase["top_usable_min"], poured(kase).top_usable_min] }
    agreement("times", pairs, [3, 3000], [3, 10, 30, 100, 300, 1000, 3000], "minutes", log: true)
  end

  def peaks
    pairs = CASES["cups"].map { |kase| [kase["peak_c"], mix(kase).cup(**place(kase)).peak_c] }
    pairs += CASES["pours"].map { |kase| [kase["peak_c"], poured(kase).peak_c] }
    agreement("peaks", pairs, [0, 300], [0, 50, 100, 150, 200, 250, 300], "°C", log: false)
  end

  MASSES = Array.new(25) { |i| 5.0 * (2000.0**(i / 24.0)) }.freeze
  MASS_TICKS = [5, 20, 100, 500, 2000, 10_000].to_h { |mass| [mass, "#{mass} g"] }.freeze

  # A laminating mix at 22 °C from a dab to a pail: minutes with their band.
  def minutes_by_mass
    chart = Drawings::Chart.new(width: WIDTH, height: 320, x: [5, 10_000], y: [10, 120], log_x: true, log_y: true,
      label: "Usable minutes against mass")
    chart.across_ticks(MASS_TICKS, "mass in one cup, as deep as wide, 22 °C")
    chart.up_ticks([10, 20, 30, 60, 120].to_h { |tick| [tick, "#{tick} min"] })
    bands = MASSES.map { |mass| [mass, sheet("laminating-medium").usable_band(mass_g: mass, start_c: 22, room_c: 22)] }
    chart.between(bands.map { |mass, band| [mass, band.early, band.late] }, "#d5dde6")
    short = Cure::Mix.new(Cure::Clock.new(**sheet("laminating-medium").clock.stated.except(:working_min)))
    alone = MASSES.map { |mass| [mass, short.usable_band(mass_g: mass, start_c: 22, room_c: 22)] }
    chart.curve(bands.map { |mass, band| [mass, band.middle] }, weight: 2.4)
    %i[early late].each { |side| chart.curve(alone.map { |mass, band| [mass, band.public_send(side)] }, dashed: true) }
    chart.own_point(100, sheet("laminating-medium").cup(mass_g: 100, start_c: 25, room_c: 25).usable_min, "sheet: 32 min, 100 g, 25 °C")
    write("minutes-by-mass", chart)
  end

  def peak_by_mass
    chart = Drawings::Chart.new(width: WIDTH, height: 320, x: [5, 10_000], y: [0, 240], log_x: true, label: "Hottest against mass")
    chart.across_ticks(MASS_TICKS, "mass in one cup, as deep as wide")
    chart.up_ticks([0, 50, 80, 120, 200].to_h { |tick| [tick, "#{tick} °C"] })
    [15, 22, 30].each do |temp|
      chart.curve(MASSES.map { |mass| [mass, sheet("laminating-medium").cup(mass_g: mass, start_c: temp, room_c: temp).peak_c] },
        name: "#{temp} °C")
    end
    write("peak-by-mass", chart)
  end

  # A table pour at 22 °C on what it may lie on.
  def peak_by_depth
    depths = Array.new(24) { |i| 1.0 + i }
    chart = Drawings::Chart.new(width: WIDTH, height: 320, x: [0, 24], y: [10, 180], label: "Hottest against depth")
    chart.across_ticks([3, 6, 12, 18, 24].to_h { |tick| [tick, "#{tick} mm"] }, "depth of a table pour, 22 °C")
    chart.up_ticks([22, 50, 80, 120].to_h { |tick| [tick, "#{tick} °C"] })
    known = sheet("table-pour").calibration
    { wood: "wood", concrete: "concrete", metal: "steel" }.each do |ground, name|
      peak = lambda do |reaction, depth|
        Cure::Pour.new(reaction, Cure::Body.of(sheet("table-pour").clock, reaction.heat_j_g), depth_mm: depth, start_c: 22,
          room: Cure::Profile.constant(22), wall: Cure::Wall::GROUNDS[ground], nodes: 21).run.peak_c
      end
      if ground == :wood
        chart.between(depths.map do |depth|
          likely = Math.log(peak.call(known.reaction, depth) - 22)
          share = Math.exp(1.28 * known.sd(known.moved(0.2).map { |reaction| (Math.log(peak.call(reaction, depth) - 22) - likely) / 0.2 }))
          [depth, 22 + (Math.exp(likely) / share), 22 + (Math.exp(likely) * share)]
        end, "#d5dde6")
      end
      chart.curve(depths.map { |depth| [depth, peak.call(known.reaction, depth)] }, name: name)
    end
    write("peak-by-depth", chart)
  end
end

Plots.times
Plots.peaks
Plots.minutes_by_mass
Plots.peak_by_mass
Plots.peak_by_depth
Plots.table
