# frozen_string_literal: true

require_relative "../../core_helper"

class BodiesTest < CoreTest
  def test_sides_of_round_bodies
    assert_in_delta Math::PI * 200 * 300, Size::CylinderSide.new(diameter_mm: 200, height_mm: 300).area_mm2, 1e-6
    cone = Size::ConeSide.new(bottom_mm: 200, top_mm: 0, height_mm: 120)

    assert_in_delta Math::PI * 100 * Math.hypot(100, 120), cone.area_mm2, 1e-6
    assert_share cone.area_mm2, cone.outline.area_mm2, 1e-3
    assert_in_delta Math::PI * 3 * 40, Size::Rod.new(diameter_mm: 3, height_mm: 40).area_mm2, 1e-9
  end

  def test_unrolled_outlines_keep_the_area
    25.times do
      bodies = [Size::ConeSide.new(bottom_mm: between(50, 400), top_mm: between(0, 300), height_mm: between(100, 500)),
                Size::BoxInside.new(length_mm: between(10, 900), width_mm: between(10, 900), height_mm: between(10, 900)),
                Size::SteppedPool.new(width_mm: between(500, 4000), steps_mm: Array.new(3) { [between(500, 3000), between(300, 2500)] })]

      bodies.each { |body| assert_share body.area_mm2, body.outline.area_mm2, 2e-3 }
    end
  end

  def test_a_stepped_pool_by_hand
    pool = Size::SteppedPool.new(width_mm: 4000, steps_mm: [[3000, 1000], [5000, 1800]])

    # floor 8 x 4, ends 1.0 + 1.8 and a riser of 0.8 each 4 wide, long walls 2 x (3 x 1.0 + 5 x 1.8)
    assert_in_delta 32 + (3.6 * 4) + 24, pool.area_mm2 / 1e6, 1e-9
  end

  def test_a_mould_cup_is_filled_to_below_its_rim
    cup = Size::Cavity.new(bottom_mm: 40, top_mm: 50, height_mm: 35, count: 12)

    assert_in_delta 30, cup.fill_mm, 1e-9
    across = 40 + (10 * 30 / 35.0)
    assert_in_delta 12 * Math::PI * 30 / 12_000 * (1600 + (40 * across) + (across**2)), cup.volume_ml, 1e-9
    assert_refused("fill") { Size::Cavity.new(bottom_mm: 40, top_mm: 50, height_mm: 35, fill_mm: 36) }
  end

  def test_sections_by_hand
    assert_in_delta Math::PI * 9, Size::Sections.area_mm2(:round, across: 6), 1e-9
    assert_in_delta 30, Size::Sections.area_mm2(:vee, wide: 10, deep: 6), 1e-9
    assert_in_delta 100 * (1 - (Math::PI / 4)), Size::Sections.fillet_mm2(10, 90), 1e-9
    assert_refused("wide") { Size::Sections.area_mm2(:box, deep: 4) }
    assert_refused("corner") { Size::Sections.fillet_mm2(10, 180) }
  end

  # The area between two sides and the arc, added up in thin stripes.
  def test_a_fillet_in_any_corner_against_counting
    10.times do
      angle = between(40, 140) * Math::PI / 180
      r = between(3, 30)
      leg = r / Math.tan(angle / 2)
      centre = [leg, r]
      n = 400
      cells = (0...n).to_a.product((0...n).to_a).count do |i, j|
        x = (i + 0.5) * leg * 1.5 / n
        y = (j + 0.5) * leg * 1.5 / n
        y <= x * Math.tan(angle) || angle > Math::PI / 2 ? in_fillet?(x, y, angle, leg, centre, r) : false
      end
      next if angle > Math::PI / 2

      assert_share Size::Sections.fillet_mm2(r, angle * 180 / Math::PI), cells * ((leg * 1.5 / n)**2), 0.03
    end
  end

  def in_fillet?(x, y, angle, leg, centre, radius)
    along = (x * Math.cos(angle)) + (y * Math.sin(angle))
    x <= leg && along <= leg && y <= (x * Math.tan(angle)) && Math.hypot(x - centre[0], y - centre[1]) >= radius
  end
end

