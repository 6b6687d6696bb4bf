# frozen_string_literal: true

require_relative "../../app_helper"

# US as people work: lengths, weights and temperatures chosen apart, and nothing metric that was not typed so.
class UsTest < AppTest
  W = Words::Wording
  Q = Quantity

  def test_fixed_words_as_a_us_reader_has_them
    us = W.new("us")
    { "100 mm roller" => "4 in roller", "250 mm roller" => "10 in roller", "400 ml cup" => "13.5 fl oz cup",
      "5 litre pail" => "5 qt pail", "20 litre pail" => "5 gal pail", "a film of 0.1 mm stays" => "a film of 3.94 mil stays",
      "150 to 250 mm away" => "6 to 10 in away", "a room 1.5 °C warmer or colder" => "a room 2.7 °F warmer or colder",
      "up by 10 °C an hour" => "up by 18 °F an hour", "near 50 °C" => "near 122 °F", "dull, 180 grit" => "dull, 180 grit",
      "0.5 W/m K, 3 mm/s" => "0.289 BTU/h ft °F, 3 mm/s", "18 g/m² of it" => "0.531 oz/yd² of it" }.each do |metric, said|
        assert_equal said, us.local(metric)
        assert_equal metric, W.new("metric").local(metric)
      end
  end

  def test_each_by_itself
    mixed = W.new("us-metric-us")

    assert_equal "12 in", mixed.show(Q.new(value: 304.8, unit: :mm))
    assert_equal "500 g", mixed.show(Q.new(value: 500, unit: :g))
    assert_equal "68 °F", mixed.show(Q.new(value: 20, unit: :c))
    assert_equal "9 °F", mixed.show(Q.new(value: 5, unit: :c_step))
    assert_equal "4 in roller, 400 ml cup", mixed.local("100 mm roller, 400 ml cup")
    assert_equal "5 °C", W.new("metric").show(Q.new(value: 5, unit: :c_step))
  end

  def settings(**more)
    get "/settings"
    told = { "authenticity_token" => hidden("authenticity_token"), "units" => "metric", "pour_first" => "resin", "zone" => "",
             "px_per_mm" => "3.78", "shop_temp" => "20", "hours" => "24 h", "days_off" => "", "crew" => "1" }
    post "/settings", told.merge(more.transform_keys(&:to_s))
  end

  def test_the_three_switches_are_kept_and_a_job_s_page_follows_them
    settings(units: "apart", lengths: "us", amounts: "metric", temperatures: "us")
    assert_equal "us-metric-us", Stores::Settings.shop.units
    get "/settings"
    assert_match(/name="units" value="apart" checked/, page)
    path = new_job(length: "8 ft", width: "36", film: "12 mil", room: "70")
    get path
    assert_match(/Room, °F/, words)
    assert_match(/Length, in/, words)
    assert_match(/\d+ g /, words)
    assert_includes words, "22.3 sq ft".sub("22.3", "24")
  end

  def test_switches_nobody_has_are_refused
    settings(units: "apart", lengths: "cubits", amounts: "us", temperatures: "us")

    assert_equal 422, last_response.status
    assert_includes words, "must be metric, US, or each of them apart"
    settings(units: "apart", lengths: "us", amounts: "us", temperatures: "us")
    assert_equal "us", Stores::Settings.shop.units
  end

  # Nothing metric on a US page that was not typed so: every page of a job whose figures are all US.
  METRIC = %r{\d (?:mm|ml|g|kg|°C|m²|micron|litres?|g/m²)(?![a-z/])}

  def test_nothing_metric_on_a_us_page
    settings(units: "us")
    job = new_job(length: "8 ft", width: "36 in", film: "12 mil", room: "70", surface: "softwood", spread: "small_roller",
      "c1-coats" => "2")
    [job, "/settings", "/bench", "/plan/#{job[/\d+/]}/compare"].each do |path|
      get path
      text = words.sub(/each by itself:.*?(?=What jobs|Lengths|Which)/m, "").gsub(/metric: mm, g, ml, °C/, "")
      found = text.scan(/.{0,30}#{METRIC}.{0,15}/o).grep_v(/600 ml graduated|10 ml syringes/)

      assert_empty found, path
    end
  end

  # What a tool holds is shown in US units and stays exactly what it was where nobody changed it.
  def test_a_tool_saved_unchanged_stays_the_same
    settings(units: "us")
    pumps = Stores::Tool.find_by!(name: "2 : 1 pumps")
    get "/settings/tools/#{pumps.id}"
    assert_includes words, "Resin per stroke, fl oz"
    told = pumps.numbers.keys.to_h { |name| [name, page[/name="#{name}" value="([^"]*)"/, 1]] }
    assert_equal "0.54102", told["resin_ml"]
    post "/settings/tools/#{pumps.id}", { "authenticity_token" => hidden("authenticity_token"), "units_on_page" => "us",
                                          "name" => pumps.name, **told, "hardener_ml" => "0.25" }

    assert_equal 16, pumps.reload.numbers["resin_ml"]
    assert_in_delta 7.3934, pumps.numbers["hardener_ml"], 1e-4
  end
end
