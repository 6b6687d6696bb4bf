# frozen_string_literal: true

require_relative "../browser_helper"

# Jobs of the trade planned from nothing with typed keys, each figure by hand beside it, and their first batch walked to its record.
# Some of them by turns, all of them in a long run.
class EightWalksTest < BrowserTest
  by_turns

  include WalkHelp

  # units; kind: the press it begins with; chosen: before anything is typed; typed: by the end of a field's id; says: on the page.
  Walk = Struct.new(:units, :kind, :chosen, :typed, :says, :added, keyword_init: true)

  WALKS = {
    # 72 in x 24 in x 1/8 in = 216 cu in = 119.7 fl oz.
    "a two-tin flood in a US shop" => Walk.new(units: "US: in, oz, fl oz, °F", kind: "Flood",
      chosen: { "Resin system" => "Tarn table pour + table, 1 : 1 by volume", "Measured by" => "graduated cup" },
      typed: { "p1-s1-length" => "6 ft", "p1-s1-width" => "24", "c1-film" => "1/8", "room" => "72" },
      says: [/12 sq ft × 0\.125 in wet film = 120 fl oz/, /72 °F/]),
    # 2 x 102 m² at 50 m² a pack: 2.04 packs each coat, two of them 2 % thinner; four in all.
    "a pool of 102 m², two coats" => Walk.new(kind: "Floor",
      chosen: { "Resin system" => "Granite floor 210 + floor, 3 : 1 by volume", "Shape" => "an area, as told" },
      typed: { "p1-s1-area" => "102", "c1-film" => "50 m2/pack", "c1-coats" => "2" }, says: [/4 batches|4 packs|2 batches/]),
    # 600 sq ft at 120 sq ft a kit.
    "600 sq ft by kits" => Walk.new(units: "US: in, oz, fl oz, °F", kind: "Floor",
      chosen: { "Resin system" => "Granite floor 210 + floor, 3 : 1 by volume", "Shape" => "an area, as told" },
      typed: { "p1-s1-area" => "600", "c1-film" => "120 sq ft/kit", "room" => "70" }, says: [/5 batches/]),
    # 1200 x 900 mm x 0.1 mm = 108 ml: with what stays in the brush and the cup five strokes of 24 ml.
    "a bulkhead by pumps" => Walk.new(kind: "Coat",
      chosen: { "Resin system" => "Stillwater clear coat + clear, 2 : 1 by volume", "Measured by" => "2 : 1 pumps" },
      typed: { "p1-s1-length" => "1200", "p1-s1-width" => "900", "c1-film" => "0.1" },
      says: [/5 strokes of each/, /1\.08 m² × 0\.1 mm wet film = 108 ml/]),
    # 10 min to the first 500 mm: 90 min to 1500.
    "a roof infused" => Walk.new(kind: "Infuse", chosen: { "Resin system" => "Reedmark L20 laminating + slow, 100 : 27 by weight" },
      typed: { "p1-s1-length" => "2000", "p1-s1-width" => "1000", "c1-cloths-0-areal" => "600", "c1-cloths-0-plies" => "3",
               "c1-distance" => "1500", "room" => "21" }, says: [%r{2 m² × 1 800 g/m² in 3 plies = 3 600 g}, /fills uphill/i]),
    # 40 x 6 x 6 x 20 mm x pi/4 = 22.6 ml and a tenth proud.
    "forty nail holes of a 16 : 1 putty" => Walk.new(kind: "Fill",
      chosen: { "What it is" => "holes, so many", "Resin system" => "Sillmaker wood filler + filler, 16 : 1 by weight",
                "Powder" => "none" },
      typed: { "p1-count" => "40", "p1-diameter" => "6", "p1-depth" => "20" },
      says: [%r{40 × π/4 × 6 mm × 6 mm × 20 mm = 22\.6 ml}, /2\.26 ml/]),
    # 500 m² x 0.3 mm = 150 litres.
    "a floor of 500 m² told as an area" => Walk.new(kind: "Floor",
      chosen: { "Resin system" => "Granite floor 210 + floor, 3 : 1 by volume", "Shape" => "an area, as told" },
      typed: { "p1-s1-area" => "500", "c1-film" => "0.3", "people" => "4" }, says: [/500 m² × 0\.3 mm wet film = 150 litres/]),
    # Up from 21 to 60 °C at 10 °C an hour, then held for eight hours.
    "a laminate with the maker's warm cure" => Walk.new(kind: "Laminate",
      chosen: { "Resin system" => "Reedmark L20 laminating + slow, 100 : 27 by weight" },
      typed: { "p1-s1-length" => "1000", "p1-s1-width" => "600", "c1-cloths-0-areal" => "300", "c1-cloths-0-plies" => "3", "room" => "21",
               "c1-cure_c" => "60", "c1-cure_time" => "8 h" }, says: [%r{0\.6 m² × 900 g/m² in 3 plies = 540 g}, /warm cure/])
  }.freeze

  def test_jobs_of_the_trade_from_nothing_to_the_record
    walks = ENV["DAKREN_LONG"] ? WALKS : WALKS.to_a.rotate(Minitest.seed).first(1)
    walks.each do |name, job|
      units(job.units || "metric: mm, g, ml, °C")
      planned(job)
      # Asked for anew, with the arithmetic of every figure.
      page.refresh
      told = page.evaluate_script("document.body.textContent.replace(/\\s+/g, ' ').replace(/\\u202f/g, ' ')")
      job.says.each { |says| assert_match says, told, name }
      refute_match(%r{\d (?:mm|ml|g|kg|°C|m²)(?![a-z/])}, visible_figures, name) if job.units
      find(".to-bench-now").click

      assert_selector ".bench-steps [aria-current]", text: "Tins"
      walk(nil)
    end
  ensure
    units("metric: mm, g, ml, °C")
  end

  def planned(job)
    visit "/"
    click_link "Plan a new job"
    click_button job.kind, match: :first
    open_more
    job.chosen.each do |label, value|
      select value, from: label, match: :first
      settled
      open_more
    end
    job.typed.each do |id, text|
      open_more
      type("f-#{id}", text, pause: 0.06)
      settled
    end

    assert_selector ".to-bench-now"
  end

  # What the head and the tasks say.
  def visible_figures
    page.evaluate_script("[...document.querySelectorAll('.answers, .parts, .cups')].map((e) => e.textContent).join(' ').replace(/\\s+/g, " \
                         "' ')")
  end
end
