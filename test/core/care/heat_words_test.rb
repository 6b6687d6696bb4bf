# frozen_string_literal: true

require_relative "../../core_helper"

# Words for heat, in proportion.
class HeatWordsTest < CoreTest
  def cautions(mm:, wide: 400, **clock)
    sheet = coating(clock: { reference_temp_c: 22, pot_life_min: 12, pot_mass_g: 100, working_min: 30, **clock })
    order = Plan::CoatOrder.coat(outline: Geometry::Rectangle.new(length_mm: wide, width_mm: wide), cover: Work::Cover.new(film_mm: mm),
      sheet: sheet, room: Cure::Profile.constant(22), tins_c: 22)
    Care::CoatCautions.new(Plan::CoatPlan.new(order)).all.select { |caution| caution.at == :film }
  end

  def test_a_few_grams_foam_and_do_not_ignite
    hot = cautions(mm: 20, wide: 60).first

    assert_includes hot.says, "it foams and cracks"
    refute_includes hot.says, "ignite"
    refute hot.parts.key?(:peak), "no figure above 150 °C"
    refute hot.grave
  end

  def test_a_kilogram_too_thick_smokes
    hot = cautions(mm: 20).first

    assert_includes hot.says, "smokes and may ignite"
    assert hot.grave
    assert_equal hot.says.scan(/%\{(\w+)\}/).flatten.map(&:to_sym).sort, hot.parts.keys.sort
  end

  def test_what_stays_calm_gets_no_word
    assert_empty cautions(mm: 0.3)
  end

  # Nobody is offered thirteen kilograms in a pail for a film; whoever says so is right.
  def test_ten_kilograms_by_drill_unless_told_otherwise
    place = Work::Place.new(name: "floor", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 9000, width_mm: 9000))
    task = Plan::Task.new(id: "t", kind: Work::Kinds::ALL[:floor], places: [place], place_ids: ["p"], figures: {}, sheet: coating)

    assert_equal 10_000, task.most_g
    assert_equal 14_000, task.with(own_most: Quantity.new(value: 14_000, unit: :g)).most_g
    assert_nil task.with(figures: { pack: 20_000 }).most_g
  end
end
