# frozen_string_literal: true

require_relative "../../core_helper"

class ClothTest < CoreTest
  def laminate(areal: 450, plies: 1, **more)
    Work::Laminate.new(layers: [Work::Cloth::Layer.new(areal_g_m2: areal, plies: plies)], resin_density_g_ml: 1.15, **more)
  end

  def test_a_450_g_glass_ply_cures_to_about_half_a_millimetre
    assert_in_delta 0.5, laminate(share: 0.55).ply_mm, 0.01
    assert_equal 9, laminate(share: 0.55).plies_for(4)
  end

  def test_resin_follows_from_the_fibre
    assert_equal 900, laminate(plies: 2, share: 0.5).resin_g_m2
    assert_equal 300 * 3 * Rational(45, 55), laminate(areal: 300, plies: 3, fibre: :carbon).resin_g_m2
  end

  def test_plies_times_thickness_cover_the_target_and_one_less_does_not
    60.times do
      stack = laminate(areal: between(80, 900), share: between(0.3, 0.65), fibre: pick(Work::Cloth::FIBRES.keys))
      target = between(0.3, 20)
      plies = stack.plies_for(target)

      assert_operator plies * stack.ply_mm, :>=, target - 1e-6
      assert_operator (plies - 1) * stack.ply_mm, :<, target
    end
  end

  def test_the_weight_of_the_stack_is_its_thickness_times_its_density
    40.times do
      stack = laminate(plies: 1 + chance.rand(9), share: between(0.3, 0.65))
      solid = (stack.fibre_g_m2.to_f / stack.fibre.density_g_ml) + (stack.resin_g_m2.to_f / 1.15)

      assert_share solid / 1000, stack.thickness_mm, 1e-9
    end
  end

  def test_a_scarf_by_hand
    scarf = Work::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate(share: 0.55))

    assert_equal 50, scarf.bevel_mm
    assert_equal 9, scarf.discs.size
    assert_in_delta 160, scarf.discs.first.length_mm, 1e-9
    assert_in_delta 60 + (100 / 9.0), scarf.discs.last.length_mm, 1e-9
    assert_in_delta Math::PI / 4 * (160**2), scarf.discs.first.area_mm2, 1e-6
    assert_equal scarf.discs.map(&:length_mm).reverse, Work::Scarf
      .new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate(share: 0.55), order: :smallest).discs.map(&:length_mm)
  end

  def test_an_oblong_disc_grows_evenly_with_round_corners
    disc = Work::Scarf.new(hole_length_mm: 80, hole_width_mm: 40, thickness_mm: 3, laminate: laminate).discs.first
    e = disc.beyond_mm

    assert_share (80 * 40) + (2 * e * 120) + (Math::PI * e * e), disc.area_mm2, 2e-3
  end

  def test_cloth_that_cannot_be_is_refused
    assert_refused("share") { laminate(share: 0.95) }
    assert_refused("cloth 1") { laminate(areal: -3) }
    assert_refused("plies 1") { laminate(plies: 1.5) }
    assert_refused("ratio") { Work::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate, ratio: 3) }
    assert_refused("thickness") { laminate.plies_for(0) }
  end

  def test_a_front_noted_once_tells_when_it_is_full
    assert_in_delta 16, Work::Infusion.full_min([[4, 300]], 600), 1e-9
    20.times do
      c = between(1e-6, 1e-3)
      pairs = Array.new(4) { between(50, 900).then { |x| [c * x * x, x] } }.reject { |minute, _| minute < 0.05 }
      next if pairs.empty?

      assert_share c, Work::Infusion.front(pairs), 1e-9
    end
    assert_refused("front") { Work::Infusion.front([]) }
    assert_in_delta Math::PI / 4 * 100 * 2000 / 1000, Work::Infusion.line_ml(10, 2000), 1e-9
  end
end
