# frozen_string_literal: true

require_relative "../../core_helper"

# What the room, the resin and the wood ask for: named with what to do, and only where it is so.
class SurroundingsTest < CoreTest
  def says(order)
    Care::CoatCautions.new(Plan::CoatPlan.new(order)).all.map { |caution| "#{caution.says} #{caution.first}" }.join(" | ")
  end

  # Day and night from 8 to so much, coldest at three: between nine and eleven it rises.
  def morning(high)
    Cure::Profile.daily_wave(low_c: high - 6, high_c: high, start_minute_of_day: 540, days: 10)
  end

  def test_cold_resin_is_told_with_what_to_do
    cold = says(order(tins_c: 8))

    assert_includes cold, "thick, slow to mix and full of bubbles"
    assert_includes cold, "Warm both tins"
    assert_includes cold, "No fuel heaters"
    refute_includes says(order(tins_c: 12)), "full of bubbles"
  end

  def test_bare_wood_is_not_coated_while_it_warms
    bare = { drink_g_m2: 40, room: morning(24) }

    assert_includes says(order(**bare)), "warming wood gases off"
    refute_includes says(order(**bare, drink_g_m2: 0)), "gases off", "sealed wood breathes through nothing"
    refute_includes says(order(**bare, room: Cure::Profile.constant(21))), "gases off"
    evening = Cure::Profile.daily_wave(low_c: 18, high_c: 24, start_minute_of_day: 16 * 60, days: 10)
    refute_includes says(order(**bare, room: evening)), "gases off", "while it cools it draws the film in"
  end
end