class ClothTest < CoreTest
  def laminate(areal: 450, plies: 1, **more)
    Size::Laminate.new(layers: [Size::Cloth::Layer.new(areal_g_m2: areal, plies: plies)], resin_density_g_ml: 1.15, **more)
  end

  def test_a_450_g_glass_ply_cures_to_about_half_a_millimetre
    assert_in_delta 0.5, laminate(share: 0.55).ply_mm, 0.01
    assert_equal 9, laminate(share: 0.55).plies_for(4)
  end

  def test_resin_follows_from_the_fibre
    assert_equal 900, laminate(plies: 2, share: 0.5).resin_g_m2
    assert_equal 300 * 3 * Rational(45, 55), laminate(areal: 300, plies: 3, fibre: :carbon).resin_g_m2
  end

  def test_plies_times_thickness_cover_the_target_and_one_less_does_not
    60.times do
      stack = laminate(areal: between(80, 900), share: between(0.3, 0.65), fibre: pick(Size::Cloth::FIBRES.keys))
      target = between(0.3, 20)
      plies = stack.plies_for(target)

      assert_operator plies * stack.ply_mm, :>=, target - 1e-6
      assert_operator (plies - 1) * stack.ply_mm, :<, target
    end
  end

  def test_the_weight_of_the_stack_is_its_thickness_times_its_density
    40.times do
      stack = laminate(plies: 1 + chance.rand(9), share: between(0.3, 0.65))
      solid = (stack.fibre_g_m2.to_f / stack.fibre.density_g_ml) + (stack.resin_g_m2.to_f / 1.15)

      assert_share solid / 1000, stack.thickness_mm, 1e-9
    end
  end

  def test_a_scarf_by_hand
    scarf = Size::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate(share: 0.55))

    assert_equal 50, scarf.bevel_mm
    assert_equal 9, scarf.discs.size
    assert_in_delta 160, scarf.discs.first.length_mm, 1e-9
    assert_in_delta 60 + (100 / 9.0), scarf.discs.last.length_mm, 1e-9
    assert_in_delta Math::PI / 4 * (160**2), scarf.discs.first.area_mm2, 1e-6
    assert_equal scarf.discs.map(&:length_mm).reverse, Size::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate(share: 0.55), order: :smallest).discs.map(&:length_mm)
  end

  def test_an_oblong_disc_grows_evenly_with_round_corners
    disc = Size::Scarf.new(hole_length_mm: 80, hole_width_mm: 40, thickness_mm: 3, laminate: laminate).discs.first
    e = disc.beyond_mm

    assert_share (80 * 40) + (2 * e * 120) + (Math::PI * e * e), disc.area_mm2, 2e-3
  end

  def test_cloth_that_cannot_be_is_refused
    assert_refused("share") { laminate(share: 0.95) }
    assert_refused("cloth 1") { laminate(areal: -3) }
    assert_refused("plies 1") { laminate(plies: 1.5) }
    assert_refused("ratio") { Size::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate, ratio: 3) }
    assert_refused("thickness") { laminate.plies_for(0) }
  end

  def test_a_front_noted_once_tells_when_it_is_full
    assert_in_delta 16, Size::Infusion.full_min([[4, 300]], 600), 1e-9
    20.times do
      c = between(1e-6, 1e-3)
      pairs = Array.new(4) { between(50, 900).then { |x| [c * x * x, x] } }.reject { |minute, _| minute < 0.05 }
      next if pairs.empty?

      assert_share c, Size::Infusion.front(pairs), 1e-9
    end
    assert_refused("front") { Size::Infusion.front([]) }
    assert_in_delta Math::PI / 4 * 100 * 2000 / 1000, Size::Infusion.line_ml(10, 2000), 1e-9
  end
end

