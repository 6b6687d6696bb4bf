# frozen_string_literal: true

require_relative "../browser_helper"

class ShelfJourneyTest < BrowserTest
  by_turns

  def test_a_sheet_is_drawn_while_it_is_typed
    visit "/shelf/new"
    also("densities", "working time, more pot lives", "limits")
    { "Resin, part A" => "Trial resin", "Hardener, part B" => "quick", "Parts of resin" => "100", "Parts of hardener" => "32",
      "Density of resin, g/ml" => "1.12",
      "Density of hardener, g/ml" => "0.98", "Working time, min" => "60" }.each { |label, typed| fill_in label, with: typed }
    assert_selector ".meaning .chart", count: 3
    assert_text "Based on: working time."
    before = first(".meaning .chart")[:innerHTML]
    fill_in "Pot life, min", with: "20"
    assert_selector ".meaning text", text: "sheet: 20 min, 100 g, 25 °C"
    assert_text(/1.000 g at 28 °C: \d+ min \(\d+ min to \d+ min\), then it smokes/)
    refute_equal before, first(".meaning .chart")[:innerHTML]
    fill_in "Pot life, min", with: "500"
    assert_text "These numbers do not go together: check the working time and the pot life of 100 g"
    assert_field "Pot life, min", with: "500"
    fill_in "Pot life, min", with: "20"
    fill_in "Largest depth per lift, mm", with: "12"
    assert_selector ".meaning text", text: "sheet: 12 mm, 60 °C"
    assert_accessible "sheet editor"
    click_button "Save"
    assert_selector "h1", text: "Shelf"
    assert_text "Trial resin"
    new_job
    assert_selector "option", text: "Trial resin + quick, 100 : 32 by weight"
  end

  def test_a_wrong_sheet_is_kept_on_the_page_when_saving_fails
    visit "/shelf/new"
    also("working time, more pot lives")
    fill_in "Resin, part A", with: "Half a sheet"
    fill_in "Working time, min", with: "soon"
    click_button "Save"
    assert_text "Not saved yet"
    assert_text "Working time must be a number"
    assert_field "Resin, part A", with: "Half a sheet"
    assert_field "Working time, min", with: "soon"
  end

  # Answers take a third of a second, as over a bad line: Save goes down before, while and after the page is merged.
  MOMENTS_S = ENV["DAKREN_LONG"] ? [0, 0.15, 0.25, 0.4, 0.5, 0.55, 0.6, 0.65, 0.7, 0.8, 1.1].freeze : [0.2, 0.55, 0.65].freeze

  def test_save_pressed_at_any_moment_of_a_merge_saves
    slowed do
      MOMENTS_S.each_with_index do |moment, at|
        visit "/shelf/new"
        { "Resin, part A" => "Pressed #{at}", "Hardener, part B" => "quick", "Parts of resin" => "100", "Parts of hardener" => "32" }
          .each { |label, typed| fill_in label, with: typed }
        type("f-pot_life_min", "25", pause: 0.05)
        press("Save", after: moment, held: 0.12)

        assert_selector "h1", text: "Shelf"
        assert_text "Pressed #{at}"
      end
    end
  end

  private

  # What the sheet also says.
  def also(*headings)
    headings.each { |heading| find("summary", text: /\A\+ #{heading}\z/).click }
  end

  def slowed
    network(latency: 330)
    yield
  ensure
    network(latency: 0)
  end

  def network(latency:)
    page.driver.browser.execute_cdp("Network.enable")
    page.driver.browser.execute_cdp("Network.emulateNetworkConditions", offline: false, latency: latency, downloadThroughput: -1,
      uploadThroughput: -1)
  end

  # The mouse goes down on a button and is let go, as a finger does, wherever the page has got to.
  def press(name, after:, held:)
    browser = page.driver.browser
    hand = browser.action
    mouse = hand.pointer_inputs.first || hand.add_pointer_input(:mouse, "finger")
    hand.pause(device: mouse, duration: after).move_to(find_button(name, match: :first).native)
      .pointer_down(:left).pause(device: mouse, duration: held).pointer_up(:left).perform
  end
end

class HotLiftTest < BrowserTest
  by_turns

  def test_i_know_has_to_be_said
    plan_board(name: "Deep tray")
    select "Tarn table pour + table, 1 : 1 by volume", from: "Resin system"
    fill_in "Room, °C", with: "23"
    fill_in "Wet film thickness", with: "12"
    assert_text "I understand how hot this gets; plan it anyway"
    assert_no_selector "h2", text: "Cure line"
    check "f-c1-known"
    assert_selector "h2", text: "Cure line"
    fill_in "Wet film thickness", with: "14"
    assert_no_selector "h2", text: "Cure line"
    assert_unchecked_field "f-c1-known"
  end
end
