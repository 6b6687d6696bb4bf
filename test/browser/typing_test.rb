# frozen_string_literal: true

require_relative "../browser_helper"

# What is typed is what is kept: key by key, as people type, over the moment at which the page changes under the cursor.
class TypingTest < BrowserTest
  each_run :test_any_field_at_any_pace

  CLEAR = "Stillwater clear coat + clear, 2 : 1 by volume"

  # Typed with pauses, the field stays the very same, keeps the focus, and holds what was typed.
  def assert_typed(id, text, pause: 0.25)
    find_by_id(id)
    execute_script("window.watched = document.getElementById(#{id.to_json})")
    type(id, text, pause: pause)

    assert_equal id, focused
    assert evaluate_script("window.watched === document.activeElement"), "#{id} was replaced while it was typed in"
    assert_equal text, find_by_id(id).value
  end

  def board
    new_job
    fill_in "Length, mm", with: "2400"
    fill_in "Width, mm", with: "900"
    select CLEAR, from: "Resin system"
    settled
  end

  def document
    path = current_path
    visit path
    yield
  end

  def test_a_film_typed_slowly_over_the_moment_the_plan_appears
    board

    assert_no_selector "#b-line"
    assert_typed "f-c1-film", "0.25"
    assert_selector "#b-line"
    settled
    document { assert_field "f-c1-film", with: "0.25" }
    # 2.4 m × 0.9 m × 0.25 mm = 540 ml; 1.09 g/ml: 588.6 g on the work, 3.2 g in the cup.
    assert_selector ".answers", text: "592 g"
  end

  def test_a_field_cleared_a_pause_and_typed_again_over_the_moment_the_plan_goes_and_comes
    plan_board
    hand = page.driver.browser.action
    board = hand.add_key_input("hands")
    find_by_id("f-p1-s1-width").click
    hand.key_down(:control, device: "hands").send_keys("a", device: "hands").key_up(:control, device: "hands").perform
    page.driver.browser.action.send_keys(:backspace).pause(device: board, duration: 0.8).perform

    assert_no_selector "#b-line"
    "850".each_char { |letter| page.driver.browser.action.send_keys(letter).pause(device: board, duration: 0.5).perform }

    assert_equal "f-p1-s1-width", focused
    assert_field "f-p1-s1-width", with: "850"
    assert_selector "#b-line"
    settled
    document { assert_field "f-p1-s1-width", with: "850" }
  end

  def test_any_field_at_any_pace
    plan_board
    open_more
    chance = Random.new(Minitest.seed)
    { "f-c1-film" => "0.125", "f-p1-s1-length" => "1.25 m", "f-room" => "21.5", "f-c1-drink" => "42.5", "f-name" => "Lid, both sides",
      "f-tins" => "23.75" }.each do |id, text|
      assert_typed id, text, pause: [0.1, 0.25, 0.45, 1.0].sample(random: chance)
    end
    settled
    document do
      assert_field "f-c1-film", with: "0.125"
      assert_field "f-p1-s1-length", with: "1.25 m"
      assert_field "f-room", with: "21.5"
      assert_field "f-c1-drink", with: "42.5"
      assert_field "f-tins", with: "23.75"
    end
  end

  def test_the_focus_goes_to_what_was_added_and_stays_beside_what_was_taken_away
    plan_board
    find("#d-add-task summary").click
    click_button "flood coat"

    assert_selector ".ticket", count: 2
    settled
    second = all(".ticket").last[:"data-task"]

    assert focused.start_with?("f-#{second}-"), "the focus is on #{focused}"
    open_more
    click_button "remove task 2"

    assert_selector ".ticket", count: 1
    settled

    assert_match(/\Af-/, focused)
    find("#d-add-place summary").click
    click_button "void to fill"

    assert_selector ".place", count: 2
    settled

    assert_match(/\Af-p/, focused)
  end

  # An answer leaves out what is shut; it is asked for when somebody opens it, and nothing typed meanwhile is lost.
  def test_a_shut_ticket_is_as_it_stands_once_it_is_opened
    plan_board
    find("#d-add-task summary").click
    click_button "flood coat"
    assert_selector ".ticket", count: 2
    settled
    first, second = all(".ticket").map { |ticket| ticket[:id] }
    cups = find("##{first} .mix", visible: :all).text(:all)

    assert_selector "##{second}[open]"
    assert_no_selector "##{first}[open]"
    assert_typed "f-p1-s1-length", "1200", pause: 0.3
    settled

    assert_selector "##{first} > [data-stale]", visible: :all
    find("##{first} > summary").click

    assert_no_selector "##{first} > [data-stale]", visible: :all
    assert_selector "##{first}[open] .mix"
    refute_equal cups, find("##{first} .mix").text
    assert_no_selector "##{second}[open]"
  end

  # What takes long to work out and is folded away is left out too, and is as it stands once somebody looks.
  def test_what_is_folded_away_is_as_it_stands_once_it_is_unfolded
    plan_board
    find("#d-c1-more > summary").click
    before = find(".further .where").text
    find("#d-c1-more > summary").click
    type("f-p1-s1-length", "1200", pause: 0.1)
    settled

    assert_selector ".more-body:is([data-stale], [data-unprinted])", visible: :all
    find("#d-c1-more > summary").click

    assert_no_selector ".more-body:is([data-stale], [data-unprinted])", visible: :all
    refute_equal before, find(".further .where").text
    assert_selector ".further", text: "Largest batch usable in time"
    find("#d-c1-more > summary").click
    pack_size_asked_for
  end

  # A field that stood in what is folded away, and now stands in the sentence, stands there alone.
  def pack_size_asked_for
    type("f-p1-s1-length", "1300", pause: 0.1)
    settled
    type("f-c1-film", "7 m2/pack", pause: 0.1)

    assert_selector ".sentence #f-c1-pack"
    assert_selector "[name=c1-pack]", count: 1, visible: :all
    type("f-c1-pack", "900 ml", pause: 0.1)
    settled
    find("#d-c1-more > summary").click

    assert_no_selector ".more-body:is([data-stale], [data-unprinted])", visible: :all
    assert_selector "[name=c1-pack]", count: 1, visible: :all
    assert_equal "900 ml", find_by_id("f-c1-pack").value
  end

  # A page taken back out of the browser's memory is asked for anew: what another device changed meanwhile is there.
  def test_coming_back_shows_what_was_changed_meanwhile
    plan_board
    path = current_path
    click_link "Bench"

    assert_no_selector "#f-p1-s1-length"
    window = open_new_window
    within_window(window) do
      visit path
      assert_typed "f-p1-s1-length", "1234", pause: 0.15
      settled
    end
    window.close
    go_back

    assert_field "f-p1-s1-length", with: "1234"
  end

  def test_a_sheet_in_the_editor
    visit "/shelf/new"
    find("summary", text: "working time").click
    { "f-resin" => "Slow typed resin", "f-hardener" => "slow", "f-ratio_resin" => "2.75", "f-ratio_hardener" => "1",
      "f-working_min" => "92.5", "f-pot_life_min" => "31.5" }.each do |id, text|
      assert_typed id, text, pause: 0.3
    end
    assert_selector ".sayings li"
    click_button "Save"
    find("section", text: "Slow typed resin").click_link "data sheet"

    assert_field "f-ratio_resin", with: "2.75"
    assert_field "f-working_min", with: "92.5 min"
  end

  def test_a_depth_at_the_drawing_table
    visit "/table/6/p1"
    assert_typed "f-p1-depth", "27.25", pause: 0.3
    settled
    document { assert_field "f-p1-depth", with: "27.25" }
  end

  def test_a_reading_and_a_lot_at_the_bench_while_the_page_asks_again
    plan_board(name: "Typed at the bench")
    # Of this one nothing stands on the shelf.
    select "Reedmark L20 laminating + fast, 100 : 32 by weight", from: "Resin system"
    settled
    click_button "To the bench"
    assert_typed "f-lot_b", "L-0425 b", pause: 0.4
    find(".bench-next").click
    find(".bench-next", text: "I'm wearing it").click
    find(".bench-next", text: "All ready").click
    find(".bench-next", text: "The scale shows zero").click
    assert_selector ".bench-steps [aria-current]", text: "Resin"
    assert_typed "f-reading", "503.75", pause: 0.4
    find(".bench-next").click

    assert_text "Resin really in: 503.8 g"
    assert_field "f-reading", with: ""
  end

  # Neither the line nor the browser takes it as the page is left: it is kept here, and sent when somebody is back.
  def test_what_could_not_be_delivered_is_sent_on_return
    board
    path = current_path
    execute_script("window.fetch = () => new Promise(() => {}); navigator.sendBeacon = () => false")
    type("f-name", "Left behind", pause: 0.05)
    visit "/"
    # What is typed at once on coming back goes beside it.
    visit path
    type("f-p1-s1-length", "1812.5", pause: 0.05)
    settled
    visit path

    assert_field "f-p1-s1-length", with: "1812.5"
    assert_equal "Left behind", find_by_id("f-name").value
    assert_nil evaluate_script("localStorage.getItem(`unsent ${location.origin}#{path}`)")
  end

  # A form that is refused for good is said so, and not sent for ever.
  def test_what_is_refused_for_good_is_said_and_not_sent_again
    board
    execute_script("window.sent = []; const real = window.fetch; window.fetch = (address, how) => { " \
                   "if (how?.method !== 'POST') return real(address, how); window.sent.push(how.body.get('name')); " \
                   "return Promise.resolve(new Response('This form cannot be read; nothing was changed.', { status: 400 })); }")
    type("f-name", "Refused", pause: 0.05)
    assert_selector ".saved", text: "not saved: This form cannot be read"
    until_true { evaluate_script("window.sent.at(-1)") == "Refused" }
    # As long as a send that got no answer waits before it is tried again, and half as long.
    execute_script("window.before = window.sent.length; setTimeout(() => { window.waited = true; }, 4500)")
    until_true { evaluate_script("window.waited") }

    assert_selector ".saved", text: "not saved: This form cannot be read"
    assert_equal evaluate_script("window.before"), evaluate_script("window.sent.length")
    assert_equal "Refused", find_by_id("f-name").value
  end

  # Only what was typed goes to the server.
  # Too long for its field, told as that, the page left and come back to: it stands there again, and is taken once it is short enough.
  def test_what_is_too_long_stands_in_its_field_again
    plan_board
    job = current_path
    execute_script("const note = document.getElementById('f-note'); note.closest('details').open = true; note.value = 'x'.repeat(20002); " \
                   "note.dispatchEvent(new Event('input', { bubbles: true }))")
    assert_selector ".saved", text: "not saved: That is too long. Note must be at most 20000 characters; it has 20002."
    visit "/shelf"
    assert_text "was not taken: That is too long. Note must be at most 20000 characters"
    visit job
    assert_selector ".saved", text: "not saved: That is too long."
    assert_equal 20_002, evaluate_script("document.getElementById('f-note').value.length")
    execute_script("const note = document.getElementById('f-note'); note.closest('details').open = true; note.value = 'short'; " \
                   "note.dispatchEvent(new Event('input', { bubbles: true }))")
    settled
    visit "/shelf"
    assert_no_text "was not taken"
    visit job

    assert_equal "short", evaluate_script("document.getElementById('f-note').value")
  end

  def test_only_what_changed_is_sent
    board
    execute_script("window.sent = []; const real = window.fetch; window.fetch = (address, how) => { " \
                   "if (how?.body) window.sent.push(how.body.toString()); " \
                   "return real(address, how); }")
    type("f-name", "Short form", pause: 0.02)
    settled
    sent = evaluate_script("window.sent").map { |body| URI.decode_www_form(body).map(&:first) }

    assert_operator sent.size, :>=, 1
    sent.each { |names| assert_empty names - %w[authenticity_token revision units_on_page deed_id name wi_room wi_start wi_late] }
  end
end
