# frozen_string_literal: true

require_relative "../../core_helper"

class RegionTest < CoreTest
  def placed(shape, sign: 1, at: [0, 0], **more)
    Geometry::Placed.new(shape: shape, sign: sign, at_mm: at, **more)
  end

  def box(length, width)
    Geometry::Rectangle.new(length_mm: length, width_mm: width)
  end

  # Widths 60, 84, 110, 96, 70 every 300 mm: Simpson 300/3 (60 + 4×84 + 2×110 + 4×96 + 70) = 107 000 mm².
  def test_a_strip_keeps_its_rule_when_it_is_combined
    strip = Geometry::Strip.new([[0, 60], [300, 84], [600, 110], [900, 96], [1200, 70]])
    board = Geometry::Rectangle.new(length_mm: 2000, width_mm: 500)
    with_strip = Geometry::Region.new([Geometry::Placed.new(shape: board), Geometry::Placed.new(shape: strip, sign: -1, at_mm: [200, 100])])

    assert_in_delta 107_000, strip.area_mm2, 1e-6
    assert_in_delta 1_000_000 - 107_000, with_strip.area_mm2, 0.1
    lens = Geometry::Strip.new([[0, 0], [100, 80], [200, 0]])

    assert_in_delta 200 * 80 * 2 / 3.0, lens.area_mm2, 1e-6
    assert_share lens.area_mm2 * 2, Geometry::Region.new([Geometry::Placed.new(shape: lens, count: 2, step_mm: [300, 0])]).area_mm2, 1e-9
  end

  def test_a_hole_is_taken_away_with_its_own_edge
    top = Geometry::Region.new([placed(box(1860, 640)), placed(Geometry::Circle.new(diameter_mm: 100), sign: -1, at: [200, 200])])

    assert_share (1860 * 640) - (Math::PI * 2500), top.area_mm2, 1e-9
    assert_share 5000 + (Math::PI * 100), top.edge_mm, 1e-4
    assert_equal [4, 120], top.loops_mm.map(&:size).sort
  end

  def test_what_is_covered_twice_counts_once
    ell = Geometry::Region.new([placed(box(100, 20)), placed(box(20, 100))])

    assert_in_delta 3600, ell.area_mm2, 1e-6
    assert_equal 6, ell.corners_mm.size
    assert_in_delta 400, ell.edge_mm, 1e-6
  end

  def test_what_is_added_after_a_hole_lies_in_it_as_an_island
    island = Geometry::Region.new([placed(box(100, 100)), placed(box(60, 60), sign: -1, at: [20, 20]), placed(box(10, 10), at: [45, 45])])

    assert_in_delta 10_000 - 3600 + 100, island.area_mm2, 1e-6
    assert_equal 3, island.loops_mm.size
  end

  def test_a_notch_over_the_edge_takes_only_what_is_there
    notched = Geometry::Region.new([placed(box(100, 100)), placed(box(50, 50), sign: -1, at: [75, 75])])

    assert_in_delta 10_000 - 625, notched.area_mm2, 1e-6
    assert_in_delta 400, notched.edge_mm, 1e-6
  end

  def test_disjoint_parts_add
    30.times do
      shapes = Array.new(3) do
        pick([box(between(5, 90), between(5, 90)), Geometry::Circle.new(diameter_mm: between(5, 90)),
          Geometry::Ellipse.new(length_mm: between(5, 90), width_mm: between(5, 90))])
      end
      region = Geometry::Region.new(shapes.each_with_index.map { |shape, i| placed(shape, at: [i * 100, between(-500, 500)], turn_deg: 0) })

      assert_share shapes.sum(&:area_mm2), region.area_mm2, 1e-6
    end
  end

  def test_scaling_by_k_scales_the_area_by_its_square
    20.times do
      k = between(0.1, 9)
      hole = between(20, 60)
      make = lambda { |f|
        Geometry::Region
          .new([placed(box(200 * f, 120 * f)), placed(Geometry::Circle.new(diameter_mm: hole * f), sign: -1, at: [150 * f, 80 * f])])
      }

      assert_share make.call(1).area_mm2 * k * k, make.call(k).area_mm2, 1e-6
      assert_share make.call(1).edge_mm * k, make.call(k).edge_mm, 1e-6
    end
  end

  def test_turning_and_shifting_change_no_area
    20.times do
      shapes = lambda { |turn, by|
        [placed(box(200, 100), turn_deg: turn, at: [by, -by]),
          placed(box(30, 20), sign: -1, at: [85 + by, 40 - by], turn_deg: between(0, 360))]
      }

      assert_share 20_000 - 600, Geometry::Region.new(shapes.call(between(0, 360), between(-900, 900))).area_mm2, 1e-6
    end
  end

  def test_random_boxes_agree_with_counting_cells
    15.times do
      boxes = Array.new(5) { [chance.rand(2).zero? ? 1 : -1, chance.rand(20), chance.rand(20), 1 + chance.rand(12), 1 + chance.rand(12)] }
      boxes[0][0] = 1
      cells = (0...40).to_a.product((0...40).to_a).count do |x, y|
        boxes.reverse.find { |_, bx, by, w, h| x.between?(bx, bx + w - 1) && y.between?(by, by + h - 1) }&.first == 1
      end
      next if cells.zero?

      region = Geometry::Region.new(boxes.map { |sign, x, y, w, h| placed(box(w, h), sign: sign, at: [x, y]) })

      assert_in_delta cells, region.area_mm2, 1e-6
      assert_in_delta cells, region.loops_mm.sum { |loop| Geometry::Plane.signed_area(loop) }, 1e-6
    end
  end

  def test_repeats_lie_at_their_steps
    row = Geometry::Region
      .new([placed(box(600, 100)), placed(Geometry::Circle.new(diameter_mm: 20), sign: -1, at: [10, 40], count: 10, step_mm: [55, 0])])

    assert_share 60_000 - (Math::PI * 1000), row.area_mm2, 1e-9
    assert_refused("step") { Geometry::Region.new([placed(box(10, 10), count: 3)]) }
  end

  def test_overlapping_and_idle_holes_are_told
    circle = Geometry::Circle.new(diameter_mm: 40)
    region = Geometry::Region
      .new([placed(box(200, 100)), placed(circle, sign: -1, at: [10, 10], name: "hole 2"),
        placed(circle, sign: -1, at: [30, 10], name: "hole 3"),
        placed(circle, sign: -1, at: [500, 500], name: "hole 4")])

    assert_equal ["hole 2 and hole 3 overlap: what they share is taken away once", "hole 4 cuts nothing: no material there"],
      region.remarks
  end

  def test_nothing_left_or_nothing_to_take_from_is_refused
    assert_refused("shapes", "nothing") { Geometry::Region.new([placed(box(10, 10)), placed(box(30, 30), sign: -1, at: [-5, -5])]) }
    assert_refused("shapes", "begin") { Geometry::Region.new([placed(box(10, 10), sign: -1)]) }
    assert_refused("turn") { Geometry::Region.new([placed(box(10, 10), turn_deg: Float::NAN)]) }
  end

  def test_the_area_left_of_a_cut_grows_to_the_whole
    region = Geometry::Region.new([placed(box(300, 100)), placed(Geometry::Circle.new(diameter_mm: 80), sign: -1, at: [100, 10])])
    marks = Plan::Marks.new(region).at(5)

    assert_equal 4, marks.size
    [0.0, *marks, 300.0].each_cons(2) { |from, to| assert_share region.area_mm2 / 5, region.left_of(to) - region.left_of(from), 1e-4 }
  end

  def test_several_loops_with_holes
    square = ->(from, to) { [[from, from], [to, from], [to, to], [from, to]] }

    assert_in_delta 10_000 - 3600 + 100, Geometry::Loops.new([square.call(0, 100), square.call(20, 80), square.call(45, 55)]).area_mm2, 1e-9
    assert_refused("corners", "cross") { Geometry::Loops.new([square.call(0, 100), [[50, 50], [150, 40], [140, 160]]]) }
    assert_refused("corners", "loop 2") { Geometry::Loops.new([square.call(0, 100), [[1, 1], [2, 2], [3, 3]]]) }
  end

  def test_a_line_of_many_corners_is_thinned_within_its_tolerance
    circle = Array.new(50_000) { |i| [150 * Math.cos(2 * Math::PI * i / 50_000), 150 * Math.sin(2 * Math::PI * i / 50_000)] }
    thin = Geometry::Plane.simplify(circle, 0.02)

    assert_operator thin.size, :<, 600
    assert_share Math::PI * 22_500, Geometry::Plane.signed_area(thin), 0.0005
  end
