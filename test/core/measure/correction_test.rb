# frozen_string_literal: true

require_relative "../../core_helper"

class CorrectionTest < CoreTest
  def correction(resin, hardener, **more)
    verdict = Measure::Verdict.new(ratio(by: :weight, resin: 2, hardener: 1), resin_g: resin, hardener_g: hardener)
    Measure::Correction.new(verdict, cup_holds: 600, need: 300, **more)
  end

  def test_a_little_too_much_hardener_is_mended_with_resin
    mend = correction(200, 110)
    assert_equal [:resin, 20, 330], [mend.verdict.add, mend.verdict.add_amount, mend.verdict.new_total]
    refute_predicate mend, :bin_it?
    assert_empty mend.against
  end

  def test_what_does_not_fit_the_cup_or_the_time_is_binned
    assert_equal %i[cup need], correction(200, 250).against
    assert_predicate correction(200, 250), :bin_it?
    assert_equal [:time], correction(200, 110, minutes_left: 5, minutes_needed: 9).against
    assert_predicate correction(200, 110, minutes_left: 5, minutes_needed: 9), :bin_it?
  end

  def test_more_than_needed_is_told_but_may_be_mended
    mend = correction(200, 140)
    assert_equal [:need], mend.against
    refute_predicate mend, :bin_it?
  end

  def test_a_good_cup_needs_nothing
    refute_predicate correction(200, 100), :needed?
    refute_predicate correction(200, 100), :bin_it?
  end
end
