# frozen_string_literal: true

require_relative "../../core_helper"

class OutlineTest < CoreTest
  def polygon(*corners)
    Geometry::Polygon.new(corners)
  end

  def test_known_areas
    assert_equal 2_160_000, Geometry::Rectangle.new(length_mm: 2400, width_mm: 900).area_mm2
    assert_in_delta Math::PI * 170 * 170, Geometry::Circle.new(diameter_mm: 340).area_mm2, 1e-9
    # An L: 4.2 x 3.3 m less 1.6 x 1.2 m
    l = polygon([0, 0], [4200, 0], [4200, 2100], [2600, 2100], [2600, 3300], [0, 3300])

    assert_in_delta (4200 * 3300) - (1600 * 1200), l.area_mm2, 1e-6
    assert_in_delta 2 * (4200 + 3300), l.edge_mm, 1e-9
    assert_equal [4200, 3300], l.extent_mm
  end

  def test_a_polygon_may_be_given_either_way_round
    corners = [[0, 0], [10, 0], [10, 5], [0, 5]]

    assert_equal polygon(*corners).area_mm2, polygon(*corners.reverse).area_mm2
  end

  def test_moving_and_turning_keep_the_area_and_scaling_squares_it
    100.times do
      spokes = Array.new(chance.rand(3..12)) { between(50, 400) }
      corners = spokes.each_with_index.map do |r, i|
        [r * Math.cos(2 * Math::PI * i / spokes.size), r * Math.sin(2 * Math::PI * i / spokes.size)]
      end
      area = polygon(*corners).area_mm2
      k = between(0.5, 3)
      turned = corners.map { |x, y| [(x * 0.6) - (y * 0.8) + 31, (x * 0.8) + (y * 0.6) - 77] }

      assert_share area, polygon(*turned).area_mm2, 1e-9
      assert_share area * k * k, polygon(*corners.map { |x, y| [x * k, y * k] }).area_mm2, 1e-9
    end
  end

  def test_crossings_are_refused_and_the_edges_named
    assert_refused(:corners, "1–2", "3–4") { polygon([0, 0], [10, 10], [10, 0], [0, 10]) }
    assert_refused(:corners, "cross") { polygon([0, 0], [10, 0], [10, 10], [5, 0], [0, 10]) }
    assert_refused(:corners, "cross") { polygon([0, 0], [10, 0], [4, 0], [4, 5]) }
  end

  def test_what_has_no_area_is_refused
    assert_refused(:corners, "one line") { polygon([0, 0], [10, 10], [20, 20.0000001]) }
    assert_refused(:corners, "same point") { polygon([0, 0], [0, 0], [20, 20]) }
    assert_refused(:corners, "3 to 2000") { polygon([0, 0], [1, 1]) }
    assert_refused(:width, "0.5") { Geometry::Rectangle.new(length_mm: 1, width_mm: 0) }
    assert_refused(:length) { Geometry::Rectangle.new(length_mm: -5, width_mm: 10) }
    assert_refused(:diameter) { Geometry::Circle.new(diameter_mm: Float::INFINITY) }
    assert_refused("corner 2 x") { polygon([0, 0], [Float::NAN, 0], [0, 5]) }
  end

  def test_three_corners_in_line_inside_a_piece_are_fine
    assert_equal 100, polygon([0, 0], [5, 0], [10, 0], [10, 10], [0, 10]).area_mm2
  end
end

class MoreShapesTest < CoreTest
  def test_known_areas_and_edges
    assert_in_delta Math::PI * 400 * 150, Geometry::Ellipse.new(length_mm: 800, width_mm: 300).area_mm2, 1e-6
    assert_in_delta Math::PI * 500, Geometry::Ellipse.new(length_mm: 500, width_mm: 500).edge_mm, 1e-6
    assert_in_delta Math::PI / 4 * ((500**2) - (300**2)), Geometry::Ring.new(diameter_mm: 500, hole_mm: 300).area_mm2, 1e-6
    assert_in_delta 6, Geometry::Triangle.new(sides_mm: [3, 4, 5]).area_mm2, 1e-9
    # A hexagon 100 across its flats: side 100/sqrt(3), area sqrt(3)/2 x 100^2.
    hexagon = Geometry::RegularPolygon.new(sides: 6, across_mm: 100)
    assert_in_delta 100 / Math.sqrt(3), hexagon.side_mm, 1e-9
    assert_in_delta Math.sqrt(3) / 2 * 10_000, hexagon.area_mm2, 1e-6
    assert_in_delta 10_000, Geometry::RegularPolygon.new(sides: 4, across_mm: 100).area_mm2, 1e-6
  end

  # Simpson is exact for a parabola: width 100 - 0.01 (x - 100)^2 over 0..200 holds 13333.33 mm2.
  def test_a_strip_by_its_widths
    widths = [0, 50, 100, 150, 200].map { |x| [x, 100 - (0.01 * ((x - 100)**2))] }
    strip = Geometry::Strip.new(widths)
    assert_predicate strip, :simpson?
    assert_in_delta 40_000 / 3.0, strip.area_mm2, 1e-6
    even = Geometry::Strip.new([[0, 10], [10, 20], [30, 20], [40, 0]])
    refute_predicate even, :simpson?
    assert_in_delta 150 + 400 + 100, even.area_mm2, 1e-9
  end

  def test_corners_hold_the_area_they_are_drawn_for
    [Geometry::Triangle.new(sides_mm: [300, 420, 260]), Geometry::RegularPolygon.new(sides: 7, across_mm: 500),
      Geometry::Strip.new([[0, 10], [10, 20], [30, 20]])].each do |shape|
      assert_share Geometry::Polygon.new(shape.corners_mm).area_mm2, shape.area_mm2, 0.01
      assert_equal(shape.extent_mm.map { |mm| mm.round(6) }, Geometry::Polygon.new(shape.corners_mm).extent_mm.map { |mm| mm.round(6) })
    end
    assert_share Geometry::Ellipse.new(length_mm: 800, width_mm: 300).area_mm2,
      Geometry::Polygon.new(Geometry::Ellipse.new(length_mm: 800, width_mm: 300).corners_mm).area_mm2, 0.002
  end

  def test_what_is_no_shape
    assert_refused(:side_a, "do not meet") { Geometry::Triangle.new(sides_mm: [1, 2, 5]) }
    assert_refused(:hole, "smaller") { Geometry::Ring.new(diameter_mm: 100, hole_mm: 100) }
    assert_refused(:sides) { Geometry::RegularPolygon.new(sides: 2, across_mm: 100) }
    assert_refused(:sides, "whole number") { Geometry::RegularPolygon.new(sides: 5.5, across_mm: 100) }
    assert_refused(:stations, "rise") { Geometry::Strip.new([[10, 1], [0, 1]]) }
    assert_refused(:stations, "no width") { Geometry::Strip.new([[0, 0], [10, 0]]) }
    assert_refused(:stations, "2 to") { Geometry::Strip.new([[0, 1]]) }
  end

  def test_what_a_surface_drinks_coat_by_coat
    assert_equal([80, 20, 0, 0], (1..4).map { |coat| Work::Drink.g_m2(80, coat: coat) })
    assert_refused(:drink) { Work::Drink.g_m2(-1) }
  end
