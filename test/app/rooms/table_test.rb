# frozen_string_literal: true

require_relative "../../app_helper"
require "pdf/inspector"

class TableTest < AppTest
  FILES = { svg: '<svg width="300mm" height="200mm" viewBox="0 0 300 200">' \
                 '<rect width="300" height="200"/><circle cx="100" cy="100" r="40"/></svg>' }.freeze

  def table(**changes)
    path = new_job("p1-form" => "void", "p1-depth" => "20", **changes)
    "/table/#{path[/\d+/]}/p1"
  end

  def document(path)
    Stores::Job.find(path[/\d+/]).document
  end

  def draw(path, points, act: "draw-add", tool: "outline", **more)
    submit path, { "act" => "#{act}:p1", "drawn_tool" => tool, "drawn" => JSON.generate(points) }.merge(more.transform_keys(&:to_s)),
      live: true
  end

  def bring(path, field, name, content, type = "application/octet-stream", **more)
    get path
    post "#{path}/#{field == "file" ? "read-in" : field}",
      { "authenticity_token" => hidden("authenticity_token"),
        field => Rack::Test::UploadedFile.new(StringIO.new(content), type, true, original_filename: name) }
        .merge(more.transform_keys(&:to_s))
  end

  def desk(path)
    Document::JobDesk.new(document(path), sheets: Stores::Shelf.finder)
  end

  def test_an_outline_corner_by_corner_takes_the_place_of_the_blank_shape
    path = table(length: "", width: "")
    draw path, [[0, 0], [400, 0], [400, 300], [0, 300]]

    assert_equal 200, last_response.status
    assert_equal %w[s1], document(path)["p1-shapes"]
    assert_in_delta 120_000, desk(path).places["p1"].region.area_mm2, 1e-6
    draw path, [[100, 100], [200, 150]], tool: "box", act: "draw-take"

    assert_in_delta 115_000, desk(path).places["p1"].region.area_mm2, 1e-6
    assert_in_delta 115_000 * 20 / 1000, desk(path).places["p1"].place.shape.volume_ml, 1e-6
  end

  def test_round_and_curved_shapes
    path = table(length: "", width: "")
    draw path, [[0, 0], [100, 80]], tool: "round"

    assert_in_delta Math::PI * 2500, desk(path).places["p1"].region.area_mm2, 1e-6
    circle = Array.new(12) { |i| [500 + (100 * Math.cos(Math::PI * i / 6)), 300 + (100 * Math.sin(Math::PI * i / 6)), true] }
    draw path, circle

    assert_share (Math::PI * 2500) + (Math::PI * 10_000), desk(path).places["p1"].region.area_mm2, 0.01
  end

  def test_what_is_drawn_is_measured_at_once
    path = table
    get path
    post "#{path}/measure", {
      "authenticity_token" => hidden("authenticity_token"), "drawn_tool" => "outline", "drawn" => "[[0,0],[400,0],[400,300]]"
    }

    assert_equal "last side 300 mm · area 0.06 m² · edge 1\u202F200 mm", page.force_encoding("UTF-8")
  end

  def test_soundings_are_placed_and_those_outside_are_told
    path = table(length: "300", width: "300")
    draw path, [[150, 150]], tool: "sounding", act: "sound", drawn_depth_p1: "36"
    draw path, [[30, 30]], tool: "sounding", act: "sound", drawn_depth_p1: "30"

    assert_includes 30..36, desk(path).places["p1"].place.shape.mean_depth_mm
    draw path, [[900, 30]], tool: "sounding", act: "sound", drawn_depth_p1: "30"

    assert_includes words, "lies outside the void"
    assert_equal 3, document(path)["p1-soundings"].size
  end

  def test_crossing_outlines_and_noise_are_told_and_change_nothing
    path = table(length: "300", width: "300")
    before = document(path)
    [[[0, 0], [100, 100], [100, 0], [0, 100]], [[0, 0], [5, 0]], [[0, 0], [5, 0], [10, 0]], [], nil, { "a" => 1 }, [[1, 2, 3, 4]],
      [["x", 1]], [[1e300, 0], [0, 1], [1, 1]]].each do |points|
      draw path, points

      assert_includes [200, 422], last_response.status
      assert_includes words, "What was drawn", points.inspect
    end
    assert_equal before, document(path)
    NOISE.each do |noise|
      submit path, { "act" => "draw-add:p1", "drawn" => noise, "drawn_tool" => noise }, live: true

      assert_operator last_response.status, :<, 500
      get path

      assert_equal 200, last_response.status
    end
  end

  def test_a_drawing_is_read_in_with_its_hole
    path = table(length: "", width: "")
    bring path, "file", "piece.svg", FILES[:svg]

    assert_equal 303, last_response.status
    assert_share 60_000 - (Math::PI * 1600), desk(path).places["p1"].region.area_mm2, 1e-3
    get path

    assert_includes words, "corners, thinned to"
    bring path, "file", "x.svg", "<svg><rect width='5' height='5'/></svg>"

    assert_equal 422, last_response.status
    assert_includes words, "does not say how large it is"
    bring path, "file", "x.svg", "<svg><script>alert(1)</script>", unit: "mm"

    assert_includes words, "The file"
    bring path, "file", "x.dxf", "\x00\xFF\xFE garbage".b, unit: "mm"

    assert_equal 422, last_response.status
  end

  def test_a_photograph_lies_under_the_drawing_and_gets_its_scale
    path = table(length: "", width: "")
    bring path, "picture", "slab.png", File.binread(File.join(ROOT, "db", "demo", "slab.png")), "image/png"

    assert_equal 303, last_response.status
    get path
    address = page[%r{/table/\d+/picture/\d+}]
    get address

    assert_equal "image/png", last_response["content-type"]
    draw path, [[0, 0], [400, 0]], tool: "scale", act: "scale-first", drawn_length: "800"
    get path

    assert_includes words, "1 pixel is 2 mm"
    draw path, [[0, 0], [0, 800]], tool: "scale", act: "scale-second", drawn_length: "760 mm"
    get path

    assert_includes words, "+5.3 %"
    assert_includes words, "taken at a slant"
    draw path, [[0, 0], [5, 5]], tool: "scale", act: "scale-first", drawn_length: "NaN"

    assert_includes words, "known length must be"
  end

  def test_what_is_no_photograph_is_refused_in_words
    path = table
    bring path, "picture", "slab.png", "this is text", "image/png"

    assert_equal 422, last_response.status
    assert_includes words, "this file is none, whatever it is called"
    get path
    post "#{path}/picture", { "authenticity_token" => hidden("authenticity_token") }

    assert_includes words, "must be chosen first"
    header "Content-Length", "40000000"
    post "#{path}/picture", "x"

    assert_equal 413, last_response.status
    assert_includes page, "40 MB were sent, and at most 17 MB"
  end

  def test_outlines_are_taken_away_and_read_in_again
    path = table(length: "300", width: "200")
    get "#{path}/outline.dxf"

    assert_equal 'attachment; filename="board.dxf"', last_response["content-disposition"]
    assert_in_delta 60_000, Geometry::Loops.new(Formats::ReadIn.outlines("a.dxf", page).loops).area_mm2, 1e-6
    get "#{path}/outline.svg"

    assert_in_delta 60_000, Geometry::Loops.new(Formats::ReadIn.outlines("a.svg", page).loops).area_mm2, 1e-6
    get "#{path}/outline.pdf?paper=letter"

    assert_equal 2, PDF::Inspector::Page.analyze(page).pages.size
    get "/table/99999/p1"

    assert_equal 404, last_response.status
    get path.sub("p1", "p77").to_s

    assert_equal 404, last_response.status
  end

  def test_the_cutting_list_of_a_repair
    job = Stores::Job.find_by!(name: "Weather mast, scarfed patch")
    get "/table/#{job.id}/c1/templates"

    assert_includes words, "Discs go in largest first"
    assert_equal 7, page.scan("<th scope=\"row\">disc").size
    assert_includes words, "backing piece"
    get "/table/#{job.id}/c1/templates.pdf"
    texts = PDF::Inspector::Text.analyze(page).strings.join(" ")

    assert_includes texts, "must measure 100 mm"
    assert_includes texts, "disc 7"
    get "/table/#{job.id}/c1/templates.dxf"

    assert_equal (2 * 7) + 1 + 2, Formats::DxfIn.read(page).loops.size
  end

  def test_every_deed_of_the_job_sheet
    path = new_job
    submit path, job_fields("act" => "add-task:flood")
    tasks = document(path)["tasks"]

    assert_equal 2, tasks.size
    submit path, { "act" => "up:#{tasks[1]}" }

    assert_equal tasks.reverse, document(path)["tasks"]
    submit path, { "act" => "add-place:void" }
    place = document(path)["places"].last
    submit path, { "act" => "add-shape:#{place}:circle" }

    assert_equal 2, document(path)["#{place}-shapes"].size
    submit path, { "act" => "drop-task:#{tasks[1]}" }
    submit path, { "act" => "drop-place:#{place}" }

    assert_equal [%w[c1], %w[p1]], document(path).values_at("tasks", "places")
    refute(document(path).keys.any? { |key| key.start_with?(place) })
    5.times { submit path, { "act" => "undo" } }

    assert_equal tasks, document(path)["tasks"]
    submit path, { "act" => "redo" }

    assert_equal tasks.reverse, document(path)["tasks"]
    ["drop-task:c1", "add-task:nothing", "up", "up:c9", "drop-place:::", "send:exit", "x" * 5000].each do |act|
      submit path, { "act" => act }

      assert_equal 303, last_response.status, act[0, 30]
    end
  end

  def test_a_wrong_match_is_refused_with_what_fits_and_planned_when_known
    path = new_job(sheet: sheet_id("Deepholm cast D50", "cast"), room: "22")
    get path

    assert_includes words, "This mix is made for deep casting, not for a film coat: in a thin film it stays soft for days. Take"
    refute_includes words, "Cure line"
    submit path, { "c1-known" => "yes" }
    get path

    assert_includes words, "Cure line"
    submit path, { "c1-film" => "0.2" }
    get path

    refute_includes words, "Cure line"
  end

  def test_conditions_are_held_against_the_work
    get new_job(humidity: "88", surface_c: "19", moisture: "12")

    assert_includes words, "within 3 °C of the dew point"
    assert_includes words, "The work is at 12 % moisture"
  end

  def test_a_job_kept_before_it_had_places_opens_as_it_was
    old = {
      "name" => "Old", "shape" => "rectangle", "length" => { "typed" => "2", "bare" => "m" }, "film" => "0.3", "film_unit" => "mm",
      "heat_known" => "yes", "room_mode" => "steady"
    }
    require File.join(ROOT, "db", "migrate", "006_places_and_passes") unless defined?(PlacesAndPasses)
    kept = PlacesAndPasses.new.send(:renamed, old)

    assert_equal({ "typed" => "2", "bare" => "m" }, kept["p1-s1-length"])
    assert_equal %w[0.3 yes coat], kept.values_at("c1-film", "c1-known", "c1-kind")
    assert_includes Document::JobDesk.new(kept, sheets: ->(_) {}).missing.map(&:field), "p1-s1-width"
  end
end
