# frozen_string_literal: true

require_relative "../../app_helper"

# What goes on beside all else waits for whoever types, and not for ever.
class TypingPauseTest < AppTest
  # Time goes on by as much as is slept.
  def waited(typed_at: 100.0, wanted: -> { true })
    now = typed_at
    Stores::Typing.stub(:now, -> { now }) do
      Stores::Typing.typed
      Kernel.stub(:sleep, lambda { |seconds|
        now += seconds
        yield now if block_given?
      }) { Stores::Typing.wait(&wanted) }
    end
    now - typed_at
  end

  def test_it_waits_until_nothing_was_typed_for_a_while
    assert_in_delta Stores::Typing::QUIET_S, waited, 0.1
  end

  def test_whoever_goes_on_typing_is_waited_for_but_not_for_ever
    assert_in_delta Stores::Typing::MOST_S, waited { Stores::Typing.typed }, 0.1
  end

  def test_it_does_not_wait_for_what_is_no_longer_wanted
    looks = 0

    assert_in_delta 0.2, waited(wanted: -> { (looks += 1) < 5 }), 0.06
  end

  def test_every_press_is_typing_and_no_look_is
    now = Stores::Typing.now + 1000
    Stores::Typing.stub(:now, -> { now }) do
      get "/jobs/1"
      slept = 0
      Kernel.stub(:sleep, ->(seconds) { now += seconds and slept += 1 }) { Stores::Typing.wait }

      assert_equal 0, slept
      submit "/jobs/1", { "name" => "Weather mast" }, from: "/jobs/1"
      Kernel.stub(:sleep, ->(seconds) { now += seconds and slept += 1 }) { Stores::Typing.wait }

      assert_operator slept, :>, 10
    end
  end
end
