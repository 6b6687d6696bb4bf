# frozen_string_literal: true

require_relative "../../app_helper"
require "nokogiri"

# The job sheet as it is read: begun with the work, told in sentences, what is usual left unsaid.
class SentencesTest < AppTest
  by_turns :test_new_fields_answer_to_noise

  include PlanHelp

  def said
    Nokogiri::HTML5(page).css(".sentence input, .sentence select").map { |field| field["name"] }
  end

  def waiting
    Nokogiri::HTML5(page).css("details.more input, details.more select").map { |field| field["name"] } - said
  end

  def begun_with(kind)
    submit "/jobs", { "kind" => kind }, from: "/jobs/new"
    last_response["location"]
  end

  def test_every_work_begins_as_itself
    assert_operator Rooms::Beginning.choices.size, :>=, 10
    Rooms::Beginning.choices.each do |kind|
      path = begun_with(kind.name.to_s)
      get path

      assert_equal 200, last_response.status
      told = document(path)
      assert_equal kind.name.to_s, told["c1-kind"]
      assert_equal kind.on, Document::PlaceForms::ALL.fetch(told["p1-form"]).sort
      refute_includes words, "refused"
    end
    get "/jobs/new"
    Rooms::Beginning.choices.each { |kind| assert_includes words, kind.opening.words }
  end

  # Demo shop: two presses and three measures to the first grams.
  def test_the_first_grams_take_three_measures
    path = begun_with("coat")
    submit path, { "p1-s1-length" => "2400", "p1-s1-width" => "900", "c1-film" => "0.3" }
    get path

    assert_match(/mix in all \d/, words)
    assert_includes words, "To the bench"
  end

  # Empty shelf: a resin system from its name, ratio and pot life, without leaving the job.
  def test_a_resin_system_is_put_on_the_shelf_from_the_job
    path = begun_with("coat")
    { ["", "2 : 1", "30 min"] => "name must be given", ["Lark + slow", "two to one", "30 min"] => "mix ratio must be like 2 : 1",
      ["Lark + slow", "2 : 1", "-5"] => "Pot life", ["Lark + slow", "1e309 : 1", "30"] => "mix ratio must be",
      ["Stillwater clear coat + clear", "2 : 1", "30"] => "on the shelf already" }.each do |(name, ratio, pot), says|
      press path, "shelf:c1", new_name_c1: name, new_ratio_c1: ratio, new_by_c1: "volume", new_pot_c1: pot

      assert_includes words, says
    end
    count = Stores::Sheet.count
    press path, "shelf:c1", new_name_c1: "Lark + slow", new_ratio_c1: "2 : 1", new_by_c1: "volume", new_pot_c1: "30 min"

    assert_equal count + 1, Stores::Sheet.count
    made = Stores::Sheet.order(:id).last
    assert_equal ["Lark", "slow", 2.0, 1.0, "volume", 30.0], [made.resin, made.hardener, made.ratio_resin.to_f, made.ratio_hardener.to_f,
      made.ratio_by, made.pot_life_min.to_f]
    assert_equal made.id.to_s, document(path)["c1-sheet"]
  end

  # What stands at its usual value waits below; what is told is said. No field is on the page twice.
  def test_what_is_told_is_said_and_the_rest_waits
    path = new_job
    get path

    assert_includes waiting, "c1-drink"
    assert_empty(%w[c1-film c1-sheet c1-method c1-cup room start hours] - said)
    submit path, { "c1-drink" => "33" }
    get path

    assert_includes said, "c1-drink"
    fields = Nokogiri::HTML5(page).css("#live input, #live select, #live textarea").reject { |one| %w[hidden checkbox].include?(one["type"]) }
    names = fields.map { |one| one["name"] }
    assert_equal names.uniq, names
  end

  # While somebody types into what waits below, it stays where the cursor is.
  def test_nothing_moves_under_the_cursor
    path = new_job
    get path
    standing = said.join(" ")
    header "X-Said", standing
    submit path, { "c1-drink" => "33" }, live: true

    assert_includes waiting, "c1-drink"
    header "X-Said", "#{standing} c1-drink"
    submit path, { "c1-drink" => "" }, live: true

    assert_includes said, "c1-drink"
  ensure
    header "X-Said", nil
  end

  # What is folded away in the page that asks, and the arithmetic of figures that are shut there, is left out, and printed where it is open.
  def test_what_is_shut_in_the_page_that_asks_is_left_out
    path = new_job
    none, one, all = [["d-c1-more", ""], ["", "w-c1-resin--each-batch"], ["", nil]].map do |shut, open|
      { "X-Shut" => shut, "X-Open" => open }.each { |name, told| header name, told }
      submit path, { "film" => "0.3#{shut.size}" }, live: true
      shown = Nokogiri::HTML5(page)

      assert_equal shut.empty?, !shown.at_css("[name=c1-skip][type=checkbox]").nil?
      shown.css("details.figure .working").map { |working| working.text.strip }.reject(&:empty?)
    end

    assert_empty none
    assert_equal 1, one.size
    assert_includes all, one.first
    assert_operator all.size, :>, 8
  ensure
    %w[X-Shut X-Open].each { |name| header name, nil }
  end

  # Waxing the mould is remembered by the shop, offered to the next job, and walked at the bench.
  def test_own_steps_are_remembered_and_walked
    path = new_job("c1-own_before" => { "0" => { "label" => "wax the mould", "minutes" => "10", "third" => "30", "gates" => "" } })

    refute Stores::OwnStep.exists?(label: "wax the mould")
    submit path, { "name" => "Waxed" }
    step = Stores::OwnStep.find_by!(label: "wax the mould")
    other = new_job
    get other

    assert_includes words, "+ wax the mould, before"
    press other, "own:c1:#{step.id}"
    assert_equal "wax the mould", Document::AsTyped.kept(document(other)["c1-own_before"][0][0]).typed
    entry = desk(other).schedule.entries.first
    assert_equal ["wax the mould", 30], [entry.label, entry.waits_min]
    submit "/bench/planned?job=#{other[/\d+/]}&task=c1&coat=1&section=1&cup=1", {}, from: other
    walk = Stores::Walks.walk(Stores::Batch.last)

    assert_equal :own_before_1, walk.step.name
    assert_equal "wax the mould", walk.step.title
    get last_response["location"]
    assert_includes words, "Wax the mould."
  end

  # A step is done by one press; what waits for it is planned anew from there.
  def test_a_step_is_noted_by_one_press
    path = new_job("c1-steps" => ["", "prepare"])
    press path, "mark:c1:done_prepare"

    refute_nil document(path)["c1-done_prepare"]
    assert desk(path).schedule.entries.find { |entry| entry.name == :prepare }.real
    press path, "mark:c1:done_nonsense"
    assert_equal 200, last_response.status
    refute document(path).key?("c1-done_nonsense")
  end

  # The first plan of six coats over a Sunday is not the best: that is looked for beside all else, and kept.
  def test_a_better_day_is_looked_for_and_kept
    path = new_job("c1-coats" => "6", "hours" => "07:00-10:40, 15:00-19:00", "days_off" => "Sun", "start" => "2026-11-26T07:00",
      "room" => "23", "p1-s1-length" => "1000", "p1-s1-width" => "500", "c1-film" => "0.2")
    record = Stores::Job.find(path[/\d+/])
    planning = Stores::Planning.new(Stores::Settings.shop, job_id: record.id)
    first = planning.desk_of(record.document)

    assert_predicate first, :further?
    rounds = 0
    planning.better(record.document, planning.send(:key, record.document), -> { (rounds += 1) < 4000 })
    best = planning.desk_of(record.document)

    assert_operator best.schedule.hand_over_min, :<, first.schedule.hand_over_min
    refute_predicate best, :further?
    get path
    refute_includes words, "Looking for a better day"
  end

  def test_new_fields_answer_to_noise
    path = new_job
    fields = %w[p1-part p1-side p1-strip c1-after_until c1-hands c1-cure_c c1-cure_time c1-cure_ramp c1-section_by c1-prime turned]
    noise(6).product(fields).each do |noise, field|
      submit path, { field => noise }, live: true

      assert_equal 200, last_response.status, "#{field}: #{noise}"
    end
    rows = NOISE.each_with_index.to_h { |noise, i| [i.to_s, { "name" => noise, "does" => noise, "hours" => noise }] }
    submit path, { "crew" => rows }, live: true

    assert_includes words, "Crew"
    assert_equal 200, last_response.status
    submit path, { "c1-after" => %w[c1 c99 x <b>] }, live: true
    assert_equal 200, last_response.status
    assert_includes words, "circle"
  end
end
