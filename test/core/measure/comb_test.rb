# frozen_string_literal: true

require_relative "../../core_helper"

# Teeth that combs have: the one for the film is wet, the next dry.
class CombTest < CoreTest
  def test_teeth_as_combs_have_them
    assert_equal [100, 125], Measure::Comb.teeth(0.0992)
    assert_equal [300, 350], Measure::Comb.teeth(0.3)
    assert_equal [200, 250], Measure::Comb.teeth(0.22)
    assert_equal [25, 50], Measure::Comb.teeth(0.01)
    assert_equal [3000, nil], Measure::Comb.teeth(4)
    assert_equal [12, 14], Measure::Comb.teeth(0.3048, mil: true)
  end

  def test_the_film_lies_between_the_wet_tooth_and_the_dry_one
    500.times do
      film = chance.rand(0.03..2.9)
      wet, dry = Measure::Comb.teeth(film)

      assert_operator wet, :<=, film * 1000 * Measure::Comb::NEAR
      assert_operator dry, :>, film * 1000
    end
  end
end
