# frozen_string_literal: true

require_relative "../../core_helper"

class RunningTest < CoreTest
  def running(first: :resin, **more)
    Measure::Running.new({ resin: 2, hardener: 1 }, total: 300, first: first, **more)
  end

  def test_the_second_target_follows_what_was_really_poured
    assert_equal 200, running.target([])
    assert_equal Rational(3054, 10), running.target([203.6])
    assert_nil running.target([203.6, 305.0])
    assert_equal [Rational(2036, 10), Rational(1014, 10)], running.amounts([203.6, 305.0])
  end

  def test_hardener_first
    run = running(first: :hardener)
    assert_equal 100, run.target([])
    assert_equal Rational(306), run.target([102])
  end

  def test_an_untared_cup_is_carried_along
    run = running(start_reading: 38.2)
    assert_equal Rational(2382, 10), run.target([])
    assert_equal Rational(2412 + 1015, 10), run.target([241.2])
    assert_equal [Rational(203)], run.amounts([241.2])
  end

  def test_a_blend_of_hardeners_is_poured_one_after_the_other
    run = Measure::Running.new({ resin: 100, slow: 19, fast: 8 }, total: 254, first: :resin)
    assert_equal 200, run.target([])
    after_resin = run.target([200])
    assert_equal 238, after_resin
    assert_equal 254, run.target([200, after_resin])
    # More resin asks for more of both hardeners.
    assert_equal 210 + Rational(399, 10), run.target([210])
  end

  def test_weights_that_go_down_are_refused
    assert_refused(:reading_g, "above 200") { running.amounts([200, 150]) }
    assert_refused(:reading_g) { running.amounts([0]) }
    assert_refused(:first) { running(first: :water) }
    assert_refused(:total_g) { Measure::Running.new({ resin: 1, hardener: 1 }, total: 0, first: :resin) }
  end

  def test_poured_to_every_target_the_index_is_one
    200.times do
      weights = { resin: between(1, 10).round(2), hardener: between(0.3, 5).round(2) }
      run = Measure::Running.new(weights, total: between(5, 900).round(1), first: pick(%i[resin hardener]))
      readings = [(run.target([]) * between(0.9, 1.1).to_r).round(1)]
      readings << run.target(readings)
      poured = run.parts.zip(run.amounts(readings)).to_h
      verdict = Measure::Verdict.new(ratio(by: :weight, resin: weights[:resin], hardener: weights[:hardener]), resin_g: poured[:resin],
        hardener_g: poured[:hardener])
      assert_equal 1, verdict.index
    end
  end
end
