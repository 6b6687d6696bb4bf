# frozen_string_literal: true

require_relative "../../core_helper"

class CautionsTest < CoreTest
  def cautions(**changes)
    Care::CoatCautions.new(Plan::CoatPlan.new(order(**changes))).all
  end

  def test_cold_is_grave_and_promises_nothing
    cold = cautions(room: Cure::Profile.constant(12), tins_c: 20).find { |caution| caution.at == :conditions }

    assert cold.grave
    assert_includes cold.says, "it cures slowly and may stay soft"
    assert_equal [12, 16], [cold.parts[:now].value, cold.parts[:low].value]
  end

  def test_a_night_below_the_lowest_is_told_beforehand
    night = cautions(room: Cure::Profile.new([[0, 20], [400, 12], [900, 20]])).find { |caution| caution.at == :conditions }

    assert_includes night.says, "will not cure there"
    assert_empty(cautions.select { |caution| caution.at == :conditions })
  end

  def standing(**changes)
    Plan::CoatPlan.new(order(**changes)).left_standing
  end

  # 600 g of a clear coat in a pot would smoke, and is used up long before: no alarm, one line on the ticket.
  def test_a_cup_left_standing_alarms_only_where_the_plan_is_at_risk
    assert_equal :smoke, standing.grade.name
    refute standing.thin
    assert_nil(cautions.find { |caution| caution.at == :cups })
    ahead = cautions(cover: Work::Cover.new(film_mm: 2), people: 2).find { |caution| caution.at == :cups }

    refute ahead.grave
    assert_includes ahead.says, "second pot"
    slow = Plan::CoatPlan.new(order(placing_g_per_min: 90)).portions.first
    tight = order(placing_g_per_min: slow.mass_g.to_f / ((slow.usable_min * 0.74) - slow.mixing_min - Plan::CARRYING_MIN))

    assert(Care::CoatCautions.new(Plan::CoatPlan.new(tight)).all.any? { |caution| caution.says.include?("little time") })
  end

  def test_a_little_cup_says_nothing
    assert_nil standing(outline: Geometry::Rectangle.new(length_mm: 200, width_mm: 100))
  end

  def test_gloves_and_the_makers_sheet_always
    assert(cautions.any? { |caution| caution.says.include?("gloves") && caution.first.include?("safety data sheet") })
  end
end
