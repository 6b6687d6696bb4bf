# frozen_string_literal: true

require_relative "../browser_helper"
require "base64"
require "tmpdir"

# A batch through the bench with its end noted, its resin learned, the next plan shorter; a fault found and warned of; a photograph from a
# phone; the book searched on a phone. Typed key by key.
class BookJourneyTest < BrowserTest
  by_turns

  include WalkHelp

  MADE = "const c = document.createElement('canvas'); c.width = 2400; c.height = 1200; const g = c.getContext('2d'); " \
         "g.fillStyle = 'red'; g.fillRect(0, 0, 1200, 1200); return c.toDataURL('image/jpeg', 0.9)"
  SEEN = "const [address, done] = arguments; const i = new Image(); i.onload = () => { const c = document.createElement('canvas'); " \
         "c.width = i.naturalWidth; c.height = i.naturalHeight; const g = c.getContext('2d'); g.drawImage(i, 0, 0); " \
         "const top = g.getImageData(i.naturalWidth / 2, 20, 1, 1).data; done([i.naturalWidth, i.naturalHeight, top[0] > 200]); }; i.src " \
         "= address"

  def keep(fields, button)
    fields.each { |id, text| type("f-#{id}", text, pause: 0.05) }
    click_button button
  end

  # Minutes in the cup, as a plain job's sheet has them.
  def pot_life
    find(".figures, .ticket", text: "pot life of this batch", match: :first).text[/(\d+)–\d+ min/, 1].to_i
  end

  def plan(name)
    visit "/"
    click_link "Plan a new job", match: :first
    click_button "Coat"
    type("f-name", name, pause: 0.03)
    { "f-p1-s1-length" => "900", "f-p1-s1-width" => "600", "f-c1-film" => "0.25" }.each { |id, text| type(id, text, pause: 0.03) }
    find_by_id("f-c1-sheet").find("option", text: "Reedmark L20 laminating + fast").select_option
    settled

    assert_text "pot life of this batch"
  end

  def test_from_the_bench_into_the_book_and_back_into_the_plan
    plan("Locker lid")
    job = current_path
    before = pot_life
    find(".to-bench-now").click
    walk_saying("gummed up")

    assert_text "What went in"
    record = current_path
    assert_text "gummed up"
    say_when(before)
    visit job

    assert_text(/data sheet \d+ min; here \d+ min/)
    assert_operator pot_life, :<, before
    found_and_warned(record, job)
    photograph(record)
    searched_on_a_phone
  end

  # Walks it to its end; as it is poured out, says what was left in the cup.
  def walk_saying(what)
    90.times do
      return if over?

      step = step_shown or next
      if has_css?("#f-ended", wait: 0)
        find_by_id("f-ended").select(what)
      elsif has_css?("#f-reading", wait: 0) && !step.start_with?("Cup")
        type("f-reading", asked_for, pause: PAUSE)
      end
      hard? ? next : press_on
    rescue Selenium::WebDriver::Error::StaleElementReferenceError
      next
    end
    flunk "the cup never came to its record"
  end

  # It stood longer than a test takes: put down afterwards, as one does.
  def say_when(minutes)
    find("summary", text: "how its cup ended").click
    find_by_id("f-ended-how").select("thickening")
    keep({ "ended-min" => (minutes * 0.6).round.to_s }, "It ended so")

    assert_text "thickening after"
    assert_text(/here \d+ min \(\d+–\d+ min\), 1 batch/)
    assert_accessible "a record"
  end

  def found_and_warned(record, job)
    visit record
    click_link "bubbles"

    assert_text "Air stirred in"
    find_by_id("f-whipped").select("yes")
    click_button "Ask again with this"

    assert_selector ".causes li.blamed .cause-name", text: "Air stirred in"
    find_by_id("f-found-cause").select("Air stirred in")
    keep({ "found-text" => "sanded, coated again" }, "Write down what was found")

    assert_text "Found: bubbles, pinholes: Air stirred in: sanded, coated again"
    visit job

    assert_text "Keep in sight: the speed of the drill"
  end

  # Twelve hundred by twenty-four hundred as a phone held upright writes it: lying, with a mark how it is to be turned.
  def photograph(record)
    visit record
    jpeg = Base64.decode64(page.driver.browser.execute_script(MADE).split(",").last)
    file = File.join(Dir.mktmpdir("dakren-photo"), "upright.jpg")
    File.binwrite(file, turned(jpeg, 6))
    find("summary", text: "add a note or photograph").click
    attach_file "Photograph", file

    assert_selector "input[type=file][data-turned]"
    keep({ "note-text" => "north edge" }, "Write it down")

    assert_selector ".record-told", text: "north edge"
    address = find(".noted-picture img")["src"]

    assert_equal [900, 1800, true], page.driver.browser.execute_async_script(SEEN, address)
  end

  def turned(jpeg, orientation)
    tiff = "MM\x00*".b + [8].pack("N") + [1].pack("n") + [0x0112, 3, 1].pack("nnN") + [orientation, 0].pack("nn") + [0].pack("N")
    jpeg.byteslice(0, 2) + "\xFF\xE1".b + [8 + tiff.bytesize].pack("n") + "Exif\0\0".b + tiff + jpeg.byteslice(2..)
  end

  def searched_on_a_phone
    size(390, 800)
    visit "/book"
    keep({ "q" => "north edge" }, "Look")

    # The note, and the batch it was written about.
    assert_selector ".book-line", count: 2
    assert_equal 390, evaluate_script("document.documentElement.scrollWidth")
    assert_accessible "the book on a phone"
    first(".book-line a").click

    assert_selector "h1", text: "Locker lid"
    assert_equal 390, evaluate_script("document.documentElement.scrollWidth")
  end
end
