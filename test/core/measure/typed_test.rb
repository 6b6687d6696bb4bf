# frozen_string_literal: true

require_relative "../../core_helper"

# Figures as builders type them.
class TypedTest < CoreTest
  U = Measure::Units

  def length(text, bare: :mm, **more)
    Measure::Typed.read(text, field: "length", units: U::LENGTH, bare: bare, **more)
  end

  UNDERSTOOD = {
    "1,5" => 1.5, "1.5" => 1.5, " 12 " => 12, "3/8 in" => 9.525, "12'6\"" => 3810, "12' 6\"" => 3810, "12′6″" => 3810, "12'6" => 3810,
    "5'" => 1524,
    "12' 6 1/2\"" => 3822.7, "1 1/2 in" => 38.1, "2 1/4'" => 685.8, "0.3 mm" => 0.3, "8 mil" => 0.2032, "300 micron" => 0.3,
    "300 µm" => 0.3, "1 250" => 1250,
    "1\u202F250" => 1250, "1.250,5" => 1250.5, "1,250.5" => 1250.5, "1.234.567" => 1_234_567, "1 234,5 mm" => 1234.5, "1.5m" => 1500,
    "1,5 m" => 1500,
    "6ft 3in" => 1905, "6 feet 3 inches" => 1905, "1 m 20 cm" => 1200, "1e3" => 1000, "-3" => -3, "−5" => -5, ".5" => 0.5, ",5" => 0.5,
    "5." => 5, "0,250" => 0.25
  }.freeze

  def test_what_a_builder_means
    UNDERSTOOD.each { |text, mm| assert_in_delta mm, length(text), 1e-9, text.inspect }
  end

  def test_it_is_exact
    assert_equal Rational(95_250, 10_000), length("3/8 in")
    assert_equal Rational(15, 10), length("1,5")
    assert_equal 3810, length("12'6\"")
  end

  REFUSED = ["", "abc", "1e309", "1e99", "NaN", "Infinity", "∞", "0x10", "12'13\"", "<b>1</b>", "1..5", "1,2,3", "5 kg", "1 2", "1/0",
    "1'234", "1 m 5",
    "--3", "1 mm mm", "twelve", "1;DROP", "\u0663", "1.2.3,4,5", "2 in 3 ft"].freeze

  def test_what_cannot_be_meant_names_the_field
    REFUSED.each { |text| assert_refused("length") { length(text) } }
  end

  def test_a_figure_with_two_readings_is_asked_back
    error = assert_refused("length") { length("1,250") }
    assert_includes error.message, "1.250 or 1250"
    assert_equal "1,250", error.given
  end

  def test_ten_thousand_characters_end_at_once
    assert_refused("length", "at most 60") { length("9" * 10_000) }
  end

  def test_the_bare_unit_is_the_pages
    assert_equal 254, length("10", bare: :in)
    assert_equal 10, length("10 mm", bare: :in)
  end

  def test_limits_are_told_in_the_units_of_the_field
    error = assert_refused("length") { length("0", bare: :in, allowed: 25.4..2540) }
    assert_includes error.message, "from 1 to 100 in"
    error = assert_refused("room") { Measure::Typed.read("-300", field: "room", units: U::TEMPERATURE, bare: :C, allowed: Check::TEMP_C) }
    assert_includes error.message, "-40 to 120 °C"
  end

  def test_temperatures
    read = ->(text, bare) { Measure::Typed.read(text, field: "room", units: U::TEMPERATURE, bare: bare) }

    assert_equal 20, read.call("68 F", :C)
    assert_equal 20, read.call("68", :F)
    assert_equal 20, read.call("20 °C", :F)
    assert_equal(-40, read.call("-40", :F))
  end

  def test_grams_on_an_area
    read = ->(text) { Measure::Typed.read(text, field: "film", units: U::LENGTH + U::COVER, bare: :mm) }

    assert_equal 300, read.call("300 g/m2")
    assert_equal 300, read.call("300g/m²")
    assert_in_delta 9 * 33.9057474, read.call("9 oz/yd2"), 1e-6
    assert_equal Rational(2, 1000), read.call("2 micron")
  end

  def test_whatever_is_written_comes_back
    300.times do
      unit = pick(U::LENGTH)
      value = between(0.001, 9999).round(3)

      assert_in_delta value * unit.factor, length("#{value} #{unit.name}"), 1e-6, "#{value} #{unit.name}"
    end
  end

  def test_noise_never_gets_further_than_a_complaint
    2000.times do
      text = Array.new(chance.rand(1..12)) { pick(" 0123456789.,'\"/-+eEmincftl²µ<>&\u0000\u00A0") }.join
      begin
        assert_kind_of Rational, length(text)
      rescue InputError => e
        assert_equal "length", e.field
      end
    end
  end
end

class UnitsTest < CoreTest
  def test_exact_conversions
    assert_equal Rational(254, 10_000), Measure::Units.named(:mil).factor
    assert_in_delta 28.349523125, Measure::Units.to_core(1r, :oz), 1e-12
    assert_in_delta 29.5735295625, Measure::Units.to_core(1r, :"fl oz"), 1e-12
    assert_in_delta 33.9057474, Measure::Units.to_core(1r, :"oz/yd2"), 1e-6
    assert_equal 4 * Measure::Units.named(:qt).factor, Measure::Units.named(:gal).factor
    assert_equal 16 * Measure::Units.named(:oz).factor, Measure::Units.named(:lb).factor
  end

  def test_there_and_back
    Measure::Units::ALL.each do |unit|
      assert_equal 12.5r, Measure::Units.from_core(Measure::Units.to_core(12.5r, unit.name), unit.name), unit.name
    end
  end

  def test_no_two_units_of_a_kind_are_written_alike
    Measure::Units::ALL.group_by(&:kind).each_value do |units|
      written = units.flat_map(&:written)

      assert_equal written.uniq, written
    end
  end
end
