# frozen_string_literal: true

require_relative "../../app_helper"

# Examples and axes are round in the reader's own units, each kind of unit by itself.
class RoundFiguresTest < AppTest
  SYSTEMS = %w[metric us us-metric-us metric-us-metric].freeze

  def wording(system)
    Words::Wording.new(system)
  end

  def shown(system, values, unit)
    values.map { |value| wording(system).show(Quantity.new(value: value, unit: unit)).delete("\u202f\u00a0") }
  end

  def test_ounces_and_degrees_fahrenheit
    round = Words::RoundFigures.new(wording("us"))

    assert_equal ["1 oz", "2 oz", "4 oz", "8 oz", "16 oz", "32 oz", "4 lb", "8 lb"], shown("us", round.masses_g, :g)
    assert_equal ["50 °F", "60 °F", "70 °F", "80 °F", "90 °F"], shown("us", round.state_temps_c, :c)
    assert_equal ["0.125 in", "0.25 in"], shown("us", round.depths_mm(8), :mm)
    assert_equal ["1 in", "2 in", "3 in", "4 in", "5 in", "6 in"], shown("us", round.depths_mm(170), :mm)
  end

  def test_each_kind_of_unit_by_itself
    SYSTEMS.each do |system|
      round = Words::RoundFigures.new(wording(system))

      assert_equal wording(system).us?(:mass) ? "1 oz" : "20 g", shown(system, round.masses_g, :g).first
      assert_equal wording(system).us?(:temperature) ? "70 °F" : "20 °C", shown(system, [round.shown_c], :c).first
      assert_includes round.temps_c, round.shown_c
    end
  end

  def test_axes_of_any_depth_have_a_few_round_steps
    SYSTEMS.each do |system|
      round = Words::RoundFigures.new(wording(system))
      100.times do
        deepest = 10**between(0.2, 3)
        depths = round.depths_mm(deepest)

        assert_operator depths.size, :<=, 9, "#{system} #{deepest}"
        assert(depths.all? { |depth| depth.positive? && depth <= deepest })
      end
    end
  end

  # Name of the lines of a sheet's chart, and where its own point stands.
  def lines(system, reference_c)
    clock = { reference_temp_c: reference_c, pot_life_min: 25, pot_mass_g: 113.4 }
    sheet = Sheet.new(resin: "Test", hardener: "mid", ratio: Measure::Ratio.new(by: :weight, resin: 2, hardener: 1), clock: clock)
    Drawings::SheetCharts.new(sheet, wording(system)).usable[/batch mass at ([^"]*)"/, 1]
  end

  def test_one_line_goes_through_what_the_sheet_says
    assert_equal "60 °F, 70 °F, 77 °F, 90 °F", lines("us", 25)
    assert_equal "15 °C, 20 °C, 23 °C, 30 °C", lines("metric", 23)
    assert_equal "15 °C, 20 °C, 25 °C, 30 °C", lines("metric", 25)
    assert_equal "15 °C, 20 °C, 25 °C, 30 °C", lines("metric", 20.5), "its own is drawn already"
    assert_equal "15 °C, 20 °C, 25 °C, 30 °C", lines("metric", 40), "too far off"
  end

  def test_no_odd_figure_stands_in_what_a_sheet_means
    Stores::Settings.shop.update!(units: "us")
    get "/shelf/1"
    means = words[/What it means(.*?)What it was|What it means(.*)/m, 0].to_s

    assert_match(/8 oz at 65 °F: /, means)
    assert_match(/32 oz at 80 °F: /, means)
    refute_match(/7\.05 oz|2\.2 lb|82\.4 °F|71\.6 °F|64\.4 °F|11\.8 in|0\.705 oz/, means)
  end
end
