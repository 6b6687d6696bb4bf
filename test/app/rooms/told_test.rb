# frozen_string_literal: true

require_relative "../../app_helper"

# Holes, copies and amounts as people tell them.
class ToldTest < AppTest
  include PlanHelp

  by_turns :test_an_amount_is_taken_as_it_is_told_by_every_kind_of_work_but_a_pour,
    :test_copies_lie_side_by_side_unless_spacing_is_told

  RESINS = { "coat" => ["Stillwater clear coat", "clear"], "fill" => ["Sillmaker wood filler", "filler"],
             "laminate" => ["Reedmark L20 laminating", "slow"],
             "fillet" => ["Cobble bonding paste", "paste"], "bond" => ["Cobble bonding paste", "paste"],
             "bead" => ["Cobble bonding paste", "paste"], "floor" => ["Granite floor 210", "floor"],
             "infusion" => ["Reedmark L20 laminating", "slow"] }.freeze

  def job(fields)
    submit "/jobs", {}, from: "/jobs/new"
    path = last_response["location"]
    submit path, { "room_mode" => "steady", "room" => "20", "start" => "2026-11-24T09:00",
                   "sheet" => sheet_id(*RESINS.fetch(fields.fetch("c1-kind", "coat"), RESINS["coat"])) }.merge(fields)
    path
  end

  def grams(path)
    desk(path).tickets.first.coats.sum { |coat| coat.plan.amounts.total.total_g.to_f }
  end

  # 40 x pi/4 x 6 x 6 x 20 mm = 22.62 ml, a tenth more left proud: 24.88 ml.
  def test_forty_holes_need_no_spacing
    path = job("c1-kind" => "fill", "c1-powder" => "none", "c1-surface" => "sealed", "p1-form" => "holes", "p1-count" => "40",
      "p1-diameter" => "6", "p1-depth" => "20")
    found = desk(path)

    assert_empty found.problems.map(&:says) + found.missing.map(&:label)
    assert_equal [], found.problems.map(&:says) + found.tickets.first.refusals.map(&:says)
    assert_in_delta 24.88, found.tickets.first.coats.first.plan.order.need.millilitres(1).to_f, 0.01
    get path

    assert_includes words, "40 × π/4 × 6 mm × 6 mm × 20 mm"
    assert_equal 40, found.tickets.first.coats.first.plan.order.pace.amount
  end

  def test_copies_lie_side_by_side_unless_spacing_is_told
    path = job("p1-form" => "void", "p1-depth" => "20", "c1-kind" => "fill", "c1-powder" => "none", "shape" => "circle", "diameter" => "6",
      "p1-s1-count" => "40")

    assert_empty desk(path).problems
    assert_in_delta 40 * Math::PI * 9, desk(path).places["p1"].place.shape.area_mm2, 0.01
    assert_equal 40, desk(path).places["p1"].place.shape.hollows
    get path

    %w[rows dx dy].each { |name| assert_includes page, %(id="f-p1-s1-#{name}") }
    submit path, { "p1-s1-rows" => "41" }
    get path

    assert_includes words, "In rows must be a whole number from 1 to 40"
    submit path, { "p1-s1-rows" => "4", "p1-s1-dx" => "50" }

    # Ten columns 50 mm apart, four rows 9 mm apart.
    assert_equal [(9 * 50) + 6, (3 * 9) + 6], desk(path).places["p1"].region.extent_mm.map(&:round)
  end

  def test_an_amount_is_taken_as_it_is_told_by_every_kind_of_work_but_a_pour
    Work::Kinds::ALL.each_value do |kind|
      path = job({ "c1-kind" => kind.name.to_s, "p1-form" => "amount", "p1-amount" => "135 g",
                   "c1-powder" => ("none" if kind.inputs.include?(:powder)) }.compact)
      submit path, { "heat_known" => "yes" }
      found = desk(path)
      unless kind.sorts.include?(:amount)
        next assert_includes(found.missing.map(&:label),
          "a #{Work::Kinds::PLACES.fetch(kind.on)} for the #{kind.label}")
      end

      assert_empty found.problems.map(&:says) + found.missing.map(&:label), kind.name
      assert_in_delta 135, grams(path), 0.001, kind.name
      [path, "/paper/#{path[/\d+/]}", "/plan/#{path[/\d+/]}/compare", "/table/#{path[/\d+/]}/p1"].each do |address|
        get address

        assert_includes [200, 404], last_response.status, "#{kind.name} #{address}"
      end
      get path

      assert_includes words, "135 g", kind.name
    end
  end

  def test_an_amount_in_millilitres_is_shared_by_its_coats
    path = job("p1-form" => "amount", "p1-amount" => "1 qt", "c1-coats" => "2")
    density = desk(path).tickets.first.coats.first.plan.amounts.density.to_f

    assert_in_delta 946.353 * density, grams(path), 0.1
    assert_equal 2, desk(path).tickets.first.coats.size
  end

  def test_what_is_no_amount_is_refused_and_a_pour_needs_its_depth
    path = job("p1-form" => "amount", "p1-amount" => "12 mm")
    get path

    assert_includes words, "Amount has a unit that does not fit here"
    submit path, { "p1-amount" => "-3" }
    get path

    assert_includes words, "Amount must be from 0.01 to"
    submit path, { "p1-amount" => "5 kg", "c1-kind" => "cast" }

    assert_includes desk(path).missing.map(&:says).join(" ") + desk(path).missing.map(&:label).join(" "), "void"
  end

  # A panel 45 mm thick with pockets 30 mm deep: 4 mm off the top, 5 mm off the underside leave 36 mm, 26 of resin, 10 of wood under it.
  def test_finished_thickness_and_wood_left_under_a_pocket
    path = job({ "p1-form" => "void", "p1-depth" => "30", "shape" => "rectangle", "length" => "200", "width" => "80", "c1-kind" => "cast",
                 "sheet" => sheet_id("Deepholm cast D50", "cast"), "p1-piece" => "45", "p1-plane_top" => "4", "p1-plane_under" => "5" })
    get path

    assert_includes words, "Finished 36 mm thick: 26 mm of resin where it is deepest, 10 mm of wood under it"
    submit path, { "p1-plane_under" => "14" }
    get path

    assert_includes words, "only 1 mm of wood is left under the deepest of it: leave at least 1.5 mm"
    submit path, { "p1-plane_top" => "31", "p1-plane_under" => "" }
    get path

    assert_includes words, "Planed off on top is all of the resin, or more"
  end

  # 200 x 80 x 30 = 480 ml; 2 mm proud are 32 ml more, 10 % 48.
  def test_a_pour_may_be_left_proud_to_plane_off
    path = job({ "p1-form" => "void", "p1-depth" => "30", "shape" => "rectangle", "length" => "200", "width" => "80", "c1-kind" => "cast",
                 "c1-surface" => "sealed", "sheet" => sheet_id("Deepholm cast D50", "cast") })
    { "" => 480, "2" => 512, "2 mm" => 512, "10 %" => 528, "0.1 in" => 480 + (2.54 * 16) }.each do |told, ml|
      submit path, { "c1-planing" => told }
      need = desk(path).coats.first.plan.order.need

      assert_in_delta ml, desk(path).coats.sum { |coat| coat.plan.order.need.millilitres(1.1).to_f }, 0.01, told
      assert_in_delta ml / 16.0, need.depth_mm * desk(path).coats.size, 0.001, told
    end
    submit path, { "c1-planing" => "3 g" }
    get path

    assert_includes words, "Left proud to plane off has a unit that does not fit here"
  end

  # 1000 x 500 less 20 mm along 3000 mm of edge: 0.44 m².
  def test_edges_are_left_bare_for_tomorrows_bond
    path = job({ "shape" => "rectangle", "length" => "1000", "width" => "500", "film" => "0.2", "c1-surface" => "sealed",
                 "c1-bare" => "20" })
    need = desk(path).coats.first.plan.order.need

    assert_in_delta 440_000, need.area_mm2, 1
    assert_in_delta 88, need.millilitres(1.1).to_f, 0.001
  end

  # At most so much in a cup, in whatever it is told.
  def test_at_most_in_grams_millilitres_and_strokes
    path = job({ "shape" => "rectangle", "length" => "1000", "width" => "900", "film" => "0.2", "c1-surface" => "sealed" })
    density = desk(path).coats.first.plan.amounts.density.to_f
    { "100 g" => 100, "90 ml" => 90 * density, "2 fl oz" => 2 * 29.5735 * density, "0.1 gal" => 378.54 * density }.each do |most, grams|
      submit path, { "c1-most" => most }

      assert_empty desk(path).problems, most
      assert(desk(path).coats.first.plan.batches.all? { |batch| batch.portion.mass_g <= grams + 1e-6 }, most)
    end
    submit path, { "c1-most" => "4 strokes" }
    get path

    assert_includes words, "At most a batch counts strokes, and this is not measured by a pump set"
    pump = Stores::Tool.where(kind: "pump").first
    submit path, { "c1-method" => "tool-#{pump.id}", "heat_known" => "yes" }
    found = Stores::Planning.new.fresh_desk_of(document(path))

    assert_empty found.problems.map(&:says)
    strokes = found.coats.first.plan.batches.map { |batch| batch.portion.whole.counted.resin }

    assert_operator strokes.max, :<=, 4
    assert_operator strokes.size, :>, 1
  end
end
