# frozen_string_literal: true

require_relative "../../core_helper"

class CoatPlanTest < CoreTest
  def plan(**changes)
    Line::CoatPlan.new(order(**changes))
  end

  # 2.4 x 0.9 m at 0.3 mm = 648 ml; density (2 x 1.14 + 0.99)/3 = 1.09 g/ml: 706.32 g on the work.
  # One cup keeps 2 %: 706.32 / 0.98 = 720.7347 g; resin 2.28/3.27 of that = 502.5305 g.
  def test_a_board_worked_out_by_hand
    board = plan

    assert_equal Rational(70_632, 100), board.on_work.total_g
    assert_equal 1, board.batches.size
    assert_in_delta 720.734694, board.total.total_g, 1e-6
    assert_in_delta 720.734694 * 2.28 / 3.27, board.total.resin_g, 1e-6
    assert_in_delta 720.734694 * 0.99 / 3.27, board.total.hardener_g, 1e-6
    assert_in_delta 14.414694, board.kept_g, 1e-6
  end

  # 706.32 g of film, 2.16 m2 x 80 g/m2 = 172.8 g drunk, 25 g in the roller: 904.12 g out of the cup, 922.57 g mixed.
  def test_drink_and_roller_are_lines_of_their_own
    board = plan(drink_g_m2: 80, soak_g: 25)
    assert_equal Rational(70_632, 100), board.film.total_g
    assert_equal Rational(1728, 10), board.part(:drink).total_g
    assert_equal Rational(90_412, 100), board.on_work.total_g
    assert_in_delta 904.12 / 0.98, board.total.total_g, 1e-6
    says = Line::CoatFigures.new(board).total_g.working.last.says
    assert_includes says, "drunk by the surface"
    assert_includes says, "kept by the tool"
    by_volume = plan(sheet: coating(ratio: ratio(densities: [nil, nil])), drink_g_m2: 80)
    assert_in_delta 648 + (172.8 / 1.12), by_volume.on_work.total_ml, 1e-9
  end

  def test_a_small_cup_keeps_three_grams
    dab = plan(outline: Size::Rectangle.new(length_mm: 200, width_mm: 150), cover: Size::Cover.new(cover_g_m2: 300))

    assert_equal 12, dab.total.total_g
    assert_equal 3, dab.kept_g
  end

  def test_what_the_cups_hold_is_what_was_needed_and_nothing_is_lost
    60.times do
      made = plan(outline: Size::Rectangle.new(length_mm: between(100, 6000), width_mm: between(100, 3000)),
                  cover: Size::Cover.new(film_mm: between(0.05, 1.5)))

      assert_equal made.on_work.total_g, made.portions.sum(&:on_work_g)
      assert_equal made.total.total_g, made.total.resin_g + made.total.hardener_g
      assert_equal made.total.total_g, made.on_work.total_g + made.kept_g
    end
  end

  def test_every_cup_is_used_up_in_time_and_can_be_stirred
    60.times do
      made = plan(outline: Size::Rectangle.new(length_mm: between(500, 9000), width_mm: between(500, 3000)), cover: Size::Cover.new(film_mm: between(0.1, 1.9)),
                  room: Cure::Profile.constant(between(16, 30)), tins_c: between(16, 30))
      portion = made.portions.first

      assert_operator portion.needed_min, :<=, 0.75 * portion.usable_min
      assert_operator portion.mass_g.to_f / coating.clock.mixed_density_g_ml, :<=, 0.7 * portion.cup.brim_ml
      assert_in_delta portion.mass_g.to_f / coating.clock.mixed_density_g_ml, portion.cup.volume_ml(portion.fill_mm), 1e-3
    end
  end

  def test_one_cup_fewer_would_not_do
    made = plan(outline: Size::Rectangle.new(length_mm: 6000, width_mm: 3000))

    assert_operator made.batches.size, :>, 1
    cutter = Batch::Cutter.new(coating, start_c: 20, room_c: 20, placing_g_per_min: Batch::PLACING_G_PER_MIN[:coat])
    bigger = cutter.portion(made.on_work.total_g / (made.batches.size - 1))

    refute cutter.in_time?(bigger)
  end

  def test_cups_follow_one_another
    made = plan(outline: Size::Rectangle.new(length_mm: 6000, width_mm: 3000))

    made.batches.each_cons(2) { |before, after| assert_in_delta before.done_at, after.mix_from, 1e-9 }
    made.batches.each { |batch| assert batch.mix_from < batch.pour_from && batch.pour_from < batch.done_at }
  end

  def test_stages_come_in_order_early_before_late
    made = plan
    bands = %i[recoat_opens recoat_closes sandable full].map { |name| made.stage(name) }

    bands.each { |band| assert band.middle.between?(band.early, band.late) }
    assert_equal bands.map(&:middle).sort, bands.map(&:middle)
    assert_operator made.thickens.middle, :<, bands.first.middle
  end

  def test_a_warmer_room_never_waits_longer
    stages = [16, 20, 24, 28].map { |temp| plan(room: Cure::Profile.constant(temp), tins_c: temp).stage(:recoat_opens).middle }

    assert_equal stages.sort.reverse, stages
  end

  def test_a_tray_needs_fewer_cups_than_a_deep_cup
    wide = { outline: Size::Rectangle.new(length_mm: 6000, width_mm: 3000), room: Cure::Profile.constant(26), tins_c: 26 }
    deep = plan(cups: Batch::USUAL_CUPS, **wide)
    tray = plan(cups: [Batch::USUAL_TRAYS.last], **wide)

    assert_operator tray.usable.middle, :>, deep.usable.middle
  end

  # 648 ml of film; 2 % stays in the cups; a density of 1.12 g/ml is assumed for the total alone.
  def test_without_densities_a_film_by_volume_is_measured_in_ml_and_its_total_marked
    made = plan(sheet: coating(ratio: ratio(densities: [nil, nil])))

    assert_equal 648, made.on_work.total_ml
    assert_nil made.total.resin_g
    assert_equal made.total.total_ml * 2 / 3, made.total.resin_ml
    assert_in_delta 648 * 1.12 / 0.98, made.total.total_g, 1e-9
    assert_predicate made, :grams_assumed?
    assert_equal ["density of the mix 1.12 g/ml"], Line::CoatFigures.new(made).total_g.assumed
    assert_empty Line::CoatFigures.new(made).total_ml.assumed
    refute_predicate Line::CoatFigures.new(made).total_part(:resin_g), :known?
    assert_includes Line::CoatFigures.new(made).total_part(:resin_g).why, "densities"
  end

  # 300 g/m2 on 2.16 m2 are 648 g, 578.6 ml at the assumed density: two thirds of that resin.
  def test_grams_by_volume_without_densities_are_measured_by_volume
    made = plan(sheet: coating(ratio: ratio(densities: [nil, nil])), cover: Size::Cover.new(cover_g_m2: 300))

    assert_equal Rational(648), made.on_work.total_g
    assert_nil made.total.resin_g
    assert_in_delta 648 / 0.98 / 1.12 * 2 / 3, made.total.resin_ml, 1e-9
    assert_predicate made, :millilitres_assumed?
    refute_predicate made, :grams_assumed?
    assert(Care::CoatCautions.new(made).all.any? { |caution| caution.at == :measure && caution.grave })
  end

  def test_too_fast_for_any_cup_says_so
    error = assert_raises(Batch::TooFast) do
      plan(sheet: coating(clock: { reference_temp_c: 23, pot_life_min: 2, pot_mass_g: 50, working_min: 3 }, stages: {}))
    end
    assert_match(/needs [\d.]+ min and lasts [\d.]+ min/, error.message)
  end

  def test_a_thick_flood_is_a_pour_and_told_how_hot_it_gets
    made = plan(cover: Size::Cover.new(film_mm: 12))

    assert_predicate made, :pour?
    assert_operator made.pour_run.peak_c, :>, 60
    assert(Care::CoatCautions.new(made).all.any? { |caution| caution.at == :film })
  end
