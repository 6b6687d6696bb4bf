# frozen_string_literal: true

require_relative "../../core_helper"

class StageTimesTest < CoreTest
  def times(temp, **more)
    StageTimes.new(coating, room: Cure::Profile.constant(temp), **more)
  end

  def test_at_the_reference_the_likely_time_is_the_sheets_middle
    assert_in_delta 180, times(23).of(:recoat_opens).middle, 1e-6
    assert_in_delta 180 - 20, times(23, start_age_min: 20).of(:recoat_opens).middle, 1e-6
    assert_nil times(23).of(:wet)
  end

  # The sheet's range and the room, each moved to its edge, 1.28 × 1.5 °C; at its own temperature the energy tells nothing.
  def test_early_and_late_come_from_the_sheets_range_and_the_room
    band = times(23).of(:recoat_opens)
    pace = ->(temp) { coating.mix.reaction.pace(temp) }

    assert_in_delta 180 / Math.exp(Math.hypot(Math.log(180 / 150.0), Math.log(pace[23 + 1.92]))), band.early, 1e-6
    assert_in_delta 180 * Math.exp(Math.hypot(Math.log(210 / 180.0), Math.log(pace[23 - 1.92]))), band.late, 1e-6
  end

  # A table pour told for 6 mm: the maker's own coat takes the maker's own time, a film takes longer.
  def test_stages_told_for_a_coat_of_so_many_mm
    told = { stages: { recoat_opens: [240, 300] }, limits: WorkLimits.new(stage_coat_mm: 6) }
    table = coating(clock: { reference_temp_c: 24, pot_life_min: 35, pot_mass_g: 200, working_min: 60, max_depth_mm: 6 }, **told)
    own = StageTimes.new(table, room: Cure::Profile.constant(24), depth_mm: 6, start_c: 24).of(:recoat_opens).middle
    film = StageTimes.new(table, room: Cure::Profile.constant(24)).of(:recoat_opens).middle

    assert_share 270, own, 0.01
    assert_operator film, :>, own + 10
  end

  def test_below_the_lowest_temperature_no_time_is_promised
    band = times(12).of(:recoat_opens)

    assert_nil band.middle
    assert_nil band.late
    refute_nil band.early
  end

  def test_a_thick_coat_is_a_pour
    thick = StageTimes.new(coating, room: Cure::Profile.constant(23), depth_mm: 8, start_c: 23)

    assert_operator thick.of(:recoat_opens).middle, :<, times(23).of(:recoat_opens).middle
    thin = StageTimes.new(coating, room: Cure::Profile.constant(23), depth_mm: 0.05, start_c: 23)

    assert_in_delta 180, thin.of(:recoat_opens).middle, 2
  end

  # However hot it got, full cure is not promised before the sheet's own time at the warmest it may be.
  def test_a_runaway_is_not_cured_in_an_hour
    thick = StageTimes.new(coating, room: Cure::Profile.constant(23), depth_mm: 40, start_c: 23)

    assert_operator thick.of(:recoat_opens).middle, :<, 60
    { sandable: 960, full: 8640 }.each do |stage, early|
      assert_operator thick.of(stage).early, :>=, (early / coating.mix.reaction.pace(30)) - 1e-6
    end
  end
end
