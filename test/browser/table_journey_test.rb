# frozen_string_literal: true

require_relative "../browser_helper"

# Sizing as it is measured: a piece drawn with a hole, a channel traced and sounded, a drawing read in, discs printed.
class TableJourneyTest < BrowserTest
  each_run :test_a_piece_with_a_hole_is_drawn_sounded_and_read_in_litres

  def surface
    find(".table-surface")
  end

  # Clicks a place of the drawing, in its own mm.
  def set_at(x, y)
    before = evaluate_script("JSON.parse(document.querySelector('[name=drawn]').value || '[]').length")
    script = "const s = document.querySelector('.table-surface'), d = s.dataset, b = s.querySelector('svg').getBoundingClientRect(), w = " \
             "s.querySelector('svg').viewBox.baseVal.width / b.width;" \
             "return [b.left + (Number(d.left) + arguments[0] * d.scale) / w, b.top + (Number(d.base) - arguments[1] * d.scale) / w]"
    left, top = page.driver.browser.execute_script(script, x, y)
    page.driver.browser.action.move_to_location(left.round, top.round).click.perform
    assert_selector("[name=drawn]", visible: :all) { before >= 0 }
  end

  def table_of(name, place = "p1")
    visit "/find/?q=#{URI.encode_www_form_component(name)}"
    click_link name
    assert_selector "h1", text: name, visible: :all
    visit page.current_url.sub(%r{/jobs/(\d+).*}, "/table/\\1/#{place}")
  end

  def plan_void
    new_job
    fill_in "Name of the job", with: "Drawn slab"
    select "void to fill", from: "What it is"

    assert_field "Depth, mm"
    settled
    click_link "large, or trace a photograph"

    assert_selector ".table-surface"
  end

  def tool(words)
    click_button words
    assert_selector ".tool[aria-pressed=true]", text: words
  end

  def test_a_piece_with_a_hole_is_drawn_sounded_and_read_in_litres
    plan_void
    tool "box"
    set_at 100, 100
    set_at 700, 500

    assert_text "area 0.24 m²"
    click_button "add it"

    assert_selector ".table-size", text: "0.24"
    tool "round"
    set_at 300, 200
    set_at 400, 300
    click_button "cut it out"

    assert_selector ".shape", count: 2
    tool "depth reading"
    set_at 200, 400
    type("drawn-depth-p1", "30.0", pause: 0.35)
    settled
    click_button "add depth"

    # 600 x 400 less a round of 100, 30 deep: 6.96 litres
    assert_selector ".table-size", text: /6.96/
    settled
    tool "move"
    assert_accessible "drawing table"
    click_link "Drawn slab"

    assert_text(/6.96|6.970/)
  end

  def test_by_keys_alone
    plan_void
    keys "o"
    surface.send_keys(:enter)
    surface.send_keys(*([:arrow_right] * 5), :enter)
    surface.send_keys(*([:arrow_up] * 4), :enter)

    assert_text(/last side \d+ mm · area/)
    surface.send_keys("c", :backspace, :enter)
    click_button "add it"

    assert_selector ".shape", count: 1
    settled
    page.driver.browser.action.key_down(:control).send_keys("z").key_up(:control).perform

    assert_no_selector ".on-table"
  end

  def test_a_channel_is_traced_over_the_photograph
    table_of "Live-edge shelf, river to trace"

    assert_text "1 pixel is 2 mm"
    tool "outline"
    [[400, 620], [700, 680], [1000, 640], [1300, 560], [1600, 600], [1300, 500], [1000, 520], [700, 580]].each do |x, y|
      set_at x, y
      keys "c" if x > 400 && x < 1600
    end

    assert_text(/area 0\.\d+ m²/)
    click_button "add it"

    assert_selector ".table-size", text: /\d/
    assert_selector ".on-table"
    click_link "Live-edge shelf"

    assert_selector "h2", text: "Cure line"
  end

  def test_a_drawing_is_read_in_and_discs_are_printed
    plan_void
    file = File.join(Dir.mktmpdir, "plate.dxf")
    square = [[0, 0], [200, 0], [200, 100], [0, 100]].flat_map { |x, y| [10, x, 20, y] }
    File.write(file, [0, "SECTION", 2, "HEADER", 9, "$INSUNITS", 70, 4, 0, "ENDSEC", 0, "SECTION", 2, "ENTITIES", 0, "LWPOLYLINE", 90, 4,
      70, 1, *square, 0, "ENDSEC", 0, "EOF"].join("\n"))
    attach_file "Drawing to import (SVG, DXF)", file
    click_button "import it"

    assert_text "A number in the file means mm"
    fill_in "Depth, mm", with: "10"

    assert_selector ".table-size", text: "200 ml"
    visit "/find/?q=Weather+mast"
    click_link "Weather mast, scarfed patch"
    find("#t-c1 > summary").click
    click_link "Cutting list and true-size templates"

    assert_text "Discs go in largest first"
    pdf = page.driver.browser
      .execute_async_script("const done = arguments[0]; fetch(document.querySelector('a[href$=\"templates.pdf\"]').href).then((a) => " \
                            "a.text()).then((t) => done(t.slice(0, 5)))")

    assert_equal "%PDF-", pdf
  end
end
