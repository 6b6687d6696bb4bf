# frozen_string_literal: true

require_relative "../browser_helper"

# The board on a screen across the room, left there for a shift: it goes on, and holds no more at its end than at its beginning.
class BoardTest < BrowserTest
  by_turns

  # It looks every three seconds: half an hour of looks, in less than that. Fewer but with --long.
  LOOKS = ENV["DAKREN_LONG"] ? 600 : 200
  FIRST = 60
  QUICKER = <<~SCRIPT
    const real = window.setInterval.bind(window);
    window.setInterval = (work, ms) => real(work, Math.min(ms, 40));
    const fetched = window.fetch.bind(window);
    window.looks = 0;
    window.fetch = (...told) => fetched(...told).finally(() => { window.looks += 1; });
  SCRIPT
  MOST_GROWTH_MB = 1.5

  def browser
    page.driver.browser
  end

  # What it holds once all that is let go of is gone: MB, and nodes. An answer that is just being read counts for itself, so the least of
  # several looks is what is held.
  def held
    Array.new(6) do
      browser.execute_cdp("HeapProfiler.collectGarbage")
      told = browser.execute_cdp("Performance.getMetrics")["metrics"].to_h { |one| one.values_at("name", "value") }
      [told["JSHeapUsedSize"] / 1e6, told["Nodes"]]
    end.transpose.map(&:min)
  end

  def looked(times)
    page.document.synchronize(120, errors: [Capybara::ExpectationNotMet]) do
      evaluate_script("window.looks") >= times or raise Capybara::ExpectationNotMet
    end
  end

  def test_half_an_hour_of_it_holds_no_more
    browser.execute_cdp("Performance.enable")
    told = browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: QUICKER)
    size(1920, 1080)
    visit "/bench/wall"

    assert_selector ".wall-next"
    looked(FIRST)
    before, nodes = held
    looked(LOOKS)
    # On a busy machine an answer is being read at every look: what is really held never goes again, that does.
    until_true do
      after, nodes_after = held
      after - before < MOST_GROWTH_MB && nodes_after < nodes * 1.3
    end
    assert_selector "#h-running", text: "Batches on the go"
  ensure
    browser.execute_cdp("Page.removeScriptToEvaluateOnNewDocument", identifier: told["identifier"]) if told
  end
end