end

class CoverTest < CoreTest
  def test_film_and_grams
    ml, grams = Work::Cover.new(film_mm: 0.3).amounts(2_160_000, 1.1)

    assert_equal 648, ml
    assert_equal Rational(7128, 10), grams
    ml, grams = Work::Cover.new(cover_g_m2: 120).amounts(5_655_000, nil)

    assert_nil ml
    assert_equal Rational(6786, 10), grams
    assert_in_delta 0.1, Work::Cover.new(cover_g_m2: 110).film_with(1.1), 1e-12
  end

  def test_limits
    assert_refused(:film, "0.005 to 500") { Work::Cover.new(film_mm: 0) }
    assert_refused(:film) { Work::Cover.new(film_mm: 10_000) }
    assert_refused(:film) { Work::Cover.new(cover_g_m2: -1) }
    assert_refused(:film, "one of them") { Work::Cover.new }
    assert_refused(:film, "one of them") { Work::Cover.new(film_mm: 1, cover_g_m2: 100) }
  end
end

class ExactTest < CoreTest
  def test_sharing_loses_nothing
    300.times do
      total = between(0.1, 1e6).round(chance.rand(5))
      parts = Exact.share(total, Array.new(chance.rand(1..40)) { between(0.1, 9).round(2) })

      assert_equal Rational(total.to_s), parts.sum
    end
  end

  def test_a_tenth_is_a_tenth
    assert_equal Rational(1, 10), Exact.of(0.1)
  end
end

class SolveTest < CoreTest
  def test_it_finds_crossings_of_awkward_functions
    { ->(x) { (x**3) - 2 } => 2**(1.0 / 3), ->(x) { Math.exp(40 * (x - 1)) - 1 } => 1.0, ->(x) { x < 1.5 ? -1e-9 : 1e9 } => 1.5,
      ->(x) { Math.atan(1000 * (x - 0.123)) } => 0.123 }.each do |function, zero|
      assert_in_delta zero, Solve.root(0.0, 3.0, tolerance: 1e-9, &function), 1e-8
    end
  end

  def test_it_says_when_there_is_nothing_to_find
    assert_raises(NotSolved) { Solve.root(0.0, 1.0, tolerance: 1e-6) { |x| x + 1 } }
    assert_raises(NotSolved) { Solve.root(0.0, 1.0, tolerance: 1e-12, most: 2) { |x| Math.atan(1000 * (x - 0.123)) } }
  end

  def test_ends_that_are_zeros
    assert_in_delta(0.0, Solve.root(0.0, 1.0, tolerance: 1e-6) { |x| x })
    assert_in_delta(1.0, Solve.root(0.0, 1.0, tolerance: 1e-6) { |x| x - 1 })
  end
end

class MemoTest < CoreTest
  def test_it_remembers_the_latest_and_forgets_the_rest
    memo = Memo.new(2)
    looks = 0
    look = ->(key) { memo.recall(key) { looks += 1 } }

    assert_equal 1, look.call(:a)
    assert_equal 1, look.call(:a)
    look.call(:b)
    look.call(:a)
    look.call(:c)

    assert_equal 1, look.call(:a)
    assert_equal 4, look.call(:b)
    assert_equal 2, memo.size
  end

  def test_a_failure_is_not_remembered
    memo = Memo.new(2)
    assert_raises(NotSolved) { memo.recall(:x) { raise NotSolved } }
    assert_equal 5, memo.recall(:x) { 5 }
  end
end
