# frozen_string_literal: true

require_relative "../browser_helper"

class JobJourneyTest < BrowserTest
  each_run :test_a_job_from_nothing_by_keyboard

  # 2.4 x 0.9 m at 0.3 mm of 2 : 1 by volume, densities 1.14 and 0.99, 3.209 ml left in the cup.
  GRAMS = ((2.4 * 0.9 * 0.3 * 1000) + 3.209) * 1.09
  RESIN = format("%.1f", GRAMS * 2.28 / 3.27)
  HARDENER = format("%.1f", GRAMS * 0.99 / 3.27)

  def test_a_job_from_nothing_by_keyboard
    visit "/"
    tab_to "Plan a new job"
    keys(:enter)
    assert_text "What are you doing?"
    tab_to "kind"
    keys(:enter)

    assert_field "Name of the job"
    # Of a list by arrows: a slow machine takes a second letter for the beginning of another word.
    { "f-name" => "Keyboard board", "f-p1-s1-length" => "2,4 m", "f-p1-s1-width" => "900", "f-room" => "20", "f-c1-sheet" => %i[home down],
      "f-c1-film" => "300 micron" }.each do |field, typed|
      tab_to field
      # A field one tabs into is marked whole: typing takes its place.
      keys(*typed)
    end

    assert_text "#{RESIN} g"
    assert_text "#{HARDENER} g"
    assert_text "= 2\u202F400 mm"
    settled
    visit current_path

    assert_text "#{RESIN} g"
    assert_field "Length, mm", with: "2,4 m"
  end

  def test_cups_drawing_and_line_follow_an_edit
    plan_board
    before = { cups: all(".cups .batch").size, plan: find(".drawn svg.piece-plan")[:innerHTML], line: find(".cure-line")[:innerHTML] }

    assert_equal 1, before[:cups]
    fill_in "Length, mm", with: "6 m"

    assert_selector ".cups .batch", minimum: 2
    assert_selector ".parts th", text: "in each of"
    refute_equal before[:plan], find(".drawn svg.piece-plan")[:innerHTML]
    settled
    fill_in "Room, °C", with: "28"
    settled

    refute_equal before[:line], find(".cure-line")[:innerHTML]
  end

  def test_a_figure_opens_to_its_arithmetic_and_stays_open_while_typing
    plan_board
    find(".answers .figure", text: "mix in all").find("summary").click

    assert_text "on the work + 3.5 g left in cups = 710 g"
    fill_in "Width, mm", with: "800"

    assert_text "left in cups = 631 g"
    shut_while_it_changes
  end

  # Shut while the plan moves, and opened while nobody answers: never the arithmetic of what it was.
  def shut_while_it_changes
    figure = find(".answers .figure", text: "mix in all")
    figure.find("summary").click
    type("f-p1-s1-width", "700", pause: 0.1)
    settled
    execute_script("window.answers = window.fetch; window.fetch = () => Promise.reject(new Error('away'))")
    figure.find("summary").send_keys(:enter)

    assert_equal "", figure.find(".working").text
    assert_equal '"asking the shop …"',
      evaluate_script("getComputedStyle(document.querySelector('.figure[open] .working'), '::before').content")
    execute_script("window.fetch = window.answers")

    assert_text "left in cups = 552 g"
    assert_equal "SUMMARY", evaluate_script("document.activeElement.tagName")
  end

  def test_what_is_typed_fast_is_never_lost_to_an_answer
    new_job
    text = "Shutters by the lake, both sides, second task of the season"
    field = find_field("Name of the job")
    text.each_char { |letter| field.send_keys(letter) }

    assert_equal text, field.value
    settled
    visit current_path

    assert_field "Name of the job", with: text
  end

  def test_bad_input_is_told_where_it_is_and_kept
    plan_board
    fill_in "Length, mm", with: "long"

    assert_text "Length must be a number"
    assert_no_selector "h2", text: "Cure line"
    assert_field "Length, mm", with: "long"
    assert_selector "#f-p1-s1-length[aria-invalid=true]"
    fill_in "Length, mm", with: "2400"

    assert_text "#{RESIN} g"
    fill_in "Wet film thickness", with: "10 m"

    assert_text "The coat must be a number from 0.005 to 500 mm"
    settled
    visit current_path

    assert_field "Wet film thickness", with: "10 m"
    assert_field "Width, mm", with: "900"
  end

  def test_corners_grow_as_they_are_typed
    new_job
    select "by its corners", from: "Shape"
    [%w[0 0], %w[4000 0], %w[4000 2000], %w[0 2000]].each_with_index do |(x, y), i|
      fill_in "Corner #{i + 1}, distance along", with: x
      fill_in "Corner #{i + 1}, distance up", with: y
      assert_field "Corner #{i + 2}, distance along" if i >= 2
    end

    assert_selector ".drawn path"
    assert_text "8 m²"
    fill_in "Corner 3, distance along", with: "-50"
    fill_in "Corner 3, distance up", with: "1000"

    assert_text(/Corners cross|m²/)
  end

  def test_day_and_night_are_drawn
    plan_board
    # In the morning: begun in the evening it would be put off to the coldest hour, and held back for that.
    fill_in "First cup mixed", with: "24 Nov 2026 09:00"
    select "day and night", from: "Room"
    fill_in "Night, °C", with: "14"
    fill_in "Day, °C", with: "22"

    assert_selector ".cure-line text", text: "14–22 °C"
    assert_text "It falls to 14 °C"
  end
