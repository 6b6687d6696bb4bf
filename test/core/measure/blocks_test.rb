# frozen_string_literal: true

require_relative "../../core_helper"

class BlocksTest < CoreTest
  def blocks(grams, mix = ratio(resin: 1, hardener: 1, densities: [1.42, 1.38]))
    Measure::Blocks.new(mix.split(total_g: grams), forgives_resin_pct: 5)
  end

  # 28 g of 1 : 1 at 1.40 g/ml: 10 ml of each; in 20 mm square that is 25 mm, the hardener 2.5 % short. In 15 mm it would be 44 mm long.
  def test_two_blocks_of_one_section
    pair = blocks(28)
    assert_equal 20, pair.section_mm
    assert_in_delta 10_000 / 400.0, pair.resin_mm, 1e-9
    assert_in_delta 10_000 / 400.0 * 0.975, pair.hardener_mm, 1e-9
    assert_equal 15, blocks(16).section_mm
  end

  def test_a_miss_of_a_percent_either_way_is_good
    mix = ratio(resin: 1, hardener: 1, densities: [1.42, 1.38])
    100.times do
      pair = blocks(between(1, 200), mix)
      resin = pair.resin_mm * 1.42 * between(0.99, 1.01)
      hardener = pair.hardener_mm * 1.38 * between(0.99, 1.01)
      assert_equal :good, Measure::Verdict.new(mix, resin_g: resin, hardener_g: hardener).name
    end
  end

  def test_what_cannot_be_cut_by_eye
    assert_refused(:grams, "too much") { blocks(8000) }
    assert_refused(:resin_density_g_ml) { blocks(20, ratio(by: :weight, densities: [nil, nil])) }
  end
end