end

class CoatFiguresTest < CoreTest
  # Figures read back from the trail must be those shown: the arithmetic is the core's, not the page's.
  def test_every_figure_carries_arithmetic_that_ends_in_its_value
    figures = Line::CoatFigures.new(Line::CoatPlan.new(order))
    { area: :area, film_g: :g, total_g: :total, kept_g: :kept }.each do |name, last|
      figure = figures.public_send(name)

      assert_equal figure.value.to_f, figure.working.last.parts.fetch(last).value.to_f, name
    end
    part = figures.cup_part(:resin_g)
    parts = part.working.last.parts

    assert_in_delta parts[:total].value * parts[:part].value / (parts[:a].value + parts[:b].value), part.value, 1e-9
  end

  def test_gaps_and_quantities_belong_together
    figures = Line::CoatFigures.new(Line::CoatPlan.new(order(sheet: coating(clock: { reference_temp_c: 23, pot_life_min: 28, working_min: 55 }))))
    all = %i[area film_g film_ml drink_g kept_g total_g total_ml cups usable working].map { |name| figures.public_send(name) } +
          Cure::STAGE_NAMES.map { |name| figures.stage(name) } + %i[resin_g hardener_g resin_ml hardener_ml].flat_map { |name| [figures.total_part(name), figures.cup_part(name)] }

    all.flat_map(&:working).each do |line|
      assert_equal line.says.scan(/%\{(\w+)\}/).flatten.map(&:to_sym).uniq.sort, line.parts.keys.sort, line.says
    end
    assert(figures.usable.assumed.any? { |words| words.include?("activation energy 55 kJ/mol") })
    refute_predicate figures.stage(:demould), :known?
  end
end

