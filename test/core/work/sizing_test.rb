# frozen_string_literal: true

require_relative "../../core_helper"

class SizingTest < CoreTest
  def surface(**more)
    Work::Place.new(name: "top", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 2000, width_mm: 500), **more)
  end

  def need(kind, places, coat: 1, coats: 1, density: 1.1, **figures)
    Work::Sizing.new(Work::Kinds::ALL.fetch(kind), places, figures, density_g_ml: density).need(coat, coats: coats)
  end

  def grams(need, name, density = 1.1)
    need.line(name)&.grams(density)&.to_f
  end

  def film(mm)
    Work::Cover.new(film_mm: mm)
  end

  def test_a_film_coat_line_by_line
    made = need(:coat, [surface(texture_pct: 10)], film: film(0.2), surface: "hardwood", spread: "brush", band: 20, wear: Rational(1, 10),
      extra: 50)

    assert_in_delta 200 * 1.1, grams(made, :work), 1e-9
    assert_in_delta 20 * 1.1, grams(made, :texture), 1e-6
    # 20 mm along 5 m of edge and 0.1 m2 of steps, half as much film again
    assert_in_delta 0.2 * 0.5 * 200 * 1.1, grams(made, :edges), 1e-6
    assert_in_delta 44, grams(made, :drink), 1e-6
    assert_in_delta 4, grams(made, :soak), 1e-9
  end

  def test_later_coats_drink_less
    drinks = (1..3).map { |coat| grams(need(:coat, [surface], coat: coat, film: film(0.2), surface: "softwood"), :drink) }

    assert_equal [80.0, 20.0, nil], drinks
  end

  def test_thinner_is_added_and_shows_on_the_comb
    made = need(:coat, [surface], film: film(0.2), thinner: 10, grain: 265)

    assert_in_delta 200 * 1.1, grams(made, :work), 1e-9
    assert_equal([20.0, 265.0], made.extras.map { |line| line.value.to_f })
    assert_equal 1, made.remarks.size, "at the tray, as it thickens, the comb's target stays"
    assert_in_delta 0.3, made.remarks.last.parts[:film].value, 1e-9
    from_start = need(:coat, [surface], film: film(0.2), thinner: 10, thinner_when: "start", grain: 265)
    assert_in_delta 0.22, from_start.remarks.first.parts[:wet].value, 1e-9
  end

  def test_lifts_share_a_void_and_add_up_to_it
    slab = Work::Place.new(name: "channel", sort: :void, shape: Geometry::Void
      .new(Geometry::Rectangle.new(length_mm: 800, width_mm: 120), depth_mm: 60))
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
    seam = Work::Place.new(name: "seam", sort: :joint, shape: Geometry::Joint.new(length_mm: 2000))

    assert_in_delta 2 * (1 - (Math::PI / 4)) * 100 / (1 + (0.09 * 1.1 / 2.2)) * 1.1, grams(need(:fillet, [seam], radius: 10), :work), 1e-6
    assert_in_delta Math::PI * 9 * 2 * 1.1, grams(need(:bead, [seam], section: "round", across: 6, powder: "none"), :work), 1e-6
    assert_refused("across") { need(:bead, [seam], section: "round") }
  end

  def test_the_other_powders_go_by_the_same_scoops
    assert_in_delta 9, Work::Filler.grams_to_100(:silica, :standing), 1e-9
    assert_in_delta 9 / 0.05 * 0.22, Work::Filler.grams_to_100(:wood, :standing), 1e-9
    assert_operator Work::Filler.mix_g(100, 1.1, 30, 0.25), :<, 60
  end

  def test_a_repair_needs_the_resin_of_all_its_discs
    hole = Work::Place.new(name: "hole", sort: :damage, shape: Work::Damage.new(hole_length_mm: 60, thickness_mm: 4))
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
    places = { surface: surface, void: Work::Place.new(name: "v", sort: :void,
      shape: Geometry::Void.new(Geometry::Circle.new(diameter_mm: 90), depth_mm: 8)),
               cavity: Work::Place.new(name: "c", sort: :cavity, shape: Geometry::Cavity.new(bottom_mm: 30, top_mm: 40, height_mm: 25)),
               joint: Work::Place.new(name: "j", sort: :joint, shape: Geometry::Joint.new(length_mm: 400)),
               damage: Work::Place.new(name: "d", sort: :damage, shape: Work::Damage.new(hole_length_mm: 50, thickness_mm: 3)) }
    told = { film: film(0.3), cloths: [[300, 2, "0/90"]], radius: 8, across: 5 }

    Work::Kinds::ALL.each_value do |kind|
      made = Work::Sizing.new(kind, [places.fetch(kind.on)], told.slice(*kind.inputs), density_g_ml: 1.1).need(1)

      assert_operator made.grams(1.1), :>, 0, kind.name
      made.lines.flat_map(&:working).each do |line|
        assert_equal [], line.says.scan(/%\{(\w+)\}/).flatten.map(&:to_sym) - line.parts.keys, kind.name
      end
    end
  end

  # A 100 mm roller takes 25 g each coat, and once where it is kept from setting.
  def test_a_tool_kept_soft_loses_once
    place = Work::Place.new(name: "it", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 1000, width_mm: 1000))
    told = { film: Work::Cover.new(film_mm: 0.1), spread: "small_roller" }
    kept = lambda { |coat, **more|
      Work::Sizing.new(Work::Kinds::ALL[:coat], [place], { **told, **more }, density_g_ml: 1.1).need(coat, coats: 3).line(:soak)&.value
    }

    assert_equal([25, 25, 25], (1..3).map { |coat| kept.call(coat) })
    assert_equal([25, nil, nil], (1..3).map { |coat| kept.call(coat, between: "soft") })
  end
end
