# frozen_string_literal: true

require_relative "../../core_helper"

# What is told as it is: holes by their number, copies side by side.
class ToldShapesTest < CoreTest
  def test_holes_hold_as_much_as_so_many_of_one
    60.times do
      count = rand(1..10_000)
      wide = between(1.2, 80)
      deep = between(0.1, 300)
      holes = Geometry::Holes.new(count: count, diameter_mm: wide, depth_mm: deep)

      assert_in_delta count * Math::PI / 4 * wide * wide * deep / 1000, holes.volume_ml, 1e-6 * holes.volume_ml
      assert_in_delta count * Math::PI * wide, holes.edge_mm, count * wide * 0.01
      assert_equal count, holes.hollows
      place = Work::Place.new(name: "holes", sort: :void, shape: holes)

      assert_in_delta holes.area_mm2, place.as(:surface).shape.area_mm2, 1e-6 * holes.area_mm2
      assert_in_delta 4 / wide, place.plan_of_one.reduce(:/), 0.05 / wide
    end
  end

  def test_holes_say_what_they_cannot_be
    assert_refused("count", "1 to 10000") { Geometry::Holes.new(count: 0, diameter_mm: 6, depth_mm: 20) }
    assert_refused("count", "whole number") { Geometry::Holes.new(count: 2.5, diameter_mm: 6, depth_mm: 20) }
    assert_refused("depth", "0.1 to 3000") { Geometry::Holes.new(count: 2, diameter_mm: 6, depth_mm: 0) }
  end

  # Copies that share nothing are as many of one; a sweep of a few of them says the same.
  def test_copies_side_by_side_are_as_a_sweep_finds_them
    20.times do
      shape = Geometry::Rectangle.new(length_mm: between(5, 90), width_mm: between(5, 90))
      count = rand(2..30)
      rows = rand(1..count)
      step = Geometry::Placed.side_by_side(shape)
      whole = Geometry::Region.new([Geometry::Placed.new(shape: shape, count: count, rows: rows, step_mm: step)])

      assert_in_delta count * shape.area_mm2, whole.area_mm2, 1e-6 * whole.area_mm2
      assert_equal count, whole.pieces
      one_by_one = Geometry::Placed.new(shape: shape, count: count, rows: rows, step_mm: step).shifts_mm.map do |at|
        Geometry::Placed.new(shape: shape, at_mm: at)
      end
      swept = Geometry::Region.new(one_by_one)

      assert_in_delta swept.area_mm2, whole.area_mm2, 1e-6 * whole.area_mm2
      assert_in_delta swept.edge_mm, whole.edge_mm, 1e-6 * whole.edge_mm
      swept.extent_mm.zip(whole.extent_mm) { |one, other| assert_in_delta one, other, 1e-6 }
      x = between(0, whole.extent_mm[0])

      assert_in_delta swept.left_of(x), whole.left_of(x), 1e-6 * whole.area_mm2
    end
  end

  def test_an_amount_is_a_weight_or_a_volume
    assert_refused("amount", "weight or a volume") { Geometry::ToldAmount.new(Quantity.new(value: 3, unit: :stroke)) }
    assert_refused("amount", "0.01") { Geometry::ToldAmount.new(Quantity.new(value: 0, unit: :g)) }
    assert_equal 5, Geometry::ToldAmount.new(Quantity.new(value: 5, unit: :ml)).quantity.value
  end
end
