# frozen_string_literal: true

require_relative "../browser_helper"

# Four coats in a day: told why not, an offer taken, a ticket dragged, undone, a delay marked.
class PlanJourneyTest < BrowserTest
  each_run :test_four_coats_in_a_day

  def plan_coats(count, **fields)
    plan_board(name: "Day of coats", film: "0.2")
    fill_in "Coats", with: count
    find_by_id("f-start").execute_script("this.value = '2026-11-24T07:00'; this.dispatchEvent(new Event('input', { bubbles: true }))")
    fields.each { |label, value| fill_in label.to_s, with: value }
    settled
  end

  def order
    all(".ticket").map { |ticket| ticket["data-task"] }
  end

  def test_four_coats_in_a_day
    plan_coats "4"

    assert_selector ".because", text: "Ready"
    open_more
    select "while tacky only", from: "Recoat method"

    assert_selector ".decide", text: "No plan keeps every window"
    # Looked for beside all else, each with its cost.
    assert_selector ".decide li", text: "ready"
    assert_accessible "a window that cannot be kept"
    within(".decide") { all("button").first.click }

    assert_no_selector ".decide"
    settled
    assert_accessible "a plan of four coats"
    click_button "undo"

    assert_selector ".decide"
    click_button "redo"

    assert_no_selector ".decide"
  end

  def test_tickets_are_dragged_and_put_back
    plan_coats "2"
    find("summary", text: "add a task").click
    click_button "flood coat"

    assert_selector ".ticket", count: 2
    before = order
    settled
    page.execute_script(<<~JS)
      const [one, two] = document.querySelectorAll(".ticket");
      const data = new DataTransfer();
      const at = two.getBoundingClientRect();
      one.querySelector(".ticket-number").dispatchEvent(new DragEvent("dragstart", { bubbles: true, dataTransfer: data }));
      two.dispatchEvent(new DragEvent("dragover", { bubbles: true, cancelable: true, dataTransfer: data, clientY: at.bottom - 2 }));
      two.dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: data, clientY: at.bottom - 2 }));
    JS

    assert_selector ".ticket:first-of-type[data-task='#{before[1]}']"
    assert_equal before.reverse, order
    click_button "undo"

    assert_selector ".ticket:first-of-type[data-task='#{before[0]}']"
  end

  def test_a_delay_is_marked_and_the_rest_moves
    plan_coats "3"

    assert_selector ".day-list li.is-coat", count: 3
    times = -> { all(".day-list li.is-coat .day-time").map(&:text) }
    before = times.call
    first(".day-list summary", text: "log actuals").click
    page.execute_script("const f = document.querySelector('[name$=\"-began_1_1\"]'); f.value = '2026-11-24T09:15'; f.dispatchEvent(new " \
                        "Event('input', { bubbles: true }))")

    assert_selector ".day-list", text: ", actual"
    assert_selector ".moved", text: "What changed"
    refute_equal before[1], times.call[1]
  end

  def test_a_batch_pointed_at_lights_everywhere
    plan_coats "2"
    find(".to-bench-now").hover

    assert_selector ".cure-line .batch.lit", visible: :all
    assert_selector ".cups .batch.lit"
    find("h2", text: "Cure line").hover

    assert_no_selector ".batch.lit", visible: :all
  end

  def test_what_if_is_seen_and_dropped
    plan_coats "2"
    page.execute_script("const f = document.querySelector('#f-wi_room'); f.value = '5'; f.dispatchEvent(new Event('input', { bubbles: " \
                        "true }))")

    assert_selector ".what-if-told"
    click_button "discard"

    assert_no_selector ".what-if-told"
    assert_field "Room, °C", with: "20"
  end

  # A coat taken by its lane and dragged to the right begins later; the room's line dragged up is a warmer room; kept, it stands.
  def test_a_coat_and_the_room_are_dragged_on_the_cure_line
    plan_coats "2"
    drag(".cure-line .lane.drag", 90, 0)

    assert_selector ".what-if-told", text: "start later +"
    assert_selector ".what-if-told", text: "instead of"
    click_button "discard"

    assert_no_selector ".what-if-told"
    drag(".cure-line .drag[data-drag='f-wi_room']", 0, -20)

    assert_selector ".what-if-told", text: "room warmer +"
    click_button "keep"

    assert_no_selector ".what-if-told"
    refute_equal "20", find_field("Room, °C").value
    click_button "undo"

    assert_field "Room, °C", with: "20"
  end

  # Pressed, moved in steps and let go, as a hand does.
  def drag(selector, right, down)
    part = find(selector, match: :first)
    hand = page.driver.browser.action.move_to(part.native).click_and_hold
    4.times { hand.move_by(right / 4, down / 4).pause(duration: 0.05) }
    hand.release.perform
  end

  # The panel: both faces in a day with green trims, built on the page; a task dragged before another and put back; a step done by one
  # press, and the rest follows.
  def test_a_panel_on_both_faces
    visit "/jobs/new"
    click_button "Laminate"

    assert_field "Name of the job"
    fill_in "Name of the job", with: "Panel, both faces"
    fill_in "Length, mm", with: "900"
    fill_in "Width, mm", with: "500"
    select "Reedmark L20 laminating + fast, 100 : 32 by weight", from: "Resin system"
    type("f-c1-cloths-0-areal", "200", pause: 0.1)
    fill_in "Room, °C", with: "25"
    fill_in "Hours", with: "07:00-19:00"
    find_by_id("f-start").execute_script("this.value = '2026-11-24T07:00'; this.dispatchEvent(new Event('input', { bubbles: true }))")

    assert_selector "h2", text: "Cure line"
    settled
    add_the_underside
    open_more
    select "while tacky, onto points", from: "Turned over"

    assert_selector ".day-list li", text: "turn it over"
    names = all(".day-list li b").map(&:text)

    assert_equal ["laminate", "trim the edges", "turn it over", "laminate", "trim the edges"], names
    assert_equal 1, all(".day-list h3").size
    assert_selector ".because", text: "turn it over"
    settled
    steps = all(".day-list button", text: "done now").size
    first(".day-list button", text: "done now").click

    assert_selector ".day-list button", text: "done now", count: steps - 1
    click_button "undo"

    assert_selector ".day-list button", text: "done now", count: steps
  end

  def add_the_underside
    find("#d-add-place summary").click
    click_button "flat surface"

    assert_selector ".place", count: 2
    settled
    other = all(".place").last[:id].delete_prefix("d-")
    page.execute_script("document.getElementById('d-#{other}').open = true")
    open_more
    fill_in "f-#{other}-s1-length", with: "900"
    fill_in "f-#{other}-s1-width", with: "500"
    select "its underside", from: "f-#{other}-side"
    settled
    find(".ticket[open] button[value^=repeat]").click

    assert_selector ".ticket", count: 2
    settled
    second = all(".ticket").last["data-task"]
    page.execute_script("document.getElementById('t-#{second}').open = true")
    open_more
    check "f-#{second}-places-#{other}"
    uncheck "f-#{second}-places-p1"
    settled
  end

  def test_hardeners_are_compared_on_the_job
    visit "/jobs/2"

    assert_field "Name of the job", with: "Weather mast, scarfed patch"
    click_link "compare hardeners"

    assert_selector ".compare tbody tr", minimum: 5
    assert_accessible "hardeners side by side"
  end
end
