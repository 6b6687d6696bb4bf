# frozen_string_literal: true

require_relative "../browser_helper"

# Two coats walked ahead of their plan, with the job looked at on another screen: what is pressed at the bench is what that shows.
class HistoryJourneyTest < BrowserTest
  by_turns

  CLOCKED = {} # rubocop:disable Style/MutableConstant

  # A shop whose clock is put forward.
  def self.shop
    CLOCKED[:shop] ||= begin
      CLOCKED[:clock] = File.join(Dir.mktmpdir("dakren-clock"), "ahead")
      File.write(CLOCKED[:clock], "0")
      Served.new(environment: { "DAKREN_CLOCK" => CLOCKED[:clock], "DAKREN_DEMO_ROOM_C" => "20" }).start.tap do |shop|
        Minitest.after_run { shop.stop && FileUtils.rm_rf([shop.data, File.dirname(CLOCKED[:clock])]) }
      end
    end
  end

  def later(minutes)
    File.write(CLOCKED[:clock], (File.read(CLOCKED[:clock]).to_f + (minutes * 60)).to_s)
  end

  def go_on(to)
    find(".bench-next").click
    assert_selector ".bench-steps [aria-current]", text: to
  end

  def mix_it
    ["Gear", "At hand", "Cup", "Resin"].each { |step| go_on(step) }
    type "f-reading", find("#b-target").text[/[\d.]+/], pause: 0.08
    go_on "Hardener"
    type "f-reading", find("#b-target").text[/[\d.]+/], pause: 0.08
    go_on "Mix"
    later 5
    go_on "Roll it on"
  end

  # When the second coat begins, as the day tells it.
  def second_coat
    find("#b-day li", text: "film coat 2 of 2").find(".day-time").text
  end

  # An hour as somebody noted it, so many minutes before what the shop's clock shows.
  def noted(minutes_ago)
    (Time.parse(find(".frame-facts").text[/\d{1,2} [A-Z][a-z]{2} \d\d:\d\d/]) - (minutes_ago * 60)).strftime("%-d %b %H:%M")
  end

  # What the card says was planned, typed in as it really was.
  def type_card(met:, on:, share: 1)
    planned = find(".record p", text: "Planned:").text
    type "f-resin", (planned[/resin ([\d.]+)/, 1].to_f * share).round(1).to_s, pause: 0.08
    type "f-hardener", (planned[/hardener ([\d.]+)/, 1].to_f * share).round(1).to_s, pause: 0.08
    type "f-began", noted(met), pause: 0.08
    type "f-empty", noted(on), pause: 0.08
    click_button "Write it down"
  end

  # A day typed in afterwards from paper: one that lay at the bench already, and the next.
  def test_a_day_is_typed_in_from_its_cards
    plan_board(name: "Paper board", length: "4000", width: "2000")
    job = current_path
    find(".to-bench-now").click
    find("summary", text: "More").click
    click_link "type in its card"
    type_card(met: 50, on: 40)

    assert_current_path job
    assert_selector ".cup-states", text: /batch 1 used/
    click_button "batch 2 was mixed away from the bench"

    assert_selector "h1", text: "batch 2 of 2"
    type_card(met: 30, on: 20)

    assert_selector ".cup-states", text: /batch 2 used/
    assert_no_button "mixed away from the bench"
    assert_selector "#b-day li", text: /film coat.*actual/
    find(".cup-states a", text: "batch 2").click

    assert_selector ".bench-steps [aria-current]", text: "Test dab"
  end

  # Puts the clock forward to an hour of the next day.
  def next_morning(hour)
    now = Time.parse(find(".frame-facts").text[/\d{1,2} [A-Z][a-z]{2} \d\d:\d\d/])
    later(((Time.new(now.year, now.month, now.day, hour) + 86_400 - now) / 60).round)
  end

  # Mixes and lays a section, and sees it on the job; what is to happen between the two is given as a block.
  def lay(number, job)
    find(".to-bench-now", text: "section #{number}").click
    mix_it
    later 12
    go_on "Test dab"
    yield if block_given?
    visit job

    assert_selector "#b-day li", text: /section #{number} of 3.*actual/
  end

  # A floor of three sections in two days with a night between; the shop killed between a pour and the plan that follows from it.
  def test_a_floor_in_sections_over_a_night
    visit "/"
    next_morning(9)
    plan_board(name: "Store floor", length: "6000", width: "2000")
    open_more
    type "f-hours", "07:00-12:00", pause: 0.08
    type "f-days_off", "2000-01-01", pause: 0.08
    select "one batch each", from: "f-c1-section_by"
    settled
    job = current_path

    assert_selector "#b-day li", text: "section 3 of 3"
    lay(1, job)
    lay(2, job) do
      self.class.shop.stop("KILL")
      self.class.shop.open_up
    end
    next_morning(9)
    visit job

    assert_no_selector "#b-day li", text: /section 3 of 3.*actual/
    lay(3, job)
    nights = all("#b-day h3", minimum: 1).map(&:text).grep(/day/).size

    assert_operator nights, :>=, 2
  end

  # Thrown out half-way, it is mixed again; that one ran short, and the rest is mixed.
  def test_a_cup_is_thrown_out_and_made_again_and_that_runs_short
    plan_board(name: "Hatch", length: "900", width: "600")
    job = current_path
    find(".to-bench-now").click
    mix_it
    find("summary", text: "More").click
    type "f-why", "set in its cup", pause: 0.08
    click_button "Throw it out"

    assert_selector ".record-verdict", text: "set in its cup"
    visit job

    assert_selector ".cup-states", text: /batch 1 thrown out/
    click_button "was mixed away from the bench"
    type_card(met: 30, on: 20, share: 0.8)

    assert_selector ".cup-states", text: /batch 1 used/
    find("button", text: /mix .* more/).click

    assert_selector ".bench-steps [aria-current]", text: "Tins"
    visit "/history/#{job[/\d+/]}"

    assert_text "Thrown out: set in its cup"
  end

  def test_a_job_moves_as_its_batches_are_mixed_elsewhere
    plan_board(name: "Shelf board", length: "900", width: "600")
    type "f-c1-coats", "2", pause: 0.1
    # Whatever the hour: nothing waits for the morning.
    open_more
    type "f-hours", "24 h", pause: 0.08
    type "f-days_off", "2000-01-01", pause: 0.08
    settled

    assert_selector "#b-day li", text: "film coat 2 of 2"
    foretold = second_coat
    job = current_path
    bench = open_new_window
    within_window(bench) do
      visit job
      find(".to-bench-now").click
      mix_it
    end

    assert_selector "#b-day li", text: /film coat 1 of 2.*actual/
    assert_selector ".ticket-facts", text: "under way"
    assert_selector ".cup-states", text: /batch 1 in its cup/
    within_window(bench) { go_on "Test dab" }

    assert_selector ".cup-states", text: /batch 1 used/
    assert_text(/Coat 1: .* g of .* g mixed/)
    refute_equal foretold, second_coat
    window = second_coat
    later 150
    within_window(bench) do
      click_button "Tacky: prints, leaves nothing"
      click_button "Tacky: prints, leaves nothing" if has_text?("Really tacky?", wait: 2)

      assert_text(/Tacky at the last touch/)
    end

    assert_no_selector "#b-day li", text: window
    assert_selector ".to-bench-now", text: "coat 2, batch 1"
    within_window(bench) { visit "/" }
    bench.close
  end
end
