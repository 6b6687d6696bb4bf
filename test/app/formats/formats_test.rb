# frozen_string_literal: true

require_relative "../../app_helper"
require "pdf/inspector"

class OutlineFormatsTest < CoreTest
  by_turns :test_fifty_thousand_corners_are_thinned_without_endless_work

  def svg(inside, head = 'width="300mm" height="200mm" viewBox="0 0 300 200"')
    %(<svg xmlns="http://www.w3.org/2000/svg" #{head}>#{inside}</svg>)
  end

  def dxf(entities, units: 4)
    ["0", "SECTION", "2", "HEADER", *(units && ["9", "$INSUNITS", "70", units]), "0", "ENDSEC", "0", "SECTION", "2", "ENTITIES", *entities,
      "0", "ENDSEC", "0", "EOF"].join("\n")
  end

  def read(text, name: "piece.svg", **more)
    Formats::ReadIn.outlines(name, text, **more)
  end

  def area(outlines)
    Geometry::Loops.new(outlines.loops).area_mm2
  end

  def test_a_circle_of_400_points_from_a_dxf
    points = Array.new(400) { |i| [10, 150 + (100 * Math.cos(Math::PI * i / 200)), 20, 90 + (100 * Math.sin(Math::PI * i / 200))] }

    assert_share Math::PI * 10_000, area(read(dxf([0, "LWPOLYLINE", 90, 400, 70, 1, *points.flatten]), name: "a.dxf")), 0.001
  end

  def test_every_entity_of_a_dxf_by_its_known_area
    half = [0, "ARC", 10, 0, 20, 0, 40, 50, 50, 0, 51, 180, 0, "LINE", 10, -50, 20, 0, 11, 50, 21, 0]

    assert_share Math::PI * 1250, area(read(dxf(half), name: "a.dxf")), 0.001
    assert_share Math::PI * 2500, area(read(dxf([0, "CIRCLE", 10, 7, 20, 9, 40, 50]), name: "a.dxf")), 0.001
    assert_share Math::PI * 100 * 40,
      area(read(dxf([0, "ELLIPSE", 10, 0, 20, 0, 11, 100, 21, 0, 40, 0.4, 41, 0, 42, 2 * Math::PI]), name: "a.dxf")), 0.001
    bulged = [0, "LWPOLYLINE", 70, 1, 10, 0, 20, 0, 42, 1, 10, 100, 20, 0, 42, 1]

    assert_share Math::PI * 2500, area(read(dxf(bulged), name: "a.dxf")), 0.001
    old = [0, "POLYLINE", 70, 1, *[[0, 0], [80, 0], [80, 50], [0, 50]].flat_map { |x, y| [0, "VERTEX", 10, x, 20, y] }, 0, "SEQEND"]

    assert_in_delta 4000, area(read(dxf(old), name: "a.dxf")), 1e-6
    spline = [0, "SPLINE", 71, 1, *[0, 0, 1, 2, 3, 4, 4].flat_map { |knot| [40, knot] },
      *[[0, 0], [60, 0], [60, 30], [0, 30], [0, 0]].flat_map { |x, y| [10, x, 20, y] }]

    assert_in_delta 1800, area(read(dxf(spline), name: "a.dxf")), 1e-3
  end

  # A quarter disc with its corner at 20, 0, seen from below: mirrored about the upright axis, its corner at -20, 0.
  def test_entities_seen_from_below_are_mirrored
    seen = [0, "ARC", 10, 20, 20, 0, 40, 30, 50, 0, 51, 90, 210, 0, 220, 0, 230, -1, 0, "LINE", 10, -20, 20, 30, 11, -20, 21, 0, 0, "LINE",
      10, -20, 20, 0, 11, -50, 21, 0]

    assert_share Math::PI * 225, area(read(dxf(seen), name: "a.dxf")), 0.001
    mixed = [0, "LWPOLYLINE", 70, 1, 230, -1, 10, 0, 20, 0, 10, 40, 20, 0, 10, 0, 20, 30, 0, "LWPOLYLINE", 70, 1, 10, 0, 20, 0, 10, 40, 20,
      0, 10, 0, 20, 30]
    wide = read(dxf(mixed), name: "a.dxf").loops.flatten(1).map(&:first).minmax.reduce(:-).abs

    assert_in_delta 80, wide, 1e-3
    tilted = [0, "CIRCLE", 10, 0, 20, 0, 40, 10, 210, 1, 230, 0, 0, "CIRCLE", 10, 0, 20, 0, 40, 10]

    assert_includes read(dxf(tilted), name: "a.dxf").remarks.join, "CIRCLE at a tilt left out"
  end

  # Every handle once, every entity with its owner and markers, every table there, the seed above all handles.
  def test_a_drawing_out_is_complete
    text = Formats::OutlineOut.dxf([Formats::NamedOutline.new(name: "disc ±45", loops: [[[0, 0], [30, 0], [30, 20]]])])
    codes = text.lines.map(&:chomp).each_slice(2).map { |code, value| [code.strip, value] }
    handles = codes.filter_map { |code, value| value.to_i(16) if code == "5" }
    seed = codes[codes.index(["9", "$HANDSEED"]) + 1][1].to_i(16)
    inside = codes[codes.index(%w[0 LWPOLYLINE])..].take(8).map(&:first)

    assert_equal handles.uniq.size, handles.size + (handles.count(seed) > 1 ? 1 : 0)
    assert_operator seed, :>=, handles.max
    assert_equal %w[0 5 330 100 8 100 90 70], inside
    %w[HEADER CLASSES TABLES BLOCKS ENTITIES OBJECTS].each { |section| assert_includes codes, ["2", section] }
    Formats::DxfOut::TABLES.each { |table| assert_includes codes, ["2", table] }
    assert_equal codes.count(%w[0 SECTION]), codes.count(%w[0 ENDSEC])
    assert_share 300, area(read(text, name: "a.dxf")), 1e-6
  end

  def test_what_is_hidden_in_an_svg_is_not_counted
    hole = '<rect width="50" height="50"/>'
    { '<g display="none"><circle cx="90" cy="90" r="9"/></g>' => 2500,
      '<circle style="fill:red; display: none" cx="90" cy="90" r="9"/>' => 2500,
      '<g visibility="hidden"><circle cx="90" cy="90" r="9"/></g>' => 2500,
      '<circle style="visibility:hidden" cx="90" cy="90" r="9"/>' => 2500,
      '<g visibility="hidden"><rect visibility="visible" x="60" width="10" height="10"/></g>' => 2600 }.each do |more, expected|
      assert_share expected, area(read(svg(hole + more))), 1e-6, more
    end
  end

  # 300 × 200 mm; views inside and stretched views as the drawing itself shows them.
  def test_views_of_an_svg_are_laid_as_they_are_shown
    inner = '<svg x="10" y="10" width="100" height="100" viewBox="0 0 10 10"><rect width="5" height="5"/></svg>'

    assert_share 2500, area(read(svg(inner))), 1e-6
    letterbox = '<svg width="100" height="40" viewBox="0 0 10 10"><rect width="5" height="5"/></svg>'

    assert_share 400, area(read(svg(letterbox))), 1e-6
    stretched = svg('<rect width="10" height="10"/>', 'width="300mm" height="200mm" viewBox="0 0 100 100" preserveAspectRatio="none"')

    assert_share 600, area(read(stretched)), 1e-6
    even = svg('<rect width="10" height="10"/>', 'width="300mm" height="200mm" viewBox="0 0 100 100"')

    assert_share 400, area(read(even)), 1e-6
    filled = svg('<rect width="10" height="10"/>',
      'width="300mm" height="200mm" viewBox="0 0 100 100" preserveAspectRatio="xMinYMin slice"')

    assert_share 900, area(read(filled)), 1e-6
    assert_share 25, area(read(svg('<rect width="10" height="10"/>', 'width="50mm" viewBox="0 0 100 100"'))), 1e-6
  end

  def test_units_of_a_dxf_are_read_or_asked
    square = [0, "LWPOLYLINE", 70, 1, *[[0, 0], [2, 0], [2, 2], [0, 2]].flat_map { |x, y| [10, x, 20, y] }]

    assert_in_delta 4 * 645.16, area(read(dxf(square, units: 1), name: "a.dxf")), 1e-2
    assert_refused("unit", "does not say") { read(dxf(square, units: nil), name: "a.dxf") }
    assert_in_delta 400, area(read(dxf(square, units: nil), name: "a.dxf", unit: "cm")), 1e-3
  end

  def test_every_shape_of_an_svg_through_its_transforms
    { '<rect x="5" y="5" width="100" height="50"/>' => 5000, '<rect width="100" height="50" rx="10"/>' => 5000 - ((4 - Math::PI) * 100),
      '<circle cx="50" cy="50" r="40"/>' => Math::PI * 1600,
      '<g transform="translate(20 10) scale(2)"><ellipse cx="0" cy="0" rx="10" ry="5"/></g>' => Math::PI * 200,
      '<polygon points="0,0 60,0 60,40" transform="rotate(33 10 10)"/>' => 1200, '<path d="M0 0h100v40h-100z"/>' => 4000,
      '<path d="M0 50 A50 50 0 0 1 100 50 A50 50 0 0 1 0 50 Z"/>' => Math::PI * 2500,
      '<path d="m10 10 l40 0 0 40 -40 0z" transform="matrix(1 0 .5 1 0 0)"/>' => 1600,
      '<path d="M0 0 Q50 100 100 0 Z"/>' => 100 * 50 * 2 / 3.0, '<path d="M0 0 C0 40 100 40 100 0 Z"/>' => 100 * 40 * 0.6 }
      .each do |shape, expected|
      assert_share expected, area(read(svg(shape))), 0.002, shape
    end
  end

  def test_holes_stay_holes
    assert_share 10_000 - (Math::PI * 400), area(read(svg('<path d="M0 0h100v100h-100z"/><circle cx="50" cy="50" r="20"/>'))), 0.001
  end

  def test_svg_that_does_not_say_how_large_it_is_is_asked
    assert_refused("unit", "how large") { read(svg('<rect width="96" height="96"/>', "")) }
    assert_share 645.16, area(read(svg('<rect width="96" height="96"/>', ""), unit: "px")), 1e-6
  end

  def test_nothing_in_a_hostile_svg_is_run_or_fetched
    assert_refused("file", "entities") { read('<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg>&b;</svg>') }
    made = read(svg('<script>alert(1)</script><image href="http://127.0.0.1:1/x.png"/><use href="http://127.0.0.1:1/y.svg#z"/><rect ' \
                    'width="10" height="10" onload="alert(1)"/>'))

    assert_in_delta 100, area(made), 1e-9
    assert_includes made.remarks, "use parts are not read"
    ["<svg", "<svg><rect", "", "hello", svg('<path d="M0 0L10 0L10 10"/>'), svg("<rect/>"), svg('<path d="M nan 1e999 L 5 5 z"/>'),
      svg('<rect width="1" height="1" transform="warp(3)"/>'),
      svg(("<g>" * 500) + ("</g>" * 500))].each do |broken|
      error = assert_raises(InputError, broken[0, 60]) { read(broken, name: "x.svg") }

      assert_includes %w[file unit], error.field
    end
  end

  def test_broken_dxf_is_refused_in_words
    ["", "0\nSECTION\n", dxf([0, "LINE", 10, "abc", 20, 1]), dxf([0, "CIRCLE", 10, 1, 20, 1]),
      dxf([0, "LINE", 10, 0, 20, 0, 11, 5, 21, 5]), dxf([0, "TEXT", 1, "hi"]), dxf(%w[x y])].each do |broken|
      assert_refused("file") { read(broken, name: "a.dxf", unit: "mm") }
    end
    crossing = [0, "LWPOLYLINE", 70, 1, *[[0, 0], [50, 50], [50, 0], [0, 50]].flat_map { |x, y| [10, x, 20, y] }]

    assert_refused("file", "cross") { read(dxf(crossing), name: "a.dxf") }
  end

  def test_fifty_thousand_corners_are_thinned_without_endless_work
    points = Array.new(50_000) do |i|
      (Math::PI * i / 25_000).then do |a|
        [10, (300 + (20 * Math.sin(9 * a))) * Math.cos(a), 20, (300 + (20 * Math.sin(9 * a))) * Math.sin(a)]
      end
    end
    file = dxf([0, "LWPOLYLINE", 70, 1, *points.flatten])
    made = nil
    done = work { made = read(file, name: "a.dxf") }

    assert_operator done, :<, 80 * points.size, "more than so much for a corner"
    assert_share Math::PI * (90_000 + 200), area(made), 0.001
    assert_operator made.loops.first.size, :<=, Formats::ReadIn::MOST_CORNERS
    assert(made.remarks.any? { |remark| remark.include?("50000 corners, thinned to") })
  end

  def test_out_and_in_again
    10.times do
      region = Geometry::Region
        .new([Geometry::Placed.new(shape: Geometry::Rectangle.new(length_mm: between(80, 500), width_mm: between(80, 500)),
          turn_deg: between(0, 90)),
          Geometry::Placed.new(shape: Geometry::Circle.new(diameter_mm: between(10, 60)), sign: -1, at_mm: [30, 30])])
      figure = Formats::NamedOutline.new(name: "a & b", loops: region.loops_mm)

      assert_share region.area_mm2, area(read(Formats::OutlineOut.svg([figure]))), 1e-4
      assert_share region.area_mm2, area(read(Formats::OutlineOut.dxf([figure]), name: "a.dxf")), 1e-4
    end
  end

  def test_a_smooth_line_passes_through_its_points
    circle = Array.new(12) { |i| [100 * Math.cos(Math::PI * i / 6), 100 * Math.sin(Math::PI * i / 6), true] }

    assert_share Math::PI * 10_000, Geometry::Plane.signed_area(Geometry::Flatten.smooth(circle)), 0.005
    corners = [[0, 0, false], [10, 0, false], [10, 10, false]]

    assert_equal [[10, 0], [10, 10], [0, 0]], Geometry::Flatten.smooth(corners)
  end

  def test_the_scale_of_a_picture_and_its_check
    scale = Geometry::PictureScale.new([0, 0, 300, 400, 1000], [0, 0, 0, 100, 205])

    assert_in_delta 2, scale.mm_per_px, 1e-9
    assert_in_delta(-2.44, scale.error_pct, 0.01)
    assert_predicate scale, :slanted?
    assert_refused("picture_scale", "apart") { Geometry::PictureScale.new([5, 5, 5, 5, 100]) }
  end

  def test_pictures_are_told_by_their_bytes
    png = "#{"\x89PNG\r\n\x1A\n".b}#{[13].pack("N")}IHDR#{[640, 480].pack("NN")}#{"\0" * 20}"

    assert_equal([640, 480], Formats::Picture.kind(png).then { |kind| [kind.width, kind.height] })
    jpeg = "#{"\xFF\xD8\xFF\xE0".b}#{[4].pack("n")}ab#{"\xFF\xC0".b}#{[17, 8, 480, 640].pack("nCnn")}#{"\0" * 20}"

    assert_equal(["image/jpeg", 640, 480], Formats::Picture.kind(jpeg).then { |kind| [kind.type, kind.width, kind.height] })
    assert_refused("picture", "none") { Formats::Picture.kind("this is a text called .png") }
    assert_refused("picture", "40 MB") { Formats::Picture.kind("\x89PNG#{"x" * 40_000_000}") }
    assert_refused("picture", "pixels") do
      Formats::Picture.kind("#{"\x89PNG\r\n\x1A\n".b}#{[13].pack("N")}IHDR#{[1, 99_999].pack("NN")}#{"\0" * 20}")
    end
  end
end

class TemplatesTest < CoreTest
  def square(side)
    Formats::NamedOutline.new(name: "disc 1 ± λ", loops: [[[0, 0], [side, 0], [side, side], [0, side]]])
  end

  def lines(pdf)
    PDF::Inspector::Graphics::Line.analyze(pdf).points.each_cons(2).map { |from, to| Math.hypot(to[0] - from[0], to[1] - from[1]) }
  end

  def test_the_check_line_measures_100_mm_in_the_pdfs_own_units
    %w[a4 letter].each do |paper|
      found = lines(Formats::Templates.new([square(150)], title: "Patch", paper: paper).pdf)

      assert(found.any? { |points| (points - (100 * 72 / 25.4)).abs < 0.01 }, found.inspect)
      assert(found.any? { |points| (points - (150 * 72 / 25.4)).abs < 0.01 }, found.inspect)
    end
  end

  def test_what_is_larger_than_a_page_is_tiled_with_overlap
    templates = Formats::Templates.new([square(500)], title: "Patch")
    columns, rows = templates.tiles(square(500))
    inner = [210 - 24, 297 - 24 - 22]

    assert_operator (columns * (inner[0] - 10)) + 10, :>=, 500
    assert_operator (rows * (inner[1] - 10)) + 10, :>=, 500
    assert_equal columns * rows, PDF::Inspector::Page.analyze(templates.pdf).pages.size
    assert_includes PDF::Inspector::Text.analyze(templates.pdf).strings.join(" "), "must measure 100 mm"
    assert_refused("templates", "plotter") { Formats::Templates.new([square(9000)], title: "Hull").pdf }
  end
end
