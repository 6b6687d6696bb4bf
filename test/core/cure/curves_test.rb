# frozen_string_literal: true

require_relative "../../core_helper"

class CurvesTest < CoreTest
  def test_bigger_and_warmer_never_last_longer
    curves = Cure::Curves.new(slow_clock)
    lines = [15, 20, 25, 30].map { |temp| curves.usable(temp).map { |_, band| band.middle } }
    lines.each { |line| assert_equal line.sort.reverse, line }
    lines.transpose.each { |column| assert_equal column.sort.reverse, column }
    assert_in_delta 20, curves.usable(20).first[0], 1e-9
    assert_in_delta 5000, curves.usable(20).last[0], 1e-6
  end

  def test_the_sheets_own_point_lies_on_its_curve
    before, after = Cure::Curves.new(slow_clock).usable(25).each_cons(2).find { |(low, _), (high, _)| 100.between?(low, high) }
    assert_operator before[1].middle, :>=, 49
    assert_operator after[1].middle, :<=, 51
    assert_operator before[1].early, :<, 50
  end

  def test_the_sheets_own_depth_lies_on_its_curve
    deep = Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, heat_j_g: 300)
    curves = Cure::Curves.new(deep)
    assert_equal [19, 25, 29], curves.depth_temps_c
    points = curves.peaks(25)
    assert_in_delta 60, points.find { |depth, _| (depth - 50).abs < 1e-6 }[1], 3
    assert_equal points.map(&:last).sort, points.map(&:last)
  end

  def test_a_peak_is_told_as_far_as_it_is_known
    curves = Cure::Curves.new(Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720))
    curves.peak_band.each { |_, low, high| assert_operator low, :<, high }
    widths = curves.peak_band.map { |_, low, high| high - low }

    assert_operator widths.last, :>, widths.first
  end
end

class SayingsTest < CoreTest
  def said(sheet)
    Sayings.new(sheet).all
  end

  def test_a_builder_reads_what_a_kilogram_does
    kilo = said(coating).find { |line| line.parts[:mass]&.value == 1000 && line.parts[:temp].value == 28 }
    assert_includes kilo.says, "then it smokes"
    assert_in_delta coating.mix.cup(mass_g: 1000, start_c: 28, room_c: 28).usable_min, kilo.parts[:usable].value
  end

  def test_a_silent_sheet_is_told_with_a_wide_band
    kilo = ->(sheet) { said(sheet).find { |line| line.parts[:mass]&.value == 1000 && line.parts[:temp].value == 28 }.parts }
    width = ->(parts) { parts[:late].value / parts[:early].value }

    assert_operator width[kilo[coating(clock: { reference_temp_c: 23, working_min: 55 })]], :>, width[kilo[coating]]
  end

  def test_depth_is_told_where_the_sheet_has_one
    deep = coating(clock: { reference_temp_c: 25, max_depth_mm: 50, working_min: 100, heat_j_g: 300 })
    lift = said(deep).last
    assert_equal [50.0, 28], [lift.parts[:deepest].value, lift.parts[:warm].value]
    assert_operator lift.parts[:largest].value, :<, 50
  end
end

class ThickCoatTest < CoreTest
  def table(**clock)
    coating(clock: { reference_temp_c: 24, pot_life_min: 35, pot_mass_g: 200, working_min: 45, max_depth_mm: 6, heat_j_g: 380, **clock },
      stages: { recoat_opens: [240, 300], recoat_closes: [600, 720], sandable: [1440, 1800] }, purposes: [:flood])
  end

  def plan(film, **more)
    Plan::CoatPlan.new(order(sheet: table, cover: Work::Cover.new(film_mm: film), room: Cure::Profile.constant(22), tins_c: 22, **more))
  end

  def test_too_thick_is_cut_into_lifts_with_a_wait
    depths, wait = plan(12).lifts
    assert_equal [6.0, 6.0], depths
    assert_operator wait.opens_min, :>=, wait.tacky_min
    says = Care::CoatCautions.new(plan(12)).all.select { |caution| caution.at == :film }.map(&:says)
    assert(says.any? { |line| line.include?("Deeper than the data sheet's largest lift") })
    assert(says.any? { |line| line.include?("%{count} of %{each}, the next %{wait}") })
    assert_nil plan(0.5).lifts
  end

  def test_where_it_is_too_warm_for_any_lift_none_is_offered
    hot = plan(12, room: Cure::Profile.constant(61), tins_c: 61, sheet: table(working_min: 230, pot_life_min: 220, max_depth_mm: 40))
    assert_nil hot.lifts
    refute_empty Care::CoatCautions.new(hot).all
  end

  def test_a_thin_one_stays_calm
    assert_empty(Care::CoatCautions.new(plan(3)).all.select { |caution| caution.at == :film })
  end

  def test_a_tray_gains_what_it_says
    tray, gained = plan(1, sheet: coating).tray_gain
    made = plan(1, sheet: coating)
    grams = made.portions.first.mass_g.to_f
    across = tray.even_diameter_mm(grams / made.sheet.clock.mixed_density_g_ml).round(1)
    assert_in_delta made.sheet.mix.cup(mass_g: grams, start_c: 22, room_c: 22, diameter_mm: across).usable_min - made.usable.middle,
      gained, 1e-9
    assert_nil plan(1, sheet: coating, cups: [Plan::USUAL_TRAYS.last]).tray_gain
  end
end
