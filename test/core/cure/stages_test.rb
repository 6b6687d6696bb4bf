# frozen_string_literal: true

require_relative "../../core_helper"

class StageTimesTest < CoreTest
  def times(temp, **more)
    Cure::StageTimes.new(coating, room: Cure::Profile.constant(temp), **more)
  end

  def test_at_the_reference_the_likely_time_is_the_sheets_middle
    assert_in_delta 180, times(23).of(:recoat_opens).middle, 1e-6
    assert_in_delta 180 - 20, times(23, start_age_min: 20).of(:recoat_opens).middle, 1e-6
    assert_nil times(23).of(:demould)
  end

  def test_early_and_late_come_from_the_sheets_range_and_the_room
    band = times(23).of(:recoat_opens)
    # E is stated, so only the room is in doubt: 150 at 24.5 °C and 210 at 21.5 °C.
    assert_in_delta 150 / coating.clock.pace(24.5), band.early, 1e-6
    assert_in_delta 210 / coating.clock.pace(21.5), band.late, 1e-6
  end

  def test_below_the_lowest_temperature_no_time_is_promised
    band = times(12).of(:recoat_opens)

    assert_nil band.middle
    assert_nil band.late
    refute_nil band.early
  end

  def test_a_thick_coat_is_a_pour
    thick = Cure::StageTimes.new(coating, room: Cure::Profile.constant(23), depth_mm: 8, start_c: 23)

    assert_operator thick.of(:recoat_opens).middle, :<, times(23).of(:recoat_opens).middle
    thin = Cure::StageTimes.new(coating, room: Cure::Profile.constant(23), depth_mm: 2, start_c: 23)

    assert_in_delta 180, thin.of(:recoat_opens).middle, 1e-6
  end
end
