# frozen_string_literal: true

require_relative "../../core_helper"

class CoatPlanTest < CoreTest
  def plan(**changes)
    Plan::CoatPlan.new(order(**changes))
  end

  # 2.4 x 0.9 m at 0.3 mm = 648 ml; density (2 x 1.14 + 0.99)/3 = 1.09 g/ml: 706.32 g on the work.
  # 648 ml stand 70.3 mm high in the 1.5 litre cup, 114.5 mm across there; 0.1 mm on its bottom and wall are 3.209 ml, 3.498 g: 709.818 g;
  # resin 2.28/3.27 of that.
  def test_a_board_worked_out_by_hand
    board = plan

    assert_equal Rational(70_632, 100), board.amounts.on_work.total_g
    assert_equal 1, board.batches.size
    assert_in_delta 709.81781, board.amounts.total.total_g, 1e-6
    assert_in_delta 709.81781 * 2.28 / 3.27, board.amounts.total.resin_g, 1e-6
    assert_in_delta 709.81781 * 0.99 / 3.27, board.amounts.total.hardener_g, 1e-6
    assert_in_delta 3.209 * 1.09, board.amounts.kept_g, 1e-6
  end

  # 706.32 g of film, 2.16 m2 x 80 g/m2 = 172.8 g drunk, 25 g in the roller: 904.12 g, 829.5 ml, out of
  # the 1.5 litre cup, which keeps 3.834 ml.
  def test_drink_and_roller_are_lines_of_their_own
    board = plan(drink_g_m2: 80, soak_g: 25)
    assert_equal Rational(70_632, 100), board.amounts.film.total_g
    assert_equal Rational(1728, 10), board.amounts.part(:drink).total_g
    assert_equal Rational(90_412, 100), board.amounts.on_work.total_g
    assert_in_delta 904.12 + (3.834 * 1.09), board.amounts.total.total_g, 1e-6
    says = Plan::CoatFigures.new(board).total_g.working.last.says
    assert_includes says, "soaked in"
    assert_includes says, "left in the tool"
    by_volume = plan(sheet: coating(ratio: ratio(densities: [nil, nil])), drink_g_m2: 80)
    assert_in_delta 648 + (172.8 / 1.12), by_volume.amounts.on_work.total_ml, 1e-9
  end

  # 9 g are 8.26 ml, 9.7 mm high in a 50 ml cup that is 32 mm across: 0.181 ml stay in it.
  def test_a_small_cup_keeps_little
    dab = plan(outline: Geometry::Rectangle.new(length_mm: 200, width_mm: 150), cover: Work::Cover.new(cover_g_m2: 300))

    assert_in_delta 9 + (0.181 * 1.09), dab.amounts.total.total_g, 1e-6
    assert_in_delta 0.181 * 1.09, dab.amounts.kept_g, 1e-6
  end

  def test_what_the_cups_hold_is_what_was_needed_and_nothing_is_lost
    60.times do
      made = plan(outline: Geometry::Rectangle.new(length_mm: between(100, 6000), width_mm: between(100, 3000)),
        cover: Work::Cover.new(film_mm: between(0.05, 1.5)))

      assert_equal made.amounts.on_work.total_g, made.portions.sum(&:on_work_g)
      assert_equal made.amounts.total.total_g, made.amounts.total.resin_g + made.amounts.total.hardener_g
      assert_equal made.amounts.total.total_g, made.amounts.on_work.total_g + made.amounts.kept_g
    end
  end

  # 11 litres rolled out at 40 g a minute take five hours: long after the pail, emptied at once, would have gone off. What lies on the
  # floor has aged as a film since, and takes its next coat no sooner than its data sheet says.
  def test_what_is_poured_out_ages_as_a_film_from_then_on
    30.times do
      made = plan(leaves: %i[poured tray cup][rand(3)], placing_g_per_min: between(10, 300), pack_ml: between(500, 11_000),
        outline: Geometry::Rectangle.new(length_mm: between(2000, 7000), width_mm: 3000))
      pace = made.sheet.mix.reaction.pace(20)
      Cure::STAGE_NAMES.each do |name|
        band = made.stage(name) or next

        assert_operator band.late || 1e9, :>=, band.early, name
      end
      opens = made.sheet.stages.fetch(:recoat_opens)
      spent = made.laid.ages.last

      assert_operator spent.last, :<=, made.sheet.mix.working_min + (made.done_at * pace) + 60
      assert_operator made.stage(:recoat_opens).late, :>=, made.done_at + (((opens.last - spent.last) / pace) * 0.9)
      assert_operator made.stage(:recoat_opens).late, :>=, (opens.first - made.sheet.mix.working_min) / pace * 0.7
    end
  end

  def test_every_cup_is_used_up_in_time_and_can_be_stirred
    60.times do
      made = plan(outline: Geometry::Rectangle.new(length_mm: between(500, 9000), width_mm: between(500, 3000)),
        cover: Work::Cover.new(film_mm: between(0.1, 1.9)),
        room: Cure::Profile.constant(between(16, 30)), tins_c: between(16, 30))
      portion = made.portions.first

      assert_operator portion.needed_min, :<=, 0.75 * portion.usable_min
      assert_operator portion.mass_g.to_f / coating.clock.mixed_density_g_ml, :<=, 0.7 * portion.cup.brim_ml
      assert_in_delta portion.mass_g.to_f / coating.clock.mixed_density_g_ml, portion.cup.volume_ml(portion.fill_mm), 1e-3
    end
  end

  def test_one_cup_fewer_would_not_do
    made = plan(outline: Geometry::Rectangle.new(length_mm: 6000, width_mm: 3000))

    assert_operator made.batches.size, :>, 1
    cutter = Plan::Cutter.new(coating, start_c: 20, room_c: 20, placing_g_per_min: Plan::COAT_G_PER_MIN)
    bigger = cutter.portion(made.amounts.on_work.total_g / (made.batches.size - 1))

    refute_predicate bigger, :in_time?
  end

  def test_cups_follow_one_another
    made = plan(outline: Geometry::Rectangle.new(length_mm: 6000, width_mm: 3000))

    made.batches.each_cons(2) { |before, after| assert_in_delta before.done_at, after.mix_from, 1e-9 }
    made.batches.each { |batch| assert batch.mix_from < batch.pour_from && batch.pour_from < batch.done_at }
  end

  def test_stages_come_in_order_early_before_late
    made = plan
    bands = %i[recoat_opens recoat_closes sandable full].map { |name| made.stage(name) }

    bands.each { |band| assert band.middle.between?(band.early, band.late) }
    assert_equal bands.map(&:middle).sort, bands.map(&:middle)
    assert_operator made.laid.thickens.middle, :<, bands.first.middle
  end

  def test_a_warmer_room_never_waits_longer
    stages = [16, 20, 24, 28].map { |temp| plan(room: Cure::Profile.constant(temp), tins_c: temp).stage(:recoat_opens).middle }

    assert_equal stages.sort.reverse, stages
  end

  def test_a_tray_needs_fewer_cups_than_a_deep_cup
    wide = { outline: Geometry::Rectangle.new(length_mm: 6000, width_mm: 3000), room: Cure::Profile.constant(26), tins_c: 26 }
    deep = plan(cups: Plan::USUAL_CUPS, **wide)
    tray = plan(cups: [Plan::USUAL_TRAYS.last], **wide)

    assert_operator tray.usable.middle, :>, deep.usable.middle
  end

  # 648 ml of film; 3.209 ml stay in the cup; a density of 1.12 g/ml is assumed for the total alone.
  def test_without_densities_a_film_by_volume_is_measured_in_ml_and_its_total_marked
    made = plan(sheet: coating(ratio: ratio(densities: [nil, nil])))

    assert_equal 648, made.amounts.on_work.total_ml
    assert_nil made.amounts.total.resin_g
    assert_equal made.amounts.total.total_ml * 2 / 3, made.amounts.total.resin_ml
    assert_in_delta 651.209 * 1.12, made.amounts.total.total_g, 1e-9
    assert_predicate made.amounts, :grams_assumed?
    assert_equal ["density of the mix 1.12 g/ml"], Plan::CoatFigures.new(made).total_g.assumed
    assert_empty Plan::CoatFigures.new(made).total_ml.assumed
    refute_predicate Plan::CoatFigures.new(made).total_part(:resin_g), :known?
    assert_includes Plan::CoatFigures.new(made).total_part(:resin_g).why, "densities"
  end

  # 300 g/m2 on 2.16 m2 are 648 g, 578.6 ml at the assumed density: two thirds of that resin, and of the
  # 3.08 ml that stay in the cup.
  def test_grams_by_volume_without_densities_are_measured_by_volume
    made = plan(sheet: coating(ratio: ratio(densities: [nil, nil])), cover: Work::Cover.new(cover_g_m2: 300))

    assert_equal Rational(648), made.amounts.on_work.total_g
    assert_nil made.amounts.total.resin_g
    assert_in_delta ((648 / 1.12) + 3.08) * 2 / 3, made.amounts.total.resin_ml, 1e-9
    assert_predicate made.amounts, :millilitres_assumed?
    refute_predicate made.amounts, :grams_assumed?
    assert(Care::CoatCautions.new(made).all.any? { |caution| caution.at == :measure && caution.says.include?("cannot be weighed") })
  end

  def test_too_fast_for_any_cup_says_so
    error = assert_raises(Plan::TooFast) do
      plan(sheet: coating(clock: { reference_temp_c: 23, pot_life_min: 2, pot_mass_g: 50, working_min: 3 }, stages: {}))
    end
    assert_match(/needs [\d.]+ min and lasts [\d.]+ min/, error.message)
  end

  def test_a_thick_flood_is_a_pour_and_told_how_hot_it_gets
    made = plan(cover: Work::Cover.new(film_mm: 12))

    assert_predicate made, :pour?
    assert_operator made.work_heat.peak_c, :>, 60
    assert(Care::CoatCautions.new(made).all.any? { |caution| caution.at == :film })
  end

  # A deep cup of a fast mix, left standing, gets hot and has little time to spare; in a tray the same batch lasts longer.
  def test_a_cup_left_standing_and_a_tray_beside_it
    made = plan(room: Cure::Profile.constant(26), tins_c: 26)
    left = made.left_standing

    assert_operator left.peak_c, :>, 50
    assert_operator left.peak_min, :>, made.usable.early
    refute left.second
    tray, gained = made.tray_gain
    assert_includes Plan::USUAL_TRAYS, tray
    assert_operator gained, :>, 0
    assert_nil plan(cover: Work::Cover.new(film_mm: 0.005), outline: Geometry::Rectangle.new(length_mm: 100, width_mm: 100)).left_standing
  end
end
