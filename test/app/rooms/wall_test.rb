# frozen_string_literal: true

require_relative "../../app_helper"

# What is next, for the wall and for a hand: the next batches of all jobs with one press to the bench.
class WallTest < AppTest
  include BenchHelp

  def test_the_next_batch_is_one_press_from_the_lists
    start = Document::Zones.of(Stores::Settings.shop.zone).at(Stores::Now.wall - 3600).strftime("%Y-%m-%dT%H:%M")
    job = new_job("name" => "Lid <b>", "c1-coats" => "2", "hours" => "24 h", "days_off" => "2000-01-01", "start" => start)
    %w[/ /bench /bench/wall].each do |path|
      get path

      assert_equal 200, last_response.status
      assert_match(/Lid &lt;b&gt;.{0,80}film coat 1 of 2, batch 1 of 1/m, page, path)
      assert_match(/batch 1 of 1 (?:5\d|6[0-3]) min late/, words, path)
      refute_match(/Due next .*film coat 1 of 2/, words, path)
    end
    address = CGI.unescapeHTML(page[/formaction="([^"]*job=#{job[/\d+/]}[^"]*)"/, 1])
    post address, { "authenticity_token" => hidden("authenticity_token") }
    cup = last_response["location"]
    get cup

    assert_equal "tins", hidden("step")
    get "/bench/wall"

    assert_match(/Lid.{0,60}not yet mixed/m, words)
  end

  # The wall calls for what presses, and not again for the same.
  def test_the_wall_calls_for_a_cup_and_for_a_batch_that_is_due
    start = Document::Zones.of(Stores::Settings.shop.zone).at(Stores::Now.wall + 120).strftime("%Y-%m-%dT%H:%M")
    new_job("name" => "Lid | two", "hours" => "24 h", "days_off" => "2000-01-01", "start" => start)
    calls = Array.new(2) { get("/bench/wall") && page[/data-calls="([^"]*)"/, 1] }

    assert_match(/film coat, batch 1 of 1/, calls[0])
    assert_equal(*calls)
    assert_includes page, "Call aloud"
  end
end
