# frozen_string_literal: true

require_relative "../browser_helper"

# Each tool of the demo shop, on a phone: from "just mix a cup" to its record, typed key by key.
class PhoneToolsTest < BrowserTest
  by_turns

  include WalkHelp

  CLEAR = "Stillwater clear coat + clear"
  PASTE = "Cobble bonding paste + paste"
  SMALL = "Lens mounting resin + mounting"

  def setup
    super
    size(390, 844)
  end

  # Tool, amount, resin system, what is typed on the way, and what the record says.
  WALKS = {
    "scale" => ["60 g", CLEAR, %w[41.83 60], "Mixed 60.00 g"],
    "graduated cup" => ["150 ml", CLEAR, [nil, "150"], "Mixed 150.0 ml: resin 100.0 ml, hardener 50.0 ml"],
    "2 : 1 pumps" => ["3 strokes", CLEAR, [], "in strokes 3 + 3"],
    "lab droppers" => ["18 drops", SMALL, [], "in drops 20 + 3"],
    "10 ml syringes" => ["9 ml", CLEAR, [nil, nil], "As planned, no reading noted: resin 6.0 ml, hardener 3.0 ml"],
    "by eye, stiff paste" => ["28 g", PASTE, [], "By eye, as planned: resin 10.0 ml, hardener 10.0 ml. Not measured"]
  }.freeze

  # Some of them by turns, all of them in a long run.
  def test_each_tool_to_its_record
    walks = ENV["DAKREN_LONG"] ? WALKS : WALKS.to_a.rotate(Minitest.seed).first(2)
    walks.each do |tool, (amount, system, typed, record)|
      begin_cup(tool, amount, system)
      walk(typed)

      assert_text record
      assert_no_text "unknown"
    end
  end

  def test_a_cup_in_us_units
    units "US: in, oz, fl oz, °F"
    begin_cup("graduated cup", "5 fl oz", CLEAR)
    walk([nil, "5"])

    assert_text(/Mixed 5\.00 fl oz/)
    assert_text "°F"
    assert_no_text(/\d (ml|g|°C)\b/)
  ensure
    units "metric: mm, g, ml, °C"
  end

  def begin_cup(tool, amount, system)
    visit "/bench"
    type("f-amount", amount, pause: PAUSE)
    select system, from: "Resin system"
    select tool, from: "Measured by"
    click_button "Take it to the bench"

    assert_selector ".bench-steps [aria-current]", text: "Tins"
    assert_equal 390, evaluate_script("document.documentElement.scrollWidth"), "#{tool} scrolls sideways"
  end
end
