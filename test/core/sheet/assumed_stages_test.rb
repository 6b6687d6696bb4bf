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

  # One noted tack of 1.3 times the usual, by hand: prior sd 0.25, noted 0.15; weights 16 and 44.44; ln 1.3 x 44.44 / 60.44 = 0.1929.
  def test_one_noted_stage_by_hand
    silent = sheet
    usual = middle(silent, :recoat_opens)
    noted = coating(clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55 }, stages: {}, purposes: [:coat],
      noted: { recoat_opens: [1.3 * usual] })
    share = Math.exp(Math.log(1.3) * (1 / 0.0225) / (16 + (1 / 0.0225)))

    assert_in_delta usual * share, middle(noted, :recoat_opens), 1e-6
    assert_in_delta 2 * 1.28 / Math.sqrt(16 + (1 / 0.0225)), Math.log(noted.ages(:recoat_opens)[1] / noted.ages(:recoat_opens)[0]), 1e-9
    assert_in_delta middle(silent, :sandable) * share, middle(noted, :sandable), 1e-6
    # A noted tack closes at 0.8 of the usual ratio after it.
    assert_in_delta 0.8 * 6 / 1.9 * usual * share, noted.ages(:recoat_closes)[0], 1e-6
    assert noted.assumed_stage?(:recoat_opens)
  end

  def test_what_is_found_late_says_nothing_and_more_notes_say_more
    silent = sheet
    usual = middle(silent, :recoat_opens)
    told = { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55 }
    with = ->(ages) { coating(clock: told, stages: {}, purposes: [:coat], noted: { recoat_opens: ages }) }

    assert_equal silent.ages(:recoat_opens), with.call([5 * usual, 0, -3]).ages(:recoat_opens)
    one, many = [1, 9].map { |count| with.call([0.8 * usual] * count) }
    assert_operator middle(many, :recoat_opens), :<, middle(one, :recoat_opens)
    assert_operator middle(many, :recoat_opens), :>, 0.8 * usual
    width = ->(made) { made.ages(:recoat_opens).then { |early, late| late / early } }
    assert_operator width.call(many), :<, width.call(one)
    assert_operator width.call(one), :<, width.call(silent)
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
