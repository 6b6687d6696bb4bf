# frozen_string_literal: true

require_relative "../../app_helper"

# A tin that tells a ratio and nothing of time: saved, measured, batched by size, walked and recorded; its first timed batch is its clock.
class SilentTinTest < AppTest
  include PlanHelp

  UNTOLD = "This tin says nothing of time: time the first batch."

  TIN = { "resin" => "Attic find", "hardener" => "its tin", "ratio_by" => "weight", "ratio_resin" => "100", "ratio_hardener" => "40",
          "looks" => "usual" }.freeze

  def tin
    submit "/shelf", TIN, from: "/shelf/new"
    Stores::Sheet.find_by(resin: "Attic find") or flunk words
  end

  def test_it_is_saved_and_says_so
    kept = tin

    assert_predicate Stores::Shelf.core(kept), :silent?
    ["/shelf", "/shelf/#{kept.id}", "/shelf/new"].each { |path| get(path) && assert_equal(200, last_response.status, path) }
    get "/shelf/#{kept.id}"
    assert_includes words, UNTOLD
    get "/shelf"
    assert_includes words, "time its first batch"
  end

  # 2.4 x 0.9 m at 0.3 mm are 648 ml, at an assumed 1.12 g/ml 725.8 g; two coats of it, of which only the first has an hour.
  def test_two_coats_of_it_are_measured_and_batched_and_the_second_waits_for_the_dab
    kept = tin
    path = new_job(sheet: kept.id.to_s, "c1-coats" => "2")
    get path
    made = desk(path)

    assert_equal [1], made.coats.map(&:number), made.problems.map(&:says).inspect
    assert_in_delta 725.76, made.plan.amounts.on_work.total_g.to_f, 0.1
    assert_includes words, UNTOLD
    assert_includes words, "Coat 2 goes on when the test dab of the coat below says so"
    nothing_is_said_to_last(path, kept)
    get "/plan/#{path[/\d+/]}/compare"
    assert_includes words, "its tin says nothing of time: time its first batch, and it stands here with its figures"
    get "/"
    assert_match(/Attic find.{0,80} pot life not told/, words)
  end

  # Wherever it is told of: on the sheet with every figure opened, on paper, in lists and calendars, at the bench.
  def nothing_is_said_to_last(path, kept)
    number = path[/\d+/]
    get path
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => number, "task" => "c1" }
    bench = last_response["location"]
    [path, "/", "/?show=all", "/bench", bench, "/shelf", "/shelf/#{kept.id}", "/paper/#{number}", "/paper/#{number}/cards",
      "/plan/#{number}/compare", "/plan/#{number}/job.ics", "/plan/shop.ics", "/find/?q=Attic"].each do |address|
      get address

      assert_equal 200, last_response.status, address
      refute_match(/pot life of this batch|\b60 d(?:ays)?\b(?! since)|usable in time|NaN|Infinity/,
        words.gsub("more than 60 days ago", ""), address)
    end
  end

  # What stands on a coat nobody knows the time of waits for it: it is never placed on the wet.
  def test_what_comes_on_top_waits
    kept = tin
    path = new_job(sheet: kept.id.to_s)
    press(path, "add-task:flood")
    top = document(path)["tasks"].last
    submit path, { "#{top}-sheet" => sheet_id("Tarn table pour", "table"), "#{top}-film" => "1.5", "#{top}-film_unit" => "mm" }
    made = desk(path)

    assert_equal ["c1"], made.coats.map { |coat| coat.task.id }.uniq
    assert_equal "c1", made.tickets.last.after
    get path
    assert_includes words, "It waits for task 1, whose tin says nothing of time."
  end
end

# Walked from its tins to its record, and timed.
class TimedTinTest < AppTest
  include PlanHelp
  include BenchHelp

  # Walked from the tins to the record, told to have lasted 40 minutes in its cup: that is its pot life from then on, and the second coat
  # has an hour.
  def test_its_first_timed_batch_is_its_clock
    kept = attic
    path = new_job(sheet: kept.id.to_s, "c1-coats" => "2")
    cup = to_bench(path)
    walk_on(cup, "second")

    assert_includes words, SilentTinTest::UNTOLD
    refute_match(/more than 60 days|left in this cup/, words)
    timed(cup, "")
    assert_includes words, "Say that once the hardener is in."
    walk_on(cup)

    assert_includes words, "How long could it be spread"
    { "" => "must be given", "0" => "must be from 1", "-3" => "must be from 1", "NaN" => "must be a number", "1e309" => "is too large",
      "4 kg" => "has a unit that does not fit" }.each do |typed, says|
      timed(cup, typed)

      assert_includes words, "inutes it lasted #{says}", typed
      assert_predicate Stores::Shelf.core(kept.reload), :silent?
    end
    timed(cup, "40 min")

    assert_includes words, "could be spread for 40 min"
    refute_includes words, "How long could it be spread"
    told = kept.reload
    assert_in_delta 40, told.pot_life_min, 1e-9
    assert_in_delta Stores::Walks.walk(Stores::Batch.last).contents.mass_g.to_f, told.pot_mass_g, 0.05
    assert_in_delta 20, told.reference_temp_c, 1e-9
    assert_equal [1, 2], desk(path).coats.map(&:number)
    assert_operator desk(path).coats[1].from_min, :>, desk(path).coats[0].done_min + 60
  end

  def test_seen_on_the_work_it_is_a_working_time
    kept = attic
    cup = to_bench(new_job(sheet: kept.id.to_s))
    walk_on(cup)
    timed(cup, "1 h 30 min", "work")

    assert_in_delta 90, kept.reload.working_min, 1e-9
    assert_nil kept.pot_life_min
  end

  private

  def attic
    submit "/shelf", SilentTinTest::TIN, from: "/shelf/new"
    Stores::Sheet.find_by(resin: "Attic find") or flunk words
  end

  # Presses on, and pours what is asked for, until a step is reached or the record is.
  def walk_on(cup, wanted = nil)
    get cup
    20.times do
      return if hidden("step") == wanted

      asked = page[/id="b-target"[^>]*>\s*(?:<[^>]+>\s*)*([\d.]+)/, 1]
      press(cup, **(%w[first second].include?(hidden("step")) ? { reading: asked } : {}))
    end
    flunk "never came to #{wanted || "its record"}: #{hidden("step")}"
  end

  def timed(cup, minutes, where = "cup")
    get cup
    post cup, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "act" => "timed", "lasted" => minutes,
                "lasted_where" => where }
    follow_redirect! if last_response.redirect?
  end
end