class SizingTest < CoreTest
  def surface(**more)
    Size::Place.new(name: "top", sort: :surface, shape: Size::Rectangle.new(length_mm: 2000, width_mm: 500), **more)
  end

  def need(kind, places, coat: 1, coats: 1, density: 1.1, **figures)
    Size::Sizing.new(Size::Kinds::ALL.fetch(kind), places, figures, density_g_ml: density).need(coat, coats: coats)
  end

  def grams(need, name, density = 1.1)
    need.line(name)&.grams(density)&.to_f
  end

  def film(mm)
    Size::Cover.new(film_mm: mm)
  end

  def test_a_film_coat_line_by_line
    made = need(:coat, [surface(texture_pct: 10)], film: film(0.2), surface: "hardwood", spread: "brush", band: 20, wear: Rational(1, 10), extra: 50)

    assert_in_delta 200 * 1.1, grams(made, :work), 1e-9
    assert_in_delta 20 * 1.1, grams(made, :texture), 1e-6
    # 20 mm along 5 m of edge and 0.1 m2 of steps, half as much film again
    assert_in_delta 0.2 * 0.5 * 200 * 1.1, grams(made, :edges), 1e-6
    assert_in_delta 44, grams(made, :drink), 1e-6
    assert_in_delta 12, grams(made, :soak), 1e-9
  end

  def test_later_coats_drink_less
    drinks = (1..3).map { |coat| grams(need(:coat, [surface], coat: coat, film: film(0.2), surface: "softwood"), :drink) }

    assert_equal [80.0, 20.0, nil], drinks
  end

  def test_thinner_is_added_and_shows_on_the_comb
    made = need(:coat, [surface], film: film(0.2), thinner: 10, grain: 265)

    assert_in_delta 200 * 1.1, grams(made, :work), 1e-9
    assert_equal([20.0, 265.0], made.extras.map { |line| line.value.to_f })
    assert_in_delta 0.22, made.remarks.first.parts[:wet].value, 1e-9
    assert_in_delta 0.3, made.remarks.last.parts[:film].value, 1e-9
  end

  def test_lifts_share_a_void_and_add_up_to_it
    slab = Size::Place.new(name: "channel", sort: :void, shape: Size::Void.new(Size::Rectangle.new(length_mm: 800, width_mm: 120), depth_mm: 60))
    lifts = (1..3).map { |lift| need(:cast, [slab], coat: lift, coats: 3, surface: "hardwood") }

    assert_equal(5760, lifts.sum { |one| one.line(:work).value })
    assert_equal([20, 20, 20], lifts.map { |one| one.depth_mm.to_i })
    assert_equal([true, false, false], lifts.map { |one| !one.line(:drink).nil? })
  end

  def test_laminate_and_infusion_weights
    hand = need(:laminate, [surface], cloths: [[450, 2, ""]], surface: "sealed", spread: "small_roller")

    assert_in_delta 900, grams(hand, :work), 1e-6
    assert_in_delta 25, grams(hand, :soak), 1e-9
    vacuum = need(:infusion, [surface], cloths: [[450, 2, ""]], flow: 400, bore: 10, line: 2000, trap: 50)

    assert_in_delta 900 * 0.35 / 0.65, grams(vacuum, :work), 1e-6
    assert_in_delta 400, grams(vacuum, :flow), 1e-6
    assert_in_delta Math::PI * 50 * 1.1, grams(vacuum, :line), 1e-6
    assert_in_delta 55, grams(vacuum, :trap), 1e-9
  end

  def test_a_thickness_to_reach_sets_the_plies
    made = need(:laminate, [surface], cloths: [[450, nil, ""]], thickness: 3, density: 1.15)

    assert_equal 6, made.laminate.plies
    assert_operator made.laminate.thickness_mm, :>=, 3
  end

  def test_a_glue_line_with_powder_by_hand
    made = need(:bond, [surface], glue: Rational(3, 10), squeeze: 20, grade: "spreadable")
    each = 1 / ((1 / 1.1) + (0.06 / 2.2))

    assert_in_delta 300 * each, grams(made, :work), 1e-6
    assert_in_delta 60 * each, grams(made, :squeeze), 1e-6
    assert_equal([:silica, 6.0], made.powder.then { |powder, grams| [powder.name, grams] })
  end

  def test_beads_and_fillets_by_their_sections
    seam = Size::Place.new(name: "seam", sort: :joint, shape: Size::Joint.new(length_mm: 2000))

    assert_in_delta 2 * (1 - (Math::PI / 4)) * 100 / (1 + (0.09 * 1.1 / 2.2)) * 1.1, grams(need(:fillet, [seam], radius: 10), :work), 1e-6
    assert_in_delta Math::PI * 9 * 2 * 1.1, grams(need(:bead, [seam], section: "round", across: 6, powder: "none"), :work), 1e-6
    assert_refused("across") { need(:bead, [seam], section: "round") }
  end

  def test_the_other_powders_go_by_the_same_scoops
    assert_in_delta 9, Size::Filler.grams_to_100(:silica, :standing), 1e-9
    assert_in_delta 9 / 0.05 * 0.22, Size::Filler.grams_to_100(:wood, :standing), 1e-9
    assert_operator Size::Filler.mix_g(100, 1.1, 30, 0.25), :<, 60
  end

  def test_a_repair_needs_the_resin_of_all_its_discs
    hole = Size::Place.new(name: "hole", sort: :damage, shape: Size::Damage.new(hole_length_mm: 60, thickness_mm: 4))
    made = need(:scarf, [hole], cloths: [[450, 1, "0/90"]], share: 55, density: 1.15)
    cloth = made.scarf.first.discs.sum(&:area_mm2)

    assert_in_delta cloth / 1e6 * 450 * 45 / 55, grams(made, :work), 1e-6
    assert_equal "0/90", made.scarf.first.discs.first.direction
  end

  def test_work_and_place_must_belong_together
    assert_refused("places", "void") { need(:cast, [surface]) }
    assert_refused("places") { need(:coat, []) }
    assert_refused("film", "given") { need(:coat, [surface]) }
  end

  # Whatever is told, a need is above nothing and its working says it with every gap filled.
  def test_every_kind_tells_its_working
    places = { surface: surface, void: Size::Place.new(name: "v", sort: :void, shape: Size::Void.new(Size::Circle.new(diameter_mm: 90), depth_mm: 8)),
               cavity: Size::Place.new(name: "c", sort: :cavity, shape: Size::Cavity.new(bottom_mm: 30, top_mm: 40, height_mm: 25)),
               joint: Size::Place.new(name: "j", sort: :joint, shape: Size::Joint.new(length_mm: 400)), damage: Size::Place.new(name: "d", sort: :damage, shape: Size::Damage.new(hole_length_mm: 50, thickness_mm: 3)) }
    told = { film: film(0.3), cloths: [[300, 2, "0/90"]], radius: 8, across: 5 }

    Size::Kinds::ALL.each_value do |kind|
      made = Size::Sizing.new(kind, [places.fetch(kind.on)], told.slice(*kind.inputs), density_g_ml: 1.1).need(1)

      assert_operator made.grams(1.1), :>, 0, kind.name
      made.lines.flat_map(&:working).each { |line| assert_equal [], line.says.scan(/%\{(\w+)\}/).flatten.map(&:to_sym) - line.parts.keys, kind.name }
    end
  end
