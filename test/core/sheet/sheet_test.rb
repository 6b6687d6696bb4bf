# frozen_string_literal: true

require_relative "../../core_helper"

class SheetTest < CoreTest
  def test_the_mixed_density_comes_from_the_parts
    # Two parts of 1.14 and one of 0.99 by volume.
    assert_in_delta ((2 * 1.14) + 0.99) / 3, coating.clock.mixed_density_g_ml, 1e-9
    assert coating(ratio: ratio(densities: [nil, nil])).clock.assumed?(:mixed_density_g_ml)
  end

  def test_contradictions_are_caught_with_the_reason
    assert_refused(:recoat_closes, "after the window opens") { coating(stages: { recoat_opens: [300, 400], recoat_closes: [200, 250] }) }
    assert_refused(:recoat_opens, "not tacky") { coating(stages: { recoat_opens: [20, 30] }) }
    assert_refused(:full, "not come before") { coating(stages: { sandable: [900, 1000], full: [100, 120] }) }
    assert_refused(:sandable, "early figure first") { coating(stages: { sandable: [900, 300] }) }
    assert_refused(:highest_c, "above the lowest") { coating(lowest_c: 20, highest_c: 15) }
    assert_refused(:set, "not a stage") { coating(stages: { set: [1, 2] }) }
    assert_refused(:lowest_c) { coating(lowest_c: -400) }
  end

  def test_mixing_minutes_grow_from_cup_to_pail
    rule = Mixing.new(cup_min: 4, pail_min: 12, second_cup_min: 3)

    assert_equal([7, 7, 15, 15], [50, 1000, 20_000, 90_000].map { |mass| rule.minutes(mass) })
    assert_in_delta 4 + 3 + (8 * Math.log(5) / Math.log(20)), rule.minutes(5000), 1e-9
    one = Mixing.new(cup_min: 8)

    assert_equal([8, 12], [500, 20_000].map { |mass| one.minutes(mass) })
    assert_refused(:mix_pail_min) { Mixing.new(cup_min: 5, pail_min: 3) }
  end

  def test_the_recoat_window_is_the_time_both_ends_are_sure_of
    assert_equal [210, 480], coating.recoat_window_min
    silent = coating(stages: {})

    assert_operator silent.recoat_window_min[0], :>, silent.mix.reaction.working_min, "what is not told is never zero"
    assert silent.assumed_stage?(:recoat_opens)
    refute coating.assumed_stage?(:recoat_opens)
    assert_nil silent.ages(:wet)
  end
end
