# frozen_string_literal: true

require_relative "../../app_helper"
require "rexml/document"

# Every drawing is to scale: what a millimetre or a minute is, is the same everywhere in it.
class DrawingsTest < CoreTest
  def wording
    Words::Wording.new("metric")
  end

  def svg(drawing)
    REXML::Document.new(drawing.to_s).root
  end

  def points(path)
    path.attributes["d"].scan(/[ML]([\d.-]+) ([\d.-]+)/).map { |pair| pair.map(&:to_f) }
  end

  def all(root, name)
    REXML::XPath.match(root, "//#{name}")
  end

  def texts(root)
    all(root, "text").map { |text| text.text.tr("\u202F", " ") }
  end

  def region
    Geometry::Region.new([Geometry::Placed.new(shape: Geometry::Rectangle.new(length_mm: 1200, width_mm: 400)),
      Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: 150), sign: -1, at_mm: [200, 100])])
  end

  # Millimetres a pixel, from the scale bar and its words.
  def mm_per_px(root)
    bar = all(root, "rect").find { |rect| rect.attributes["fill"] == "none" }
    words = texts(root).find { |text| text.match?(/\A[\d ]+ mm\z/) && text.delete(" ").to_i.to_s.match?(/\A[125]0*\z/) }
    words.delete(" ").to_i / bar.attributes["width"].to_f
  end

  def test_a_plan_with_a_hole_has_one_scale_along_and_up
    root = svg(Drawings::PiecePlan.new(region, wording))
    loops = all(root, "path").first.attributes["d"].split("Z").map do |part|
      part.scan(/[ML]([\d.-]+) ([\d.-]+)/).map { |pair| pair.map(&:to_f) }
    end
    outer, hole = loops.minmax_by(&:size)
    wide, high = outer.transpose.map { |side| side.max - side.min }

    assert_share 3, wide / high, 0.01
    assert_share 150, (hole.map(&:first).minmax.reduce(:-).abs * 1200 / wide), 0.02
    assert_share 1200 / wide, mm_per_px(root), 0.02
  end

  def test_soundings_stand_where_they_were_taken
    made = Geometry::Void
      .new(region, soundings: [Geometry::Sounding.new(x_mm: 600, y_mm: 200, depth_mm: 30),
        Geometry::Sounding.new(x_mm: 900, y_mm: 300, depth_mm: 18)])
    root = svg(Drawings::PiecePlan.new(region, wording, void: made))

    assert_includes texts(root), "30 mm"
    assert_includes texts(root), "18 mm"
    assert(texts(root).any? { |text| text.start_with?("section 200 mm from the edge") })
    first = all(root, "text").find { |text| text.text.tr("\u202F", " ") == "30 mm" }
    outline = points(all(root, "path").first)
    left, right = outline.map(&:first).minmax

    assert_in_delta (left + right) / 2, first.attributes["x"].to_f - 5, 0.2
  end

  def test_a_void_is_as_deep_as_it_says
    made = Geometry::Void.new(Geometry::Rectangle.new(length_mm: 300, width_mm: 100), depth_mm: 40)
    root = svg(Drawings::PiecePlan.new(made.region, wording, void: made))
    hollow = all(root, "polygon").last.attributes["points"].split.map { |pair| pair.split(",").map(&:to_f) }
    deep = hollow.map(&:last).minmax.reduce(:-).abs
    along = hollow.map(&:first).minmax.reduce(:-).abs

    assert_share 40 / 300.0, deep / along, 0.03
    assert(texts(root).any? { |text| text.include?("to the same scale") })
  end

  def outlines(view)
    all(svg(Drawings::CutDrawing.new(view, wording)), "polygon").map do |shape|
      shape.attributes["points"].split.map { |pair| pair.split(",").map(&:to_f) }
    end
  end

  def height(outline)
    outline.map(&:last).minmax.reduce(:-).abs
  end

  def test_plies_are_stacked_to_their_thickness
    stack = Work::Laminate
      .new(layers: [Work::Cloth::Layer.new(areal_g_m2: 200, plies: 2, direction: "0/90"),
        Work::Cloth::Layer.new(areal_g_m2: 600, plies: 1)], resin_density_g_ml: 1.1)
    plies = outlines(Geometry::CutView.of_plies(stack)).first(3).map { |outline| height(outline) }

    assert_share 3, plies[2] / plies[0], 0.05
    assert_in_delta plies[0], plies[1], 0.11
  end

  def test_discs_lie_on_the_bevel_or_flat_on_each_other
    laminate = Work::Laminate.new(layers: [Work::Cloth::Layer.new(areal_g_m2: 450, plies: 1)], resin_density_g_ml: 1.1)
    Work::Scarf::ORDERS.each_key do |order|
      scarf = Work::Scarf.new(hole_length_mm: 60, thickness_mm: 4, laminate: laminate, order: order)

      assert_equal scarf.plies, scarf.laid.size
      scarf.laid.zip(scarf.discs).each do |outline, disc|
        assert_in_delta disc.length_mm, outline.map(&:first).minmax.reduce(:-).abs, 1e-6
        assert_in_delta 4.0 / scarf.plies, height(outline.select { |x, _| x.abs <= 30.001 }), 1e-6
      end
      factor = height(outlines(scarf.section).flatten(1)) / outlines(scarf.section).flatten(1).map(&:first).minmax.reduce(:-).abs
      drawn = texts(svg(Drawings::CutDrawing.new(scarf.section, wording))).join[/not to scale \(× ([\d.]+)\)/, 1].to_f

      assert_share drawn, factor / (scarf.section.box[3] / (2 * scarf.section.box[2])), 0.02
    end
  end

  def test_a_fillet_touches_both_sides_where_it_says
    [60, 90, 120].each do |corner|
      view = Geometry::Sections.fillet_view(10, corner)
      root = svg(Drawings::CutDrawing.new(view, wording))
      origin, first, *, last = outlines(view).first
      legs = [first, last].map { |x, y| Math.hypot(x - origin[0], y - origin[1]) * mm_per_px(root) }

      legs.each { |leg| assert_share Geometry::Sections.fillet_leg_mm(10, corner), leg, 0.03 }
    end
  end

  def test_a_mould_cup_is_filled_as_high_as_it_says
    cavity = Geometry::Cavity.new(bottom_mm: 38, top_mm: 44, height_mm: 25)
    root = svg(Drawings::CutDrawing.new(cavity.section, wording))
    cup = all(root, "polyline").first.attributes["points"].split.map { |pair| pair.split(",").map(&:to_f) }

    assert_share 20 / 25.0, height(outlines(cavity.section).first) / height(cup), 0.02
    assert_includes texts(root).join(" "), "filled 20 mm"
  end

  def test_beads_are_drawn_by_their_own_sizes
    { "round" => { across: 6 }, "half_round" => { across: 8 }, "box" => { wide: 10, deep: 4 }, "vee" => { wide: 12, deep: 6 } }
      .each do |name, sizes|
      view = Geometry::Sections.bead_view({ section: name, **sizes })
      root = svg(Drawings::CutDrawing.new(view, wording))
      drawn = Geometry::Plane.signed_area(outlines(view).first).abs * (mm_per_px(root)**2)

      assert_share Geometry::Sections.area_mm2(name.to_sym, **sizes), drawn, 0.06, name
    end
  end

  def coats
    ageing = Ageing.new(coating, Cure::Profile.constant(23))
    order = lambda do |_number, _section, at, _people = nil|
      Plan::CoatOrder.coat(outline: Geometry::Rectangle.new(length_mm: 1000, width_mm: 500), cover: Work::Cover.new(film_mm: 0.2),
        sheet: coating, room: Cure::Profile.constant(23), from_min: at, tins_c: 23,
        ageing: ageing)
    end
    kind = Struct.new(:id, :kind).new("c1", Work::Kinds::ALL[:coat])
    job = Plan::TaskToPlace.new(id: "c1", owner: kind, label: "coat", places: ["top"], count: 3, order: order, area_m2: 0.5,
      after: { look_30: 2.0 })
    @hours = Plan::Hours.read("07:00-12:00, 12:30-17:00", start: Time.local(2026, 11, 24, 7))
    Plan::Scheduler.new([job], hours: @hours).schedule
  end

  def test_what_no_data_sheet_tells_is_paler_and_said
    schedule = coats
    plan = Plan::CoatPlan.new(order(sheet: coating(stages: { recoat_opens: [150, 210] })))
    told, guessed = [schedule.coats.first.plan, plan].map do |one|
      lane = Plan::Lane.new(one)
      svg = Drawings::Svg.new(400, 20, label: "a lane")
      lane.stretches.each { |stretch| Drawings::Ramp.stretch(svg, stretch, from: "07:00", to: nil, at: [0, 0, 10, 10]) }
      svg.to_s
    end

    refute_includes told, "fill-opacity"
    assert_equal 2, guessed.scan("fill-opacity").size
    assert_equal 2, guessed.scan("look at the test dab").size
    assert_includes Drawings::Ramp.legend(assumed: true), "not on the data sheet"
    refute_includes Drawings::Ramp.legend, "not on the data sheet"
  end

  def test_lanes_stand_at_their_minutes
    schedule = coats
    start = Time.local(2026, 11, 24, 7)
    root = svg(Drawings::CureLine.new(schedule.coats, room: Cure::Profile.constant(23), start: start, wording: wording, now: start + 3600,
      hours: @hours, entries: schedule.entries))
    mixing = all(root, "rect").select { |rect| rect.attributes["fill"] == "url(#ramp-mixing)" && rect.attributes["height"] == "24" }
      .map { |rect| rect.attributes["x"].to_f }

    assert_equal 3, mixing.size
    per_min = (mixing[2] - mixing[0]) / (schedule.coats[2].from_min - schedule.coats[0].from_min)

    assert_share schedule.coats[1].from_min - schedule.coats[0].from_min, (mixing[1] - mixing[0]) / per_min, 0.02
    now = all(root, "line").find { |line| line.attributes["stroke"] == Drawings::Ramp::STOP }

    assert_share 60, (now.attributes["x1"].to_f - mixing[0]) / per_min, 0.05
    assert_operator all(root, "rect").count { |rect| rect.attributes["fill"] == "#dfe4e1" }, :>=, 3
    assert_equal(3, all(root, "title").count { |title| title.text.start_with?("30-min check") })
  end

  def test_the_table_snaps_to_corners_and_has_round_steps
    document = { "p1-form" => "flat", "p1-shapes" => %w[s1 s2], "p1-s1-shape" => "rectangle", "p1-s1-length" => "700",
                 "p1-s1-width" => "300", "p1-s2-shape" => "circle", "p1-s2-diameter" => "80",
                 "p1-s2-sign" => "take", "p1-s2-x" => "100", "p1-s2-y" => "90" }
    place = Document::PlaceDesk.new("p1", Document::Reader.new(document).part("p1"))
    table = Drawings::TableDrawing.new(place, wording)

    assert_includes table.snaps, [700.0, 300.0]
    assert_includes table.snaps, [140.0, 130.0]
    assert_includes [1, 2, 5].map { |step| [step, step * 10, step * 100] }.flatten, table.step_mm
    root = svg(table)

    assert_equal(%w[s1 s2], all(root, "g").filter_map { |group| group.attributes["data-shape"] })
    inches = Drawings::TableDrawing.new(place, Words::Wording.new("us")).step_mm / 25.4

    assert_in_delta 0, (inches * 10) % 1, 1e-6
  end
end
