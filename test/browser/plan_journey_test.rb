# frozen_string_literal: true

require_relative "../browser_helper"

# Four coats in a day: told why not, an offer taken, a ticket dragged, undone, a delay marked.
class PlanJourneyTest < BrowserTest
  def plan_coats(count, **fields)
    plan_board(name: "Day of coats", film: "0.2")
    fill_in "Coats", with: count
    find_by_id("f-start").execute_script("this.value = '2026-11-24T07:00'; this.dispatchEvent(new Event('input', { bubbles: true }))")
    fields.each { |label, value| fill_in label.to_s, with: value }
    settled
  end

  def order
    all(".ticket").map { |ticket| ticket["data-pass"] }
  end

  def test_four_coats_in_a_day
    plan_coats "4"

    assert_selector ".because", text: "Hand over"
    find("summary", text: "Order of the work").click
    select "while tacky only", from: "Onto the last"

    assert_selector ".because.broken", text: "No plan keeps every window"
    click_button "What would make it fit?"

    assert_selector ".offers li"
    within(".offers") { all("button").first.click }

    assert_no_selector ".because.broken"
    settled
    assert_accessible "a plan of four coats"
    click_button "undo"

    assert_selector ".because.broken"
    click_button "redo"

    assert_no_selector ".because.broken"
  end

  def test_tickets_are_dragged_and_put_back
    plan_coats "2"
    find("summary", text: "Add a pass").click
    click_button "seal coat"

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

    assert_selector ".ticket:first-of-type[data-pass='#{before[1]}']"
    assert_equal before.reverse, order
    click_button "undo"

    assert_selector ".ticket:first-of-type[data-pass='#{before[0]}']"
  end

  def test_a_delay_is_marked_and_the_rest_moves
    plan_coats "3"

    assert_selector ".day-list li.is-coat", count: 3
    times = -> { all(".day-list li.is-coat .day-time").map(&:text) }
    before = times.call
    first(".day-list summary", text: "what happened").click
    page.execute_script("const f = document.querySelector('[name$=\"-began_1_1\"]'); f.value = '2026-11-24T09:15'; f.dispatchEvent(new " \
                        "Event('input', { bubbles: true }))")

    assert_selector ".day-list", text: "as it was"
    assert_selector ".moved", text: "What moved"
    refute_equal before[1], times.call[1]
  end

  def test_a_batch_pointed_at_lights_everywhere
    plan_coats "2"
    first(".take-cup").hover

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
    click_button "drop"

    assert_no_selector ".what-if-told"
    assert_field "Room, °C", with: "20"
  end

  def test_hardeners_are_compared_on_the_job
    visit "/jobs/2"

    assert_field "Name of the job", with: "Weather mast, scarfed patch"
    click_link "compare hardeners"

    assert_selector ".compare tbody tr", minimum: 5
    assert_accessible "hardeners side by side"
  end
end
