# frozen_string_literal: true

require_relative "../browser_helper"

# The job sheet as it lies on a screen, and the way to it: nothing cut off at any width, every phrase reached by keys.
class SheetLayoutTest < BrowserTest
  each_run :test_a_job_stands_on_one_screen, :test_a_job_is_planned_on_a_phone

  # 390 and 1280 are looked at on every page, see EveryPageTest.
  WIDTHS = ENV["DAKREN_LONG"] ? [390, 768, 1024, 1280, 1920] : [768, 1024, 1920]
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
    without_shortages
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

  # What the shelf is short of hangs on what other jobs of this shop want: it has a place of its own above the tasks.
  def without_shortages
    execute_script("document.querySelectorAll('.tickets > p.caution').forEach((told) => told.remove())")
  end

  # Five tasks at 1280 x 800: the drawing, each task, the batches of the one that is open and the cure line, without scrolling.
  def test_five_tasks_stand_on_one_screen
    visit "/jobs/10"
    assert_selector ".ticket", count: 3
    2.times do |i|
      find("#d-add-task summary").click unless page.has_css?("#d-add-task[open]", wait: 0)
      click_button "film coat"

      assert_selector ".ticket", count: 4 + i
      id = all(".ticket").last["data-task"]
      type("f-#{id}-film", "0.2", pause: 0.05)
      settled
    end
    path = current_path
    visit path

    assert_selector ".ticket[open]", count: 1
    assert_selector ".lane", minimum: 5
    without_shortages
    bottom, foot, line = evaluate_script(<<~SCRIPT)
      [document.querySelectorAll(".ticket")[4].getBoundingClientRect().bottom, document.querySelector(".foot").getBoundingClientRect().top,
       document.querySelector(".line").getBoundingClientRect().bottom]
    SCRIPT

    assert_operator bottom, :<=, foot + 1, "the last task lies under the foot"
    assert_operator line, :<=, 801
    drawn = evaluate_script("document.querySelector('.drawn').getBoundingClientRect().bottom")

    assert_operator drawn, :<=, foot
    assert_accessible "a job of five tasks"
    2.times do
      click_button "undo"
      settled
    end
  end

  # At twice the size the bench's clock and what is to be done stay in sight.
  def test_the_bench_at_twice_the_size
    visit "/jobs/7"
    find(".to-bench-now").click
    assert_selector ".bench-steps"
    4.times { find(".bench-next").click && assert_selector(".bench-steps") }
    find_by_id("f-reading").send_keys("40") if page.has_css?("#f-reading", wait: 1)
    [[640, 400], [390, 844], [195, 422]].each do |width, height|
      size(width, height)
      places = evaluate_script("['.bench-clock', '.bench-next'].map((part) => document.querySelector(part).getBoundingClientRect())" \
                               ".map((box) => [box.top, box.bottom, innerHeight])")
      places.each { |top, bottom, high| assert_operator bottom, :<=, high + 1, "#{width}: #{[top, bottom, high]}" }
      assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, width
      assert_accessible "the bench at #{width} px"
    end
  end

  # A job planned on a phone, from the list to the first grams.
  def test_a_job_is_planned_on_a_phone
    size(390, 844)
    visit "/"
    click_link "Plan a new job"
    click_button "Cast"
    { "f-p1-s1-length" => "400", "f-p1-s1-width" => "85.5", "f-p1-depth" => "22" }.each { |id, text| type(id, text, pause: 0.1) }

    assert_selector ".answers", text: "mix in all"
    # 400 × 85.5 × 22 mm = 752.4 ml
    assert_selector "#d-p1 > summary", text: "752 ml"
    assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
    find(".frame-ways a", text: "find").click

    assert_selector "dialog[open]"
    keys(:escape)
    assert_accessible "a casting planned on a phone"
  end

  # Every phrase of a sentence is changed by keys alone, key by key with pauses, and what was typed is what is kept.
  def test_every_phrase_is_changed_by_keys
    plan_board(name: "By keys")
    chance = Random.new(Minitest.seed)
    typed = { "f-p1-s1-length" => "1812.5", "f-p1-s1-width" => "0.64 m", "f-p1-name" => "lid", "f-c1-coats" => "2", "f-c1-film" => "0.25",
              "f-start" => "Mon 10:30", "f-room" => "21.5", "f-people" => "2", "f-hours" => "08:00-18:00", "f-days_off" => "Sun" }
    typed.each do |id, text|
      tab_back_to id
      page.driver.browser.action.key_down(:control).send_keys("a").key_up(:control).perform
      text.each_char { |letter| page.driver.browser.action.send_keys(letter).pause(duration: chance.rand(0.05..0.3)).perform }

      assert_equal id, focused
      assert_equal text, find_by_id(id).value
    end
    { "f-c1-cup" => "wide tray, 300 mm", "f-c1-method" => "by eye" }.each do |id, wanted|
      tab_back_to id
      option = find_by_id(id).all("option").find { |one| one.text.start_with?(wanted) }
      keys(*option.text[0, 9].chars) if option
    end
    settled
    visit current_path

    typed.except("f-start").each { |id, text| assert_field id, with: text }
    assert_match(/\AMon \d+ \w{3} 10:30\z/, find_by_id("f-start").value)
  end

  # From wherever the focus is, on and round.
  def tab_back_to(id)
    execute_script("document.activeElement.blur(); window.scrollTo(0, 0)")
    120.times do
      return if focused == id

      keys(:tab)
    end

    flunk "#{id} cannot be reached by the Tab key"
  end

  # Without scripts a page plans by plain fields with labels, and saves by pressing.
  def test_without_scripts_a_job_is_planned
    page.driver.browser.execute_cdp("Emulation.setScriptExecutionDisabled", value: true)
    visit "/jobs/new"
    click_button "Coat"
    fill_in "f-p1-s1-length", with: "2400"
    fill_in "f-p1-s1-width", with: "900"
    fill_in "f-c1-film", with: "0.3"
    find(".plain-save").click

    assert_selector ".answers", text: "mix in all"
    assert_selector ".cure-line"
    assert_selector "label[for=f-c1-film]", text: "Wet film thickness"
  ensure
    page.driver.browser.execute_cdp("Emulation.setScriptExecutionDisabled", value: false)
  end

  # What is pinned up is one sheet of A4.
  def test_a_job_prints_on_one_page
    require "base64"
    require "pdf/inspector"
    [2, 4, 8, 9, 10].each do |job|
      visit "/paper/#{job}"
      pdf = page.driver.browser.execute_cdp("Page.printToPDF", printBackground: true, preferCSSPageSize: true)["data"]
      pages = PDF::Reader.new(StringIO.new(Base64.decode64(pdf))).pages

      assert_equal 1, pages.size, "job #{job}"
      assert_in_delta 595, pages.first.attributes[:MediaBox][2], 2
    end
    assert_accessible "a job on paper"
    visit "/paper/8/cards"

    assert_selector ".bench-card", minimum: 4
    assert_accessible "cards for the bench"
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
    visit "/bench"
    fill_in "How much", with: "40 g"
    select "Stillwater clear coat + clear", from: "Resin system"
    click_button "Take it to the bench"

    assert_selector ".bench-steps"
    execute_script("window.spoken = []; localStorage.setItem('spoken', 'yes'); " \
                   "window.speechSynthesis.speak = (said) => window.spoken.push(said.text)")
    find(".bench-more summary").click
    2.times { click_button "Say it aloud, or not" }

    assert_includes evaluate_script("window.spoken"), "Spoken."
    ["Gear", "At hand", "Cup", "Resin"].each do |step|
      find(".bench-next").click

      assert_selector ".bench-steps [aria-current]", text: step
    end
    assert_selector ".bench-hold"
    # The can is held until the scale has all but the last gram: twenty, ten, five and each are called.
    page.driver.browser.action.click_and_hold(find(".bench-hold").native).pause(duration: 6).release.perform
    assert_selector(".bench-now") { evaluate_script("window.spoken").intersect?(%w[20 10 5 4 3 2 1]) }
    # Half-time, and the end of the time, as the server's clock tells them.
    tell = "const form = document.querySelector('form.bench'); form.dataset.gone = arguments[0]; form.dataset.mood = arguments[1]; " \
           "Alpine.$data(form).turned()"
    [%w[0.2 fine], %w[0.55 fine], %w[0.8 hurry], %w[1 past]].each { |told| execute_script(tell, *told) }

    assert_equal ["Half the time is gone.", "Three quarters of the time is gone.", "Empty the cup."],
      evaluate_script("window.spoken").grep(/time|Empty/)
    execute_script("localStorage.removeItem('spoken')")
  end
end
