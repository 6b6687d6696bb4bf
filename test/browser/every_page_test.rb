# frozen_string_literal: true

require_relative "../browser_helper"

# Every page and state, at the table's width, on a phone and at twice the size: no barrier, nothing cut off, nothing too small to hit.
class EveryPageTest < BrowserTest
  each_run :test_every_page_is_open_to_everybody

  SIZES = [[1280, 800], [390, 844], [640, 400]].freeze
  PAGES = ["/", "/?show=done", "/jobs/new", *[1, 2, 3, 4, 5, 6, 8, 9, 10, 11].map do |job|
    "/jobs/#{job}"
  end, "/plan/3/compare", "/plan/10/compare", "/table/6/p1",
    "/table/10/p2", "/table/2/c1/templates", "/paper/10", "/paper/8/cards", "/bench", "/bench/1", "/shelf", "/shelf/4", "/shelf/new",
    "/week", "/paper/week", "/stock/2", "/stock/10", "/stock/11", "/stock/tins/1", "/stock/buy", "/stock/takes?jobs[]=8", "/paper/buy",
    "/stock/labels?tins[]=1&tins[]=2", "/paper/takes?jobs[]=3",
    "/book", "/bin", "/looks", "/shift", "/shift/bag", "/offline", "/paper/batches/11", "/book/read-in",
    "/book/batches/11?seen=streaks", "/book/jobs/3?seen=bubbles", "/paper/11/story",
    "/bench/wall", "/history/2", "/settings", "/settings/tools/1", "/find?q=cedar", "/find?q=zzz", "/nothing/here"].freeze
  # Least size of what is pressed, px, at the table and at the bench; links inside running text are left out, as the rule has it.
  TABLE_PX = 24
  BENCH_PX = 44
  SMALL = <<~SCRIPT
    const [root, least] = arguments;
    return [...document.querySelectorAll(`${root} :is(button, summary, select, input:not([type=hidden]), a)`)].filter((one) => {
      if (!one.checkVisibility({ opacityProperty: true }) || one.closest("p, li, dd, td") && one.matches("a, .small-press")) return false;
      const target = one.matches("input[type=checkbox], input[type=radio]") ? one.closest("label") || one : one;
      const box = target.getBoundingClientRect();
      return box.width > 1 && box.height > 1 && (box.height < least - 0.5 || box.width < least - 0.5) && !one.closest(".sr-only, .skip");
    }).map((one) => one.outerHTML.slice(0, 90));
  SCRIPT
  # Lists to choose from whose chosen words do not fit.
  CUT = <<~SCRIPT
    const paper = document.createElement("canvas").getContext("2d");
    return [...document.querySelectorAll("select")].filter((one) => {
      if (!one.checkVisibility()) return false;
      const style = getComputedStyle(one);
      paper.font = style.font;
      return paper.measureText(one.selectedOptions[0]?.text || "").width > one.clientWidth + 2;
    }).map((one) => `${one.id}: ${one.selectedOptions[0].text}`);
  SCRIPT

  # Every fifth page, at one of the three sizes, others each time; all of them at all sizes with --long.
  def test_every_page_is_open_to_everybody
    PAGES.each_with_index do |path, i|
      next unless ENV["DAKREN_LONG"] || (((Minitest.seed / 3) + i) % 5).zero?

      (ENV["DAKREN_LONG"] ? SIZES : [SIZES[(Minitest.seed + i) % SIZES.size]]).each do |width, height|
        size(width, height)
        visit path

        assert_selector "h1, h2", visible: :all, minimum: 1
        assert_accessible "#{path} at #{width}"
        assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, width, "#{path} at #{width}"
        assert_empty page.driver.browser.execute_script(CUT), "#{path} at #{width}: chosen words are cut"
      end
    end
  end

  def test_what_is_pressed_is_large_enough
    size(1280, 800)
    PAGES.each_with_index do |path, i|
      next unless ENV["DAKREN_LONG"] || ((Minitest.seed + i) % 3).zero?

      visit path

      assert_empty page.driver.browser.execute_script(SMALL, "main", TABLE_PX), path
    end
    visit "/jobs/1"
    find(".to-bench-now").click
    assert_selector ".bench-steps"
    size(390, 844)

    assert_empty page.driver.browser.execute_script(SMALL, ".bench", BENCH_PX)
  end

  # An opened figure stays on the page, at every width; at one of them in turn.
  def test_an_opened_figure_stays_on_the_page
    widths = [1280, 768, 390]
    (ENV["DAKREN_LONG"] ? widths : widths.rotate(Minitest.seed).first(1)).each do |width|
      size(width, 800)
      visit "/jobs/9"
      all(".answers summary, .parts summary, .mix-told summary", minimum: 4).each_with_index do |_, i|
        summary = all(".answers summary, .parts summary, .mix-told summary")[i]
        summary.click
        left, right = page.driver.browser.execute_script("const box = arguments[0].parentElement.querySelector('.working')" \
                                                         ".getBoundingClientRect(); return [box.left, box.right]", summary.native)

        assert_operator left, :>=, -1, "figure #{i} at #{width}"
        assert_operator right, :<=, width + 1, "figure #{i} at #{width}"
        assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, width, "figure #{i} at #{width}"
        summary.click
      end
    end
  end
end
