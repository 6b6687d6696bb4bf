# frozen_string_literal: true

require_relative "../../core_helper"

class CoverageTest < CoreTest
  def read(text, **more)
    Measure::Coverage.read(text, field: "film", **more)
  end

  # 8 m2 from a litre are an eighth of a millimetre. 160 sq ft from a US gallon: 3.785 l on 14.86 m2.
  def test_as_tins_print_it
    assert_equal({ film_mm: Rational(1, 8) }, read("8 m2/l"))
    assert_equal({ film_mm: Rational(1, 8) }, read("8", bare: "m2/l"))
    assert_in_delta 3.785411784 / (160 * 0.09290304), read("160 sq ft/gal")[:film_mm], 1e-12
    assert_in_delta 29.5735295625 / 92.90304, read("1 fl oz/sq ft")[:film_mm], 1e-12
    assert_in_delta 28.349523125 / 0.09290304, read("1 oz/sq ft")[:cover_g_m2], 1e-9
    assert_equal({ film_mm: Rational(1, 4) }, read("40 m²/pack", pack_ml: 10_000))
  end

  def test_what_is_no_coverage_is_left_alone
    ["0.3 mm", "8 mil", "120 g/m2", "3 oz/yd2", "250"].each { |text| assert_nil read(text) }
    assert_nil read("0.3 mm", bare: "m2/l")
  end

  def test_bad_ones_name_the_field
    assert_refused(:film, "above 0") { read("0 m2/l") }
    assert_refused(:film, "size of the pack") { read("12 m2/pack") }
    assert_refused(:film, "number") { read("many m2/l") }
  end
end
