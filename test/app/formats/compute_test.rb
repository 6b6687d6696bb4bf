# frozen_string_literal: true

require_relative "../../core_helper"
require "json"
require "open3"

# bin/dakren compute as a script sees it.
class ComputeTest < CoreTest
  by_turns :test_bad_questions_name_the_field,
    :test_broken_input

  START = File.expand_path("../../../bin/dakren", __dir__)
  CASES = JSON.parse(File.read(File.expand_path("../../reference/clock_cases.json", __dir__)))
  SHEET = CASES["sheets"]["laminating-medium"].transform_keys(&:to_sym).freeze
  CUP = { sheet: SHEET, mass_g: 150, start_c: 20, room_c: 20 }.freeze

  def compute(kind, question)
    text = question.is_a?(String) ? question : JSON.generate(question)
    Open3.capture3({ "RUBYOPT" => nil, "BUNDLE_GEMFILE" => nil }, START, "compute", *kind, stdin_data: text)
  end

  def answer(kind, question)
    out, error, status = compute(kind, question)
    assert_equal 0, status.exitstatus, error
    assert_equal "", error
    JSON.parse(out)
  end

  def refused(field, kind, question)
    out, error, status = compute(kind, question)
    assert_equal 2, status.exitstatus, "#{question} #{out}"
    assert_equal "", out
    assert_equal field, JSON.parse(error).fetch("field"), error
    JSON.parse(error)
  end

  def test_cup_and_spread
    kase = CASES["cups"][2]
    cup = CUP.merge(start_c: kase["start_c"], room_c: kase["room_c"], inert_share: 0, cup_diameter_mm: nil)
    got = answer("cup", cup)

    assert_share kase["usable_min"], got["usable_min"], 0.002
    assert_share kase["usable_sd"], got["usable_sd"], 0.1
    assert_in_delta kase["peak_c"], got["peak_c"], 0.2
    assert_share got["usable_min"] * Math.exp(-1.28 * got["usable_sd"]), got["usable_early_min"], 1e-9
    assert_share got["usable_min"] * Math.exp(1.28 * got["usable_sd"]), got["usable_late_min"], 1e-9
    left = answer("spread", cup.merge(spread_at_min: 20))

    assert_in_delta got["usable_min"] - 20, left["left_in_cup_min"], 1e-6
    assert_operator left["left_as_film_min"], :>, left["left_in_cup_min"]
    assert_operator answer("cup", cup.merge(inert_share: 0.4))["peak_c"], :<, got["peak_c"]
  end

  def test_calibrate
    got = answer("calibrate", { sheet: CASES["sheets"]["two-pots"] })
    CASES["calibrations"]["two-pots"].except("misfit").each { |name, wanted| assert_share wanted, got[name], 0.01, name }
    assert_equal 2, got["misfit"].size
  end

  def test_learn
    kase = CASES["learned"][1]
    got = answer("learn", { sheet: CASES["sheets"][kase["sheet"]], logs: kase["logs"], ask: kase["ask"] })
    %w[shop_factor loss_factor usable_min].each { |name| assert_share kase[name], got[name], 0.01, name }
    refused "log 2.mass_g", "learn", { sheet: SHEET, logs: [kase["logs"][0], kase["logs"][0].merge("mass_g" => -1)], ask: kase["ask"] }
    refused "log 1.usable_min", "learn", { sheet: SHEET, logs: [kase["logs"][0].except("usable_min")], ask: kase["ask"] }
    refused "logs", "learn", { sheet: SHEET, logs: "many", ask: kase["ask"] }
    refused "ask", "learn", { sheet: SHEET, logs: [], ask: [] }
  end

  def test_film_and_pour
    reaction = Cure::Calibration.of(Cure::Clock.new(**SHEET)).reaction

    assert_share 200 / reaction.pace(18), answer("film", { sheet: SHEET, age_min: 200, profile: [[0, 18], [10, 18]] })["reached_min"], 1e-5
    assert_nil answer("film", { sheet: SHEET, age_min: 5000, profile: [[0, -40], [10, -40]] })["reached_min"]
    kase = CASES["pours"][4]
    mm, w_mk, mj_m3k = kase["wall"]
    got = answer("pour", { sheet: CASES["sheets"][kase["sheet"]], wall_mm: mm, wall_w_mk: w_mk, wall_mj_m3k: mj_m3k,
                           **kase.slice("depth_mm", "start_c", "room_c", "side_w_m3k", "inert_share").transform_keys(&:to_sym) })
    assert_share kase["peak_c"], got["peak_c"], 0.02
    %w[peak_min middle_usable_min top_usable_min].each { |name| assert_share kase[name], got[name], 0.005, name }
    refused "wall_mm", "pour", { sheet: SHEET, depth_mm: 5, start_c: 20, room_c: 20, wall_mm: 0 }
    refused "inert_share", "pour", { sheet: SHEET, depth_mm: 5, start_c: 20, room_c: 20, inert_share: 1 }
  end

  def test_ratio
    got = answer("ratio",
      { ratio: { by: "volume", resin: 2, hardener: 1 }, resin_density_g_ml: 1.15, hardener_density_g_ml: 0.98, total_g: 300 })
    assert_in_delta 210.365853658, got["resin_g"], 1e-6
    assert_in_delta 100 * 0.98 / 2.3, got["phr"], 1e-9
    unknown = answer("ratio", { ratio: { by: "volume", resin: 2, hardener: 1 }, total_ml: 90 })
    assert_equal [60.0, 30.0, nil, nil], unknown.values_at("resin_ml", "hardener_ml", "total_g", "phr")
  end

  def test_correct
    ratio = { by: "weight", resin: 2, hardener: 1 }
    assert_equal({ "index" => 0.5, "verdict" => "rubbery", "add" => "resin", "add_g" => 100.0, "new_total_g" => 300.0 },
      answer("correct", { ratio: ratio, resin_g: 100, hardener_g: 100 }))
    assert_equal %w[good nothing], answer("correct", { ratio: ratio, resin_g: 204, hardener_g: 100 }).values_at("verdict", "add")
    assert_equal "weak", answer("correct", { ratio: ratio, resin_g: 204, hardener_g: 100, extra_resin_pct: 1 })["verdict"]
  end

  def test_bad_questions_name_the_field
    refused "mass_g", "cup", CUP.merge(mass_g: 0)
    refused "mass_g", "cup", CUP.merge(mass_g: "150")
    refused "mass_g", "cup", CUP.except(:mass_g)
    refused "room_c", "cup", CUP.merge(room_c: 900)
    refused "sheet", "cup", CUP.except(:sheet)
    refused "sheet", "cup", CUP.merge(sheet: [])
    refused "color", "cup", CUP.merge(color: "red")
    { reference_temp_c: -300, working_min: -1, pot_life_min: 0, pot_mass_g: 0, activation_kj_mol: 19, heat_j_g: -4, max_depth_mm: 0,
      glue: 1 }.each do |name, value|
      refused "sheet.#{name}", "cup", CUP.merge(sheet: SHEET.merge(name => value))
    end
    [[], [[0, 20]], [[0, 20], [0, 21]], [[5, 20], [1, 21]], "20", [[0, 400], [1, 20]]].each do |profile|
      refused "profile", "film", { sheet: SHEET, age_min: 10, profile: profile }
    end
    refused "ratio", "ratio", { total_g: 1 }
    refused "ratio.by", "ratio", { ratio: { by: "mass", resin: 1, hardener: 1 }, total_g: 1 }
    refused "total_g", "ratio", { ratio: { by: "weight", resin: 1, hardener: 1 } }
    refused "resin_density_g_ml", "correct", { ratio: { by: "volume", resin: 1, hardener: 1 }, resin_g: 1, hardener_g: 1 }
  end

  def test_a_sheet_that_says_nothing_of_speed
    refused "sheet.pot_life_min", "cup", CUP.merge(sheet: { reference_temp_c: 25, heat_j_g: 300 })
    assert_operator answer("cup", CUP.merge(sheet: { max_depth_mm: 20 }))["usable_min"], :>, 1
    refused "sheet.more_pot_lives", "cup", CUP.merge(sheet: SHEET.merge(more_pot_lives: [[100, 20]]))
  end

  def test_broken_input
    refused "input", "cup", ""
    refused "input", "cup", "[1]"
    refused "input", "cup", "{"
    refused "input", "cup", "\xFF\xFE"
    refused "input", "cup", "{\"sheet\":#{"[" * 50}#{"]" * 50}}"
    refused "sheet.working_min", "cup", '{"sheet":{"reference_temp_c":25,"working_min":NaN},"mass_g":1,"start_c":20,"room_c":20}'
    refused "mass_g", "cup", '{"sheet":{"reference_temp_c":25,"working_min":60},"mass_g":1e309,"start_c":20,"room_c":20}'
    refused "kind", "cake", "{}"
    refused "kind", [], "{}"
  end

  def test_a_metre_deep_is_answered
    got = answer("pour", { sheet: CASES["sheets"]["table-pour"], depth_mm: 1000, start_c: 20, room_c: 20 })
    assert_operator got["peak_c"], :>, 120
  end
end
