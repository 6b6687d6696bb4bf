# frozen_string_literal: true

require_relative "../core_helper"

class SheetTest < CoreTest
  def test_the_mixed_density_comes_from_the_parts
    # Two parts of 1.14 and one of 0.99 by volume.
    assert_in_delta ((2 * 1.14) + 0.99) / 3, coating.clock.mixed_density_g_ml, 1e-9
    assert coating(ratio: ratio(densities: [nil, nil])).clock.assumed?(:mixed_density_g_ml)
  end

  def test_contradictions_are_caught_with_the_reason
    assert_refused(:pot_life_min, "never outlives") { coating(clock: { reference_temp_c: 23, pot_life_min: 60, working_min: 55 }) }
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
    assert_refused(:mix_pail_min) { Mixing.new(cup_min: 5, pail_min: 3) }
  end

  def test_the_recoat_window_is_the_time_both_ends_are_sure_of
    assert_equal [210, 480], coating.recoat_window_min
    assert_nil coating(stages: {}).recoat_window_min
  end
end

class BlendTest < CoreTest
  def limited(hardener, extra: {}, **limits)
    coating(hardener: hardener, limits: WorkLimits.new(**limits), **extra)
  end

  # Never more than any of its parts allows, nor than they tolerate.
  def test_a_blend_keeps_the_limits_tolerances_and_bands_of_its_sheets
    one = limited("slow", thinnest_film_mm: 0.1, thickest_film_mm: 0.5, thinner_most_pct: 5, grain_most_g_m2: 300, moisture_most_pct: 6, service_c: 60, pack_ml: 1000,
                          extra: { extra_resin_pct: 8, extra_hardener_pct: 1, bands: { weak: 0.95, soft: 1.2 } })
    two = limited("fast", thinnest_film_mm: 0.2, thickest_film_mm: 0.4, thinner_most_pct: 3, service_c: 50, extra: { extra_resin_pct: 4, bands: { weak: 0.9 } })
    blend = Blend.new([[one, 0.5], [two, 0.5]]).sheet

    assert_equal({ thinnest_film_mm: 0.2, thickest_film_mm: 0.4, thinner_most_pct: 3.0, moisture_most_pct: 6.0, service_c: 50.0 }, blend.limits.to_h)
    assert_equal [4.0, 1.0], blend.tolerance_pct
    assert_equal({ weak: 0.95, soft: 1.2 }, blend.bands)
    assert_nil Blend.new([[limited("a"), 0.5], [limited("b"), 0.5]]).sheet.extra_resin_pct
  end

  # Declared once: a property has its label, its units, its range and its rule for blends, and is read back as it was given.
  def test_each_property_of_a_sheet_is_declared_once_and_kept
    WorkLimits::ALL.each do |name, one|
      low = one.allowed.begin
      high = one.allowed.end

      assert_in_delta high, WorkLimits.new(name => high).public_send(name)
      assert_refused(name) { WorkLimits.new(name => high * 1.01) }
      assert_refused(name) { WorkLimits.new(name => low - 0.001) }
      both = WorkLimits.blended([WorkLimits.new(name => low), WorkLimits.new(name => high)]).public_send(name)

      assert one.blend == :nothing ? both.nil? : [low, high].include?(both), name
      refute_empty one.label
    end
  end

  # 0.3 mm wet of a sheet with 62 % solids by volume dries to 0.186 mm; where the sheet is silent nothing is said.
  def test_solids_by_volume_turn_wet_film_into_dry
    dry = lambda do |sheet|
      order = Line::CoatOrder.coat(outline: Size::Rectangle.new(length_mm: 1000, width_mm: 500), cover: Size::Cover.new(film_mm: 0.3), sheet: sheet, room: Cure::Profile.constant(20), tins_c: 20)
      Line::CoatFigures.new(Line::CoatPlan.new(order)).dry_film
    end

    assert_equal Rational(186, 1000), dry.call(limited("thin", solids_vol_pct: 62)).value
    assert_nil dry.call(limited("silent"))
  end

  def part(hardener, pot, working, weight)
    coating(hardener: hardener, ratio: ratio(by: :weight, resin: 100, hardener: weight, densities: [1.13, 0.97]),
            clock: { reference_temp_c: 23, pot_life_min: pot, pot_mass_g: 150, working_min: working },
            stages: { recoat_opens: [working * 2, working * 3] })
  end

  def test_each_share_of_hardener_brings_its_own_share_of_resin
    blend = Blend.new([[part("slow", 58, 150, 27), 0.7], [part("fast", 16, 40, 32), 0.3]])
    # q = 100/27 and 100/32; h = m / (0.7 q1 + 0.3 q2)
    slow, fast = blend.hardeners_g(1000)
    total = 1000 / ((0.7 * 100 / 27) + (0.3 * 100 / 32))

    assert_in_delta total * 0.7, slow, 1e-9
    assert_in_delta total * 0.3, fast, 1e-9
    assert_in_delta total / 10, blend.sheet.ratio.phr, 1e-9
  end

  def test_times_mix_logarithmically
    sheet = Blend.new([[part("slow", 58, 150, 27), 0.7], [part("fast", 16, 40, 32), 0.3]]).sheet

    assert_in_delta (150**0.7) * (40**0.3), sheet.clock.working_min, 1e-9
    assert_in_delta (58**0.7) * (16**0.3), sheet.clock.pot_life_min, 1e-9
    assert_in_delta 2 * (150**0.7) * (40**0.3), sheet.stages[:recoat_opens][0], 1e-9
    assert_includes sheet.hardener, "70 % slow"
  end

  def test_a_blend_of_one_with_itself_is_itself
    same = part("slow", 58, 150, 27)
    sheet = Blend.new([[same, 0.4], [same, 0.6]]).sheet

    assert_in_delta 150, sheet.clock.working_min, 1e-9
    assert_in_delta 27, sheet.ratio.phr, 1e-9
  end

  def test_what_is_no_blend
    slow = part("slow", 58, 150, 27)
    assert_refused(:blend) { Blend.new([[slow, 1]]) }
    assert_refused(:share, "add up") { Blend.new([[slow, 0.5], [slow, 0.6]]) }
    assert_refused(:blend, "one resin") { Blend.new([[slow, 0.5], [coating(resin: "Other"), 0.5]]) }
    assert_refused(:resin_density_g_ml) { Blend.new([[slow, 0.5], [coating(ratio: ratio(densities: [nil, nil])), 0.5]]).sheet }
  end
end

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
