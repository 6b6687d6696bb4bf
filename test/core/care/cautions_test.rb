# frozen_string_literal: true

require_relative "../../core_helper"

class CautionsTest < CoreTest
  def cautions(**changes)
    Care::CoatCautions.new(Plan::CoatPlan.new(order(**changes))).all
  end

  def test_cold_is_grave_and_promises_nothing
    cold = cautions(room: Cure::Profile.constant(12), tins_c: 20).find { |caution| caution.at == :conditions }

    assert cold.grave
    assert_includes cold.says, "stalled until warmer"
    assert_equal [12, 16], [cold.parts[:now].value, cold.parts[:low].value]
  end

  def test_a_night_below_the_lowest_is_told_beforehand
    night = cautions(room: Cure::Profile.new([[0, 20], [400, 12], [900, 20]])).find { |caution| caution.at == :conditions }

    assert_includes night.says, "stalls"
    assert_empty(cautions.select { |caution| caution.at == :conditions })
  end

  def test_a_cup_left_standing_is_never_refused_but_told
    cup = cautions.find { |caution| caution.at == :cups }

    refute cup.grave
    assert_operator cup.parts[:peak].value, :>, 120
    assert_includes cup.says, "smokes"
  end

  def test_gloves_and_the_makers_sheet_always
    assert(cautions.any? { |caution| caution.says.include?("gloves") && caution.first.include?("safety data sheet") })
  end
end