end

class VoidTest < CoreTest
  def sounding(x, y, depth)
    Geometry::Sounding.new(x_mm: x, y_mm: y, depth_mm: depth)
  end

  def square(side = 300)
    Geometry::Rectangle.new(length_mm: side, width_mm: side)
  end

  def test_a_box_holds_area_times_depth
    assert_in_delta 2250, Geometry::Void.new(square, depth_mm: 25).volume_ml, 1e-9
    assert_in_delta 2250, Geometry::Void.new(square, soundings: [sounding(30, 40, 25)]).volume_ml, 1e-6
  end

  def test_a_pyramid_by_one_sounding
    assert_share 300 * 300 * 60 / 3000.0, Geometry::Void.new(square, soundings: [sounding(150, 150, 60)], edge: :sloping).volume_ml, 1e-6
  end

  def test_a_frustum_by_four_soundings
    floor = [[50, 50], [250, 50], [250, 250], [50, 250]].map { |x, y| sounding(x, y, 60) }

    assert_share 60 / 3000.0 * (90_000 + 40_000 + 60_000), Geometry::Void.new(square, soundings: floor, edge: :sloping).volume_ml, 1e-6
  end

  def test_a_round_hollow_with_a_hole_left_standing
    ring = Geometry::Region
      .new([Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: 200)),
        Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: 60), sign: -1, at_mm: [70, 70])])
    made = Geometry::Void.new(ring, soundings: [sounding(20, 100, 12), sounding(180, 100, 12), sounding(100, 180, 12)])

    assert_share Math::PI / 4 * (40_000 - 3600) * 12 / 1000, made.volume_ml, 1e-6
  end

  def test_a_tilted_floor_is_its_plane_by_triangles
    corners = [[0, 0], [300, 0], [300, 300], [0, 300]]
    20.times do
      a = between(5, 30)
      b = between(-0.01, 0.05)
      c = between(-0.01, 0.05)
      depth = ->(x, y) { a + (b * x) + (c * y) }
      inner = Array.new(8) { [between(1, 299), between(1, 299)] }
      made = Geometry::Void.new(square, soundings: (corners + inner).map { |x, y| sounding(x, y, depth.call(x, y)) })

      assert_share depth.call(150, 150), made.mean_depth_mm, 1e-6
      assert_in_delta depth.call(100, 200), made.depth_at(100, 200), 1e-6
    end
  end

  def test_by_nearest_each_sounding_speaks_for_its_cell
    made = Geometry::Void.new(square, mean: :cells, soundings: [sounding(75, 150, 10), sounding(225, 150, 30)])

    assert_in_delta 20, made.mean_depth_mm, 1e-6
    assert_in_delta 10, made.depth_at(100, 100), 1e-9
    assert_nil made.depth_at(-1, 5)
  end

  def test_the_mean_lies_between_least_and_deepest
    25.times do
      soundings = Array.new(2 + chance.rand(20)) { sounding(between(1, 299), between(1, 299), between(5, 40)) }
      made = Geometry::Void.new(square, soundings: soundings, mean: pick(Geometry::Void::MEANS.keys))

      assert_operator made.mean_depth_mm, :>=, soundings.map(&:depth_mm).min - 1e-6
      assert_operator made.mean_depth_mm, :<=, soundings.map(&:depth_mm).max + 1e-6
    end
  end

  def test_what_is_cast_in_displaces
    made = Geometry::Void.new(square, depth_mm: 25, solids: [Geometry::Solid.new(name: "stone", volume_ml: 12.5, count: 20)])

    assert_in_delta 2000, made.volume_ml, 1e-9
    assert_refused("solids") { Geometry::Void.new(square, depth_mm: 2, solids: [Geometry::Solid.new(name: "log", volume_ml: 5000)]) }
  end

  def test_soundings_outside_too_deep_or_twice_are_refused
    assert_refused("soundings.1.x", "outside") { Geometry::Void.new(square, soundings: [sounding(10, 10, 5), sounding(400, 10, 5)]) }
    assert_refused("soundings.0.depth", "40") { Geometry::Void.new(square, piece_mm: 40, soundings: [sounding(10, 10, 55)]) }
    assert_refused("soundings.1.x", "same place") { Geometry::Void.new(square, soundings: [sounding(10, 10, 5), sounding(10, 10, 6)]) }
    assert_refused("soundings", "nothing") { Geometry::Void.new(square, soundings: [sounding(10, 10, 0)]) }
    assert_refused("depth") { Geometry::Void.new(square, depth_mm: Float::INFINITY) }
    assert_refused("depth", "sounding") { Geometry::Void.new(square) }
  end

  def test_points_on_one_circle_or_line_still_join
    circle = Array.new(120) { |i| [100 * Math.cos(Math::PI * i / 60), 100 * Math.sin(Math::PI * i / 60)] }
    triangles = Geometry::Triangles.new(circle).all

    assert_equal 118, triangles.size
    assert_share Geometry::Plane.signed_area(circle), triangles
      .sum { |corners| Geometry::Plane.signed_area(corners.map { |i| circle[i] }) }, 1e-9
    assert_empty Geometry::Triangles.new(Array.new(9) { |i| [i.to_f, 2.0 * i] }).all
  end
end
