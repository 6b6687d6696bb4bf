# frozen_string_literal: true

require_relative "../browser_helper"

# Tins bought, labelled, opened at the bench, weighed, run out, and bought again; typed key by key.
class StockJourneyTest < BrowserTest
  by_turns

  include WalkHelp

  def stock_of(resin)
    visit "/shelf"
    find("section.resin-group", text: resin).find(".sheet-name a:not(.sheet-data)", match: :first).click

    assert_selector "h1", text: resin
  end

  def keep(fields, button)
    fields.each { |id, text| type("f-#{id}", text, pause: 0.05) }
    click_button button
  end

  def test_from_the_purchase_to_the_next_one
    stock_of("Lens mounting resin")
    keep({ a_size: "0.5 kg", a_lot: "LM-7", b_size: "40 g", b_lot: "LH-7", price: "35.50" }, "Put them on the shelf")

    assert_selector ".stock-row b", text: "lot LM-7"
    assert_accessible "a resin system's shelf"
    click_link "labels"

    assert_selector ".labels li", count: 2
    assert_selector ".code-drawn", count: 2
    mix_some
    stock_of("Lens mounting resin")
    assert_selector ".stock-row", text: "open since"
    first(".stock-row a", minimum: 2).click
    weigh
    short_then_bought
  end

  # A batch of two moulds is mixed from them.
  def mix_some
    visit "/jobs/1"
    find(".to-bench-now").click

    assert_selector "select option", text: "lot LM-7, 500 g left, not opened"
    assert_operator evaluate_script("Math.min(...[...document.querySelectorAll('.bench select')].map((one) => one.offsetHeight))"), :>=, 44
    walk(nil)

    assert_text(/[\d.]+ EUR from the tins it was mixed from/)
  end

  def weigh
    assert_text "What went in and out"
    assert_selector ".tin-ledger a", text: "Seed samples"
    left = find(".tin-facts dd", match: :first).text[/[\d.]+/].to_f
    keep({ weighs: (left + 31).to_s, empty: "31" }, "Weigh it")

    assert_selector ".tin-ledger td", text: "weighed, as reckoned"
    keep({ weighs: "20" }, "Weigh it")

    assert_selector ".wrong", text: "must be at least what the empty tin weighs"
    assert_field "f-weighs", with: "20"
    keep({ weighs: "50" }, "Weigh it")

    assert_selector ".tin-ledger td", text: /less than reckoned/
    assert_accessible "a tin"
  end

  # 19 g of resin are not enough for the second mould: said on the job, and where; one more set and nothing is short.
  def short_then_bought
    visit "/jobs/1"

    assert_selector ".caution", text: /of Lens mounting resin short/
    click_link "What to buy", match: :first

    assert_selector ".buy-lines li", text: "1 × 500 g A + 40 g B, 35.50 EUR each"
    click_link "Lens mounting resin + mounting"
    find("summary", text: "tins that came in").click
    keep({ a_size: "0.5 kg", a_lot: "LM-8", b_size: "40 g", b_lot: "LH-8", price: "36" }, "Put them on the shelf")

    assert_selector ".stock-row b", text: "lot LM-8"
    visit "/jobs/1"

    assert_no_selector ".caution", text: "short"
  end
end
