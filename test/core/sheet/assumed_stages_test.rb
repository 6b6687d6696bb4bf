# frozen_string_literal: true

require_relative "../../core_helper"

# Stages no sheet tells, by the usual multiples of W.
class AssumedStagesTest < CoreTest
  def sheet(stages: {}, purposes: [:coat], **clock)
    coating(clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, **clock }, stages: stages,
      purposes: purposes)
  end

  def middle(sheet, name)
    Math.sqrt(sheet.ages(name).reduce(:*))
  end

  # 1.9 W and 6 W, 8 times in 10 within ln 1.28 x 0.25 and 0.30.
  def test_a_coats_window_as_is_usual
    silent = sheet
    working = silent.mix.reaction.working_min

    assert_in_delta 1.9 * working, middle(silent, :recoat_opens), 1e-6
    assert_in_delta 6 * working, middle(silent, :recoat_closes), 1e-6
    assert_in_delta 2 * 1.28 * 0.25, Math.log(silent.ages(:recoat_opens)[1] / silent.ages(:recoat_opens)[0]), 1e-9
    assert_in_delta 7 * 1440, middle(silent, :full), 1e-6
  end

  def test_each_kind_of_mix_has_its_own
    { flood: 3.0, floor: 21.0, cast: 1.5, fill: 2.5, laminate: 1.9 }.each do |purpose, factor|
      silent = sheet(purposes: [purpose])

      assert_in_delta factor * silent.mix.reaction.working_min, middle(silent, :recoat_opens), 1e-6, purpose
    end
    assert_nil sheet(purposes: [:fill]).ages(:recoat_closes)
    assert_nil sheet(purposes: [:floor]).ages(:demould)
  end

  # A sheet whose coat is tacky twice as late as usual is hard twice as late too.
  def test_a_stage_that_is_told_moves_its_neighbours
    silent = sheet
    twice = 2 * middle(silent, :recoat_opens)
    told = sheet(stages: { recoat_opens: [twice, twice] })

    %i[recoat_closes handle sandable].each { |name| assert_in_delta 2 * middle(silent, name), middle(told, name), 1e-3 }
    assert_equal [twice, twice], told.ages(:recoat_opens)
    refute told.assumed_stage?(:recoat_opens)
  end

  # Any sheet of any purpose: each stage is after the one before it, and none is at once.
  def test_nothing_is_at_once_and_all_is_in_order
    30.times do
      purpose = pick(%i[coat laminate bond flood floor cast fill mount infuse])
      silent = sheet(purposes: [purpose], pot_life_min: between(6, 120), working_min: pick([nil, between(130, 400)]))
      working = silent.mix.reaction.working_min

      AssumedStages::ORDER.filter_map { |name| silent.ages(name) }.each do |early, late|
        assert_operator early, :>, working * 0.7, purpose
        assert_operator late, :>, early
      end
      opens, hard = %i[recoat_opens sandable].map { |name| middle(silent, name) }

      assert_operator hard, :>, opens
    end
  end
end
