# frozen_string_literal: true

require_relative "../../core_helper"

class CupKindTest < CoreTest
  def test_fill_and_volume_invert
    Plan::USUAL_CUPS.each do |cup|
      10.times do
        volume = between(0.01, 0.99) * cup.brim_ml

        assert_share volume, cup.volume_ml(cup.fill_mm(volume)), 1e-6
      end
      assert_in_delta cup.height_mm, cup.fill_mm(cup.brim_ml * 2), 1e-9
    end
  end

  # A frustum: pi h/12 (d² + dD + D²).
  def test_the_cups_hold_what_their_names_say
    (Plan::USUAL_CUPS - [Plan::FOIL]).each do |cup|
      number, unit = cup.name.match(/([\d.]+) (ml|litre)/).captures

      assert_share number.to_f * (unit == "ml" ? 1 : 1000), cup.brim_ml, 0.12, cup.name
    end
  end

  def test_an_even_cup_has_the_same_volume
    cup = Plan::USUAL_CUPS[3]
    across = cup.even_diameter_mm(500)

    assert_share 500, Math::PI / 4 * across * across * cup.fill_mm(500) / 1000, 1e-6
  end
end
