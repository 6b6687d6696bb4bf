# frozen_string_literal: true

require_relative "../../app_helper"

# Holes, copies and amounts as people tell them.
class ToldTest < AppTest
  include PlanHelp

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
    desk(path).tickets.first.coats.sum { |coat| coat.plan.total.total_g.to_f }
  end

  # 40 x pi/4 x 6 x 6 x 20 mm = 22.62 ml, a tenth more left proud: 24.88 ml.
  def test_forty_holes_need_no_spacing
    path = job("c1-kind" => "fill", "c1-powder" => "none", "c1-surface" => "sealed", "p1-form" => "holes", "p1-count" => "40",
      "p1-diameter" => "6", "p1-depth" => "20")
    found = desk(path)

    assert_empty found.problems.map(&:says) + found.missing.map(&:label)
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
    assert_equal 40, desk(path).places["p1"].place.shape.pieces
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
    density = desk(path).tickets.first.coats.first.plan.density.to_f

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
end
