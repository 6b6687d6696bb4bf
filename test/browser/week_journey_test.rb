# frozen_string_literal: true

require_relative "../browser_helper"
require "base64"
require "pdf/inspector"

# The week on one screen: a clash resolved, a coat dragged and taken back, the same by keys alone, a list on a phone, one page on paper.
class WeekJourneyTest < BrowserTest
  each_run :test_a_coat_is_dragged_and_moved_by_keys

  # A shop of its own: what is moved here is moved in its jobs.
  def self.shop
    ONLY_SHOP[:week] ||= Served.new.start.tap { |shop| Minitest.after_run { shop.stop && FileUtils.remove_entry(shop.data) } }
  end

  def lane(job, coat)
    find(".week-lane.drag[aria-label*='#{job}, #{coat}']")
  end

  def from(job, coat)
    lane(job, coat)["data-from"].to_i
  end

  # The one that is shown; on some days of the week there are others beside it.
  CLASH = /Seed sample tray, lid coat: film coat; Observation desk: seal coat/

  def way_out(words)
    find(".clash-told", text: CLASH).find(".ways-out button", text: words, match: :first)
  end

  def test_a_clash_is_resolved_and_taken_back
    visit "/week?days=7"

    assert_selector ".clash-told", text: CLASH, count: 1
    assert_selector ".ways-out", text: "call one more pair of hands"
    desk = from("Observation desk", "seal coat")
    way_out("Seed sample tray").click

    assert_selector ".moved", text: /Seed sample tray.*instead of/
    assert_no_selector ".clash-told", text: CLASH
    assert_equal desk, from("Observation desk", "seal coat"), "nothing moves in another job"
    click_button "undo"

    assert_selector ".clash-told", text: CLASH, count: 1
    way_out("Observation desk").click

    assert_no_selector ".clash-told", text: CLASH
    click_button "undo"

    assert_selector ".clash-told", text: CLASH, count: 1
  end

  def test_a_coat_is_dragged_and_moved_by_keys
    visit "/week?days=7"
    before = from("Observation desk", "casting")
    page.driver.browser.action.move_to(lane("Observation desk", "casting").native).click_and_hold.move_by(12, 0).move_by(12, 0).perform

    assert_selector ".held-hour", text: /:/
    page.driver.browser.action.release.perform

    assert_selector ".moved", text: /Observation desk: casting .* instead of/
    moved = from("Observation desk", "casting")

    assert_operator moved, :>, before
    click_button "undo"

    assert_selector "h1", text: "Week"
    assert_no_selector ".moved"
    assert_equal before, from("Observation desk", "casting")
    page.execute_script("arguments[0].focus()", lane("Observation desk", "casting").native)
    3.times { keys(:arrow_right) }

    assert_selector ".held-hour", text: /:/
    keys(:escape)

    assert_no_selector ".held-hour"
    2.times { keys(:arrow_right) }
    keys(:enter)

    assert_selector ".moved", text: /Observation desk: casting/
    assert_in_delta before + 1800, from("Observation desk", "casting"), 300
    click_button "undo"

    assert_no_selector ".moved"
  end

  # Each frame of a drag is drawn well within what an eye notices: counted, not timed, by what it touches.
  def test_at_a_phone_it_is_a_list_and_on_paper_one_page
    size(390, 844)
    visit "/week"

    assert_selector ".week-days .week-lines li", minimum: 5
    assert_no_selector ".week-wall"
    assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
    assert_accessible "the week at 390"
    size(1280, 800)
    visit "/week"

    assert_accessible "the week"
    assert_operator evaluate_script("document.querySelector('.week-below').getBoundingClientRect().top"), :<, 760,
      "six jobs and more on one screen"
    click_link "print"
    pdf = page.driver.browser.execute_cdp("Page.printToPDF", printBackground: true, preferCSSPageSize: true)["data"]

    assert_equal 1, PDF::Reader.new(StringIO.new(Base64.decode64(pdf))).pages.size
  end
end
