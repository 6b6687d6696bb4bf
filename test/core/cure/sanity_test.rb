# frozen_string_literal: true

require_relative "../../core_helper"

# What somebody who has poured for years would sign.
class SanityTest < CoreTest
  WOOD = Cure::Wall::GROUNDS[:wood]
  SLOW = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 25, pot_life_min: 50, pot_mass_g: 100, working_min: 120))
  MEDIUM = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 25, pot_life_min: 32, pot_mass_g: 100, working_min: 75))
  TABLE = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 24, pot_life_min: 35, pot_mass_g: 200, working_min: 60, max_depth_mm: 6,
    levels_or_is_shaped: true))
  PUTTY = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 21, pot_life_min: 9, pot_mass_g: 80, working_min: 14, inert_share: 0.55,
    mixed_density_g_ml: 1.6, levels_or_is_shaped: true))
  FAST = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 22, pot_life_min: 12, pot_mass_g: 100, working_min: 62))
  DEEP = Cure::Mix.new(Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, working_min: 720, mixed_density_g_ml: 1.08))

  def cup(mix, mass_g, temp_c)
    mix.cup(mass_g: mass_g, start_c: temp_c, room_c: temp_c)
  end

  def peak(mix, depth_mm, temp_c, wall: WOOD)
    mix.pour(depth_mm: depth_mm, start_c: temp_c, room: Cure::Profile.constant(temp_c), wall: wall).peak_c
  end

  def test_small_cups_stay_cool_and_large_ones_smoke
    assert_operator cup(SLOW, 10, 25).peak_c, :<, 40
    kilo = cup(SLOW, 1000, 25)

    assert_operator kilo.peak_c, :>, 120
    assert_includes 28..45, kilo.usable_min
  end

  def test_a_hundred_grams_at_three_temperatures
    assert_includes 18..23, cup(MEDIUM, 100, 30).usable_min
    assert_includes 42..65, cup(MEDIUM, 100, 20).usable_min
    assert_includes 65..120, cup(MEDIUM, 100, 15).usable_min
  end

  def test_a_table_pour_on_wood
    assert_operator peak(TABLE, 3, 22), :<, 30
    assert_operator peak(TABLE, 6, 22), :<, 50
    assert_operator peak(TABLE, 25, 22), :>, 120
  end

  def test_a_putty_goes_on_thick_without_a_thought
    assert_operator peak(PUTTY, 4, 21), :<, 60
  end

  def test_a_patch_of_a_fast_mix
    cloth = Work::Laminate.new(layers: [Work::Cloth::Layer.new(areal_g_m2: 450, plies: 5)], resin_density_g_ml: 1.12)
    patch = FAST.with(ballast: Cure::Ballast.new(share: cloth.share, density_g_ml: cloth.fibre.density_g_ml))

    assert_includes 2.2..3.0, cloth.thickness_mm
    assert_operator peak(patch, 2.5, 18), :<, 50
  end

  def test_a_deep_casting
    assert_includes 40..65, peak(DEEP, 50, 23)
    assert Cure::Heat.refuses_lift?(peak(DEEP, 80, 23))
  end

  def plan_of(shape, wall)
    place = Work::Place.new(name: "moulds", sort: :cavity, shape: shape)
    Plan::Task.new(id: "t", kind: Work::Kinds::ALL[:cups], places: [place], place_ids: ["p"], figures: {}, sheet: nil)
      .footprint(place, wall)
  end

  def test_twelve_moulds_go_in_one_pour
    moulds = Geometry::Cavity.new(bottom_mm: 40, top_mm: 40, height_mm: 25, fill_mm: 20, count: 12)
    wall = Cure::Wall.of(mm: 2, w_mk: 0.2, mj_m3k: 1.7)

    assert_in_delta 25.1, moulds.each_ml, 0.1
    run = DEEP.pour(depth_mm: 20, start_c: 23, room: Cure::Profile.constant(23), wall: wall, plan: plan_of(moulds, wall))

    refute Cure::Heat.refuses_lift?(run.peak_c)
  end

  # A sheet that says 8 to 10 h at 23 °C: little moulds warm themselves, but nobody takes them out within the hour.
  def test_little_moulds_are_not_hard_within_the_hour
    sheet = coating(clock: { reference_temp_c: 23, pot_life_min: 45, pot_mass_g: 50, working_min: 110 }, stages: { demould: [480, 600] })
    wall = Cure::Wall::GROUNDS[:mould]
    plan = plan_of(Geometry::Cavity.new(bottom_mm: 38, top_mm: 44, height_mm: 25), wall)
    band = StageTimes.new(sheet, room: Cure::Profile.constant(21), depth_mm: 20, start_c: 21, plan: plan, wall: wall).of(:demould)

    assert_operator band.early, :>, 240
    assert_operator band.middle, :<, StageTimes.new(sheet, room: Cure::Profile.constant(21)).of(:demould).middle
  end

  def test_what_it_lies_on_keeps_thin_coats_cool
    on = Cure::Wall::GROUNDS.transform_values { |wall| peak(TABLE, 6, 22, wall: wall) }

    assert_operator on[:concrete], :<, on[:wood]
    assert_operator on[:metal], :<, on[:wood]
    assert_operator on[:foam], :>, on[:wood]
  end
end
