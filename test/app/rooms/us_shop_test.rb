# frozen_string_literal: true

require_relative "../../app_helper"

# A shop that works in inches and Fahrenheit: what is typed there means what is meant there.
class UsShopTest < AppTest
  include PlanHelp

  def setup
    super
    Stores::Settings.shop.update!(units: "us", shop_temp_c: 20)
  end

  # A bar top of 8 ft x 30 in, an eighth of an inch flooded: 20 sq ft x 0.125 in are 3600 in3 / ... = 360 in3, 5899 ml.
  def test_an_eighth_is_an_eighth_of_an_inch
    submit "/jobs", {}, from: "/jobs/new"
    path = last_response["location"]
    get path
    assert_equal({ "typed" => "68", "bare" => "F" }, document(path)["room"])
    assert_equal "mil", document(path)["c1-film_unit"]
    assert_includes page, '<option value="in">in</option>'
    submit path, { "c1-kind" => "flood", "p1-s1-shape" => "rectangle", "p1-s1-length" => "8 ft", "p1-s1-width" => "30", "c1-film" => "1/8",
                   "c1-sheet" => sheet_id("Tarn table pour", "table"), "c1-surface" => "sealed", "c1-spread" => "none" }
    coat = desk(path).coats.first or flunk desk(path).problems.map(&:says).inspect

    assert_in_delta 3.175, coat.plan.order.need.film_mm.to_f, 1e-9
    assert_in_delta 96 * 30 * 0.125 * 16.387064, coat.plan.order.need.line(:work).value.to_f, 1e-6
    submit path, { "c1-film" => "20" }
    assert_in_delta 0.508, desk(path).coats.first.plan.order.need.film_mm.to_f, 1e-9
    submit path, { "c1-film" => "0.25", "c1-film_unit" => "in" }
    assert_in_delta 6.35, desk(path).plan.order.need.film_mm.to_f, 1e-9 if desk(path).coats.any?
  end

  def test_a_metric_shop_stays_metric
    Stores::Settings.shop.update!(units: "metric")
    submit "/jobs", {}, from: "/jobs/new"

    assert_equal "mm", document(last_response["location"])["c1-film_unit"]
    assert_equal({ "typed" => "20", "bare" => "C" }, document(last_response["location"])["room"])
  end
end

# An area told as an area.
class ToldAreaTest < AppTest
  include PlanHelp

  # 500 m² at 0.3 mm are 150 litres, without a shape; no length along a square is told where there is none.
  def test_an_area_may_be_typed_as_that
    path = new_job("c1-kind" => "floor", "p1-s1-shape" => "area", "p1-s1-area" => "500 m2", film: "0.3", "c1-people" => "4",
      sheet: sheet_id("Granite floor 210", "floor"), room: "18")
    needs = desk(path).coats.map { |coat| coat.plan.order.need }

    assert_in_delta 500_000_000, needs.sum(&:area_mm2), 1e-3, desk(path).problems.map(&:says).inspect
    assert_in_delta 150_000, needs.sum { |need| need.line(:work).value }.to_f, 1e-6
    get path
    assert_includes words, "as told: 500 m²"
    { "0" => "must be from", "-4" => "must be from", "NaN" => "must be a number", "1e309" => "too large",
      "3 kg" => "has a unit that does not fit",
      "<b>" => "must be a number", "900000" => "must be from" }.each do |typed, says|
      submit path, { "p1-s1-area" => typed }
      get path

      assert_includes words, says, typed
    end
    submit path, { "p1-s1-area" => "18 sq ft" }
    assert_predicate desk(path).coats, :any?, desk(path).problems.map { |one| [one.field, one.says] }.inspect
    assert_in_delta 1.6723, desk(path).coats.first.plan.order.need.area_mm2 / 1e6, 1e-4
  end
end

# What is read aloud and hinted at in a US shop is in its units too.
class UsWordsTest < AppTest
  include PlanHelp

  def test_nothing_metric_is_read_aloud_or_hinted_at
    Stores::Settings.shop.update!(units: "us")
    get new_job(length: "8 ft", width: "3 ft", film: "12 mil", room: "68")
    labels = page.scan(/aria-label="([^"]*)"/).flatten
    refute_match(/\d (?:mm|ml|cm|°C|kg|g)\b/, labels.join("; "))
    assert_match(/filled [\d.]+ in deep/, labels.join("; "))
    get "/shelf/new"
    refute_match(/to 1 kg|20 kg pail|like 500 g|placeholder="(?:60|23) assumed"/, page)
    assert_includes page, 'placeholder="73.4 assumed"'
    assert_includes page, 'placeholder="140 assumed"'
  end

  # Own figures are told and typed as the shop measures: 3 oz/yd2 are 101.7 g/m2.
  def test_own_figures_and_the_makers_small_print
    Stores::Settings.shop.update!(units: "us", shop_temp_c: 20)
    get "/settings"
    refute_match(%r{g/m²|m²/h|g/min|Pixels per mm|\d mm}, words)
    submit "/settings/weighed", { "what" => "drink:plywood", "value" => "3" }, from: "/settings"
    assert_in_delta 101.7, Stores::OwnFigure.last.value, 0.05
    get "/settings"
    assert_includes words, "plywood soaks up 3 oz/yd², 1 weighing"
    get "/shelf/new"
    ["Density of resin, lb/gal", "Most anti-slip, oz/yd²", "brought up by, °F an hour", "Heat of reaction, BTU/lb",
      "Activation energy, kcal/mol", "Heat capacity, BTU/lb °F"].each { |label| assert_includes words, label }
    submit "/shelf", { "resin" => "Dune", "hardener" => "slow", "ratio_by" => "volume", "ratio_resin" => "2", "ratio_hardener" => "1",
                       "resin_density_g_ml" => "9.35", "hardener_density_g_ml" => "1.02 g/ml", "pot_life_min" => "30",
                       "looks" => "usual", "heat_j_g" => "146", "activation_kj_mol" => "54 kJ/mol", "heat_capacity_j_gk" => "0.454",
                       "cure_c" => "140", "cure_min" => "4 h", "cure_ramp_c_h" => "18" }, from: "/shelf/new"
    kept = Stores::Sheet.find_by(resin: "Dune") or flunk words
    # 9.35 lb/gal x 453.592 g / 3785.41 ml; 146 BTU/lb x 2.326; 0.454 x 4.1868; 18 F an hour are 10 C.
    assert_in_delta 1.1204, kept.resin_density_g_ml, 1e-3
    assert_in_delta 1.02, kept.hardener_density_g_ml, 1e-9
    assert_in_delta 339.6, kept.heat_j_g, 0.05
    assert_in_delta 54, kept.activation_kj_mol, 1e-9
    assert_in_delta 1.9008, kept.heat_capacity_j_gk, 1e-3
    assert_in_delta 10, kept.cure_ramp_c_h, 1e-9
  end

  def test_vessels_are_called_by_the_half_quart
    wording = Words::Wording.new("us")
    { "2.5 litre pot" => "2.5 qt pot", "5 litre pail" => "5 qt pail", "20 litre pail" => "5 gal pail", "1.5 litre cup" => "1.5 qt cup" }
      .each { |metric, us| assert_equal us, wording.vessel(metric) }
  end
end
