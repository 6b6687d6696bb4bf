# frozen_string_literal: true

require_relative "../../core_helper"

class MarksTest < CoreTest
  def test_each_cup_gets_the_same_area
    [Geometry::Rectangle.new(length_mm: 1000, width_mm: 300), Geometry::Circle.new(diameter_mm: 500),
      Geometry::Polygon.new([[0, 0], [4200, 0], [4200, 2100], [2600, 2100], [2600, 3300], [0, 3300]]),
      Geometry::Ring.new(diameter_mm: 500, hole_mm: 300), Geometry::Ellipse.new(length_mm: 800, width_mm: 300)].each do |outline|
      cuts = [0.0, *Plan::Marks.new(outline).at(5), outline.extent_mm[0]]
      areas = cuts.each_cons(2).map { |from, to| strip(outline, from, to) }

      areas.each { |area| assert_share outline.area_mm2 / 5, area, 0.002 }
    end
  end

  # Area between two cuts by adding up thin slices of the outline's height.
  def strip(outline, from, to)
    slices = 2000
    wide = (to - from) / slices
    (0...slices).sum { |i| height(outline, from + (wide * (i + 0.5))) * wide }
  end

  def height(outline, x)
    case outline
    when Geometry::Rectangle then outline.width_mm
    when Geometry::Ring then chord(x, 500) - chord(x - 100, 300)
    when Geometry::Ellipse then 300 * Math.sqrt([1 - (((x - 400) / 400)**2), 0].max)
    when Geometry::Circle then 2 * Math.sqrt([((outline.diameter_mm / 2)**2) - ((x - (outline.diameter_mm / 2))**2), 0].max)
    else x < 2600 ? 3300 : 2100
    end
  end

  def chord(x, diameter)
    2 * Math.sqrt([((diameter / 2.0)**2) - ((x - (diameter / 2.0))**2), 0].max)
  end
end
