# frozen_string_literal: true

require_relative "../../app_helper"

# How a shop likes things.
class SettingsTest < AppTest
  def test_units_and_temperature_are_kept
    submit "/settings", { "units" => "us", "shop_temp" => "20 C" }

    assert_equal 303, last_response.status
    assert_equal "us", Stores::Settings.shop.units
    get "/settings"

    assert_includes page, 'value="68"'
    submit "/settings", { "units" => "us", "shop_temp" => "59" }

    assert_in_delta 15, Stores::Settings.shop.shop_temp_c
    submit "/jobs", {}, from: "/jobs/new"
    get last_response["location"]

    assert_match(/id="f-room"[^>]* value="59"/, page)
  end

  # Whoever works here is told once: their jobs plan by name, each by what they can do and when they are there.
  def test_people_are_told_once_for_all_jobs
    fields = { "units" => "metric", "shop_temp" => "20", "hours" => "07:00-17:00", "crew" => "1" }
    submit "/settings", fields.merge("people" => "Ada; mix; 07:00-15:00\nBo; lay, roll\n Cy")

    assert_equal 303, last_response.status
    assert_equal [3, %w[Ada Bo Cy]], [Stores::Settings.shop.crew, Document::Crew.of(Stores::Settings.shop).names]
    desk = Stores::Planning.new(Stores::Settings.shop).desk_of(Stores::Job.find(1).document.except("crew", "people"))

    assert_equal(%w[Ada Bo Cy], desk.coats.flat_map { |coat| coat.crew.map(&:first) }.uniq.sort)
    { "Ada; juggle" => /juggle is none of these/, "; mix" => /line 1 must begin with a name/, "Ada\nada" => /nobody twice/,
      "Ada; mix; 25:00-26:00" => /hours|open|bands/,
      (["A;"] * 21).each_with_index.map { |one, i| "#{one[0]}#{i}" }.join("\n") => /at most 20/,
      "Ada; all; 2026-13-45" => /bands/ }.each do |text, says|
      submit "/settings", fields.merge("people" => text)

      assert_equal 422, last_response.status, text
      assert_match says, words
      assert_includes page, CGI.escapeHTML(text.lines.first.chomp)
    end
    assert_equal 3, Stores::Settings.shop.crew
  end

  def test_bad_settings_are_refused_and_kept
    ["-300", "900", "warm", "", "1e309", "NaN"].each do |typed|
      submit "/settings", { "units" => "metric", "shop_temp" => typed }

      assert_equal 422, last_response.status
      assert_match(/Shop temperature (must be|is too large)/, words)
      assert_includes page, "value=\"#{typed}\""
    end
    submit "/settings", { "units" => "cubits", "shop_temp" => "20" }

    assert_includes words, "Units must be metric, US, or each of them apart"
  end

  # Typed on the page, kept on the shelf, read by the core: every property there is, none lost on the way.
  def test_every_property_of_the_work_goes_from_the_page_to_the_plan
    record = Stores::Sheet.find_by!(resin: "Granite floor 210")
    told = { "thinnest_film_mm" => "0.11", "thickest_film_mm" => "0.92", "stage_coat_mm" => "2", "solids_vol_pct" => "63",
             "thinner_most_pct" => "4",
             "grain_most_g_m2" => "2100", "moisture_most_pct" => "5",
             "pack_ml" => "9000", "service_c" => "44", "service_cured_c" => "71", "cure_c" => "60", "cure_min" => "480 min",
             "cure_ramp_c_h" => "12", "cure_most_c" => "90", "store_from_c" => "10", "store_to_c" => "28" }

    assert_equal WorkLimits::ALL.keys.map(&:to_s), told.keys
    form = Document::SheetForm.of(record, "metric")
    submit "/shelf/#{record.id}", Document::SheetForm::FIELDS.keys.to_h { |name| [name, form.value(name)] }
      .merge("purposes" => ["floor"], **told)

    assert_equal 303, last_response.status
    assert_equal told.transform_values(&:to_f), Stores::Shelf.core(record.reload).limits.to_h.transform_keys(&:to_s)
    path = new_job("c1-kind" => "floor", sheet: record.id.to_s, length: "2000", width: "1000", film: "0.4")
    get path

    assert_match(/dry film .*0\.252 mm/, words)
  end
end
