# frozen_string_literal: true

require_relative "../../core_helper"

# What people of the trade take care of beside resin and hardener.
class SmallThingsTest < CoreTest
  def test_a_pour_under_a_tent_gets_hotter_and_a_film_does_not_mind
    mix = slow_mix
    open, covered = [mix, mix.covered].map { |one| one.pour(depth_mm: 15, start_c: 22, room: Cure::Profile.constant(22)).peak_c }

    assert_operator covered, :>, open + 0.5
    assert_in_delta mix.reaction.loss_factor * 0.7, mix.covered.reaction.loss_factor, 1e-12
    assert_in_delta mix.reaction.working_min, mix.covered.reaction.working_min, 1e-12
  end

  def slow_mix
    Cure::Mix.new(slow_clock)
  end

  # A hole of 60 by 40 mm: its backing piece laps it by 10 mm all round.
  def test_a_backing_piece_is_cut_ten_millimetres_over
    stack = Work::Laminate.new(layers: [Work::Cloth::Layer.new(areal_g_m2: 300, plies: 1)], resin_density_g_ml: 1.1)
    scarf = Work::Scarf.new(hole_length_mm: 60, hole_width_mm: 40, thickness_mm: 3, laminate: stack, backed: true)

    assert_predicate scarf, :backed?
    assert_equal [80, 60], [scarf.backing.length_mm, scarf.backing.width_mm]
    refute_predicate Work::Scarf.new(hole_length_mm: 60, thickness_mm: 3, laminate: stack), :backed?
  end

  # Nothing is wrong by itself: 68 % at 15 °C, the surface 4 °C above the dew point. One such thing is not worth a word.
  def test_small_faults_add_up_to_one_warning
    dew = Care::Conditions.dew_point_c(15, 68)
    found = Care::Conditions.new(air_c: 15, humidity_pct: 68, surface_c: dew + 4).all

    assert_equal 1, found.size
    refute found.first.grave
    assert_includes found.first.says, "Each just inside its limit"
    assert_empty Care::Conditions.new(air_c: 21, humidity_pct: 68).all
    assert_empty Care::Conditions.new(air_c: 15).all
    wrong = Care::Conditions.new(air_c: 15, humidity_pct: 68, surface_c: dew + 2).all

    assert_equal 1, wrong.size
    assert wrong.first.grave, "what is wrong by itself is said by itself"
  end
end
