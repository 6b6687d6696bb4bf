# frozen_string_literal: true

require_relative "../../core_helper"

class SuitabilityTest < CoreTest
  def refusals(kind, sheet, room_c: 20, **more)
    Suitability.new(Work::Kinds::ALL.fetch(kind), sheet, room_c: room_c, **more).refusals
  end

  def casting
    Sheet.new(resin: "Deep", hardener: "cast", ratio: ratio(by: :weight, resin: 100, hardener: 45),
      clock: { reference_temp_c: 25, working_min: 700, max_depth_mm: 50, heat_j_g: 300 },
      lowest_c: 18, highest_c: 27, purposes: [:cast])
  end

  def test_a_thin_mix_in_a_deep_void_is_refused_with_what_fits
    refused = refusals(:cast, coating, depth_mm: 40, shelf: [coating, casting]).first

    assert_equal :purpose, refused.name
    assert_includes refused.says, "smokes"
    assert_equal "Take Deep + cast.", refused.nearest
    assert_includes refusals(:coat, casting, film_mm: 0.2).first.says, "soft for days"
  end

  def test_too_deep_too_thick_too_cold_each_name_the_nearest
    assert_equal "2 lifts of 40 mm would do.", refusals(:cast, casting, depth_mm: 80).first.nearest
    limited = coating(limits: WorkLimits.new(thinnest_film_mm: 0.1, thickest_film_mm: 0.25, thinner_most_pct: 5))

    assert_equal "2 coats of 0.2 mm would do.", refusals(:coat, limited, film_mm: Rational(4, 10)).first.nearest
    assert_equal :film, refusals(:coat, limited, film_mm: Rational(5, 100)).first.name
    assert_equal %i[cold], refusals(:coat, limited, room_c: 12).map(&:name)
    assert_equal %i[warm], refusals(:coat, limited, room_c: 35).map(&:name)
    assert_equal %i[thinner], refusals(:coat, limited, thinner_pct: 8).map(&:name)
    assert_includes refusals(:coat, coating, thinner_pct: 1).first.says, "no thinner"
    assert_equal %i[grain], refusals(:coat, coating, grain_g_m2: 300).map(&:name)
    assert_empty refusals(:coat, limited, film_mm: 0.2, thinner_pct: 5)
  end

  def test_dew_point_and_moisture_against_the_work
    assert_in_delta 9.3, Care::Conditions.dew_point_c(20, 50), 0.1
    assert_in_delta 20, Care::Conditions.dew_point_c(20, 100), 1e-9
    close = Care::Conditions.new(air_c: 20, humidity_pct: 85, surface_c: 18).all

    assert_equal 1, close.size
    assert_includes close.first.says, "dew point"
    assert_includes Care::Conditions.new(air_c: 20, moisture_pct: 11).all.first.says, "moisture"
    assert_empty Care::Conditions.new(air_c: 20, humidity_pct: 50, surface_c: 19, moisture_pct: 7).all
    assert_refused("humidity") { Care::Conditions.dew_point_c(20, 0) }
  end

  def test_packs_are_mixed_whole
    floor = coating(ratio: ratio(densities: [1.5, 1.0]))
    plan = Plan::CoatPlan
      .new(Plan::CoatOrder.coat(outline: Geometry::Rectangle.new(length_mm: 5000, width_mm: 4000), cover: Work::Cover.new(film_mm: 0.3),
        sheet: floor,
        room: Cure::Profile.constant(20), tins_c: 20, pack_ml: 2000, placing_g_per_min: 600))

    assert_equal 4, plan.batches.size
    assert_in_delta 2000, plan.batches.first.split.total_ml, 1e-6
  end

  def test_powder_takes_heat_and_makes_none
    place = Work::Place.new(name: "joint", sort: :joint, shape: Geometry::Joint.new(length_mm: 60_000))
    make = lambda do |powder|
      need = Work::Sizing.new(Work::Kinds::ALL[:fillet], [place], { radius: 10, powder: powder, powder_g: 60 }, density_g_ml: 1.1).need
      Plan::CoatPlan.new(Plan::CoatOrder.new(need: need, sheet: coating, room: Cure::Profile.constant(20), tins_c: 20))
    end
    neat = make.call("none")
    filled = make.call("silica")
    conditions = neat.send(:cup_conditions)

    assert_operator filled.order.mix.cup(**conditions).peak_c, :<, neat.order.mix.cup(**conditions).peak_c
    refute_predicate neat, :pour?
  end

  def test_work_is_named_as_it_is_said
    said = Work::Kinds::ALL.transform_values(&:one)

    assert_equal ["a film coat", "small moulds", "an infusion", "a fill"], said.values_at(:coat, :cups, :infusion, :fill)
    assert_empty said.values.grep(/\Aa [aeiou]|\Aan? .*s\z/)
  end
end
