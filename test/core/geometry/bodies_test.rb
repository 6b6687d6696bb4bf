# frozen_string_literal: true

require_relative "../../core_helper"

class BodiesTest < CoreTest
  def test_sides_of_round_bodies
    assert_in_delta Math::PI * 200 * 300, Geometry::CylinderSide.new(diameter_mm: 200, height_mm: 300).area_mm2, 1e-6
    cone = Geometry::ConeSide.new(bottom_mm: 200, top_mm: 0, height_mm: 120)

    assert_in_delta Math::PI * 100 * Math.hypot(100, 120), cone.area_mm2, 1e-6
    assert_share cone.area_mm2, cone.outline.area_mm2, 1e-3
    assert_in_delta Math::PI * 3 * 40, Geometry::Rod.new(diameter_mm: 3, height_mm: 40).area_mm2, 1e-9
  end

  def test_unrolled_outlines_keep_the_area
    rounds(25).times do
      bodies = [Geometry::ConeSide.new(bottom_mm: between(50, 400), top_mm: between(0, 300), height_mm: between(100, 500)),
        Geometry::BoxInside.new(length_mm: between(10, 900), width_mm: between(10, 900), height_mm: between(10, 900)),
        Geometry::SteppedPool.new(width_mm: between(500, 4000), steps_mm: Array.new(3) { [between(500, 3000), between(300, 2500)] })]

      bodies.each { |body| assert_share body.area_mm2, body.outline.area_mm2, 2e-3 }
    end
  end

  def test_a_stepped_pool_by_hand
    pool = Geometry::SteppedPool.new(width_mm: 4000, steps_mm: [[3000, 1000], [5000, 1800]])

    # floor 8 x 4, ends 1.0 + 1.8 and a riser of 0.8 each 4 wide, long walls 2 x (3 x 1.0 + 5 x 1.8)
    assert_in_delta 32 + (3.6 * 4) + 24, pool.area_mm2 / 1e6, 1e-9
  end

  def test_a_mould_cup_is_filled_to_below_its_rim
    cup = Geometry::Cavity.new(bottom_mm: 40, top_mm: 50, height_mm: 35, count: 12)

    assert_in_delta 30, cup.fill_mm, 1e-9
    across = 40 + (10 * 30 / 35.0)
    assert_in_delta 12 * Math::PI * 30 / 12_000 * (1600 + (40 * across) + (across**2)), cup.volume_ml, 1e-9
    assert_refused("fill") { Geometry::Cavity.new(bottom_mm: 40, top_mm: 50, height_mm: 35, fill_mm: 36) }
  end

  def test_sections_by_hand
    assert_in_delta Math::PI * 9, Geometry::Sections.area_mm2(:round, across: 6), 1e-9
    assert_in_delta 30, Geometry::Sections.area_mm2(:vee, wide: 10, deep: 6), 1e-9
    assert_in_delta 100 * (1 - (Math::PI / 4)), Geometry::Sections.fillet_mm2(10, 90), 1e-9
    assert_refused("wide") { Geometry::Sections.area_mm2(:box, deep: 4) }
    assert_refused("corner") { Geometry::Sections.fillet_mm2(10, 180) }
  end

  # The area between two sides and the arc, added up in thin stripes.
  def test_a_fillet_in_any_corner_against_counting
    10.times do
      angle = between(40, 140) * Math::PI / 180
      r = between(3, 30)
      leg = r / Math.tan(angle / 2)
      centre = [leg, r]
      n = 400
      cells = (0...n).to_a.product((0...n).to_a).count do |i, j|
        x = (i + 0.5) * leg * 1.5 / n
        y = (j + 0.5) * leg * 1.5 / n
        y <= x * Math.tan(angle) || angle > Math::PI / 2 ? in_fillet?(x, y, angle, leg, centre, r) : false
      end
      next if angle > Math::PI / 2

      assert_share Geometry::Sections.fillet_mm2(r, angle * 180 / Math::PI), cells * ((leg * 1.5 / n)**2), 0.03
    end
  end

  def in_fillet?(x, y, angle, leg, centre, radius)
    along = (x * Math.cos(angle)) + (y * Math.sin(angle))
    x <= leg && along <= leg && y <= (x * Math.tan(angle)) && Math.hypot(x - centre[0], y - centre[1]) >= radius
  end
end
