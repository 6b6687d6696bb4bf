# frozen_string_literal: true

require_relative "../browser_helper"

# The job sheet as it lies on a screen, and the way to it: nothing cut off at any width, every phrase reached by keys.
class SheetLayoutTest < BrowserTest
  WIDTHS = [390, 768, 1024, 1280, 1920].freeze
  PAGES = ["/", "/jobs/new", "/jobs/4", "/jobs/9", "/jobs/10", "/plan/3/compare", "/bench", "/shelf", "/settings", "/find"].freeze

  def test_nothing_runs_off_the_page_at_five_widths
    PAGES.product(WIDTHS).each do |path, width|
      size(width, 800)
      visit path

      assert_selector "h1, h2", visible: :all, minimum: 1
      assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, width, "#{path} at #{width}"
    end
  end

  # The whole job on one screen: its drawing, its tasks, its batches and its cure line, none below the edge.
  def test_a_job_stands_on_one_screen
    visit "/jobs/10"

    assert_selector ".cure-line"
    %w[.drawn .ticket .parts .cups .cure-line .to-bench-now].each do |part|
      top = evaluate_script("document.querySelector('#{part}').getBoundingClientRect().top")

      assert_operator top, :<, 800, "#{part} begins below the screen"
    end
    assert_operator evaluate_script("document.querySelector('.line').getBoundingClientRect().bottom"), :<=, 801
    assert_accessible "a job of three tasks"
    size(390, 844)
    assert_accessible "the same on a phone"
    visit "/jobs/new"
    assert_accessible "beginning on a phone"
  end

  # Demo shop: two presses and three measures typed by keys alone, with pauses, from the list to the first grams.
  def test_a_newcomer_comes_to_the_first_grams
    visit "/"
    presses = 0
    [["a", "Plan a new job"], ["button", "Coat"]].each do |tag, words|
      find(tag, text: words, match: :first).click
      presses += 1
    end
    typed = { "f-p1-s1-length" => "1812.5", "f-p1-s1-width" => "640", "f-c1-film" => "0.25" }
    typed.each do |id, text|
      tab_to id
      text.each_char { |letter| page.driver.browser.action.send_keys(letter).pause(duration: 0.12).perform }
    end

    assert_selector ".answers", text: "mix in all"
    assert_equal [2, 3], [presses, typed.size]
    settled
    visit current_path
    typed.each { |id, text| assert_field id, with: text }
  end

  # Every phrase of a sentence is walked by Tab, in the order it is read.
  def test_tab_walks_the_phrases
    visit "/jobs/9"
    phrases = evaluate_script("[...document.querySelectorAll('.ticket[open] .sentence :is(input, select)')]" \
                              ".filter((field) => field.checkVisibility()).map((field) => field.id)")

    assert_operator phrases.size, :>=, 6
    tab_to phrases.first
    phrases.drop(1).each do |id|
      keys(:tab)

      assert_equal id, focused
    end
  end

  # The bench says what is left of a pour, and when the cup must be emptied, where somebody asked for it: told by the calls it makes.
  def test_the_bench_speaks_where_it_was_asked_to
    visit "/jobs/8"
    click_button "To the bench", match: :first

    assert_selector ".bench-steps"
    execute_script("window.spoken = []; localStorage.setItem('spoken', 'yes'); " \
                   "window.speechSynthesis.speak = (said) => window.spoken.push(said.text)")
    find("summary", text: "Something else").click
    2.times { click_button "Say it aloud, or not" }

    assert_includes evaluate_script("window.spoken"), "Spoken."
    3.times { find(".bench-next").click && assert_selector(".bench-steps") }
    execute_script("localStorage.removeItem('spoken')")
  end
end
