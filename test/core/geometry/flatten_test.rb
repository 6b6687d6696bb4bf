# frozen_string_literal: true

require_relative "../../core_helper"

class FlattenTest < CoreTest
  TOLERANCE = Geometry::Flatten::TOLERANCE_MM

  def off(points, x, y)
    points.each_cons(2).map { |from, to| Geometry::Plane.segment_distance(from, to, x, y) }.min
  end

  def test_an_arc_never_lies_farther_off_than_the_tolerance
    30.times do
      cx = between(-50, 50)
      cy = between(-50, 50)
      radius = between(0.5, 900)
      from = between(-7, 7)
      sweep = between(-6.2, 6.2)
      points = Geometry::Flatten.arc(cx, cy, radius, from, sweep)

      20.times do
        angle = from + (sweep * chance.rand)

        assert_operator off(points, cx + (radius * Math.cos(angle)), cy + (radius * Math.sin(angle))), :<=, TOLERANCE * 1.001
      end
    end
  end

  def test_a_bulge_of_one_is_half_a_circle_on_the_side_it_says
    left = [[0.0, 0.0]] + Geometry::Flatten.bulge([0.0, 0.0], [100.0, 0.0], 1.0)
    right = [[0.0, 0.0]] + Geometry::Flatten.bulge([0.0, 0.0], [100.0, 0.0], -1.0)

    assert_share Math::PI * 1250, Geometry::Plane.signed_area(left).abs, 0.001
    assert_operator left.map(&:last).min, :<, -49.9
    assert_operator right.map(&:last).max, :>, 49.9
    assert_equal [[100.0, 0.0]], Geometry::Flatten.bulge([0.0, 0.0], [100.0, 0.0], 0.0)
  end

  def test_bulges_of_any_size_end_where_they_should_on_their_circle
    40.times do
      from, to = Array.new(2) { [between(-80, 80), between(-80, 80)] }
      bulge = between(-3, 3)
      next if bulge.abs < 0.05 || Math.hypot(to[0] - from[0], to[1] - from[1]) < 1

      points = [from] + Geometry::Flatten.bulge(from, to, bulge)
      chord = Math.hypot(to[0] - from[0], to[1] - from[1])
      radius = chord * (1 + (bulge**2)) / (4 * bulge.abs)

      assert_equal to, points.last
      assert_share radius * 4 * Math.atan(bulge).abs, Geometry::Plane.length(points, closed: false), 0.01
    end
  end

  def test_a_cubic_curve_never_lies_farther_off_than_the_tolerance
    30.times do
      a, b, c, d = Array.new(4) { [between(-100, 100), between(-100, 100)] }
      points = [a] + Geometry::Flatten.cubic(a, b, c, d)

      15.times do
        t = chance.rand
        u = 1 - t
        at = [0, 1].map { |i| ((u**3) * a[i]) + (3 * u * u * t * b[i]) + (3 * u * t * t * c[i]) + ((t**3) * d[i]) }

        assert_operator off(points, *at), :<=, TOLERANCE * 2
      end
    end
  end

  def test_a_quadratic_is_the_parabola_it_is
    points = [[0.0, 0.0]] + Geometry::Flatten.quadratic([0.0, 0.0], [50.0, 100.0], [100.0, 0.0])

    points.each { |x, y| assert_in_delta 2 * x * (1 - (x / 100)), y, 0.1 }
  end

  # A circle as a rational spline of the second degree: nine points, weights of 1 and half the root of 2.
  def test_a_circle_as_a_weighted_spline
    control = [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]].map { |x, y| [x * 60.0, y * 60.0] }
    weights = Array.new(9) { |i| i.odd? ? Math.sqrt(0.5) : 1.0 }
    points = Geometry::Flatten.spline(2, [0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4].map(&:to_f), control, weights)

    points.each { |x, y| assert_in_delta 60, Math.hypot(x, y), 1e-6 }
    assert_share Math::PI * 3600, Geometry::Plane.signed_area(points), 0.001
  end

  def test_pieces_in_any_order_and_direction_join_to_their_loop
    25.times do
      corners = Array.new(3 + chance.rand(9)) { |i| [i, between(20, 60)] }.then do |list|
        list.map { |i, r| [r * Math.cos(2 * Math::PI * i / list.size), r * Math.sin(2 * Math::PI * i / list.size)] }
      end
      pieces = corners.each_index.map { |i| [corners[i], corners[i - corners.size + 1]] }
        .map { |piece| chance.rand(2).zero? ? piece : piece.reverse }.shuffle(random: chance)
      loops, open = Geometry::Joining.loops(pieces)

      assert_equal [1, 0], [loops.size, open.size]
      assert_share Geometry::Plane.signed_area(corners).abs, Geometry::Plane.signed_area(loops.first).abs, 1e-9
      loops, open = Geometry::Joining.loops(pieces.drop(1))

      assert_equal [0, 1], [loops.size, open.size]
    end
  end

  def test_thinning_keeps_ends_and_tolerance
    20.times do
      line = Array.new(300) { |i| [i.to_f, (5 * Math.sin(i / 20.0)) + between(-0.05, 0.05)] }
      thin = Geometry::Plane.simplify(line, 0.2)

      assert_equal [line.first, line.last], [thin.first, thin.last]
      assert_operator thin.size, :<, 120
      line.each { |x, y| assert_operator off(thin, x, y), :<=, 0.2 + 1e-9 }
    end
  end

  def test_a_crowded_plan_is_refused_in_words
    many = Array.new(61) { |i| Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: 5), at_mm: [i * 10, 0]) }

    assert_refused("shapes", "1 to 60") { Geometry::Region.new(many.first(1) * 61) }
    assert_refused("shapes", "edges") do
      Geometry::Region.new([Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: 5), count: 300, step_mm: [3, 0])])
    end
  end
end
