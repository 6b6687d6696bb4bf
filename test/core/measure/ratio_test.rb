# frozen_string_literal: true

require_relative "../../core_helper"

class RatioTest < CoreTest
  Ratio = Measure::Ratio

  def test_two_to_one_by_volume_weighed
    # 2 x 1.15 : 1 x 0.98 = 2.30 : 0.98; 300 g x 2.30/3.28 = 210.3658... g
    split = ratio(densities: [1.15, 0.98]).split(total_g: 300)

    assert_in_delta 210.365853658, split.resin_g, 1e-8
    assert_in_delta 89.634146341, split.hardener_g, 1e-8
    assert_in_delta 182.926829268, split.resin_ml, 1e-8
    assert_equal split.hardener_ml * 2, split.resin_ml
  end

  def test_phr_and_mixed_density
    mix = ratio(by: :weight, resin: 100, hardener: 30, densities: [1.13, 0.97])

    assert_equal 30, mix.phr
    # 130 / (100/1.13 + 30/0.97)
    assert_in_delta 130 / ((100 / 1.13) + (30 / 0.97)), mix.mixed_density_g_ml, 1e-12
    assert_in_delta 100 * 0.98 / 2.30, ratio(densities: [1.15, 0.98]).phr, 1e-10
  end

  def test_from_one_part
    split = ratio(by: :weight, resin: 16, hardener: 1, densities: [nil, nil]).split(resin_g: 80)

    assert_equal [80, 5, 85], [split.resin_g, split.hardener_g, split.total_g]
    assert_nil split.total_ml
    assert_equal 48, ratio(by: :weight, resin: 16, hardener: 1).split(hardener_g: 3).resin_g
  end

  def test_the_other_basis_is_unknown_without_densities
    by_volume = ratio(densities: [nil, nil])

    assert_nil by_volume.weight_parts
    assert_nil by_volume.phr
    split = by_volume.split(total_ml: 90)

    assert_equal [60, 30], [split.resin_ml, split.hardener_ml]
    assert_nil split.resin_g
    assert_nil by_volume.split(total_g: 90).resin_g
    half_known = ratio(by: :weight, resin: 3, hardener: 1, densities: [1.2, nil]).split(total_g: 120)

    assert_equal 75, half_known.resin_ml
    assert_nil half_known.hardener_ml
    assert_nil half_known.total_ml
  end

  def test_parts_add_up_to_the_total_exactly
    500.times do
      mix = Ratio.new(by: pick(Ratio::BASES), resin: between(0.5, 100).round(3), hardener: between(0.5, 100).round(3),
        resin_density_g_ml: between(0.8, 2).round(3), hardener_density_g_ml: between(0.8, 2).round(3))
      total = between(0.1, 50_000).round(3)
      split = mix.split(total_g: total)

      assert_equal Rational(total.to_s), split.resin_g + split.hardener_g
      assert_equal split.total_ml, split.resin_ml + split.hardener_ml
      assert_equal split.total_g / split.total_ml, mix.mixed_density_g_ml
    end
  end

  def test_volume_and_weight_ratios_invert
    200.times do
      densities = [between(0.8, 2).round(3), between(0.8, 2).round(3)]
      by_volume = ratio(resin: between(1, 10).round(2), hardener: between(1, 10).round(2), densities: densities)
      weights = by_volume.weight_parts
      back = ratio(by: :weight, resin: weights[0], hardener: weights[1], densities: densities)

      assert_equal Rational(*by_volume.volume_parts), Rational(*back.volume_parts)
      assert_equal by_volume.split(total_ml: 100).to_h, back.split(total_ml: 100).to_h
    end
  end

  def test_what_is_not_a_ratio_is_refused_by_name
    assert_refused("ratio.by", "volume or weight") { ratio(by: :mass) }
    assert_refused("ratio.resin", "0.001") { ratio(resin: 0) }
    assert_refused("ratio.hardener") { ratio(hardener: Float::NAN) }
    assert_refused("resin_density_g_ml", "g/ml") { ratio(densities: [0, 1]) }
    assert_refused("hardener_density_g_ml") { ratio(densities: [1, Float::INFINITY]) }
    assert_refused("total_g", "only one") { ratio.split(total_g: 1, total_ml: 1) }
    assert_refused("total_g", "only one") { ratio.split }
    assert_refused("resin_g") { ratio.split(resin_g: -1) }
  end
end

