# frozen_string_literal: true

require_relative "../../core_helper"

class BlendTest < CoreTest
  def limited(hardener, extra: {}, **limits)
    coating(hardener: hardener, limits: WorkLimits.new(**limits), **extra)
  end

  # Never more than any of its parts allows, nor than they tolerate.
  def test_a_blend_keeps_the_limits_tolerances_and_bands_of_its_sheets
    one = limited("slow", thinnest_film_mm: 0.1, thickest_film_mm: 0.5, thinner_most_pct: 5, grain_most_g_m2: 300, moisture_most_pct: 6,
      service_c: 60, pack_ml: 1000,
      extra: { extra_resin_pct: 8, extra_hardener_pct: 1, bands: { weak: 0.95, soft: 1.2 } })
    two = limited("fast", thinnest_film_mm: 0.2, thickest_film_mm: 0.4, thinner_most_pct: 3, service_c: 50,
      extra: { extra_resin_pct: 4, bands: { weak: 0.9 } })
    blend = Blend.new([[one, 0.5], [two, 0.5]]).sheet

    assert_equal({ thinnest_film_mm: 0.2, thickest_film_mm: 0.4, thinner_most_pct: 3.0, moisture_most_pct: 6.0, service_c: 50.0 },
      blend.limits.to_h)
    assert_equal [4.0, 1.0], blend.tolerance_pct
    assert_equal({ weak: 0.95, soft: 1.2 }, blend.bands)
    assert_nil Blend.new([[limited("a"), 0.5], [limited("b"), 0.5]]).sheet.extra_resin_pct
  end

  # What the shop learned of its hardeners counts in their blend, by their shares; beside one nothing was learned of, by its own alone.
  def test_a_blend_goes_by_what_the_shop_learned_of_its_hardeners
    told = { ratio: ratio(by: :weight, resin: 2, hardener: 1) }
    plain = coating(hardener: "slow", **told)
    logs = Array.new(6) { |i| Cure::LoggedCup.new(mass_g: 80.0 + (i * 40), start_c: 20, room_c: 20, usable_min: 15.0) }
    kept = Cure::Learning.new(plain.clock, logs).shop
    slow = coating(hardener: "slow", learned: kept.kept(plain.clock), **told)
    fast = coating(hardener: "fast", learned: kept.kept(plain.clock), **told)
    other = coating(hardener: "other", **told)
    factor = ->(parts) { Blend.new(parts).sheet.mix.reaction.speed }

    assert_operator kept.factor, :>, 1.02
    assert_in_delta kept.factor, factor.call([[slow, 0.4], [fast, 0.6]]), 1e-6
    assert_in_delta Math.exp(Math.log(kept.factor) * 0.4), factor.call([[slow, 0.4], [other, 0.6]]), 1e-6
    assert_in_delta 1.0, factor.call([[other, 0.5], [coating(hardener: "third", **told), 0.5]]), 1e-9
    assert_equal 12, Blend.new([[slow, 0.4], [fast, 0.6]]).sheet.shop.cups
    cup = { mass_g: 200, start_c: 20, room_c: 20 }

    assert_operator Blend.new([[slow, 0.4], [fast, 0.6]]).sheet.mix.usable_band(**cup).middle, :<,
      Blend.new([[plain, 0.4], [other, 0.6]]).sheet.mix.usable_band(**cup).middle
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
      order = Plan::CoatOrder.coat(outline: Geometry::Rectangle.new(length_mm: 1000, width_mm: 500), cover: Work::Cover.new(film_mm: 0.3),
        sheet: sheet, room: Cure::Profile.constant(20), tins_c: 20)
      Plan::CoatFigures.new(Plan::CoatPlan.new(order)).dry_film
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