class LaneTest < CoreTest
  def lane(**changes)
    Line::Lane.new(Line::CoatPlan.new(order(**changes)))
  end

  def test_states_follow_one_another_without_gaps
    stretches = lane.stretches

    assert_equal %i[mixing runny thickening tacky firm hard], stretches.map(&:state)
    stretches.each_cons(2) { |before, after| assert_in_delta before.to, after.from, 1e-9 }
    assert_nil stretches.last.to
  end

  def test_a_state_ends_no_later_than_what_follows
    floor = coating(stages: { recoat_opens: [150, 210], recoat_closes: [2000, 2800], sandable: [960, 1320] })
    lane(sheet: floor).stretches.each { |stretch| assert_operator stretch.to, :>=, stretch.from if stretch.to }
  end

  def test_a_stalled_coat_stays_in_its_state
    stalled = lane(room: Cure::Profile.constant(10), tins_c: 20).stretches

    assert_nil stalled.last.to
    refute_equal :hard, stalled.last.state
  end
end

class MarksTest < CoreTest
  def test_each_cup_gets_the_same_area
    [Size::Rectangle.new(length_mm: 1000, width_mm: 300), Size::Circle.new(diameter_mm: 500),
     Size::Polygon.new([[0, 0], [4200, 0], [4200, 2100], [2600, 2100], [2600, 3300], [0, 3300]]),
     Size::Ring.new(diameter_mm: 500, hole_mm: 300), Size::Ellipse.new(length_mm: 800, width_mm: 300)].each do |outline|
      cuts = [0.0, *Batch::Marks.new(outline).at(5), outline.extent_mm[0]]
      areas = cuts.each_cons(2).map { |from, to| strip(outline, from, to) }

      areas.each { |area| assert_share outline.area_mm2 / 5, area, 0.002 }
    end
  end

  # Area between two cuts by adding up thin slices of the outline's height.
  def strip(outline, from, to)
    slices = 2000
    wide = (to - from) / slices
    (0...slices).sum { |i| height(outline, from + (wide * (i + 0.5))) * wide }
  end

  def height(outline, x)
    case outline
    when Size::Rectangle then outline.width_mm
    when Size::Ring then chord(x, 500) - chord(x - 100, 300)
    when Size::Ellipse then 300 * Math.sqrt([1 - (((x - 400) / 400)**2), 0].max)
    when Size::Circle then 2 * Math.sqrt([((outline.diameter_mm / 2)**2) - ((x - (outline.diameter_mm / 2))**2), 0].max)
    else x < 2600 ? 3300 : 2100
    end
  end

  def chord(x, diameter)
    2 * Math.sqrt([((diameter / 2.0)**2) - ((x - (diameter / 2.0))**2), 0].max)
  end
end

class CupKindTest < CoreTest
  def test_fill_and_volume_invert
    Batch::USUAL_CUPS.each do |cup|
      10.times do
        volume = between(0.01, 0.99) * cup.brim_ml

        assert_share volume, cup.volume_ml(cup.fill_mm(volume)), 1e-6
      end
      assert_in_delta cup.height_mm, cup.fill_mm(cup.brim_ml * 2), 1e-9
    end
  end

  # A frustum: pi h/12 (d² + dD + D²).
  def test_the_cups_hold_what_their_names_say
    Batch::USUAL_CUPS.each do |cup|
      number, unit = cup.name.match(/([\d.]+) (ml|litre)/).captures

      assert_share number.to_f * (unit == "ml" ? 1 : 1000), cup.brim_ml, 0.12, cup.name
    end
  end

  def test_an_even_cup_has_the_same_volume
    cup = Batch::USUAL_CUPS[3]
    across = cup.even_diameter_mm(500)

    assert_share 500, Math::PI / 4 * across * across * cup.fill_mm(500) / 1000, 1e-6
  end
end

class CautionsTest < CoreTest
  def cautions(**changes)
    Care::CoatCautions.new(Line::CoatPlan.new(order(**changes))).all
  end

  def test_cold_is_grave_and_promises_nothing
    cold = cautions(room: Cure::Profile.constant(12), tins_c: 20).find { |caution| caution.at == :conditions }

    assert cold.grave
    assert_includes cold.says, "stalled until warmer"
    assert_equal [12, 16], [cold.parts[:now].value, cold.parts[:low].value]
  end

  def test_a_night_below_the_lowest_is_told_beforehand
    night = cautions(room: Cure::Profile.new([[0, 20], [400, 12], [900, 20]])).find { |caution| caution.at == :conditions }

    assert_includes night.says, "stalls"
    assert_empty(cautions.select { |caution| caution.at == :conditions })
  end

  def test_a_cup_left_standing_is_never_refused_but_told
    cup = cautions.find { |caution| caution.at == :cups }

    refute cup.grave
    assert_operator cup.parts[:peak].value, :>, 120
    assert_includes cup.says, "smokes"
  end

  def test_gloves_and_the_makers_sheet_always
    assert(cautions.any? { |caution| caution.says.include?("gloves") && caution.first.include?("safety data sheet") })
  end
end