end

class KeysTest < BrowserTest
  by_turns

  def test_a_question_mark_shows_the_keys_and_a_slash_finds
    visit "/shelf"
    keys("?")
    assert_selector "dialog#keys[open]", text: "find a job, data sheet, batch or lot"
    assert_accessible "keys"
    keys(:escape)
    assert_no_selector "dialog[open]"
    keys("/")
    assert_selector "dialog#find[open]"
    keys("cedar", :enter)
    assert_selector "a", text: "Cedar shutters"
    visit "/jobs/3"
    type("f-name", "What / where?", pause: 0.04)

    assert_no_selector "dialog[open]"
    assert_field "Name of the job", with: "What / where?"
  end
end

class RestartTest < BrowserTest
  by_turns

  def test_a_killed_shop_says_the_same_when_it_is_back
    shop = Served.new.start
    Capybara.app_host = shop.address
    plan_board(name: "Before the power went")
    path = current_path
    told = find(".answers").text
    shop.stop("KILL")
    fill_in "Width, mm", with: "850"

    assert_selector ".saved", text: "not saved"
    assert_field "Width, mm", with: "850"
    shop.start
    settled
    visit path

    assert_field "Width, mm", with: "850"
    fill_in "Width, mm", with: "900"
    settled
    visit path

    assert_equal told, find(".answers").text
    assert_equal 1, shop.output.scan("Dakren is open").size - 1
    visit "/"

    assert_selector ".job-row", count: 11
  ensure
    shop.stop
    FileUtils.remove_entry(shop.data)
  end

  # Forms that are sent by a press: a note, and an appointment, while the shop is down.
  def test_what_is_sent_while_the_shop_is_down_still_stands_there
    shop = Served.new.start
    Capybara.app_host = shop.address
    visit "/history/3"
    shop.stop("KILL")
    type "f-text", "The lower seam looks dry", pause: 0.05
    click_button "Write it down"

    assert_selector "[data-unanswered]", text: "does not answer"
    assert_field "f-text", with: "The lower seam looks dry"
    shop.start
    click_button "Write it down"

    assert_selector ".events .what", text: "The lower seam looks dry", count: 1
    # Typed while it answered, and pressed the moment after it went down; then pressed twice.
    type "f-text", "And the upper one", pause: 0.01
    shop.stop("KILL")
    click_button "Write it down"

    assert_selector "[data-unanswered]", text: "does not answer"
    assert_field "f-text", with: "And the upper one"
    shop.start
    find_button("Write it down").double_click

    assert_selector ".events .what", text: "And the upper one", count: 1
  ensure
    shop.stop
    FileUtils.remove_entry(shop.data)
  end

  def test_an_empty_shop_and_a_clean_stop
    shop = Served.new("--empty").start
    Capybara.app_host = shop.address
    visit "/"

    assert_text "No job yet"
    assert_accessible "empty jobs"
    visit "/shelf"

    assert_text "The shelf is empty"
    second = Served.new(data: shop.data)
    out = IO.popen({ "RUBYOPT" => nil }, [Served::START, "--port", shop.port.to_s, "--data", second.data, { err: %i[child out] }], &:read)

    assert_includes out, "Port #{shop.port} is taken"
    assert_equal 0, shop.stop("INT").exitstatus
    assert_includes shop.output, "Dakren is closed"
  ensure
    FileUtils.remove_entry(shop.data)
  end
end

class AccessibleTest < BrowserTest
  by_turns

  def test_a_job_sheet_has_no_violation_with_a_complaint_either
    plan_board

    assert_accessible "job sheet"
    fill_in "Length, mm", with: "x"

    assert_text "Length must be"
    assert_accessible "job sheet with a complaint"
  end
end
