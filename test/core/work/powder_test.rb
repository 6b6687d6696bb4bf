# frozen_string_literal: true

require_relative "../../core_helper"

# Powder: one or two, into the resin first or after, with room for it and minutes to fold it in.
class PowderInMixTest < CoreTest
  F = Work::Filler

  def fillet(**figures)
    joint = Work::Place.new(name: "it", sort: :joint, shape: Geometry::Joint.new(length_mm: 2000))
    Work::Sizing.new(Work::Kinds::ALL[:fillet], [joint], { radius: 10, **figures }, density_g_ml: 1.1).need
  end

  # 3 g of silica at 2.2 and 6 g of balloons at 0.25 g/ml: 9 g in 1.3636 + 24 = 25.3636 ml: 0.35484 g/ml.
  def test_two_powders_are_one_of_both
    both, grams = F.together([[F::POWDERS[:silica], 3], [F::POWDERS[:balloons], 6]])

    assert_in_delta 9, grams
    assert_in_delta 0.354839, both.density_g_ml, 1e-6
    assert_equal "silica and micro-balloons", both.label
    assert_equal F::POWDERS[:silica], F.together([[F::POWDERS[:silica], 3]])[0]
  end

  # Half and half of what each alone takes to stand: 4.5 g of silica, 10.8 g of balloons.
  def test_half_of_each_where_nobody_says_more
    both, grams = fillet(powder2: "balloons").powder

    assert_equal([4.5, 10.8], both.parts.map { |_, each| each.round(6) })
    assert_in_delta 15.3, grams
    _, told = fillet(powder2: "balloons", powder_g: 4, powder2_g: 5).powder
    assert_in_delta 9, told
    _, one = fillet.powder
    assert_in_delta 9, one
  end

  # The mix fills the joint with both powders in it.
  def test_the_mix_and_its_powders_fill_the_joint
    need = fillet(powder2: "balloons", powder_g: 4, powder2_g: 5)
    mix = need.grams(1.1).to_f
    ml = (mix / 1.1) + (mix * 0.04 / 2.2) + (mix * 0.05 / 0.25)

    assert_in_delta Geometry::Sections.fillet_mm2(10, 90) * 2, ml, 1e-6
  end

  def cutter(folded_after)
    Plan::Cutter.new(coating, start_c: 20, room_c: 20, placing_g_per_min: 60, folded_after: folded_after,
      mix: coating.mix(powder: [F::POWDERS[:silica], 9.0]))
  end

  # 300 g of mix with 9 g to 100 are 327 g: 1.65 min of folding, half of it where half went into the resin first.
  def test_folding_takes_minutes_that_grow_with_the_mass
    whole, half, none = [1, 0.5, 0].map { |share| cutter(share).portion(300) }

    assert_in_delta F.folding_min(whole.mass_g.to_f * 1.09), whole.mixing_min - none.mixing_min, 1e-9
    assert_in_delta (whole.mixing_min - none.mixing_min) / 2, half.mixing_min - none.mixing_min, 1e-9
    assert_operator F.folding_min(2000), :>, F.folding_min(200)
  end

  def test_a_stiff_mix_has_more_room_in_its_cup
    found = cutter(1).portion(300)

    assert_operator coating.mix(powder: [F::POWDERS[:silica], 9.0]).whole_ml(found.mass_g), :<=, found.cup.brim_ml * 0.55
  end
end