end

class SuitabilityTest < CoreTest
  def refusals(kind, sheet, room_c: 20, **more)
    Size::Suitability.new(Size::Kinds::ALL.fetch(kind), sheet, room_c: room_c, **more).refusals
  end

  def casting
    Sheet.new(resin: "Deep", hardener: "cast", ratio: ratio(by: :weight, resin: 100, hardener: 45), clock: { reference_temp_c: 25, working_min: 700, max_depth_mm: 50, heat_j_g: 300 },
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
    plan = Line::CoatPlan.new(Line::CoatOrder.coat(outline: Size::Rectangle.new(length_mm: 5000, width_mm: 4000), cover: Size::Cover.new(film_mm: 0.3), sheet: floor,
                                                   room: Cure::Profile.constant(20), tins_c: 20, pack_ml: 2000, placing_g_per_min: 600))

    assert_equal 4, plan.batches.size
    assert_in_delta 2000, plan.batches.first.split.total_ml, 1e-6
  end

  def test_powder_takes_heat_and_makes_none
    place = Size::Place.new(name: "joint", sort: :joint, shape: Size::Joint.new(length_mm: 60_000))
    make = lambda do |powder|
      need = Size::Sizing.new(Size::Kinds::ALL[:fillet], [place], { radius: 10, powder: powder, powder_g: 60 }, density_g_ml: 1.1).need
      Line::CoatPlan.new(Line::CoatOrder.new(need: need, sheet: coating, room: Cure::Profile.constant(20), tins_c: 20))
    end
    neat = make.call("none")
    filled = make.call("silica")
    conditions = neat.cup_conditions

    assert_operator filled.order.mix.cup(**conditions).peak_c, :<, neat.order.mix.cup(**conditions).peak_c
    refute_predicate neat, :pour?
  end
end
