# frozen_string_literal: true

require_relative "../../app_helper"
require "minitest/mock"

# What may take long is begun, waited for a while, and gone on with; a page says so and is there all the same.
class WorksTest < AppTest
  Works = Stores::Works

  def beside
    Works.at_once = false
    yield
  ensure
    Works.at_once = true
  end

  def test_what_is_quick_is_there_and_what_is_slow_comes_later
    beside do
      assert_equal 42, Works.soon(:quick) { 42 }
      gate = Queue.new
      begun = Queue.new
      slow = -> { Works.soon(:slow, patience_s: 0.05) { (begun << 1) && gate.pop } }
      assert_nil slow.call
      assert_nil slow.call
      gate << "done"

      assert_equal "done", Works.soon(:slow, patience_s: 5) { flunk "begun again" }
      assert_equal 1, begun.size
      assert_raises(InputError) { Works.soon(:wrong) { raise InputError.new("film", "is wrong") } }
    end
  end

  def test_a_plan_that_takes_long_costs_its_page_nothing
    path = new_job("name" => "Slow one")
    Stores::Planning.forget
    Works.stub(:soon, nil) { get path }

    assert_equal 200, last_response.status
    assert_includes words, "Still working: this plan takes longer than most"
    assert_includes page, 'value="2400"'
    refute_includes words, "Cure line"
    get path
    refute_includes words, "Still working"
    assert_includes words, "Cure line"
  end

  # What was typed is kept at once, and summed up as soon as the plan is there.
  def test_what_is_typed_into_it_is_kept_and_summed_up_later
    path = new_job("name" => "Slow one")
    Works.stub(:soon, nil) { submit path, { "film" => "0.42" }, live: true }
    record = Stores::Job.find(path[/\d+/])

    assert_equal "0.42", record.document["c1-film"]
    assert record.stale?(Stores::Planning.new.stamp)
    Stores::Renewer.new.renew_all(breath_s: 0)
    refute record.reload.stale?(Stores::Planning.new.stamp)
  end

  # Whoever waited for it here would wait for ever.
  def test_a_silent_forecast_costs_a_page_nothing
    asked = Queue.new
    silent = Queue.new
    beside do
      Devices::WeatherService.stub(:forecast, ->(*) { (asked << true) && silent.pop }) do
        assert_nil Stores::Forecasts.at(Time.now)
        assert asked.pop, "it was asked for"
      end
    end
  ensure
    silent << nil
  end
end
