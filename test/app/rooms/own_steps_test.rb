# frozen_string_literal: true

require_relative "../../app_helper"

# What the builder adds himself: steps of his own, and notes for whoever stands at the bench.
class OwnStepsOnThePageTest < AppTest
  include PlanHelp

  def rows(*lines)
    lines.each_with_index.to_h { |(label, minutes, third), i| [i.to_s, { "label" => label, "minutes" => minutes, "third" => third }] }
  end

  def test_a_step_of_ones_own_is_planned_and_kept
    path = new_job("c1-own_before" => rows(["wax the mould", "10", "30"]), "c1-own_after" => rows(["tilt it", "5", "15"]))
    get path

    assert_match(/wax the mould.*then leave 30 min/, words)
    assert_includes words, "tilt it"
    assert_includes page, 'value="wax the mould"'
  end

  def test_what_is_wrong_with_it_is_named_and_kept
    { rows(["wax", "0", ""]) => /must be from 1 to 1440 min/, rows(["wax", "10000", ""]) => /must be from 1 to 1440 min/,
      rows(["", "10", ""]) => /must say what is done in line 1/, rows(["<b>", "ten", ""]) => /must be a number/ }.each do |typed, said|
        get new_job("c1-own_before" => typed)

        assert_equal 200, last_response.status
        assert_match said, words
        assert_includes page, "value=\"#{CGI.escapeHTML(typed["0"]["minutes"])}\""
      end
  end

  # Saturday and Sunday off; one tick, and it is worked through; another, and the day ends at ten.
  def test_every_day_and_evenings_by_a_tick
    hours = lambda { |**told|
      path = new_job("start" => "2026-11-27T16:00", "hours" => "08:00-12:00, 12:30-17:00", "days_off" => "Sat Sun",
**told.transform_keys(&:to_s))
      desk(path).hours
    }

    refute hours.call.open?(24 * 60, (24 * 60) + 30)
    assert hours.call(every_day: "yes").open?(18 * 60, (18 * 60) + 30)
    refute hours.call.open?(4 * 60, 5 * 60)
    assert hours.call(evenings: "yes").open?(4 * 60, 5 * 60)
    refute hours.call(evenings: "yes").open?(6.5 * 60, 7 * 60)
  end

  # A tin that says no more than a ratio and a pot life: the builder is asked how the next coat goes on.
  def test_where_no_recoat_time_is_told_the_builder_is_asked
    bare = Stores::Sheet.create!(resin: "Bare", hardener: "tin", ratio_by: "volume", ratio_resin: 2, ratio_hardener: 1, pot_life_min: 30,
      pot_mass_g: 100, reference_temp_c: 20, stages: {}, purposes: %w[coat])
    path = new_job(sheet: bare.id.to_s, film: "0.2", "c1-coats" => "2")
    get path
    assert_includes words, "The data sheet does not say when the next coat may go on. Usual practice"
    press path, "school:c1:wet"
    get path
    refute_includes words, "Usual practice: while"
    assert_equal "wet", document(path)["c1-school"]
    assert_equal document(path), Document::JobDeed.new(document(path)).done("school:c1:loud")
    get new_job(film: "0.2", "c1-coats" => "2")
    refute_includes words, "The data sheet does not say when the next coat"
  end

  # Begun an hour late by one press: everything behind it moves; pressed again, the last cup is on.
  def test_what_happens_is_noted_by_one_press
    now = Document::Zones.of(nil).at(Time.now)
    path = new_job("start" => (now - 3600).strftime("%Y-%m-%dT%H:%M"), "hours" => "24 h", "every_day" => "yes", film: "0.2",
      "c1-coats" => "2")
    second = desk(path).coats.last.from_min
    press path, "mark:c1:began_1_1"

    assert_in_delta 60, desk(path).coats.first.from_min, 2
    assert_in_delta second + 60, desk(path).coats.last.from_min, 3
    noted = document(path)["c1-began_1_1"]
    press path, "mark:c1:began_1_1"
    assert_equal noted, document(path)["c1-began_1_1"]
    get path
    assert_includes words, "last batch applied now"
    press path, "mark:c1:finished_1_1"
    assert_match(/\A\d{4}-\d\d-\d\dT\d\d:\d\d\z/, document(path)["c1-finished_1_1"])
    before = document(path)
    %w[mark:c1:nonsense mark:c9:began_1_1 mark:c1:began_999_1 mark:c1].each { |act| press path, act }
    assert_equal before, document(path)
  end

  def test_notes_are_shown_at_the_bench
    path = new_job("note" => "Window open all day.", "c1-note" => "edge left bare: glued tomorrow")
    get path
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => path[/\d+/], "cup" => "1" }
    follow_redirect!

    assert_includes words, "note Window open all day. edge left bare: glued tomorrow"
  end
end
