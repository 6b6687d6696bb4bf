# frozen_string_literal: true

require_relative "../browser_helper"

# A piece is measured on its drawing: typed there, taken hold of by edges and corners, drawn into.
class DrawingTest < BrowserTest
  each_run :test_measures_are_typed_on_the_drawing

  # Pressed, moved in steps and let go, as a hand does.
  def drag(part, right, down)
    hand = page.driver.browser.action.move_to(part.native).click_and_hold
    4.times { hand.move_by(right / 4, down / 4).pause(duration: 0.05) }
    hand.release.perform
  end

  def void_of(length: "300", width: "200", depth: "30")
    visit "/jobs/new"
    click_button "Cast"

    assert_field "Name of the job"
    type("f-p1-s1-length", length, pause: 0.08)
    type("f-p1-s1-width", width, pause: 0.08)
    type("f-p1-depth", depth, pause: 0.08)
    settled

    assert_selector ".place .understood", text: /\d/
  end

  def size_told
    find("#d-p1 > summary .understood").text
  end

  # Clicks a place of the drawing, in its own mm.
  def set_at(x, y)
    script = "const s = document.querySelector('.table-surface'), d = s.dataset, b = s.querySelector('svg').getBoundingClientRect(), w = " \
             "s.querySelector('svg').viewBox.baseVal.width / b.width;" \
             "return [b.left + (Number(d.left) + arguments[0] * d.scale) / w, b.top + (Number(d.base) - arguments[1] * d.scale) / w]"
    left, top = page.driver.browser.execute_script(script, x, y)
    page.driver.browser.action.move_to_location(left.round, top.round).click.perform
  end

  def test_measures_are_typed_on_the_drawing
    plan_board

    assert_selector ".drawn svg foreignObject #f-p1-s1-length"
    type("f-p1-s1-length", "1812.5", pause: 0.35)

    assert_equal "f-p1-s1-length", focused
    settled

    assert_selector "#d-p1 > summary", text: "1.63"
    visit current_path

    assert_field "f-p1-s1-length", with: "1812.5"
    type("f-p1-s1-width", "wide", pause: 0.1)

    assert_selector ".drawn .wrong", text: "Width"
    assert_field "f-p1-s1-width", with: "wide"
  end

  def test_an_edge_a_corner_and_a_shape_are_dragged
    plan_board
    before = find_by_id("f-p1-s1-length").value.to_f
    find(".drawn svg.piece-plan").hover
    drag(find(".grip-upright", visible: :all), -60, 0)
    settled
    length = find_by_id("f-p1-s1-length").value.to_f

    assert_operator length, :<, before - 200
    assert_operator length, :>, before / 2
    assert_field "f-p1-s1-width", with: "900"
    find(".drawn svg.piece-plan").hover
    drag(find(".grip-corner", visible: :all), -40, 40)
    settled

    assert_operator find_by_id("f-p1-s1-length").value.to_f, :<, length
    assert_operator find_by_id("f-p1-s1-width").value.to_f, :<, 900
    2.times do
      shown = find_by_id("f-p1-s1-length").value
      click_button "undo"

      assert_no_field "f-p1-s1-length", with: shown
    end

    assert_field "f-p1-s1-length", with: before.to_i.to_s
  end

  def test_a_hole_is_cut_out_on_the_drawing_and_moved
    plan_board(length: "1000", width: "500")
    before = size_told
    click_button "+ round"

    assert_selector ".drafting .draw-tools [data-tool=round][aria-pressed=true]"
    set_at 400, 100
    set_at 600, 300

    assert_selector ".told-size", text: "0.0314"
    assert_accessible "a job drawn into"
    click_button "cut it out"

    assert_selector ".place .shape", count: 2, visible: :all
    settled
    refute_equal before, size_told
    # 1000 × 500 less a round of 200: 0.4686 m²
    assert_includes size_told, "0.469"
    assert_no_selector ".drafting"
    hole = all(".on-table", visible: :all).last
    drag(hole.find(".held-shape", visible: :all), 30, 0)
    settled

    assert_operator find_by_id("f-p1-#{hole["data-shape"]}-x", visible: :all).value.to_f, :>, 400
  end

  def test_a_corner_of_a_floor_is_dragged
    visit "/jobs/8"

    assert_selector ".corner-handle", minimum: 6
    was = find("[name='p1-s1-corners[2][x]']", visible: :all).value.to_f
    find(".drawn svg.piece-plan").hover
    drag(all(".corner-handle")[2], -24, 0)
    settled

    assert_operator find("[name='p1-s1-corners[2][x]']", visible: :all).value.to_f, :<, was
    click_button "undo"

    assert_selector("[name='p1-s1-corners[2][x]']", visible: :all) { |field| (field.value.to_f - was).abs < 1e-9 }
  end

  def test_a_depth_is_typed_and_dragged_on_the_section_and_read_at_a_point
    void_of

    assert_selector ".drawn svg foreignObject #f-p1-depth"
    assert_match(/1.800 ml/, size_told)
    find(".drawn svg.piece-plan").hover
    drag(find(".grip[data-down]", visible: :all), 0, 20)
    settled

    assert_operator find_by_id("f-p1-depth").value.to_f, :>, 30
    click_button "+ depth reading"
    set_at 150, 100

    assert_equal "drawn-depth-p1", focused
    "42.5".each_char { |letter| page.driver.browser.action.send_keys(letter).pause(duration: 0.2).perform }
    click_button "add depth"

    assert_selector("[name='p1-soundings[0][depth]']", visible: :all) { |field| field.value == "42.5" }
  end
end