class VerdictTest < CoreTest
  Verdict = Measure::Verdict

  def verdict(resin_g, hardener_g, **more)
    Verdict.new(ratio(by: :weight, resin: 2, hardener: 1), resin_g: resin_g, hardener_g: hardener_g, **more)
  end

  def test_what_people_have_seen_with_two_to_one
    assert_equal :good, verdict(200, 100).name
    assert_equal :scratches, verdict(150, 100).name
    assert_equal :rubbery, verdict(100, 100).name
    assert_equal :will_not_set, verdict(50, 100).name
  end

  def test_the_bands_by_distance_and_side
    { 1.05 => :good, 1.06 => :weak, 1.15 => :weak, 1.16 => :soft, 0.98 => :weak, 0.981 => :good, 0.9 => :weak, 0.899 => :scratches,
      0.7 => :scratches, 0.699 => :rubbery, 0.4 => :rubbery, 0.399 => :will_not_set }.each do |index, name|
      assert_equal name, verdict(index * 200, 100).name, "index #{index}"
    end
  end

  def test_a_sheet_may_forgive_more
    assert_equal :good, verdict(224, 100, extra_resin_pct: 12).name
    assert_equal :weak, verdict(224, 100).name
    assert_equal :good, verdict(200, 109, extra_hardener_pct: 10).name
  end

  def test_a_sheet_may_carry_its_own_bands
    own = { weak: 0.95, scratches: 0.8, soft: 1.3 }
    assert_equal :weak, verdict(240, 100, bands: own).name
    assert_equal :soft, verdict(262, 100, bands: own).name
    assert_equal :scratches, verdict(184, 100, bands: own).name
    assert_equal :rubbery, verdict(150, 100, bands: own).name
    assert_refused(:scratches_from_index, "below the milder") { coating(bands: { weak: 0.8, scratches: 0.9 }) }
    assert_refused(:soft_from_index, "above 1") { coating(bands: { soft: 0.9 }) }
    assert_refused(:weak_from_index, "below 1") { coating(bands: { weak: 1.1 }) }
    assert_equal :rubbery, coating(ratio: ratio(by: :weight), bands: { scratches: 0.8 }).verdict(resin_g: 150, hardener_g: 100).name
  end

  def test_the_short_part_is_named_and_how_much_of_it
    rich = verdict(100, 60)

    assert_equal [:resin, 20, 180], [rich.add, rich.add_amount, rich.new_total]
    poor = verdict(300, 100)

    assert_equal [:hardener, 50, 450], [poor.add, poor.add_amount, poor.new_total]
    good = verdict(201, 100)

    assert_equal [:nothing, 0, 301], [good.add, good.add_amount, good.new_total]
  end

  def test_one_part_alone
    assert_nil verdict(100, 0).index
    assert_equal [:soft, :hardener, 50], [verdict(100, 0).name, verdict(100, 0).add, verdict(100, 0).add_amount]
    assert_equal [:will_not_set, :resin, 200], [verdict(0, 100).name, verdict(0, 100).add, verdict(0, 100).add_amount]
  end

  def test_after_a_correction_the_index_is_one
    300.times do
      mix = ratio(by: pick(%i[weight volume]), resin: between(1, 20).round(2), hardener: between(0.5, 5).round(2))
      first = Verdict.new(mix, resin_g: between(1, 5000).round(1), hardener_g: between(1, 5000).round(1))
      next if first.add == :nothing

      added = { resin: 0, hardener: 0, first.add => first.add_amount }
      resin = first.add == :resin ? first.new_total * mix.weight_parts[0] / mix.weight_parts.sum : nil
      again = Verdict.new(mix, resin_g: resin || (first.new_total * mix.weight_parts[0] / mix.weight_parts.sum),
        hardener_g: first.new_total * mix.weight_parts[1] / mix.weight_parts.sum)

      assert_equal 1, again.index
      assert_operator added.values.max, :>, 0
    end
  end

  def test_a_mix_by_volume_needs_densities_to_be_weighed
    assert_refused("resin_density_g_ml", "by volume") { Verdict.new(ratio(densities: [nil, nil]), resin_g: 1, hardener_g: 1) }
    assert_refused("hardener_density_g_ml") { Verdict.new(ratio(densities: [1.1, nil]), resin_g: 1, hardener_g: 1) }
    assert_refused("resin_g", "both") { verdict(0, 0) }
    assert_refused("hardener_g") { verdict(1, -1) }
    assert_refused("extra_resin_pct") { verdict(1, 1, extra_resin_pct: 900) }
  end
end
